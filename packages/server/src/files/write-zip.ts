import archiver from 'archiver';
import { Readable } from 'node:stream';

/** Puts a file into a zip and waits until it is in it, so that one thing is read at a time. */
export type AddToZip = (source: Readable | string | Buffer, name: string) => Promise<void>;

/**
 * Writes a zip that goes straight out, whatever its size.
 *
 * @param into takes the zip as a stream and says when it is there
 * @param fill puts the files in; what it throws ends the zip, and what `into` has begun with it
 * @returns what `into` says
 */
export async function writeZip<T>(into: (zip: Readable) => Promise<T>, fill: (add: AddToZip) => Promise<void>): Promise<T> {
  const zip = archiver('zip', { zlib: { level: 6 } });
  const written = into(zip);
  // Asked of at the end; until then a failure of the disk must not go by unheard.
  written.catch(() => zip.abort());
  const failed = new Promise<never>((_, fail) => zip.once('error', fail));
  failed.catch(() => undefined);
  const add: AddToZip = async (source, name) => {
    const stream = source instanceof Readable ? source : Readable.from([source]);
    const broken = new Promise<never>((_, fail) => stream.once('error', fail));
    const added = new Promise<void>((ok) => zip.once('entry', () => ok()));
    zip.append(stream, { name });
    await Promise.race([added, broken, failed]);
  };
  try {
    await fill(add);
    await zip.finalize();
    return await written;
  } catch (error) {
    zip.abort();
    await written.catch(() => undefined);
    throw error;
  }
}
