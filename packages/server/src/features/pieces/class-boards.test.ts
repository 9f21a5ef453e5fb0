import { stampedCache } from '../../db/stamped-cache';
import { aSchool, aServer, HOUR, MONDAY, toOne, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
beforeAll(async () => {
  // Elsewhere in the tests what is kept is composed anew and compared; here it is counted what keeping saves.
  server = await aServer({ cache: stampedCache });
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterAll(() => server.close());

/** How many queries a page costs. */
async function cost(path: string): Promise<number> {
  server.queries.length = 0;
  expect((await finch.get(path)).status).toBe(200);
  return server.queries.length;
}

describe('the board of a class', () => {
  it('is composed once for all pages that list its work, and not again while nothing changes', async () => {
    await school.issued();
    const [first, book] = [await cost('/api/today'), await cost(`/api/classes/${school.rivers}/book`)];
    const pages = [
      '/api/today',
      '/api/term-line',
      '/api/assignments',
      `/api/classes/${school.rivers}/progress`,
      `/api/classes/${school.rivers}/book`,
    ];
    for (const path of pages) expect(await cost(path)).toBeLessThan(first / 2);
    expect(await cost(`/api/classes/${school.rivers}/book`)).toBeLessThan(book);
  });

  it('is composed anew by a second server as soon as the first has changed something, once', async () => {
    const { id } = await school.issued({ title: 'Bank survey' });
    const there = await server.person('finch', server.second().http);
    const dues = async () => (await there.get('/api/today')).body.coming.find((one: { assignmentId: string }) => one.assignmentId === id);
    expect(await dues()).toMatchObject({ otherDates: 0 });
    await finch.put(`/api/assignments/${id}/exceptions`, { ...toOne(school.bao.id), due: MONDAY + 100 * HOUR, excused: false, reason: '' });
    expect(await dues()).toMatchObject({ otherDates: 1 });
  });

  it('shows what has changed by time alone', async () => {
    const { id } = await school.issued({ title: 'Sand and silt', due: server.clock.now + HOUR, closes: null });
    const waitingOn = async () =>
      JSON.stringify((await finch.get('/api/today')).body.waitingOn.map((one: { pieces: object[] }) => one.pieces)).includes(id);
    expect(await waitingOn()).toBe(false);
    server.clock.now += HOUR;
    expect(await waitingOn()).toBe(false);
    server.clock.now += 1;
    expect(await waitingOn()).toBe(true);
  });
});
