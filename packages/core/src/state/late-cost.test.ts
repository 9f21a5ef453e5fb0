import { lateCostOffFull, standingLateness, summarise, worthOf, type PieceFact, type WorthInput } from '.';
import type { SchoolCalendar } from '../calendar';
import type { LateRule } from '../lateness';

const calendar: SchoolCalendar = { zone: 'Europe/Lisbon', schoolDays: [1, 2, 3, 4, 5], closures: [] };
const at = (day: number, hour = 15) => Date.parse(`2026-11-${String(day).padStart(2, '0')}T${hour}:30:00.000Z`);
const [WED, THU, FRI, MON, TUE, WED_AFTER] = [at(18), at(19), at(20), at(23), at(24), at(25)];
const window = { opens: null, due: WED, closes: null };
const HOUR = 3_600_000;
const perDay = (kind: 'perDay' | 'perSchoolDay'): LateRule => ({
  kind,
  percent: 5_000,
  of: 'max',
  maxPercentOff: 100_000,
  floorPercent: 0,
});
const handedIn = (when: number): PieceFact => ({ kind: 'handedIn', at: when });
const sentBack = (when: number, newDue?: number): PieceFact => ({
  kind: 'sentBack',
  at: when,
  ...(newDue === undefined ? {} : { newDue }),
});
const of = (facts: PieceFact[]) => ({ summary: summarise(facts), window, graceMinutes: 0 });
const cost = (facts: PieceFact[], handedInAt: number, rule = perDay('perDay')) =>
  lateCostOffFull({ ...of(facts), handedInAt, points: 20_000, calendar, rule, waived: false }).takenOff / 1000;

describe('what being late takes off 20 points at 5 % a day', () => {
  it.each<[string, PieceFact[], number, number]>([
    ['nothing in time', [], WED, 0],
    ['one point a day later', [], THU, 1],
    ['the lateness it had, though the new date is kept', [handedIn(FRI), sentBack(FRI, MON)], MON, 2],
    ['the lateness it had, without a new date', [handedIn(THU), sentBack(FRI)], WED_AFTER, 1],
    ['the greater one: of the new date', [handedIn(THU), sentBack(FRI, MON)], WED_AFTER, 2],
    ['the greater one: of the first', [handedIn(FRI), sentBack(FRI, MON)], TUE, 2],
    ['that of the middle round', [handedIn(WED), sentBack(WED, THU), handedIn(MON), sentBack(MON, WED_AFTER)], TUE, 4],
  ])('%s', (_case, facts, when, expected) => expect(cost(facts, when)).toBe(expected));

  it('counts school days from the date that was missed by most', () => {
    // Three days past Friday are one school day; three days past Wednesday would be two.
    expect(cost([handedIn(WED), sentBack(THU, FRI)], MON, perDay('perSchoolDay'))).toBe(1);
  });
  it('is the same before it is handed in and after', () => {
    const facts = [handedIn(THU), sentBack(FRI, MON)];
    expect(standingLateness(of([...facts, handedIn(WED_AFTER)]))).toEqual({ lateBy: 48 * HOUR, due: MON });
    expect(cost([...facts, handedIn(WED_AFTER)], WED_AFTER)).toBe(cost(facts, WED_AFTER));
  });
});

describe('what a piece is worth', () => {
  const worth = (more: Partial<WorthInput>) => {
    const given = {
      earned: 16_000,
      rounds: [],
      roundRule: 'latest' as const,
      points: 20_000,
      calendar,
      rule: perDay('perDay'),
      waived: false,
    };
    const { counted, takenOff, effective } = worthOf({ ...of([handedIn(WED)]), ...given, ...more });
    return [counted, takenOff, effective].map((one) => one && one / 1000);
  };
  it.each<[string, Partial<WorthInput>, (number | null)[]]>([
    ['all of what was given, in time', {}, [16, 0, 16]],
    ['less what being late costs', of([handedIn(FRI)]), [16, 2, 14]],
    ['all of it where that is waived', { ...of([handedIn(FRI)]), waived: true }, [16, 0, 16]],
    ['of several rounds the one that counts', { earned: 12_000, rounds: [16_000], roundRule: 'best' }, [16, 0, 16]],
    ['an earlier round while the last has no score', { earned: null, rounds: [9_000] }, [9, 0, 9]],
    ['zero where zero was given, which is a score', { ...of([handedIn(FRI)]), earned: 0 }, [0, 0, 0]],
    ['nothing yet without a score', { earned: null }, [null, 0, null]],
    ['no less for being late where there are no points to take off', { ...of([handedIn(FRI)]), points: null }, [16, 0, 16]],
  ])('is %s', (_case, more, expected) => expect(worth(more)).toEqual(expected));
});
