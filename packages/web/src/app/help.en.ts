import { CLASS_LIFE_HELP } from './help-class-life.en';
import type { PageHelp } from './page-help';

/** Help by the path of a page as the router has it. Read under `?`; loaded only when it is asked for. */
export const HELP: Readonly<Record<string, PageHelp>> = {
  ...CLASS_LIFE_HELP,
  '/today': {
    is: 'Everything that waits: on you, on your students, and what is due next, over all your classes.',
    acts: [
      'Press “Mark” on a pile to score what has come in; the oldest stands first.',
      'Open a name under “Waiting on students” to see what is owed, and give more time or write home from there.',
      'Press “New assignment”, or N on any page, to set new work.',
    ],
  },
  '/plan': {
    is: 'Your classes by days: what is due when, and how much each day asks of your students over all their classes.',
    acts: [
      'Drag a card to another day; you see who moves and which days get heavy before anything changes.',
      '“Shift many…”, under “Shift, hand out, shelf”, moves a whole stretch, past a closure or by some school days.',
      'Look at the bars beneath the days: where they are high, students have much due at once.',
    ],
  },
  '/compose/:id?': {
    is: 'Here work is written and set: the instructions on the left, who gets it and when on the right.',
    acts: [
      'Write what to do, attach what goes with it, and choose points, a rubric or words.',
      'Give each class its dates, and single students other dates with the reason beside them.',
      'Press the button that says to how many students it goes; until then it is a draft that nobody else sees.',
    ],
  },
  '/quiz/:id?': {
    is: 'Here a quiz is made: questions as students see them, each with its key in the margin that only you see.',
    acts: [
      'Press a kind, or its key, to add a question; Enter opens one, Shift with the arrows moves it, Escape is done with it.',
      'Press “Paste a table…” to bring in questions from a spreadsheet; they are looked at first.',
      'Read what stands under “Before it goes out”, try it as a student, then issue it.',
    ],
  },
  '/archives': {
    is: 'Classes and courses as files: written out, and brought in.',
    acts: [
      'On Class, Details, “Archive” writes a whole class into one file, “Course package” what is prepared for it; fetch it here.',
      'Bring one in: it is looked at first. A class becomes a past or a new one, a course drafts of a class or things on your shelf.',
      'Follow how far each is, or stop it; nothing half done stays.',
    ],
  },
  '/shelf': {
    is: 'Assignments, handouts and rubrics that you keep to use again.',
    acts: [
      'Press “Set it again” to bring one into a class as a draft.',
      'Find one by its words, its kind or its folder.',
      'Share a thing with a colleague, or take it out as a file.',
    ],
  },
  '/questions': {
    is: 'Questions that you keep to ask again, and those that colleagues share with you.',
    acts: [
      'Look for some by words, kind, tag or aim; each is seen as students see it, with its key beside.',
      'Choose some and press “A new quiz with it”; in a quiz, S brings in kept ones.',
      'Press “Open” to change one, share it, or see where it was asked and how it did there.',
    ],
  },
  '/asked': {
    is: 'What your teacher asks in the lesson.',
    acts: [
      'Answer it and press “Send”; you can change it until it is ended.',
      'How the class answered stands here once your teacher shows it.',
      'After the key you see whether yours was right.',
    ],
  },
  '/calendar': {
    is: 'Your own dates, as days, weeks or a month.',
    acts: [
      'Choose day, week or month, and go earlier or later.',
      'Open an entry to come to the work it is about.',
      'Make an address under “In your own calendar”, so that your calendar program shows these dates too.',
    ],
  },
  '/news': {
    is: 'What has happened that concerns you, the newest first.',
    acts: ['Open an entry to come to what it is about.', 'See what is new since you last looked.', 'Choose what comes by mail.'],
  },
  '/handouts/:id': {
    is: 'Something to read that belongs to a class; nothing is handed in here.',
    acts: ['Read it.', 'Open or download what is attached.', 'Listen to it where a recording stands beside it.'],
  },
  '/assignments/:id': {
    is: 'One assignment in one class: who has handed in what, as it happens.',
    acts: [
      'Choose a state above the list to see only those students.',
      'Choose students and give them other dates, or nudge them.',
      'Go on to the desk, the class sheet or how it went by the tabs.',
    ],
  },
  '/assignments/:id/follow/:student': {
    is: 'A student’s text as it is being written; students know that teachers may look on.',
    acts: [
      'Read along; it keeps up by itself.',
      'See when it was opened, begun and last worked on.',
      'Look at the versions that were kept on the way.',
    ],
  },
  '/assignments/:id/overlap': {
    is: 'Which texts of this assignment have passages in common. It shows where to look; it judges nobody.',
    acts: [
      'Look at two texts beside each other, with what they share marked.',
      'Compare with earlier classes too, if you wish.',
      'Talk with the students before you conclude anything.',
    ],
  },
  '/assignments/:id/reviews': {
    is: 'Students reading and commenting on each other’s work, without names where you wish.',
    acts: [
      'Deal out who reads whose work, each as many as you say.',
      'See who has given theirs, and share out what is late.',
      'Read what was written, hide what should not be read, and show the rest to its authors.',
    ],
  },
  '/marking': {
    is: 'The piles: what was handed in and waits for a score, the oldest first.',
    acts: [
      'Press “Mark” to begin with a pile.',
      'Press “Return” to give back what is held; each student is told once.',
      'Keep sentences you often write under “Saved remarks”.',
    ],
  },
  '/marking/remarks': {
    is: 'Sentences you write often, at hand on the desk with two keys.',
    acts: ['Write one, and put it in a folder.', 'Tie it to a criterion, so that it comes first there.', 'Share it with your colleagues.'],
  },
  '/marking/:id/sheet': {
    is: 'All students of one assignment on one sheet: scores and remarks typed down the rows.',
    acts: [
      'Type a score, Enter goes to the next row.',
      'Give the same to many with “Same for many”, under “Fill or paste”.',
      'Paste a column from a spreadsheet with “Paste scores”.',
    ],
  },
  '/marking/:id/across': {
    is: 'One criterion or one question across all students, so that everybody is measured alike.',
    acts: [
      'Choose the criterion.',
      'Press the number of a level for each student in turn.',
      'Show everything that was handed in, or one question of a worksheet.',
    ],
  },
  '/marking/:id/outcome': {
    is: 'How an assignment went: the spread of scores, each criterion, and whether you changed your measure on the way.',
    acts: [
      'See which criterion was hardest.',
      'Look again at the pieces far from the rest.',
      'See which of your saved remarks you needed most.',
    ],
  },
  '/marking/:id/quiz': {
    is: 'What came of a quiz: students by questions, and beside them how one question was answered and what its figures say.',
    acts: [
      'Press a number at the head of a column to look at that question; one with a question mark may have a wrong key.',
      'Press “Count as right” beside an answer, or “Leave question out…”; you see who moves before anything changes.',
      'Press the button at the foot to score what waits, one question across all students.',
    ],
  },
  '/marking/:id/answers/:question': {
    is: 'The answers of all students to one question that only you can score.',
    acts: [
      'Press a number, or type the points and Enter; the next student has the cursor.',
      'Write a word to an answer; it is stored when you go on.',
      'Choose “Only what waits” to see no more than is still to be scored.',
    ],
  },
  '/marking/:id/two': {
    is: 'Two markers who did not see each other’s scores, now beside each other.',
    acts: ['Look at where you differ most.', 'Agree on one score for each.', 'What is agreed is held, and returned as usual.'],
  },
  '/marking/:id/:student?': {
    is: 'The desk: one piece of work, its rubric and your words. Nothing is seen by the student before you return it.',
    acts: [
      'Press 1 to 9 to climb to a level, or type points; Enter holds and goes on to the next.',
      'Choose words, or a spot on a page, to put a note there.',
      'Return this one, or all that is held, when you are ready.',
    ],
  },
  '/mark-book': {
    is: 'All scores of a class as a grid, entered like a spreadsheet; every total can be asked how it comes about.',
    acts: [
      'Type into a cell; arrow keys, pasting and undoing work as in a spreadsheet.',
      'Open a total to read its reckoning line by line.',
      'Take the book out as a workbook that counts the same totals itself.',
    ],
  },
  '/progress': {
    is: 'Where each student of a class stands, whoever needs a word first.',
    acts: ['Sort or filter the list by the head of a column.', 'Open a student to see the reasons.', 'Make a report of what is shown.'],
  },
  '/progress/:classId/:student': {
    is: 'One student in one class: what is missing, what came back, and how far the total can still move.',
    acts: [
      'Read why the dial stands where it stands.',
      'Give more time on everything, or write home.',
      'Jot something down for yourself; nobody else reads it.',
    ],
  },
  '/progress/:classId/:student/portfolio': {
    is: 'Pieces of a student that are worth keeping in sight.',
    acts: ['Put a returned piece in.', 'Say in a sentence what it shows.', 'Take it out as a file for the student.'],
  },
  '/reports': {
    is: 'One builder for every report, shown as it will be while you choose.',
    acts: [
      'Choose whom it is about, the days and the parts.',
      'Look at it on the right, then take it out as PDF, spreadsheet or on paper.',
      'Send it to families as letters, each in its own language, after reading them.',
    ],
  },
  '/class/:id?': {
    is: 'The students of a class, and how they get in.',
    acts: [
      'Bring students in: typed, pasted or from a file.',
      'Show the join code large, print sign-in cards, or invite by mail.',
      'Open a student to correct a name or give a new password.',
    ],
  },
  '/class/:id/bring-in': {
    is: 'What was typed or chosen, compared with the roster. Nothing is stored before you say so.',
    acts: [
      'Say what the columns hold where it is not clear.',
      'Look at each row: new, known, changed or doubtful.',
      'Bring them in, or go back and lose nothing.',
    ],
  },
  '/class/:id/groups': {
    is: 'Groups of the class, for work done together and for dates of their own.',
    acts: [
      'Make a set of groups: dealt out, picked by hand or pasted.',
      'Drag names between groups, or go to a name and press ← or →.',
      'Keep them, for good or only for today.',
    ],
  },
  '/class/:id/families': {
    is: 'Who belongs to whom at home, and what families of this class see.',
    acts: [
      'Invite families by a printed letter or by mail.',
      'Choose whether they see totals and your remarks.',
      'Unlink somebody; their sign-in and other children stay.',
    ],
  },
  '/class/:id/exceptions': {
    is: 'What holds for a student on every assignment: more time, later dates, nothing taken off for being late.',
    acts: [
      'Give one, with its reason, from a day on or between two.',
      'See whom it holds for now and whom later.',
      'End one; the class’s dates hold again at once.',
    ],
  },
  '/class/:id/scheme': {
    is: 'How a total comes about: categories and weights, what is left out, what late costs, bands and the pass line.',
    acts: ['Change a weight and see on an example what it does.', 'Set what being late costs.', 'Name the bands totals fall into.'],
  },
  '/class/:id/calendar': {
    is: 'School days of the class: terms, the days it meets, and closures.',
    acts: [
      'Enter a closure, or bring them in from a calendar file.',
      'Agree on one calendar with colleagues.',
      'See which due dates fall on a day without school.',
    ],
  },
  '/class/:id/about': {
    is: 'Name, room, usual due time and who teaches the class.',
    acts: [
      'Change the name, the room and the usual due time.',
      'Invite a colleague to teach it with you.',
      'Put the class away at the end of the year; nothing is lost.',
    ],
  },
  '/class/:id/copy': {
    is: 'A new class made from this one, for another section or term.',
    acts: [
      'Choose what goes along: work, scheme, calendar, groups.',
      'Let the dates move to the new term, and look at them.',
      'Make it; the old class stays as it is.',
    ],
  },
  '/mailroom': {
    is: 'Every mail that went out, is waiting, or could not be sent.',
    acts: ['Read what was sent, as it was sent.', 'Try one again that failed.', 'See who has news but no address.'],
  },
  '/account': {
    is: 'How you sign in.',
    acts: [
      'Change your password; everywhere else you are signed out.',
      'Teachers: set up the two-step sign-in, give an address for a link if you forget the password, and make keys for programs of yours.',
      'Students: see and choose who may help with your sign-in.',
    ],
  },
  '/work': {
    is: 'What you have to do in all your classes: now, next and later, each with your own date.',
    acts: [
      'Press “Start” or “Go on” to work on something.',
      'Read what came back from your teachers.',
      'See where you stand, and what would help most.',
    ],
  },
  '/work/reviews/:id': {
    is: 'Somebody’s work that you were asked to read and comment on.',
    acts: [
      'Read it to the end first.',
      'Say what is good and what would help, by each question.',
      'Give it; your teacher sees who wrote what.',
    ],
  },
  '/work/:id': {
    is: 'One piece of work: what to do, the place to do it, and handing it in.',
    acts: [
      'Write in the box or add photos and files; everything is saved as you go.',
      'Press “Hand in”, and you get a receipt. Until marking begins you can take it back.',
      'Ask for more time or ask your teacher something, right here.',
    ],
  },
  '/work/:id/paper/:paper': {
    is: 'Your own copy of a paper. What you write and draw on it is saved as you go.',
    acts: [
      'Choose “Pen” or “Words” and write where you like, or tap a place to write.',
      'Move the paper with two fingers, and make it larger with “+”.',
      'Press “Done” and hand it in as it stands.',
    ],
  },
  '/work/:id/receipt': {
    is: 'Proof of what you handed in and when the school received it.',
    acts: ['Print it.', 'Check whether a file is the very one that was handed in.', 'Keep the receipt number.'],
  },
  '/my-progress': {
    is: 'Where you stand in each class, and how the number comes about.',
    acts: ['Try what a score would change.', 'See what helps most to hand in next.', 'Choose pieces for your portfolio.'],
  },
};
