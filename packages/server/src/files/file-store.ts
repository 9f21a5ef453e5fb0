import { imageSizeFromFile } from 'image-size/fromFile';
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, type ReadStream } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
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

export const MOST_FILE_BYTES = 50 * 1024 * 1024;

/** What may be shown inside the page; everything else is only ever downloaded. No SVG: it can carry scripts. */
const SHOWN_INLINE = new Set(['image/png', 'image/jpeg', 'image/gif', 'image/webp', 'application/pdf', 'text/plain', 'video/webm', 'video/mp4']);
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
  async function settle(path: string, { fingerprint, size }: { fingerprint: string; size: number }): Promise<StoredBytes> {
    const mediaType = await sniff(path);
    const pixels = await pixelsOf(path, mediaType);
    await mkdir(join(pathOf(fingerprint), '..'), { recursive: true });
    await rename(path, pathOf(fingerprint));
    return { fingerprint, size, mediaType, pixels };
  }
  return {
    /** Where uploads gather that come in parts; whole ones are handed to `keep`. */
    uploads: join(folder, 'uploads'),

    /** Removes what a killed server left half written. */
    async prepare(): Promise<void> {
      await mkdir(arriving, { recursive: true });
      await mkdir(join(folder, 'uploads'), { recursive: true });
      for (const name of await readdir(arriving)) await rm(join(arriving, name), { force: true });
    },

    /** Streams bytes to disk. @param source refused by its own error; the half file is removed then */
    async keep(source: Readable): Promise<StoredBytes> {
      await mkdir(arriving, { recursive: true });
      const temporary = join(arriving, randomUUID());
      const hash = createHash('sha256');
      let size = 0;
      const measure = new Transform({
        transform(chunk: Buffer, _encoding, done) {
          hash.update(chunk);
          size += chunk.length;
          if (size > MOST_FILE_BYTES) done(new Problem('file.tooLarge'));
          else done(null, chunk);
        },
      });
      try {
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
      const found = await stat(pathOf(fingerprint)).catch(() => null);
      return found && { path: pathOf(fingerprint), size: found.size };
    },

    /** The bytes, or null if they are not there. */
    async read(fingerprint: string): Promise<{ stream: ReadStream; size: number } | null> {
      try {
        const { size } = await stat(pathOf(fingerprint));
        return { stream: createReadStream(pathOf(fingerprint)), size };
      } catch {
        return null;
      }
    },
  };
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
