import { expect, test, type APIRequestContext } from '@playwright/test';
import { once } from 'node:events';
import { get, type IncomingMessage } from 'node:http';
import { asks, PASSWORD, someone, unique } from '../support/people';
import { aReadyClass } from '../support/school';
import { aSecondServer } from '../support/second-server';

async function posts(who: APIRequestContext, path: string, body: object) {
  const { csrf } = (await (await who.get('/api/session')).json()) as { csrf: string };
  return who.post(path, { headers: { 'X-CSRF-Token': csrf }, data: body });
}

test('what is refused at one server process is refused at the other: guessing, taking over, reading on', async ({ browser, baseURL }) => {
  const second = await aSecondServer();
  try {
    const { teacher, classId, students, issue } = await aReadyClass(browser, ['Ada']);
    const { id } = await issue('Two servers');
    const { me } = await asks<{ me: { userName: string } }>(students.Ada, 'get', '/api/session');

    await test.step('a password is guessed at both in turn, in ever new spellings: ten tries in all', async () => {
      const first = await (await someone(browser)).context().request;
      const at = [
        { who: first, base: baseURL! },
        { who: await second.visitor(), base: '' },
      ];
      const statuses: number[] = [];
      for (let n = 0; n < 16; n++) {
        const { who, base } = at[n % 2]!;
        const { csrf } = (await (await who.get(`${base}/api/session`)).json()) as { csrf: string };
        const userName = [me.userName, me.userName.toUpperCase(), ` ${me.userName}`, me.userName.replace('a', 'á')][n % 4]!;
        statuses.push(
          (
            await who.post(`${base}/api/session`, { headers: { 'X-CSRF-Token': csrf }, data: { userName, password: `guess ${n}` } })
          ).status(),
        );
      }
      expect(statuses.filter((status) => status === 401)).toHaveLength(10);
      expect(statuses.slice(10).every((status) => status === 429)).toBe(true);
      // Whoever is signed in already goes on.
      expect((await students.Ada.request.get('/api/my/work')).status()).toBe(200);
    });

    await test.step('a teacher who names somebody else’s student in a roster gets no password for them', async () => {
      const stranger = await second.visitor();
      expect((await posts(stranger, '/api/session', { userName: 'marek.lund', password: PASSWORD })).ok()).toBe(true);
      const made = (await (await posts(stranger, '/api/classes', { name: unique('Stolen') })).json()) as { id: string };
      const ada = (await asks<{ id: string; givenName: string }[]>(teacher, 'get', `/api/classes/${classId}/roster`))[0]!;
      const table = Buffer.from(`User name,Given name,Family name\n${me.userName},Ada,Reef`);
      const uploads = async (path: string, options: object) => {
        const { csrf } = (await (await stranger.get('/api/session')).json()) as { csrf: string };
        const sent = await stranger.post(`/api/classes/${made.id}/roster/${path}`, {
          headers: { 'X-CSRF-Token': csrf },
          multipart: { options: JSON.stringify(options), file: { name: 'table.csv', mimeType: 'text/csv', buffer: table } },
        });
        return (await sent.json()) as { digest: string; asked: number; added: number };
      };
      const { digest } = await uploads('preview', {});
      expect(await uploads('import', { digest })).toMatchObject({ asked: 1, added: 0 });
      expect(await (await stranger.get(`/api/classes/${made.id}/roster`)).json()).toEqual([]);
      for (const act of ['password', 'card'])
        for (const of of [classId, made.id])
          expect((await posts(stranger, `/api/classes/${of}/roster/${ada.id}/${act}`, {})).status()).toBe(404);
      expect((await stranger.get(`/api/classes/${classId}/roster`)).status()).toBe(404);
    });

    await test.step('the join code and her name make nobody her', async () => {
      const { joinCode } = await asks<{ joinCode: string }>(teacher, 'get', `/api/classes/${classId}`);
      const thief = await second.visitor();
      expect(
        (
          await posts(thief, `/api/join/${joinCode}`, {
            givenName: 'Ada',
            familyName: 'Reef',
            userName: unique('thief').replace(' ', '.'),
            password: PASSWORD,
          })
        ).ok(),
      ).toBe(true);
      expect((await thief.get(`/api/my/work/${id}`)).status()).toBe(404);
      const { waiting } = await asks<{ waiting: { listed: { id: string }[] }[] }>(teacher, 'get', `/api/classes/${classId}/joinings`);
      expect(waiting).toHaveLength(1);
    });

    await test.step('a live page at one ends when its owner signs out at the other', async () => {
      const cookie = (await students.Ada.context().cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
      const asked = get(`${second.address}/api/my/work/${id}/live`, { headers: { cookie } });
      const [reply] = (await once(asked, 'response')) as [IncomingMessage];
      expect(reply.statusCode).toBe(200);
      reply.resume();
      const over = new Promise((ended) => reply.on('close', ended));
      const { csrf } = await asks<{ csrf: string }>(students.Ada, 'get', '/api/session');
      expect((await students.Ada.request.delete('/api/session', { headers: { 'X-CSRF-Token': csrf } })).ok()).toBe(true);
      await over;
      const after = await second.visitor(await students.Ada.context().storageState());
      expect((await after.get('/api/my/work')).status()).toBe(401);
    });
  } finally {
    second.stop();
  }
});
