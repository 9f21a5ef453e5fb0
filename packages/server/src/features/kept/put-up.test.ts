import { aSchool, aServer, type Server } from '../../testing/school';

let server: Server;
beforeEach(async () => {
  server = await aServer();
  await aSchool(server);
});
afterEach(() => server.close());

/** A PNG's head that says how large the picture is; nothing more of it is ever read here. */
function png(width: number, height: number): Buffer {
  const head = Buffer.alloc(33);
  Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex').copy(head);
  head.writeUInt32BE(width, 16);
  head.writeUInt32BE(height, 20);
  head.set([8, 6, 0, 0, 0], 24);
  return Buffer.concat([head, Buffer.from('0000000049454e44ae426082', 'hex')]);
}

it('what is to stand in a text as a picture is one, and one that a phone can draw; as an attachment it may be anything', async () => {
  const finch = await server.person('finch');
  const as = '/api/files?as=picture';
  expect((await finch.upload(as, png(400, 300), 'bend.png')).status).toBe(201);
  const large = await finch.upload(as, png(20_000, 15_000), 'whole-valley.png');
  expect([large.status, large.body.type]).toEqual([422, 'file.tooManyPixels']);
  expect(large.body.title).toContain('300 million pixels');
  const text = await finch.upload(as, Buffer.from('not a picture'), 'bend.png');
  expect([text.status, text.body.type]).toEqual([422, 'file.notPicture']);
  expect((await finch.upload('/api/files', png(20_000, 15_000), 'whole-valley.png')).status).toBe(201);
});
