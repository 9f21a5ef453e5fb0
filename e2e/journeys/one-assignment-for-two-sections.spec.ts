import { expect, test, type Page } from '@playwright/test';
import { aClass, asks, joined, picks, press, someone, type, unique } from '../support/people';

/** What this journey reads of replies. */
interface Named {
  id: string;
  givenName: string;
  familyName: string;
}
interface Row {
  student: Named;
  state: string;
  exception: object | null;
  trail: object[];
  window: { due: number | null; closes: number | null };
}
interface Pieces {
  rows: Row[];
}

const DAY = 86_400_000;
const written = (at: number) =>
  new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/Lisbon', weekday: 'short', day: 'numeric', month: 'short' })
    .format(at)
    .replace(',', '');

/** The next Tuesday at 15:30 school time that is at least three days away, so that the days after it are school days. */
function aTuesday(): number {
  const day = new Date(Date.now() + 3 * DAY);
  while (day.getUTCDay() !== 2) day.setTime(day.getTime() + DAY);
  const noon = Date.UTC(day.getUTCFullYear(), day.getUTCMonth(), day.getUTCDate(), 15, 30);
  const shown = Number(new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/Lisbon', hour: '2-digit', hour12: false }).format(noon));
  return noon - (shown - 15) * 3_600_000;
}

const DOCUMENT = { type: 'doc', content: [{ type: 'paragraph' }] };
const EVERYONE = { kind: 'everyone', laterJoiners: true };

test('one assignment for two sections: each student has exactly their own date and can see why, and moving it moves only theirs', async ({
  browser,
}) => {
  test.setTimeout(200_000);
  const { teacher, name, code, classId } = await aClass(browser);
  const second = await asks<{ id: string; joinCode: string }>(teacher, 'post', '/api/classes', { name: unique('Tides B') });
  await asks(teacher, 'put', `/api/classes/${second.id}/join-code`, { open: true, until: null, asksNumber: false });
  const students: Record<string, Page> = {};
  for (const given of ['Cara', 'Dov', 'Eli', 'Fay']) students[given] = await joined(await someone(browser), code, given);
  students.Gil = await joined(await someone(browser), second.joinCode, 'Gil');
  const roster = await asks<Named[]>(teacher, 'get', `/api/classes/${classId}/roster`);
  const idOf = (name: string) => roster.find((one) => one.givenName === name)!.id;
  const { groups } = await asks<{ groups: { id: string }[] }>(teacher, 'post', `/api/classes/${classId}/groupings`, {
    name: 'Lab',
    seed: null,
    until: null,
    groups: [{ id: null, name: 'Thursday lab', studentIds: [idOf('Dov')] }],
  });
  await asks(teacher, 'post', '/api/standing-exceptions', {
    studentIds: [idOf('Eli')],
    kind: 'schoolDays',
    amount: 1,
    validFrom: null,
    validTo: null,
    reason: 'Reads slowly',
    quizTimePercent: null,
    waivesLate: false,
    classIds: [classId],
  });

  const title = unique('Spring tide');
  const due = aTuesday();
  const set = {
    opens: null,
    closes: due + 7 * DAY,
    unitId: null,
    categoryId: null,
    countsInTotals: true,
    bonus: false,
    audience: EVERYONE,
    groupingId: null,
  };
  const brief = await asks<{ id: string; classes: { classId: string; assignmentId: string }[] }>(teacher, 'post', '/api/briefs', {
    kind: 'assignment',
    title,
    instructions: DOCUMENT,
    spoken: null,
    attachments: [],
    how: 'handIn',
    accepts: ['text'],
    scoring: { by: 'points' },
    points: 20_000,
    aims: [],
    minutes: 30,
    rounds: null,
    roundRule: 'latest',
    lateRule: null,
    standingHolds: true,
    classes: [
      { classId, due, ...set },
      { classId: second.id, due: due + DAY, ...set },
    ],
    fromShelf: null,
  });
  const { assignmentId } = brief.classes.find((one) => one.classId === classId)!;
  await asks(teacher, 'put', `/api/assignments/${assignmentId}/group-dates/${groups[0]!.id}`, {
    due: due + 2 * DAY,
    reason: '',
    tell: true,
  });

  // The rest is done where a teacher does it: a one-off exception, an excused student, and issuing to both sections.
  await teacher.goto(`/compose/${brief.id}`);
  await press(teacher.getByRole('button', { name: `+ give someone other dates · ${name}` }));
  await picks(teacher, 'Students', 'Cara Reef');
  await press(teacher.getByRole('button', { name: '+ 5 school days' }));
  await type(teacher.getByLabel('Why'), 'At the regatta');
  await press(teacher.getByRole('button', { name: 'Give Cara these dates' }));
  await expect(teacher.getByRole('button', { name: /Cara Reef.*At the regatta/ })).toBeVisible();
  await press(teacher.getByRole('button', { name: `+ give someone other dates · ${name}` }));
  await picks(teacher, 'Students', 'Fay Reef');
  await press(teacher.getByRole('button', { name: 'Excused from this' }), 'Space');
  await type(teacher.getByLabel('Why'), 'In hospital');
  await press(teacher.getByRole('button', { name: 'Excuse Fay' }));
  await expect(teacher.getByRole('button', { name: /Fay Reef.*excused/ })).toBeVisible();
  // Ada, Ben, Cara, Dov, Eli of the first section, without Fay; Gil of the second.
  await press(teacher.getByRole('button', { name: 'Issue to 6 students' }));
  await teacher.waitForURL(/\/assignments\//);

  const ownDue: Record<string, number> = { Cara: due + 7 * DAY, Dov: due + 2 * DAY, Eli: due + DAY, Gil: due + DAY };
  for (const [name, at] of Object.entries(ownDue)) {
    const page = students[name]!;
    await page.goto('/work');
    await expect(page.locator('.card', { hasText: title })).toContainText(written(at).split(' ')[0]!);
  }
  const mine = async (name: string, id = assignmentId) =>
    asks<{ piece: { window: { due: number } } }>(students[name]!, 'get', `/api/my/work/${id}`);
  for (const name of ['Cara', 'Dov', 'Eli']) expect((await mine(name)).piece.window.due).toBe(ownDue[name]);
  for (const [name, why] of [
    ['Cara', 'given here, At the regatta'],
    ['Dov', 'group date, Thursday lab'],
    ['Eli', 'standing exception, Reads slowly'],
  ] as const) {
    await students[name]!.goto(`/work/${assignmentId}`);
    await press(students[name]!.getByRole('button', { name: 'Why this date?' }));
    await expect(students[name]!.getByText(new RegExp(`due .* → .*: ${why}`))).toBeVisible();
  }
  await students.Fay!.goto(`/work/${assignmentId}`);
  await expect(students.Fay!.getByText('You are excused from this.')).toBeVisible();

  // The due date is dragged to the next day: the preview says who moves, then states, load and news follow.
  const monday = new Date(due - DAY).toISOString().slice(0, 10);
  const loadOn = async (day: string) => {
    const plan = await asks<{ load: { day: string; pieces: number }[] }>(
      teacher,
      'get',
      `/api/plan?from=${monday}&to=${new Date(due + 3 * DAY).toISOString().slice(0, 10)}&classId=${classId}`,
    );
    return plan.load.find((one) => one.day === day)?.pieces ?? 0;
  };
  const [tuesday, wednesday] = [new Date(due).toISOString().slice(0, 10), new Date(due + DAY).toISOString().slice(0, 10)];
  const before = [await loadOn(tuesday), await loadOn(wednesday)];
  await teacher.goto(`/plan?class=${classId}&from=${monday}&to=${new Date(due + 9 * DAY).toISOString().slice(0, 10)}`);
  await teacher.locator('.card', { hasText: title }).dragTo(teacher.locator(`[data-cell="${classId} ${wednesday}"]`));
  const box = teacher.getByRole('dialog');
  await expect(box).toContainText('1 keeps a date of their own.');
  await press(box.getByRole('button', { name: 'Move and tell students' }));
  await expect(teacher.getByText(`Moved ${title}.`)).toBeVisible();
  const news = async (name: string) =>
    (await asks<{ news: { kind: string; to: { due: number } | null }[] }>(students[name]!, 'get', '/api/news')).news
      .filter((one) => one.kind === 'dates')
      .map((one) => one.to?.due);
  expect((await mine('Cara')).piece.window.due).toBe(ownDue.Cara);
  expect((await mine('Eli')).piece.window.due).toBe(due + 2 * DAY);
  expect([await news('Cara'), await news('Eli'), await news('Gil')]).toEqual([[], [due + 2 * DAY], []]);
  expect([await loadOn(tuesday), await loadOn(wednesday)]).toEqual([before[0]! - 2, before[1]! + 1]);
  await press(teacher.getByRole('button', { name: 'Undo' }));
  await expect(teacher.getByText(`Moved ${title}.`)).toHaveCount(0);
  expect((await mine('Eli')).piece.window.due).toBe(ownDue.Eli);
  expect([await loadOn(tuesday), await loadOn(wednesday)]).toEqual(before);
  const { rows } = await asks<Pieces>(teacher, 'get', `/api/assignments/${assignmentId}/pieces`);
  expect(rows.map((row) => [row.student.givenName, row.state])).toEqual(
    expect.arrayContaining([
      ['Fay', 'excused'],
      ['Ada', 'open'],
      ['Eli', 'open'],
    ]),
  );
});
