import { STATE_NAMES } from '@jolly/core';
import commonWords from './common.fr.json';
import accountsWords from '../features/accounts/words.fr.json';
import archiveWords from '../features/archive/words.fr.json';
import assignmentsWords from '../features/assignments/words.fr.json';
import classesWords from '../features/classes/words.fr.json';
import classesSchemeWords from '../features/classes/scheme-words.fr.json';
import collectingWords from '../features/collecting/words.fr.json';
import conversationsWords from '../features/conversations/words.fr.json';
import exceptionsWords from '../features/exceptions/words.fr.json';
import familiesWords from '../features/families/words.fr.json';
import filesWords from '../features/files/words.fr.json';
import guideWords from '../features/guide/words.fr.json';
import mailroomWords from '../features/mailroom/words.fr.json';
import markbookWords from '../features/markbook/words.fr.json';
import markingWords from '../features/marking/words.fr.json';
import returnedWords from '../features/mywork/returned-words.fr.json';
import simpleWords from '../features/mywork/simple-words.fr.json';
import myworkWords from '../features/mywork/words.fr.json';
import dateWords from '../features/dates/words.fr.json';
import newsWords from '../features/news/words.fr.json';
import registerWords from '../features/register/words.fr.json';
import noticeWords from '../features/notices/words.fr.json';
import paperWords from '../features/paper/words.fr.json';
import notesWords from '../features/notes/words.fr.json';
import planWords from '../features/plan/words.fr.json';
import progressWords from '../features/progress/words.fr.json';
import liveQuestionWords from '../features/live-questions/words.fr.json';
import quizzesOutcomeWords from '../features/quizzes/outcome-words.fr.json';
import questionStoreWords from '../features/quizzes/store-words.fr.json';
import quizzesWords from '../features/quizzes/words.fr.json';
import remarksWords from '../features/remarks/words.fr.json';
import reportsWords from '../features/reports/words.fr.json';
import reviewsWords from '../features/reviews/words.fr.json';
import shelfWords from '../features/shelf/words.fr.json';
import termlineWords from '../features/termline/words.fr.json';
import portfolioWords from '../features/portfolio/words.fr.json';
import wallWords from '../features/walls/words.fr.json';
import yearShelfWords from '../features/year-shelf/words.fr.json';
import todayWords from '../features/today/words.fr.json';
import { fr as familyWords } from './family/fr';
import type { Messages } from './texts';

/** Every word of the interface, in French: the very keys of the English. */
export const fr: Messages = {
  ...commonWords,
  state: STATE_NAMES.fr,
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
