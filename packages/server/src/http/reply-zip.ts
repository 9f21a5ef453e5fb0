import type { Response } from 'express';
import { pipeline } from 'node:stream/promises';

/** Replies with a zip as it is packed, to be saved under its name. What is in it may be seen by nobody any more tomorrow: no cache keeps it. */
export async function replyZip(res: Response, { name, zip }: { name: string; zip: NodeJS.ReadableStream }): Promise<void> {
  res.set({
    'Content-Type': 'application/zip',
    'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    'Cache-Control': 'no-store',
  });
  await pipeline(zip, res);
}
