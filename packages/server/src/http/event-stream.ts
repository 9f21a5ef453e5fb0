import type { Response } from 'express';

/** Longer than this no stream stays open: the page asks anew, and whether it still may is asked again. */
const LONGEST_MS = 10 * 60_000;

/** Something to say, or null to say only that the line is alive. */
export type Say = (event: object | null) => void;

/** Keeps a reply open for server-sent events. @param listen begins to listen, and says how to stop */
export async function eventStream(res: Response, listen: (say: Say) => Promise<() => void>): Promise<void> {
  res
    .status(200)
    .set({ 'Content-Type': 'text/event-stream; charset=utf-8', 'Cache-Control': 'no-store, no-transform', 'X-Accel-Buffering': 'no' });
  let closed = false;
  let stop = (): void => void (closed = true);
  const end = setTimeout(() => res.end(), LONGEST_MS);
  end.unref();
  res.on('close', () => {
    clearTimeout(end);
    stop();
  });
  const stopListening = await listen((event) => void res.write(event === null ? ': still here\n\n' : `data: ${JSON.stringify(event)}\n\n`));
  if (closed) return stopListening();
  stop = stopListening;
  // Said only now: who hears that the stream is open may rely on being told of all that happens from then on.
  res.flushHeaders();
  res.write('retry: 2000\n\n');
}
