import type { Readable } from 'node:stream';
import { fromBufferPromise, openPromise, type Entry } from 'yauzl';

/** A zip that is none or damaged, holds too much, or holds what no honest one does. */
export class ZipError extends Error {
  constructor(readonly why: 'notReadable' | 'tooLarge' | 'outside' | 'doubled' | 'link') {
    super(`zip ${why}`);
    this.name = 'ZipError';
  }
}
export interface ZipBounds {
  entries: number;
  unpacked: number;
}
/** A zip that was looked through: its files by name, each to be read as a stream. */
export interface OpenZip {
  entries: ReadonlyMap<string, { size: number }>;
  /** @throws ZipError for a file that is not what the zip says of it */
  read: (name: string) => Promise<Readable>;
  close: () => void;
}

const KIND = 0xf000;
const LINK = 0xa000;
/** The mode that a system gave a file stands in the upper half. */
const isLink = ({ externalFileAttributes }: Entry) => ((externalFileAttributes >>> 16) & KIND) === LINK;

/** What a failure of the library comes to. */
function zipErrorOf(error: unknown): ZipError {
  if (error instanceof ZipError) return error;
  // A name that leads out of the folder it is unpacked into.
  return new ZipError(error instanceof Error && /(absolute|relative) path/.test(error.message) ? 'outside' : 'notReadable');
}

/**
 * Opens a zip and looks through all of its names before anything of it is read: sizes as they are declared, which are held to when a
 * file is read, so that one that lies of its size fails there.
 *
 * @param source the path of a file, or its bytes
 * @throws ZipError
 */
export async function openZip(source: string | Buffer, most: ZipBounds): Promise<OpenZip> {
  const options = { lazyEntries: true, validateEntrySizes: true, autoClose: false };
  const opening = typeof source === 'string' ? openPromise(source, options) : fromBufferPromise(source, options);
  const zip = await opening.catch((error: unknown) => {
    throw zipErrorOf(error);
  });
  const entries = new Map<string, { size: number; entry: Entry }>();
  let unpacked = 0;
  try {
    await new Promise<void>((done, failed) => {
      zip.on('error', failed);
      zip.on('end', done);
      zip.on('entry', (entry: Entry) => {
        const { fileName, uncompressedSize: size } = entry;
        unpacked += size;
        if (isLink(entry)) return failed(new ZipError('link'));
        if (entries.has(fileName)) return failed(new ZipError('doubled'));
        if (entries.size >= most.entries || unpacked > most.unpacked) return failed(new ZipError('tooLarge'));
        if (!fileName.endsWith('/')) entries.set(fileName, { size, entry });
        zip.readEntry();
      });
      zip.readEntry();
    });
  } catch (error) {
    zip.close();
    throw zipErrorOf(error);
  }
  return {
    entries,
    async read(name) {
      const found = entries.get(name);
      if (!found) throw new ZipError('notReadable');
      return zip.openReadStreamPromise(found.entry).catch((error: unknown) => {
        throw zipErrorOf(error);
      });
    },
    close: () => zip.close(),
  };
}
