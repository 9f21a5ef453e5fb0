import { expect, test } from '@playwright/test';
import { edits, press, type, unique } from '../support/people';
import { aReadyClass } from '../support/school';

test('a student asks for more time, the teacher grants it where Today shows it, and the student hears', async ({ browser }) => {
  const { teacher, classId, students, issue } = await aReadyClass(browser, ['Hal']);
  const student = students.Hal;
  const title = unique('Low water');
  const { id } = await issue(title, { set: { due: Date.now() + 3 * 86_400_000 } });
  await student.goto(`/work/${id}`);
  await press(student.getByRole('button', { name: 'Ask for more time' }));
  await type(student.getByLabel('Why, in a sentence'), 'My boat leaks');
  await press(student.getByRole('button', { name: 'Ask', exact: true }));
  await expect(student.getByText(/has not answered yet/)).toBeVisible();
  await teacher.goto(`/today?class=${classId}`);
  await expect(teacher.getByText('My boat leaks')).toBeVisible();
  await press(teacher.getByRole('button', { name: /^Give until/ }));
  await expect(teacher.getByText('My boat leaks')).toHaveCount(0);
  await student.goto('/news');
  await expect(student.getByText(`More time for ${title}`)).toBeVisible();
  await edits(teacher, id);
  await expect(teacher.getByRole('button', { name: /Hal Reef.*My boat leaks/ })).toBeVisible();
});
