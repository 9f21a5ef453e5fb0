import express, { type ErrorRequestHandler } from 'express';
import { Writable, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import request from 'supertest';
import type { FileStore } from './file-store';
import { takeFile } from './take-file';

it('answers a full disk only when what was half written is gone', async () => {
  const full = Object.assign(new Error('no room'), { code: 'ENOSPC' });
  let isGone = false;
  /** Fails while it is written to, as a disk does, and takes its time to clear up. */
  const keep = async (source: Readable): Promise<never> => {
    await pipeline(source, new Writable({ write: (_chunk, _encoding, done) => done(full) })).catch(() => undefined);
    for (let turn = 0; turn < 50; turn++) await new Promise(setImmediate);
    isGone = true;
    throw full;
  };
  const answer: ErrorRequestHandler = (error: { code?: string }, _req, res, _next) =>
    void res.status(507).json({ code: error.code, isGone });
  const app = express().post('/', takeFile({ keep } as unknown as FileStore), (_req, res) => void res.end());
  app.use(answer);
  const reply = await request(app).post('/').attach('file', Buffer.alloc(200_000), 'valley.mp4');
  expect([reply.status, reply.body]).toEqual([507, { code: 'ENOSPC', isGone: true }]);
});
