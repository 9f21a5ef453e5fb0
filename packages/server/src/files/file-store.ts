import { imageSizeFromFile } from 'image-size/fromFile';
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, type ReadStream } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat, utimes } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Problem } from '../http/problem';

export interface StoredBytes {
  /** SHA-256 of the bytes, hex */
  fingerprint: string;
  size: number;
  mediaType: string;
  /** of a picture: how many it has, read from its head; null if that cannot be read, or it is none */
  pixels: number | null;
}

/** A file on disk, and since when it is there. */
export interface ListedFile {
  fingerprint: string;
  at: number;
}

/** What nothing was added to for so long is not arriving any more: a program of the command line may start beside a server that takes a file. */
const STILL_ARRIVING_MS = 3_600_000;

export const MOST_FILE_BYTES = 50 * 1024 * 1024;

/** What may be shown inside the page; everything else is only ever downloaded. No SVG: it can carry scripts. */
const SHOWN_INLINE = new Set([
  'image/png',
  'image/jpeg',
  'image/gif',
  'image/webp',
  'application/pdf',
  'text/plain',
  'video/webm',
  'video/mp4',
]);
export const isShownInline = (mediaType: string): boolean => SHOWN_INLINE.has(mediaType) || /^audio\/[\w.+-]+$/.test(mediaType);

async function sniff(path: string): Promise<string> {
  const { fileTypeFromFile } = await import('file-type');
  const found = await fileTypeFromFile(path);
  if (found) return found.mime;
  const file = await open(path);
  try {
    const { bytesRead, buffer } = await file.read(Buffer.alloc(4096), 0, 4096, 0);
    const head = buffer.subarray(0, bytesRead);
    if (head.includes(0)) return 'application/octet-stream';
    // Text, unless it would be read as a page: HTML is downloaded, never shown.
    return /<(!doctype|html|script|svg|body|iframe)/i.test(head.toString('latin1')) ? 'application/octet-stream' : 'text/plain';
  } finally {
    await file.close();
  }
}

// Read from the head of the file alone: a picture is never unpacked here.
async function pixelsOf(path: string, mediaType: string): Promise<number | null> {
  if (!mediaType.startsWith('image/')) return null;
  try {
    const { width, height } = await imageSizeFromFile(path);
    return width * height;
  } catch {
    return null;
  }
}

/**
 * Bytes on disk under their fingerprint, each once. A file appears under its final name only when it is
 * whole and flushed, so that a killed server leaves at most an orphan in `arriving`, never half a file.
 */
