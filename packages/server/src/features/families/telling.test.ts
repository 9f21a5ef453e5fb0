import { LANGUAGES } from '@jolly/core';
import type { FamilyPiece } from '../../contract';
import { familyInvitation, familyNewsLetter, weeklyLetter, type WeekOfClass } from '../mail/letters';
import { lastLetterDay } from './telling-families.service';

const at = (text: string) => Date.parse(text);
it.each([
  ['a Friday before four', '2026-11-27T15:59:59.999Z', '2026-11-20'],
  ['a Friday at four', '2026-11-27T16:00:00.000Z', '2026-11-27'],
  ['the Thursday after', '2026-12-03T23:59:00.000Z', '2026-11-27'],
  ['a Friday in summer time, at four there', '2026-06-26T15:00:00.000Z', '2026-06-26'],
])('on %s the last letters were due on the right Friday', (_case, now, day) => expect(lastLetterDay('Europe/Lisbon', at(now))).toBe(day));

const piece = (title: string, more: Partial<FamilyPiece> = {}): FamilyPiece => ({
  id: title,
  title,
  state: 'missing',
  due: at('2026-11-25T15:30:00.000Z'),
  closes: null,
  stillAccepted: true,
  lateBy: 0,
  points: 20_000,
  effective: null,
  returnedAt: null,
  remark: null,
  levels: [],
  worth: null,
  opens: false,
  tick: { stand: 'none', at: null },
  ...more,
});
const week: WeekOfClass = {
  className: 'Rivers',
  zone: 'Europe/Lisbon',
  total: '70.0',
  returned: [],
  handedIn: [],
  missing: [],
  coming: [],
  notices: [],
  portfolio: [],
};
const weekly = (weeks: WeekOfClass[], language: (typeof LANGUAGES)[number] = 'en') =>
  weeklyLetter({ language, name: 'Frida', child: 'Bao Lind', weeks, link: 'http://jolly.test/family' });

describe('the weekly letter', () => {
  it('tells what came back, what lies with the teacher, what is missing and until when, and what comes', () => {
    const closes = at('2026-12-02T15:30:00.000Z');
    const { subject, body } = weekly([
      {
        ...week,
        returned: [piece('Delta', { effective: 14_500 }), piece('Free', { effective: 3000, points: null })],
        handedIn: [piece('Oxbow')],
        missing: [piece('Until', { closes }), piece('Open'), piece('Over', { stillAccepted: false })],
        coming: [piece('Undated', { due: null })],
        notices: ['Boots on Thursday'],
        portfolio: ['My kite'],
      },
    ]);
    expect(subject).toBe('The week of Bao Lind');
    for (const said of [
      'RIVERS\n\nTotal so far: 70.0\u00a0%',
      '- Delta: 14.5 / 20\n- Free: 3',
      'Handed in this week\n- Oxbow',
      '- Until (Wed 25 Nov 2026), still accepted until Wed 2 Dec 15:30\n- Open (Wed 25 Nov 2026), still accepted\n- Over (Wed 25 Nov 2026), closed',
      'Coming in the next days\n- Undated\n',
      'New in the portfolio\n- My kite\n',
      'Notices\n- Boots on Thursday\n',
    ])
      expect(body).toContain(said);
  });

  it('shows no total where the class shows none, and says so where there is nothing to say', () => {
    expect(weekly([{ ...week, total: null, missing: [piece('Open')] }]).body).not.toContain('Total so far');
    expect(weekly([week]).body).toContain('nothing is missing');
  });
});

it.each(LANGUAGES)('every letter in %s has everything filled in', (language) => {
  const line = {
    title: 'Delta',
    className: 'Rivers',
    zone: 'Europe/Lisbon',
    who: 'Bao Lind',
    language,
    to: { opens: null, due: at('2026-11-25T15:30:00.000Z'), closes: null },
  };
  const letters = [
    weekly([{ ...week, returned: [piece('Delta', { effective: 1000 })], missing: [piece('Open')], coming: [piece('Soon')] }], language),
    familyInvitation({
      language,
      teacher: 'Ms Finch',
      name: 'Bao Lind',
      code: 'CCCC-HHHH-KKKK',
      link: 'http://jolly.test/family#C',
      until: 'soon',
    }),
    familyNewsLetter({
      name: 'Frida',
      link: 'http://jolly.test/family',
      lines: [
        { ...line, kind: 'childMissing' },
        { ...line, kind: 'childReturned' },
        { ...line, kind: 'childPortfolio' },
        { ...line, kind: 'teacherMessage', title: 'Bao Lind', who: 'Ms Finch', word: 'Come by.' },
      ],
    }),
  ];
  for (const { subject, body } of letters) {
    expect(subject + body).not.toMatch(/\{\w+\}|undefined|null/);
    expect(subject + body).toContain('Bao Lind');
  }
  expect(letters[2]!.body).toContain('Come by.');
  expect(letters[1]!.body).toContain('CCCC-HHHH-KKKK');
});
