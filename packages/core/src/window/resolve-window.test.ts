import fc from 'fast-check';
import type { SchoolCalendar } from '../calendar';
import { closesAlong, moreTime, resolveWindow, roundedTime, sameWindow, windowProblem, type WindowInput } from '.';

const calendar: SchoolCalendar = { zone: 'Europe/Lisbon', schoolDays: [1, 2, 3, 4, 5], closures: [] };
const on = (day: string, time = '15:30') => Date.parse(`2026-${day}T${time}:00.000Z`);
const [tue, wed, thu, fri, mon] = [on('11-24'), on('11-25'), on('11-26'), on('11-27'), on('11-30')];
const given = (more: Partial<WindowInput> = {}): WindowInput => ({
  calendar,
  issuedAt: on('11-16', '08:00'),
  base: { opens: null, due: wed, closes: null },
  groups: [],
  standing: [],
  ...more,
});
const schoolDays = (amount: number, more = {}) => [{ id: 's1', kind: 'schoolDays' as const, amount, ...more }];

describe('resolveWindow gives', () => {
  it.each<[string, Partial<WindowInput>, number | null]>([
    ['the class date when nobody made an exception', {}, wed],
    ['a group date, even an earlier one', { groups: [{ id: 'g', due: tue }] }, tue],
    [
      'the latest of two group dates',
      {
        groups: [
          { id: 'g1', due: fri },
          { id: 'g2', due: thu },
        ],
      },
      fri,
    ],
    [
      'no limit when one group has none',
      {
        groups: [
          { id: 'g1', due: null },
          { id: 'g2', due: thu },
        ],
      },
      null,
    ],
    ['the one-off date, even an earlier one', { groups: [{ id: 'g', due: fri }], oneOff: { id: 'o', due: tue } }, tue],
    ['one school day more across a weekend', { base: { opens: null, due: fri, closes: null }, standing: schoolDays(1) }, mon],
    ['the one-off date untouched by a standing exception', { oneOff: { id: 'o', due: thu }, standing: schoolDays(1) }, thu],
    ['the group date moved by a standing exception', { groups: [{ id: 'g', due: thu }], standing: schoolDays(1) }, fri],
    ['the class date when the standing exception has ended', { standing: schoolDays(1, { validTo: '2026-11-24' }) }, wed],
    ['the moved date on the last day of validity', { standing: schoolDays(1, { validTo: '2026-11-25' }) }, thu],
    ['the most generous of several standing exceptions', { standing: [...schoolDays(1), { id: 's2', kind: 'days', amount: 2 }] }, fri],
    ['no date when none is set, whatever stands', { base: { opens: null, due: null, closes: fri }, standing: schoolDays(1) }, null],
  ])('%s', (_case, more, due) => {
    expect(resolveWindow(given(more)).window.due).toBe(due);
  });

  it('a share of the time from opens to due, rounded up to a whole minute', () => {
    const base = { opens: wed - 100 * 60_000, due: wed, closes: thu };
    const { window } = resolveWindow(given({ base, standing: [{ id: 's', kind: 'percent', amount: 25_500 }] }));
    expect(window).toEqual({ opens: base.opens, due: wed + 26 * 60_000, closes: thu + 26 * 60_000 });
  });

  it('a closing time moved along though the due date was set by a one-off', () => {
    const base = { opens: null, due: wed, closes: thu };
    const { window } = resolveWindow(given({ base, oneOff: { id: 'o', due: wed + 60_000 }, standing: schoolDays(1) }));
    expect(window).toEqual({ opens: null, due: wed + 60_000, closes: fri });
  });

  it('closes no earlier than due and opens no later, said in the trail', () => {
    const base = { opens: wed, due: wed, closes: wed };
    const { window, trail } = resolveWindow(given({ base, oneOff: { id: 'o', due: thu, opens: fri, reason: 'away' } }));
    expect(window).toEqual({ opens: thu, due: thu, closes: thu });
    expect(trail).toEqual([
      { field: 'opens', layer: 'oneOff', from: wed, to: fri, source: 'o', reason: 'away' },
      { field: 'due', layer: 'oneOff', from: wed, to: thu, source: 'o', reason: 'away' },
      { field: 'closes', layer: 'repair', from: wed, to: thu, source: null },
      { field: 'opens', layer: 'repair', from: fri, to: thu, source: null },
    ]);
  });

  it('a trail that leads from the class date to the resolved one, for any mixture', () => {
    const date = fc.option(
      fc.integer({ min: 0, max: 60 }).map((days) => on('11-02') + days * 86_400_000),
      { nil: null },
    );
    const dates = fc.record({ opens: date, due: date, closes: date }, { requiredKeys: [] });
    fc.assert(
      fc.property(
        fc.record({ opens: date, due: date, closes: date }),
        fc.array(dates, { maxLength: 3 }),
        fc.option(dates, { nil: undefined }),
        fc.nat(5),
        (base, groups, oneOff, amount) => {
          const input = given({ base, groups: groups.map((g, i) => ({ id: `g${i}`, ...g })), standing: schoolDays(amount) });
          const { window, trail } = resolveWindow(oneOff ? { ...input, oneOff: { id: 'o', ...oneOff } } : input);
          const walked = { ...base };
          for (const step of trail) {
            expect(step.from).toBe(walked[step.field]);
            expect(step.to).not.toBe(step.from);
            walked[step.field] = step.to;
          }
          expect(walked).toEqual(window);
          if (window.due !== null && window.closes !== null) expect(window.closes).toBeGreaterThanOrEqual(window.due);
          if (window.due !== null && window.opens !== null) expect(window.opens).toBeLessThanOrEqual(window.due);
        },
      ),
    );
  });
});

