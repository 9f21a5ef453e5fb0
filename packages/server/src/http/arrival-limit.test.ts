import express from 'express';
import type { AddressInfo } from 'node:net';
import { connect } from 'node:net';
import { once } from 'node:events';
import { ARCHIVE_ARRIVES_WITHIN_MS, arrivalLimit, ARRIVES_WITHIN_MS, timeToArrive } from './arrival-limit';

it('ends the line of what does not arrive, and no other', async () => {
  const waits: number[] = [];
  const app = express();
  app.use(arrivalLimit((method, path) => (waits.push(timeToArrive(method, path)), path === '/slow' ? 1 : 60_000)));
  app.use((req, res) => void req.on('end', () => res.end('there')).resume());
  const server = app.listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  const send = (path: string, body: string) => {
    const line = connect(port, '127.0.0.1');
    line.write(`POST ${path} HTTP/1.1\r\nHost: x\r\nConnection: close\r\nContent-Length: 4\r\n\r\n${body}`);
    return line;
  };
  const slow = send('/slow', 'ab');
  slow.resume();
  await once(slow, 'close');
  const whole = send('/api/archives', 'abcd');
  let said = '';
  whole.on('data', (part: Buffer) => (said += part.toString()));
  await once(whole, 'close');
  expect(said).toContain('there');
  expect(waits).toEqual([ARRIVES_WITHIN_MS, ARCHIVE_ARRIVES_WITHIN_MS]);
  server.close();
});
