/** What the pages of termline say. */
export const termlineWords = {
  term: {
    label: 'The term',
    week: 'wk {n}',
    weekTitle: 'Week {n}, from {from}. Show this week.',
    now: 'Now',
    from: 'First week shown',
    to: 'Last week shown',
    weeks: 'Week {a} · {from} – {to} | Weeks {a}–{b} · {from} – {to}',
    square: '{title}, {className}, due {when}',
    draft: 'draft',
    none: 'No term is entered yet.',
  },
};
