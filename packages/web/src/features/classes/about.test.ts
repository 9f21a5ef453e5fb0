/** @jest-environment @happy-dom/jest-environment */
import type { ClassReply } from '@jolly/server/contract';
import { opened, serving } from '../../testing-page';
import AboutPage from './AboutPage.vue';

const schoolClass = (id: string) =>
  ({
    id,
    version: 1,
    name: id,
    label: id,
    section: '',
    subject: '',
    level: '',
    room: '',
    hue: 0,
    dueTime: null,
    liveLink: null,
    liveMinutes: 10,
    letterShows: 'words',
    putAwayAt: null,
    students: 2,
    teachers: [],
    terms: [],
    calendar: { zone: 'UTC', schoolDays: [1, 2, 3, 4, 5], closures: [] },
  }) as Partial<ClassReply> as ClassReply;

it('what is typed of one class’s units is not saved for the class that is chosen next', async () => {
  const { last } = serving({
    'GET /api/classes': [schoolClass('rivers'), schoolClass('maps')],
    'GET /api/classes/:classId/units': ({ params }) => [{ id: `${params.classId}-1`, name: `First of ${params.classId}` }],
    'GET /api/classes/:classId/teachers': { teachers: [], invitations: [] },
    'GET /api/first-steps': [] as never,
    'PUT /api/classes/:classId/units': ({ body }) => body.units.map(({ id, name }) => ({ id: id ?? 'new', name })),
  });
  const page = await opened(AboutPage, { at: '/class/rivers/about', path: '/class/:id/about' });
  await page.fill('Name of the unit', 'Rapids');
  await page.router.push('/class/maps/about');
  await page.settled();
  expect(page.field('Name of the unit').value).toBe('First of maps');
  expect(page.has('Save the units')).toBe(false);
  await page.fill('Name of the unit', 'Scales');
  await page.press('Save the units');
  expect(last('PUT /api/classes/:classId/units')).toMatchObject({
    params: { classId: 'maps' },
    body: { units: [{ id: 'maps-1', name: 'Scales' }] },
  });
});
