import { STATE_NAMES } from '@jolly/core';
import commonWords from './common.ar.json';
import accountsWords from '../features/accounts/words.ar.json';
import archiveWords from '../features/archive/words.ar.json';
import assignmentsWords from '../features/assignments/words.ar.json';
import classesWords from '../features/classes/words.ar.json';
import classesSchemeWords from '../features/classes/scheme-words.ar.json';
import collectingWords from '../features/collecting/words.ar.json';
import conversationsWords from '../features/conversations/words.ar.json';
import exceptionsWords from '../features/exceptions/words.ar.json';
import familiesWords from '../features/families/words.ar.json';
import filesWords from '../features/files/words.ar.json';
import guideWords from '../features/guide/words.ar.json';
import mailroomWords from '../features/mailroom/words.ar.json';
import markbookWords from '../features/markbook/words.ar.json';
import markingWords from '../features/marking/words.ar.json';
import returnedWords from '../features/mywork/returned-words.ar.json';
import simpleWords from '../features/mywork/simple-words.ar.json';
import myworkWords from '../features/mywork/words.ar.json';
import dateWords from '../features/dates/words.ar.json';
import newsWords from '../features/news/words.ar.json';
import registerWords from '../features/register/words.ar.json';
import noticeWords from '../features/notices/words.ar.json';
import paperWords from '../features/paper/words.ar.json';
import notesWords from '../features/notes/words.ar.json';
import planWords from '../features/plan/words.ar.json';
import progressWords from '../features/progress/words.ar.json';
import liveQuestionWords from '../features/live-questions/words.ar.json';
import quizzesOutcomeWords from '../features/quizzes/outcome-words.ar.json';
import questionStoreWords from '../features/quizzes/store-words.ar.json';
import quizzesWords from '../features/quizzes/words.ar.json';
import remarksWords from '../features/remarks/words.ar.json';
import reportsWords from '../features/reports/words.ar.json';
import reviewsWords from '../features/reviews/words.ar.json';
import shelfWords from '../features/shelf/words.ar.json';
import termlineWords from '../features/termline/words.ar.json';
import portfolioWords from '../features/portfolio/words.ar.json';
import wallWords from '../features/walls/words.ar.json';
import yearShelfWords from '../features/year-shelf/words.ar.json';
import todayWords from '../features/today/words.ar.json';
import { ar as familyWords } from './family/ar';
import type { Messages } from './texts';

/** Every word of the interface, in Arabic: the very keys of the English. */
export const ar: Messages = {
  ...commonWords,
  state: STATE_NAMES.ar,
  family: familyWords.family,
  ...accountsWords,
  ...archiveWords,
  ...assignmentsWords,
  ...classesWords,
  ...classesSchemeWords,
  ...collectingWords,
  ...conversationsWords,
  ...exceptionsWords,
  ...familiesWords,
  ...filesWords,
  ...guideWords,
  ...mailroomWords,
  ...markbookWords,
  ...markingWords,
  ...myworkWords,
  ...simpleWords,
  ...returnedWords,
  ...dateWords,
  ...newsWords,
  ...noticeWords,
  ...paperWords,
  ...registerWords,
  ...notesWords,
  ...planWords,
  ...progressWords,
  ...quizzesWords,
  ...liveQuestionWords,
  ...quizzesOutcomeWords,
  ...questionStoreWords,
  ...remarksWords,
  ...reportsWords,
  ...reviewsWords,
  ...shelfWords,
  ...termlineWords,
  ...portfolioWords,
  ...wallWords,
  ...yearShelfWords,
  ...todayWords,
};
