/** What is said of work that is in, and of what came back. */
export const returnedWords = {
  went: {
    ask: 'How did it go?',
    flowed: 'It flowed',
    hardGoing: 'Hard going, but done',
    stuck: 'I got stuck',
    line: 'A line about it, if you like',
    say: 'Say it',
    said: 'Your teachers see it beside your work.',
    summary: 'How it went for {n}:',
  },
  selfCheck: {
    title: 'How I see my work by the rubric',
    hint: 'If you like, before you hand it in. Your teachers see it beside their own.',
    theirs: 'How they see it by the rubric',
  },
  returned: {
    scaled: 'The rubric gives {a} of {b}, which is {n} of {max}.',
    adjusted: '{base} by the scoring, {by}: {reason}',
    rounds: {
      latest: 'Rounds: {all}. The last one counts: {n}.',
      best: 'Rounds: {all}. The best one counts: {n}.',
      mean: 'Rounds: {all}. Their mean counts: {n}.',
    },
    late: '{counted} − {off} for being {length} late',
    yourWork: 'Your work',
    notes: 'no notes | {n} note | {n} notes',
    open: '{n} not done yet',
    asList: 'As a list',
    inPlace: 'In place',
  },
};
