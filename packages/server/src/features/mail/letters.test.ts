import { newsLetter } from './letters';
import { newsSentence, type NewsLine } from './news-sentence';

const [wed, thu] = [Date.parse('2026-11-25T15:30:00.000Z'), Date.parse('2026-11-26T15:30:00.000Z')];
const at = (due: number | null, closes: number | null = null) => ({ opens: null, due, closes });
const line = (more: Partial<NewsLine>): NewsLine => ({
  kind: 'issued',
  title: 'Valley model',
  className: 'Rivers 8',
  zone: 'Europe/Lisbon',
  ...more,
});

it.each<[string, Partial<NewsLine>, string]>([
  ['new work', { to: at(wed) }, 'New: “Valley model” (Rivers 8), due Wed 25 Nov 15:30.'],
  ['new work without a date', { to: at(null) }, 'New: “Valley model” (Rivers 8), no due date.'],
  [
    'a moved date',
    { kind: 'dates', from: at(wed), to: at(thu) },
    'Your due date for “Valley model” (Rivers 8) has changed from Wed 25 Nov 15:30 to Thu 26 Nov 15:30.',
  ],
  [
    'a date taken away',
    { kind: 'dates', from: at(wed), to: at(null) },
    'Your due date for “Valley model” (Rivers 8) has changed from Wed 25 Nov 15:30 to no due date.',
  ],
  [
    'only closing moved',
    { kind: 'dates', from: at(wed), to: at(wed, thu) },
    'Your dates for “Valley model” (Rivers 8) have changed: due Wed 25 Nov 15:30, closes Thu 26 Nov 15:30.',
  ],
  ['excused', { kind: 'excused' }, 'You are excused from “Valley model” (Rivers 8).'],
  ['returned', { kind: 'returned' }, '“Valley model” (Rivers 8) is back from your teacher.'],
  [
    'granted, with a word',
    { kind: 'answered', to: at(thu), word: 'Get well' },
    'You have more time for “Valley model” (Rivers 8): due Thu 26 Nov 15:30. “Get well”',
  ],
  ['declined', { kind: 'answered', to: null }, 'More time for “Valley model” (Rivers 8) was not granted.'],
  ['a request', { kind: 'asked', who: 'Bao Lind', word: 'Ill' }, 'Bao Lind asks for more time for “Valley model” (Rivers 8): “Ill”'],
  ['late work', { kind: 'inLate', who: 'Bao Lind' }, 'Bao Lind has handed in “Valley model” (Rivers 8) after it was due.'],
])('a mail says of %s', (_case, more, sentence) => expect(newsSentence(line(more))).toBe(sentence));

it('a letter of one thing has it as its subject, of several says how many', () => {
  const one = newsLetter({ language: 'en', name: 'Bao', lines: [line({ kind: 'returned' })], link: 'http://jolly.test/news' });
  expect(one.subject).toBe('“Valley model” (Rivers 8) is back from your teacher.');
  const two = newsLetter({
    language: 'en',
    name: 'Bao',
    lines: [line({ kind: 'returned' }), line({ kind: 'excused', title: 'Flood diary' })],
    link: 'http://jolly.test/news',
  });
  expect(two.subject).toBe('2 things new');
  expect(two.body).toContain('- You are excused from “Flood diary” (Rivers 8).');
  expect(two.body).toContain('http://jolly.test/news');
});
