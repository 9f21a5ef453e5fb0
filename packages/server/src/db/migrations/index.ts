import * as accounts from './0001-add-accounts';
import * as classes from './0002-add-classes';
import * as assignments from './0003-add-assignments';
import * as oneOffExceptions from './0004-add-one-off-exceptions';
import * as pieces from './0005-add-pieces';
import * as files from './0006-add-files';
import * as keptReplies from './0007-add-kept-replies';
import * as classDetails from './0008-add-class-details';
import * as units from './0009-add-units-and-filing';
import * as groups from './0010-add-groups';
import * as standingExceptions from './0011-add-standing-exceptions';
import * as waysToSignIn from './0012-add-ways-to-sign-in';
import * as mail from './0013-add-mail';
import * as briefs from './0014-share-briefs';
import * as keptFiles from './0015-add-kept-files';
import * as groupDates from './0016-add-group-dates-and-requests';
import * as waysOfScoring from './0017-add-ways-of-scoring';
import * as news from './0018-add-news';
import * as dateMoves from './0019-add-date-moves';
import * as calendarAddresses from './0020-add-calendar-addresses';
import * as shelf from './0021-add-shelf';
import * as sharedWork from './0022-share-work';
import * as versions from './0023-keep-versions';
import * as uploads from './0024-resume-uploads';
import * as conversations from './0025-add-conversations';
import * as collecting from './0026-add-collecting';
import * as feedback from './0027-add-feedback';
import * as marginNotes from './0028-add-margin-notes';
import * as savedRemarks from './0029-add-saved-remarks';
import * as waysOfMarking from './0030-add-ways-of-marking';
import * as peerReviews from './0031-add-peer-reviews';
import * as markBook from './0032-add-mark-book';
import * as jottings from './0033-add-jottings';
import * as families from './0034-add-families';
import * as reports from './0035-add-reports';
import * as portfolios from './0036-add-portfolios';
import * as guardedStudents from './0037-guard-students';
import * as countedTries from './0038-count-tries';
import * as agreedCalendars from './0039-agree-on-calendars';
import * as leasedLetters from './0040-lease-and-letters';
import * as roundTimes from './0041-round-times';
import * as classChanges from './0042-class-changes';
import * as plainColumnNames from './0043-plain-column-names';
import * as quizzes from './0044-add-quizzes';
import * as questionStore from './0045-add-question-store';
import * as decimalMarkOfClass from './0046-decimal-mark-of-class';
import * as planNotes from './0047-add-plan-notes';
import * as askLive from './0048-ask-live';
import * as notices from './0049-add-notices';
import * as askLiveWithoutNames from './0050-ask-live-without-names';
import * as dates from './0051-add-dates';
import * as register from './0052-add-register';
import * as yearShelf from './0053-add-year-shelf';
import * as walls from './0054-add-walls';
import * as portfolioYes from './0055-portfolio-yes';
import * as ownPiecesOnWalls from './0056-own-pieces-on-walls';
import * as papers from './0057-add-papers';
import * as spokenNotes from './0058-spoken-notes';
import * as saidAnswers from './0059-said-answers';
import * as simpleView from './0060-simple-view';
import * as languages from './0061-languages';
import * as wordsInLanguages from './0062-words-in-languages';
import * as familiesSeeWork from './0063-families-see-work';
import * as calendarWishes from './0064-calendar-wishes';
import * as reportFileNames from './0065-report-file-names';
import * as fileNames from './0066-file-names';
import * as accessKeys from './0067-access-keys';
import * as noticeFeeds from './0068-notice-feeds';
import * as archives from './0069-archives';
import * as coursePackages from './0070-course-packages';

/** One step of the schema: statements up, and the way back. A released one is never edited. */
export interface Migration {
  name: string;
  up: string[];
  down: string[];
}

/** All steps, in the order in which they are applied. */
export const MIGRATIONS: readonly Migration[] = [
  accounts,
  classes,
  assignments,
  oneOffExceptions,
  pieces,
  files,
  keptReplies,
  classDetails,
  units,
  groups,
  standingExceptions,
  waysToSignIn,
  mail,
  briefs,
  keptFiles,
  groupDates,
  waysOfScoring,
  news,
  dateMoves,
  calendarAddresses,
  shelf,
  sharedWork,
  versions,
  uploads,
  conversations,
  collecting,
  feedback,
  marginNotes,
  savedRemarks,
  waysOfMarking,
  peerReviews,
  markBook,
  jottings,
  families,
  reports,
  portfolios,
  guardedStudents,
  countedTries,
  agreedCalendars,
  leasedLetters,
  roundTimes,
  classChanges,
  plainColumnNames,
  quizzes,
  questionStore,
  decimalMarkOfClass,
  planNotes,
  askLive,
  notices,
  askLiveWithoutNames,
  dates,
  register,
  yearShelf,
  walls,
  portfolioYes,
  ownPiecesOnWalls,
  papers,
  spokenNotes,
  saidAnswers,
  simpleView,
  languages,
  wordsInLanguages,
  familiesSeeWork,
  calendarWishes,
  reportFileNames,
  fileNames,
  accessKeys,
  noticeFeeds,
  archives,
  coursePackages,
];
