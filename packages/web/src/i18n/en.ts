import { STATE_NAMES } from '@jolly/core';
import { en as familyWords } from './family/en';
import { accountsWords } from '../features/accounts/words.en';
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
  brand: 'Jolly Compass',
  nav: {
    today: 'Today',
    plan: 'Plan',
    marking: 'Marking',
    markBook: 'Mark book',
    progress: 'Progress',
    class: 'Class',
    myWork: 'My work',
    sections: 'Sections',
    waiting: '{n} waiting for a score',
  },
  common: {
    loading: 'Loading',
    retry: 'Try again',
    cancel: 'Cancel',
    close: 'Close',
    save: 'Save',
    saved: 'Saved {time}',
    saving: 'Saving',
    keptHere: 'The server cannot be reached. What you write is kept in this browser and sent when the line is back.',
    failed: 'This could not be loaded',
    stale: 'What you see is from before. {why}',
    unreachable: 'The server cannot be reached. Nothing is lost; try again in a moment.',
    away: 'No line to the school at present; it is tried again by itself.',
    awaySince: 'No line to the school. What you see is as it was on {when}.',
    awayKept: 'What you write is kept here and sent when the line is back.',
    students: 'no students | {n} student | {n} students',
    pieces: 'nothing | {n} piece | {n} pieces',
    points: 'no points | {n} point | {n} points',
    of: '{a} of {b}',
    noDue: 'no due date',
    due: 'due {when}',
    closes: 'closes {when}',
    opens: 'opens {when}',
    never: 'never',
    linkProblem: {
      scheme: 'Only addresses of the web can stand here: they begin with https:// or http://.',
      notAnAddress: 'This is no address of a page, such as https://tern-bay.example/map.',
    },
    soon: { today: 'today, in {length}', tomorrow: 'tomorrow', inDays: 'in {n} days', weekday: '{weekday}, in {n} days' },
    length: { minutes: '{n} min', hours: '{n} h', days: '{n} day | {n} days' },
    late: '{length} late',
    skip: 'Go to the page',
    allClasses: 'All classes',
    choose: 'Choose',
    nothingFound: 'Nothing of that name',
    unsaved: 'What you changed is not stored yet.',
    goOnWriting: 'Go on writing',
    dropIt: 'Close without storing',
  },
  list: { chooseAll: 'Choose all shown', only: 'Only some: {column}', all: 'Show all', columns: 'Columns' },
  when: {
    day: 'day',
    time: 'time',
    placeholder: 'Fri, +2 …',
    prev: 'Month before',
    next: 'Month after',
    superPrev: 'Year before',
    superNext: 'Year after',
    unreadable: '“{typed}” is no day. Type a weekday, +2, 3 Dec or 2026-12-03.',
    noSuchDay: 'There is no such day: “{typed}”.',
    otherWeekday: '“{typed}” is another weekday. Leave the weekday out, or mend the day.',
    tooEarly: '“{typed}” is too early: from {from} on.',
    tooLate: '“{typed}” is too late: up to {to}.',
    noTime: '“{typed}” is no time of day. Type 15:30.',
  },
  state: STATE_NAMES.en,
  shell: {
    find: 'Find anything',
    findNothing: 'Nothing of yours is called that.',
    findKind: {
      class: 'class',
      student: 'student',
      assignment: 'assignment',
      handout: 'handout',
      shelf: 'on the shelf',
      group: 'group',
      unit: 'unit',
      aim: 'aim',
      preset: 'report settings',
      question: 'kept question',
    },
    findAct: {
      time: 'Give more time on everything',
      home: 'Write home',
      report: 'Make a report',
      portfolio: 'Portfolio',
      card: 'Sign-in and details',
    },
    showing: 'Showing',
    scope: 'Which class',
    me: 'You: {name}',
    signOut: 'Sign out',
    theme: 'Colours',
    themes: { light: 'Light', dark: 'Dark', device: 'As the device' },
    help: 'Help and shortcuts',
    helpFor: 'What this page is for',
    guide: 'The guide',
    guideWhole: 'Read the guide, from the beginning',
    shortcutsNone: 'This page has no shortcuts of its own.',
    everywhere: 'Everywhere',
    here: 'On this page',
    showHelp: 'Help and shortcuts',
  },
  names: { none: 'Nobody of this name.' },
  missingPage: { title: 'There is nothing here', hint: 'The address may be old, or it is not yours to see.', home: 'Go to the first page' },
  editor: {
    bold: 'Bold',
    italic: 'Italic',
    heading: 'Heading',
    bullets: 'List',
    numbers: 'Numbered list',
    link: 'Link',
    table: 'Table',
    formula: 'Formula',
    picture: 'Picture',
    linkSign: 'Link',
    tableSign: 'Table',
    answerSpace: 'Space to answer in',
    answerSpaceSign: 'Answer space',
    pictureSign: 'Picture',
    alt: 'What the picture shows',
    ask: { link: 'Address of the link (https://…)', formula: 'Formula, such as v = \\frac{s}{t}', alt: 'For who cannot see it' },
    set: 'Set',
    badLink: 'This is no address of a page or a mail.',
    pictureFailed: '{name} could not be kept. The text is; try the picture again.',
    addRow: '+ row',
    addColumn: '+ column',
    dropRow: '− row',
    dropColumn: '− column',
    dropTable: 'no table',
    tools: 'Text tools',
  },
  family: familyWords.family,
  ...accountsWords,
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
