import { STATE_NAMES } from '@jolly/core';
import { commonWords } from './common.en';
import { en as familyWords } from './family/en';
import { accountsWords } from '../features/accounts/words.en';
import { archiveWords } from '../features/archive/words.en';
import { assignmentsWords } from '../features/assignments/words.en';
import { classesWords } from '../features/classes/words.en';
import { classesSchemeWords } from '../features/classes/scheme-words.en';
import { collectingWords } from '../features/collecting/words.en';
import { conversationsWords } from '../features/conversations/words.en';
import { exceptionsWords } from '../features/exceptions/words.en';
import { familiesWords } from '../features/families/words.en';
import { filesWords } from '../features/files/words.en';
import { guideWords } from '../features/guide/words.en';
import { mailroomWords } from '../features/mailroom/words.en';
import { markbookWords } from '../features/markbook/words.en';
import { markingWords } from '../features/marking/words.en';
import { returnedWords } from '../features/mywork/returned-words.en';
import { simpleWords } from '../features/mywork/simple-words.en';
import { myworkWords } from '../features/mywork/words.en';
import { dateWords } from '../features/dates/words.en';
import { newsWords } from '../features/news/words.en';
import { registerWords } from '../features/register/words.en';
import { noticeWords } from '../features/notices/words.en';
import { paperWords } from '../features/paper/words.en';
import { notesWords } from '../features/notes/words.en';
import { planWords } from '../features/plan/words.en';
import { progressWords } from '../features/progress/words.en';
import { liveQuestionWords } from '../features/live-questions/words.en';
import { quizzesOutcomeWords } from '../features/quizzes/outcome-words.en';
import { questionStoreWords } from '../features/quizzes/store-words.en';
import { quizzesWords } from '../features/quizzes/words.en';
import { remarksWords } from '../features/remarks/words.en';
import { reportsWords } from '../features/reports/words.en';
import { reviewsWords } from '../features/reviews/words.en';
import { shelfWords } from '../features/shelf/words.en';
import { termlineWords } from '../features/termline/words.en';
import { portfolioWords } from '../features/portfolio/words.en';
import { wallWords } from '../features/walls/words.en';
import { yearShelfWords } from '../features/year-shelf/words.en';
import { todayWords } from '../features/today/words.en';

/** Every word of the interface, in English. Keys go by the part of the application. */
export const en = {
  ...commonWords,
  state: STATE_NAMES.en,
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