it('refuses a standing exception that would take time away', () => {
  const refused = () => resolveWindow(given({ standing: schoolDays(-1) }));
  expect(refused).toThrow('exception.negative');
  expect(refused).toThrow(expect.objectContaining({ facts: { id: 's1' } }));
  expect(resolveWindow(given({ standing: schoolDays(-1, { validTo: '2026-11-24' }) })).window.due).toBe(wed);
});

it.each(['opens', 'due', 'closes'] as const)('two windows are the same by all three dates: another %s is another window', (field) => {
  const window = { opens: tue, due: wed, closes: thu };
  expect(sameWindow(window, { ...window })).toBe(true);
  expect(sameWindow(window, { ...window, [field]: null })).toBe(false);
  expect(sameWindow({ ...window, [field]: null }, window)).toBe(false);
});

it('without a due date no exception moves anything, though it is long over', () => {
  const base = { opens: null, due: null, closes: -1 };
  expect(resolveWindow(given({ base, standing: schoolDays(1) }))).toEqual({ window: base, trail: [] });
});

it('dates that fit together are not repaired, also when they are the same moment', () => {
  const base = { opens: wed, due: wed, closes: wed };
  expect(resolveWindow(given({ base }))).toEqual({ window: base, trail: [] });
  expect(resolveWindow(given({ base: { opens: null, due: -1, closes: null } })).trail).toEqual([]);
});

it('a group without a date in a field leaves that of another', () => {
  const groups = [
    { id: 'g1', due: thu, closes: fri },
    { id: 'g2', due: fri },
  ];
  const { window, trail } = resolveWindow(given({ groups }));
  expect([window.due, window.closes]).toEqual([fri, fri]);
  expect(trail.map(({ source }) => source)).toEqual(['g2', 'g1']);
});

describe('windowProblem', () => {
  it.each([
    [{ opens: null, due: thu, closes: wed }, 'closesBeforeDue'],
    [{ opens: fri, due: thu, closes: null }, 'opensAfterDue'],
    [{ opens: thu, due: null, closes: thu }, 'closesBeforeOpens'],
    [{ opens: wed, due: thu, closes: thu }, null],
    [{ opens: thu, due: thu, closes: null }, null],
    [{ opens: null, due: thu, closes: null }, null],
    [{ opens: null, due: null, closes: -1 }, null],
    [{ opens: null, due: -1, closes: null }, null],
  ])('of %j is %s', (window, problem) => expect(windowProblem(window)).toBe(problem));
});

