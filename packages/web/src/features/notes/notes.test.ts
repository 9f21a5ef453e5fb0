import { plainText, textOf } from '@jolly/core';
import { cutText } from '../../ui/RichTextView.vue';
import { clock, partsOf, sentencesOf } from './places';
import { laidOut } from './use-margin';

const stretch = (id: string, start: number, end: number) => ({ id, start, end, kind: 'note' as const });

it.each([
  ['nothing stands out', [], ['The bend wears away.']],
  ['one in the middle', [stretch('a', 14, 18)], ['The ', 'bend', ' wears away.']],
  ['two that overlap', [stretch('a', 10, 18), stretch('b', 14, 24)], ['The ', 'bend', ' wears', ' away.']],
  ['one that begins before this text and one that is elsewhere', [stretch('a', 0, 13), stretch('b', 90, 95)], ['The', ' bend wears away.']],
])('a text is cut where something begins or ends to stand out: %s', (_case, stretches, expected) => {
  const cut = cutText('The bend wears away.', 10, stretches);
  expect(cut.map((one) => one.text)).toEqual(expected);
  expect(cut.map((one) => one.text).join('')).toBe('The bend wears away.');
});

it('the sentences of a part are places in its plain words, without the space around them', () => {
  const [part] = partsOf({ text: textOf('The bend wears away.  It is fast there!\n\nWhy?'), sheets: [] });
  const sentences = sentencesOf(part!);
  expect(sentences.map((one) => one.quote)).toEqual(['The bend wears away.', 'It is fast there!', 'Why?']);
  for (const { start, end, quote } of sentences) expect(plainText(part!.text).slice(start, end)).toBe(quote);
});

it('a hand-in has as parts its text, unless it is blank, and each copy of a worksheet', () => {
  const sheet = { attachmentId: 's', studentId: null, title: 'Float times', text: textOf('12 s'), fingerprint: null };
  expect(partsOf({ text: textOf(' '), sheets: [sheet, { ...sheet, studentId: 'bao' }] }).map((one) => one.key)).toEqual(['s', 's/2']);
});

it.each([
  [
    [0, 10, 300],
    [50, 50, 50],
    [0, 58, 300],
  ],
  [[20], [50], [20]],
  [[], [], []],
])('cards that want to be at %j with heights %j stand at %j', (tops, heights, at) => expect(laidOut(tops, heights)).toEqual(at));

it('a moment is written in minutes and seconds', () =>
  expect([clock(0), clock(65_000), clock(600_999)]).toEqual(['0:00', '1:05', '10:00']));
