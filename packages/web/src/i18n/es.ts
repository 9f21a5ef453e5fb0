import { STATE_NAMES } from '@jolly/core';
import commonWords from './common.es.json';
import accountsWords from '../features/accounts/words.es.json';
import archiveWords from '../features/archive/words.es.json';
import assignmentsWords from '../features/assignments/words.es.json';
import classesWords from '../features/classes/words.es.json';
import classesSchemeWords from '../features/classes/scheme-words.es.json';
import collectingWords from '../features/collecting/words.es.json';
import conversationsWords from '../features/conversations/words.es.json';
import exceptionsWords from '../features/exceptions/words.es.json';
import familiesWords from '../features/families/words.es.json';
import filesWords from '../features/files/words.es.json';
import guideWords from '../features/guide/words.es.json';
import mailroomWords from '../features/mailroom/words.es.json';
import markbookWords from '../features/markbook/words.es.json';
import markingWords from '../features/marking/words.es.json';
import returnedWords from '../features/mywork/returned-words.es.json';
import simpleWords from '../features/mywork/simple-words.es.json';
import myworkWords from '../features/mywork/words.es.json';
import dateWords from '../features/dates/words.es.json';
import newsWords from '../features/news/words.es.json';
import registerWords from '../features/register/words.es.json';
import noticeWords from '../features/notices/words.es.json';
import paperWords from '../features/paper/words.es.json';
import notesWords from '../features/notes/words.es.json';
import planWords from '../features/plan/words.es.json';
import progressWords from '../features/progress/words.es.json';
import liveQuestionWords from '../features/live-questions/words.es.json';
import quizzesOutcomeWords from '../features/quizzes/outcome-words.es.json';
import questionStoreWords from '../features/quizzes/store-words.es.json';
import quizzesWords from '../features/quizzes/words.es.json';
import remarksWords from '../features/remarks/words.es.json';
import reportsWords from '../features/reports/words.es.json';
import reviewsWords from '../features/reviews/words.es.json';
import shelfWords from '../features/shelf/words.es.json';
import termlineWords from '../features/termline/words.es.json';
import portfolioWords from '../features/portfolio/words.es.json';
import wallWords from '../features/walls/words.es.json';
import yearShelfWords from '../features/year-shelf/words.es.json';
import todayWords from '../features/today/words.es.json';
import { es as familyWords } from './family/es';
import type { Messages } from './texts';

/** Every word of the interface, in Spanish: the very keys of the English. */
export const es: Messages = {
  ...commonWords,
  state: STATE_NAMES.es,
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