describe('round times', () => {
  it.each([
    ['a quarter of an hour as it is', on('11-24', '09:15'), on('11-24', '09:15')],
    ['up to the next quarter', on('11-24', '09:16'), on('11-24', '09:30')],
    ['from the night to the morning', on('11-24', '03:07'), on('11-24', '08:00')],
    ['to the end of the afternoon', on('11-24', '17:50'), on('11-24', '18:00')],
    ['from the evening to the next morning', on('11-24', '18:01'), on('11-25', '08:00')],
    ['from a Saturday to the morning of Monday', on('11-28', '13:07'), on('11-30', '08:00')],
  ])('%s', (_case, at, expected) => expect(roundedTime(calendar, at, wed)).toBe(expected));

  it('reach to the time of day at which the class has it due', () => {
    const end = Date.parse('2026-11-24T23:59:59.999Z');
    expect(roundedTime(calendar, on('11-24', '20:05'), end)).toBe(on('11-24', '20:15'));
    expect(roundedTime(calendar, on('11-24', '23:50'), end)).toBe(end);
    expect(roundedTime(calendar, on('11-24', '18:20'), on('11-23', '18:20'))).toBe(on('11-24', '18:20'));
  });

  it('come of a percentage only where the class has it so, and closing moves as far', () => {
    const base = { opens: on('11-24'), due: wed, closes: thu };
    const percent = { base, standing: [{ id: 's', kind: 'percent' as const, amount: 10_000 }] };
    // a tenth of a day: 17:54
    expect(resolveWindow(given(percent)).window).toMatchObject({ due: on('11-25', '17:54'), closes: on('11-26', '17:54') });
    expect(resolveWindow(given({ ...percent, roundTimes: true })).window).toMatchObject({
      due: on('11-25', '18:00'),
      closes: on('11-26', '18:00'),
    });
    expect(resolveWindow(given({ ...percent, standing: [{ id: 's', kind: 'percent', amount: 0 }], roundTimes: true })).window.due).toBe(
      wed,
    );
  });
  it('are never earlier than what was computed, in the hours of a school day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 * 24 * 60 }), (minutes) => {
        const at = wed + minutes * 60_000;
        const rounded = roundedTime(calendar, at, wed);
        expect(rounded).toBeGreaterThanOrEqual(at);
        expect([0, 6]).not.toContain(new Date(rounded).getUTCDay());
        expect(rounded % 86_400_000).toBeGreaterThanOrEqual(on('11-24', '08:00') % 86_400_000);
        expect(rounded % 86_400_000).toBeLessThanOrEqual(on('11-24', '18:00') % 86_400_000);
      }),
    );
  });
});

describe('more time', () => {
  it.each([
    ['counts from the due date to come', { due: wed, closes: null }, 2, tue, { due: fri, closes: null }],
    [
      'counts from today where it has passed',
      { due: on('11-09'), closes: on('11-09') },
      2,
      on('11-26', '10:00'),
      { due: mon, closes: mon },
    ],
    ['keeps closing as many school days after it', { due: thu, closes: fri }, 1, wed, { due: fri, closes: mon }],
    ['gives the next school day from a weekend', { due: on('11-09'), closes: null }, 1, on('11-28', '10:00'), { due: mon, closes: null }],
  ])('%s', (_case, window, days, now, expected) => expect(moreTime(calendar, window, days, now)).toEqual(expected));

  it('has nothing to count from without a date', () => expect(moreTime(calendar, { due: null, closes: fri }, 1, wed)).toBeNull());
  it('moves a closing on a weekend by days, and never puts it before the date', () => {
    expect(closesAlong(calendar, { due: fri, closes: on('11-29') }, mon)).toBe(on('12-02'));
    expect(closesAlong(calendar, { due: null, closes: wed }, fri)).toBe(fri);
    expect(closesAlong(calendar, { due: wed, closes: on('11-25', '16:00') }, on('11-26', '18:00'))).toBe(on('11-26', '18:00'));
  });
});

