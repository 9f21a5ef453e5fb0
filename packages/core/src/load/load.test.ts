import fc from 'fast-check';
import type { SchoolCalendar } from '../calendar';
import { isHeavy, loadByDay, planLoad, type DueWork } from '.';

const calendar: SchoolCalendar = {
  zone: 'Europe/Lisbon',
  schoolDays: [1, 2, 3, 4, 5],
  closures: [{ from: '2026-11-26', to: '2026-11-26' }],
};
const due = (studentId: string, day: string, minutes = 20): DueWork => ({ studentId, day, minutes });
const plan = (more: Partial<Parameters<typeof planLoad>[0]> = {}) =>
  planLoad({
    calendar,
    day: '2026-11-25',
    notBefore: '2026-11-23',
    studentIds: ['bao', 'hana'],
    minutes: 30,
    others: [],
    dayFor: (_student, day) => day,
    ...more,
  });

it.each([
  ['three pieces', { pieces: 3, minutes: 0 }, true],
  ['two pieces of 90 minutes in all', { pieces: 2, minutes: 90 }, false],
  ['one piece of 91 minutes', { pieces: 1, minutes: 91 }, true],
])('a day with %s is heavy or not', (_case, load, heavy) => expect(isHeavy(load)).toBe(heavy));

it('adds up pieces and minutes per day and student', () => {
  const days = loadByDay([due('bao', '2026-11-25'), due('bao', '2026-11-25', 40), due('hana', '2026-11-25')]);
  expect(days.get('2026-11-25')!.get('bao')).toEqual({ pieces: 2, minutes: 60 });
  expect(days.get('2026-11-25')!.get('hana')).toEqual({ pieces: 1, minutes: 20 });
});

describe('planLoad', () => {
  it('counts who would have a heavy day and finds the lightest near one', () => {
    const others = [due('bao', '2026-11-25'), due('bao', '2026-11-25'), due('hana', '2026-11-25')];
    const { planned, lighter } = plan({ others });
    expect(planned).toEqual({ day: '2026-11-25', over: 1, mostPieces: 3, minutes: 70 + 50 });
    // Thursday is closed; Tuesday and Friday are as light, Tuesday is nearer.
    expect(lighter).toEqual({ day: '2026-11-24', over: 0, mostPieces: 1, minutes: 60 });
  });
  it('takes the later of two days that are equally light and near', () => {
    const others = [due('bao', '2026-12-02'), due('bao', '2026-12-02')];
    expect(plan({ day: '2026-12-02', others }).lighter?.day).toBe('2026-12-03');
  });
  it('proposes nothing when the planned day is as light as any, and no day before today', () => {
    expect(plan().lighter).toBeNull();
    const others = [due('bao', '2026-11-25'), due('hana', '2026-11-27')];
    expect(plan({ others, notBefore: '2026-11-25' }).lighter?.day).toBe('2026-11-30');
  });
  it('proposes a school day when the planned day is none', () => {
    expect(plan({ day: '2026-11-26', others: [due('bao', '2026-11-26'), due('bao', '2026-11-26')] }).lighter?.day).toBe('2026-11-27');
  });
  it('goes by the day that holds for each student', () => {
    const others = [due('bao', '2026-11-27'), due('bao', '2026-11-27')];
    const { planned } = plan({ others, dayFor: (student, day) => (student === 'bao' ? '2026-11-27' : day) });
    expect(planned.over).toBe(1);
  });
  it('never proposes a day with more students over than the planned one', () => {
    const work = fc.record({
      studentId: fc.constantFrom('bao', 'hana'),
      day: fc.constantFrom('2026-11-24', '2026-11-25', '2026-11-27', '2026-11-30'),
      minutes: fc.nat(60),
    });
    fc.assert(
      fc.property(fc.array(work, { maxLength: 12 }), (others) => {
        const { planned, lighter } = plan({ others });
        if (lighter) expect(lighter.over).toBeLessThanOrEqual(planned.over);
      }),
    );
  });
});
