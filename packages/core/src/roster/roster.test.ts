import { compareNames, joinCodeFrom, JOIN_CODE_ALPHABET, MOST_LINES, nameKey, readRosterLines, tidyJoinCode } from '.';

it.each([
  ['Bao Lindqvist', 'Bao', 'Lindqvist'],
  ['Lindqvist, Bao', 'Bao', 'Lindqvist'],
  ['Bao\tLindqvist', 'Bao', 'Lindqvist'],
  ['  Ana   Maria  Silva ', 'Ana', 'Maria Silva'],
  ['O', 'O', ''],
  [', Bao', 'Bao', ''],
  ['نور الحسن', 'نور', 'الحسن'],
  ['🦊 Fox', '🦊', 'Fox'],
])('reads %j as given %j, family %j', (line, givenName, familyName) => {
  expect(readRosterLines(line)).toEqual([{ line: 1, ok: true, givenName, familyName }]);
});

it('skips empty lines, counts lines from 1, and names what cannot be taken', () => {
  const lines = readRosterLines(`\nBao\r\n\r\n${'x'.repeat(81)}`);
  expect(lines.map((l) => [l.line, l.ok])).toEqual([
    [2, true],
    [4, false],
  ]);
  const many = readRosterLines('A B\n'.repeat(MOST_LINES + 1));
  expect(many.at(-1)).toEqual({ line: MOST_LINES + 1, ok: false, reason: 'tooMany' });
});

it('takes names as the same without case and accents, and sorts by family name', () => {
  expect(nameKey({ givenName: 'José', familyName: 'NÚÑEZ' })).toBe('jose nunez');
  const names = ['Zoë Adams', 'Adam Ørsted', 'Cher', 'Bo Adams'].map((n) => readRosterLines(n)[0]!).filter((l) => l.ok);
  expect(names.sort(compareNames).map((n) => n.givenName)).toEqual(['Bo', 'Zoë', 'Cher', 'Adam']);
});

it('draws join codes without look-alikes, every character equally likely', () => {
  expect(JOIN_CODE_ALPHABET).not.toMatch(/[01258AEILOQSZBDGJUVWY6]/);
  expect(joinCodeFrom(Uint8Array.from([0, 1, 2, 255, 13, 14, 15, 16]))).toBe('347X347');
  expect(joinCodeFrom(Uint8Array.from([255, 254, 253]))).toBeNull();
  expect(tidyJoinCode(' 34k-7nr t')).toBe('34K7NRT');
});
