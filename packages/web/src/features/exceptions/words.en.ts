/** What the pages of exceptions say. */
export const exceptionsWords = {
  requests: {
    title: 'More time asked for',
    asks: '{name} asks for more time',
    wants: 'could hand in {when}',
    grant: 'Give until {when}',
    change: 'Another date…',
    decline: 'Decline…',
    word: 'A word to {name}',
    declineNow: 'Decline',
    now: 'now {when}',
    ask: 'Ask for more time',
    why: 'Why, in a sentence',
    wanted: 'When you could hand it in',
    send: 'Ask',
    waiting: 'You asked for more time on {when}. Your teacher has not answered yet.',
    youAsked: 'You asked: “{reason}”',
    until: 'until {when}',
    withdraw: 'Withdraw the request',
    declined: 'More time was not given.',
    granted: 'You were given more time.',
  },
};