describe('which of several dates holds', () => {
  const none = { opens: null, due: null, closes: null };
  const groupsOf = (...all: Partial<Record<'opens' | 'due' | 'closes', number | null>>[]) =>
    all.map((one, index) => ({ id: `g${index + 1}`, ...one }));

  it.each<[string, Partial<WindowInput>, Partial<Record<'opens' | 'due' | 'closes', number | null>>, string]>([
    ['the earliest opening', { groups: groupsOf({ opens: wed }, { opens: tue }, { opens: thu }) }, { opens: tue }, 'g2'],
    ['no opening before any', { groups: groupsOf({ opens: tue }, { opens: null }) }, { opens: null }, ''],
    ['the latest closing', { groups: groupsOf({ closes: thu }, { closes: mon }, { closes: fri }) }, { closes: mon }, 'g2'],
    ['no closing after any', { groups: groupsOf({ closes: null }, { closes: mon }) }, { closes: null }, ''],
    ['the first of two that are the same', { groups: groupsOf({ closes: fri }, { closes: fri }) }, { closes: fri }, 'g1'],
    [
      'each field by itself',
      { groups: groupsOf({ opens: tue, closes: thu }, { opens: wed, closes: mon }) },
      { opens: tue, closes: mon },
      'g1',
    ],
  ])('is %s', (_case, more, expected, source) => {
    const { window, trail } = resolveWindow(given({ base: none, ...more }));
    expect(window).toMatchObject(expected);
    if (source !== '') expect(trail[0]).toMatchObject({ layer: 'group', source });
  });

  it('is said with its layer, its source and the reason given for it, one step a change', () => {
    const { trail } = resolveWindow(
      given({
        base: { opens: null, due: wed, closes: null },
        groups: [{ id: 'g', due: thu, reason: 'field trip' }],
        standing: [{ id: 's', kind: 'schoolDays', amount: 1, reason: 'plan' }],
      }),
    );
    expect(trail).toEqual([
      { field: 'due', layer: 'group', from: wed, to: thu, source: 'g', reason: 'field trip' },
      { field: 'due', layer: 'standing', from: thu, to: fri, source: 's', reason: 'plan' },
    ]);
  });

  it('of standing exceptions is the most generous, named by its own id; of two that give the same, the first', () => {
    const of = (...standing: WindowInput['standing']) => resolveWindow(given({ standing })).trail.map(({ source, to }) => [source, to]);
    expect(of({ id: 'one', kind: 'days', amount: 1 }, { id: 'two', kind: 'days', amount: 5 })).toEqual([['two', mon]]);
    expect(of({ id: 'two', kind: 'days', amount: 5 }, { id: 'one', kind: 'days', amount: 1 })).toEqual([['two', mon]]);
    expect(of({ id: 'school', kind: 'schoolDays', amount: 1 }, { id: 'days', kind: 'days', amount: 1 })).toEqual([['school', thu]]);
    expect(of({ id: 'nothing', kind: 'days', amount: 0 })).toEqual([]);
  });

  it('begins and ends with the days of its validity', () => {
    const dueOn = (more: object) => resolveWindow(given({ standing: schoolDays(1, more) })).window.due;
    expect([dueOn({ validFrom: '2026-11-25' }), dueOn({ validFrom: '2026-11-26' })]).toEqual([thu, wed]);
    expect([dueOn({ validTo: '2026-11-25' }), dueOn({ validTo: '2026-11-24' })]).toEqual([thu, wed]);
  });

  it('counts a percentage from opening, else from when it was issued, and never backwards', () => {
    const percent = { standing: [{ id: 's', kind: 'percent' as const, amount: 50_000 }] };
    const base = { opens: null, due: wed, closes: null };
    expect(resolveWindow(given({ base, issuedAt: wed - 60 * 60_000, ...percent })).window.due).toBe(wed + 30 * 60_000);
    expect(resolveWindow(given({ base: { ...base, opens: wed - 20 * 60_000 }, ...percent })).window.due).toBe(wed + 10 * 60_000);
    expect(resolveWindow(given({ base, issuedAt: wed + 60_000, ...percent })).window.due).toBe(wed);
  });
});
