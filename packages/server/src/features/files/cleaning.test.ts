import { createHash, randomBytes } from 'node:crypto';
import { Readable } from 'node:stream';
import { aSchool, aServer, DAY } from '../../testing/school';
import { KEPT_MS } from './cleaning.service';

it('removes what nobody refers to after a set time, having looked twice, and nothing else', async () => {
  const server = await aServer();
  const school = await aSchool(server);
  const { id } = await school.issued();
  const bao = await server.person('bao');
  const { fileStore, cleaning } = server.services;
  const attached = (await bao.upload(`/api/my/work/${id}/files`, Buffer.from('a,b'), 'a.csv')).body as { id: string; fingerprint: string };
  const [orphan, again] = [randomBytes(40), randomBytes(40)];
  const of = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
  for (const bytes of [orphan, again]) await fileStore.keep(Readable.from([bytes]));
  const start = Date.now();
  expect(await cleaning.clean(start, 256)).toEqual({ setAside: 0, removed: 0 });
  expect(await cleaning.clean(start + KEPT_MS + DAY, 256)).toEqual({ setAside: 2, removed: 0 });
  // Set aside it can still be read; what somebody refers to meanwhile comes back.
  expect(await fileStore.at(of(orphan))).not.toBeNull();
  await server.sequelize.query('UPDATE piece_files SET fingerprint = ? WHERE id = ?', { replacements: [of(again), attached.id] });
  expect(await cleaning.clean(start + KEPT_MS + 2 * DAY, 256)).toEqual({ setAside: 1, removed: 0 });
  expect(await cleaning.clean(start + 3 * KEPT_MS, 256)).toEqual({ setAside: 0, removed: 2 });
  expect([await fileStore.at(of(orphan)), (await fileStore.at(of(again))) !== null]).toEqual([null, true]);
  expect((await bao.get(`/api/files/${attached.id}`)).status).toBe(200);
  await server.close();
});
