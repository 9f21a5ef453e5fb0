import { awayDays, countRegister, isAway, REGISTER_MARKS, type RegisterMark } from '.';

const entry = (day: string, mark: RegisterMark, lesson = 'a') => ({ day, lesson, mark });
const all = [
  entry('2026-11-18', 'absent'),
  entry('2026-11-25', 'late'),
  entry('2026-11-25', 'absent', 'b'),
  entry('2026-12-02', 'excused'),
  entry('2026-12-09', 'present'),
];

it('counts lessons, within the days that are asked for', () => {
  expect(countRegister(all, null)).toEqual({ absent: 2, excused: 1, late: 1, left: 0 });
  expect(countRegister(all, { from: '2026-11-25', to: '2026-12-02' })).toEqual({ absent: 1, excused: 1, late: 1, left: 0 });
  expect(countRegister([], null)).toEqual({ absent: 0, excused: 0, late: 0, left: 0 });
});

it('knows who was away: absent or excused, not who came late or left', () => {
  expect(REGISTER_MARKS.filter(isAway)).toEqual(['absent', 'excused']);
  expect([...awayDays(all)]).toEqual(['2026-11-18', '2026-11-25', '2026-12-02']);
});
