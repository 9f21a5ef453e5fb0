import type { PageHelp } from './page-help';

/** Help of the pages around a class's work: noticeboard, lessons, register, walls, shelf, portfolios. */
export const CLASS_LIFE_HELP: Readonly<Record<string, PageHelp>> = {
  '/class/:id/ask': {
    is: 'Here a class is asked one question in the lesson.',
    acts: [
      'Write it, or take one from the store; “Ask it now” opens the board and puts it on your students’ My work.',
      'On the board press S for how it was answered, K for the key, E to end it.',
      'Look at “Who answered what” afterwards; names are never on the board.',
    ],
  },
  '/class/:id/notices': {
    is: 'What the class and its families should know, who has read it, and questions to raise hands for.',
    acts: [
      'Press “New notice”, or B: choose classes and readers, write a title, put it up now or at a time. Sentences of the stock reach families in their language.',
      'Press “Show of hands”, or H: a question, two to ten choices, Enter goes on to the next. “On the board” shows the count as it comes.',
      '“Remind” tells those who have not read it; “Who may write here” sets who answers, and whether students put up notices.',
    ],
  },
  '/notices': {
    is: 'What is up for you in all your classes: the newest first, what stays at the top before it.',
    acts: [
      'Choose where a question is asked; it says before whether your name is recorded.',
      'Press “Answer” where a notice takes answers; it says who reads them.',
      'Where your class lets you, “Put up a notice” writes one of your own.',
    ],
  },
  '/class/:id/register': {
    is: 'Who was there, lesson by lesson. It changes no score by itself.',
    acts: [
      'Type the first letter of a name to go to it, Space for absent, 2 late, 3 left early, 4 excused; Enter when all others were there.',
      'What a family has told stands beside the name: “Note it, and say so” excuses the student and tells the family.',
      'For a piece that was due while somebody was away, “Give 1 more school day” moves it for them.',
    ],
  },
  '/class/:id/walls': {
    is: 'Walls on which students show their class what they have made, if they like.',
    acts: [
      'Press “New wall”: what it shows, and under which name; your students hear of it.',
      '“Who sees and says what” sets whether classmates leave remarks, with your yes or at once, and whether families look.',
      'Open a wall to say yes to what waits.',
    ],
  },
  '/class/:id/walls/:wall': {
    is: 'What students show here, and what classmates say about it.',
    acts: [
      'What waits for your yes stands first: “Yes”, or “Hide with a word” to whoever wrote it.',
      'Under “More” a piece is hidden from the class; its maker reads why.',
      '“More about this wall” closes it or takes it down; “Save as a page” keeps it in a file that opens anywhere.',
    ],
  },
  '/walls': {
    is: 'The walls of your classes.',
    acts: ['Open one to see what your class shows.', 'Show something of yours there, if you like.', 'Take it back at any time.'],
  },
  '/walls/:wall': {
    is: 'What your class shows, and what was said about it.',
    acts: [
      'Press “Show it” to put your piece up; it says before who sees it and under which name.',
      'Press “Read it all” on a piece, then say what you liked, a question or an idea.',
      'Press “Take it back” and it is gone for everybody at once.',
    ],
  },
  '/class/:id/year-shelf': {
    is: 'Handouts that students find the whole year, in your order.',
    acts: [
      'Put a handout of the class on the shelf, or write a new one.',
      'Under “More” it goes into a folder, up, down, or off the shelf; the handle drags it.',
      'Press “… have opened it” to see who has and who has not.',
    ],
  },
  '/class/:id/timetable': {
    is: 'The lessons of the class, which stand in every calendar and open its live room.',
    acts: [
      'Add a lesson, or read the timetable from a calendar file; look at it and store it.',
      'Under “more…” a lesson gets its first and last day, days on which it is left out, and a call of its own.',
      'Press “Open it now” to let students into the live room outside a lesson.',
    ],
  },
  '/year-shelf': {
    is: 'What stays at hand the whole year, class by class.',
    acts: ['Open a handout.', 'See what was added last.', 'What you have not opened yet is marked “new”.'],
  },
  '/portfolios': {
    is: 'What students have put into their portfolios and what waits for your word, over all classes.',
    acts: [
      '“Yes” lets the family see it; “Yes, with a word” says something with it.',
      '“Back, with a word” gives it back to the student, who mends it and puts it in again.',
      'After each act you stand on the next one.',
    ],
  },
  '/portfolio': {
    is: 'Your pieces that are worth keeping, handed in or your own, over the years.',
    acts: [
      'Put in work that you handed in, with a line why, or “Put in something of your own”.',
      'Your teacher says yes or gives it back with a word; with a yes your family sees it. When a term ends, look back on it.',
      '“Take it home” packs it all as pages with their files.',
    ],
  },
};
