/** @jest-environment @happy-dom/jest-environment */
import type { CalendarAddressReply } from '@jolly/server/contract';
import { opened, serving } from '../../testing-page';
import { CalendarAddress } from '.';

const WISH = 'PATCH /api/my/calendar-address';
const none: CalendarAddressReply = { address: null, dueAs: 'moment', alarmMinutes: null };
const made: CalendarAddressReply = { ...none, address: 'https://school.example/calendar/secret.ics' };

it('is made, and says how what is due is given to a calendar program', async () => {
  const { last } = serving({
    'GET /api/my/calendar-address': none,
    'POST /api/my/calendar-address': made,
    [WISH]: { ...made, dueAs: 'task' },
  });
  const page = await opened(CalendarAddress, {});
  await page.press('Make an address');
  expect(page.wrapper.find('input[readonly]').element).toMatchObject({ value: made.address });
  await page.tick('is a task, done once it is handed in');
  expect(last(WISH)!.body).toEqual({ dueAs: 'task' });
  await page.choose('Let the program remind me', '24 h before');
  expect(last(WISH)!.body).toEqual({ alarmMinutes: 1440 });
});