export function fileStore(folder: string) {
  const pathOf = (fingerprint: string) => join(folder, fingerprint.slice(0, 2), fingerprint.slice(2, 4), fingerprint);
  const arriving = join(folder, 'arriving');
  // Files to which nothing refers, on their way out: still found there if somebody asks for one after all.
  const leaving = join(folder, 'leaving');
  async function settle(path: string, { fingerprint, size }: { fingerprint: string; size: number }): Promise<StoredBytes> {
    const mediaType = await sniff(path);
    const pixels = await pixelsOf(path, mediaType);
    await mkdir(join(pathOf(fingerprint), '..'), { recursive: true });
    await rename(path, pathOf(fingerprint));
    return { fingerprint, size, mediaType, pixels };
  }
  const store = {
    /** Where uploads gather that come in parts; whole ones are handed to `keep`. */
    uploads: join(folder, 'uploads'),

    /** Removes what a killed server left half written; what somebody else is writing just now stays. */
    async prepare(): Promise<void> {
      await mkdir(arriving, { recursive: true });
      await mkdir(join(folder, 'uploads'), { recursive: true });
      for (const name of await readdir(arriving)) {
        const found = await stat(join(arriving, name)).catch(() => null);
        if (found && found.mtimeMs < Date.now() - STILL_ARRIVING_MS) await rm(join(arriving, name), { force: true });
      }
    },

    /** Streams bytes to disk. @param source refused by its own error; the half file is removed then @param most how many bytes it may have */
    async keep(source: NodeJS.ReadableStream, { most = MOST_FILE_BYTES } = {}): Promise<StoredBytes> {
      // What comes may break off before anybody reads it: unheard, that would end the server.
      let broken: Error | null = null;
      source.once('error', (error: Error) => (broken = error));
      await mkdir(arriving, { recursive: true });
      const temporary = join(arriving, randomUUID());
      const hash = createHash('sha256');
      let size = 0;
      const measure = new Transform({
        transform(chunk: Buffer, _encoding, done) {
          hash.update(chunk);
          size += chunk.length;
          if (size > most) done(new Problem('file.tooLarge'));
          else done(null, chunk);
        },
      });
      try {
        if (broken) throw broken as Error;
        await pipeline(source, measure, createWriteStream(temporary, { flags: 'wx', flush: true }));
        const fingerprint = hash.digest('hex');
        return await settle(temporary, { fingerprint, size });
      } catch (error) {
        await rm(temporary, { force: true });
        throw error;
      }
    },

    /** Where the bytes lie, for a reader in a thread of its own; null if they are not there. */
    async at(fingerprint: string): Promise<{ path: string; size: number } | null> {
      for (const path of [pathOf(fingerprint), join(leaving, fingerprint)]) {
        const found = await stat(path).catch(() => null);
        if (found) return { path, size: found.size };
      }
      return null;
    },

    /** The bytes, or null if they are not there. */
    async read(fingerprint: string): Promise<{ stream: ReadStream; size: number } | null> {
      const found = await store.at(fingerprint);
      return found && { stream: createReadStream(found.path), size: found.size };
    },

    /** Files of one of the 256 folders, and those of its fingerprints that are set aside, with the time since when. */
    async listed(prefix: string): Promise<{ here: ListedFile[]; aside: ListedFile[] }> {
      const here: ListedFile[] = [];
      for (const inner of await readdir(join(folder, prefix)).catch(() => []))
        for (const fingerprint of await readdir(join(folder, prefix, inner)).catch(() => [])) {
          const found = await stat(pathOf(fingerprint)).catch(() => null);
          if (found) here.push({ fingerprint, at: found.mtimeMs });
        }
      const aside: ListedFile[] = [];
      for (const fingerprint of (await readdir(leaving).catch(() => [])).filter((name) => name.startsWith(prefix))) {
        const found = await stat(join(leaving, fingerprint)).catch(() => null);
        if (found) aside.push({ fingerprint, at: found.mtimeMs });
      }
      return { here, aside };
    },

    /** Sets a file aside from which nothing reads any more. @param now from when its time counts */
    async setAside(fingerprint: string, now: number): Promise<void> {
      await mkdir(leaving, { recursive: true });
      await rename(pathOf(fingerprint), join(leaving, fingerprint));
      await utimes(join(leaving, fingerprint), new Date(now), new Date(now));
    },

    /** Somebody refers to it after all. */
    async takeBack(fingerprint: string): Promise<void> {
      await mkdir(join(pathOf(fingerprint), '..'), { recursive: true });
      await rename(join(leaving, fingerprint), pathOf(fingerprint));
    },

    /** Somebody is about to refer to it: its time among what nothing refers to begins anew. */
    async touch(fingerprint: string, now: number): Promise<void> {
      const found = await store.at(fingerprint);
      if (found) await utimes(found.path, new Date(now), new Date(now));
    },

    async remove(fingerprint: string): Promise<void> {
      await rm(join(leaving, fingerprint), { force: true });
    },
  };
  return store;
}

export type FileStore = ReturnType<typeof fileStore>;

/** The name a file keeps: what was sent, without folders and control characters, at most 200 characters. */
export function safeFileName(sent: string): string {
  const last = sent.replace(/\\/g, '/').split('/').pop() ?? '';

  const clean = last
    .replace(/[\u0000-\u001f\u007f"<>|:*?\u202a-\u202e\u2066-\u2069]/g, '')
    .trim()
    .replace(/^\.+/, '');
  if (clean === '') return 'file';
  if (clean.length <= 200) return clean;
  const dot = clean.lastIndexOf('.');
  const ending = dot > 0 && clean.length - dot <= 12 ? clean.slice(dot) : '';
  return clean.slice(0, 200 - ending.length) + ending;
}
