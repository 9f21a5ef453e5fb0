import type { Instant } from '@jolly/core';
import schema from './archive-1.schema.json';
import type { ArchiveSchema } from './archive-schema';

/** What an archive of a class is, for who writes one and who reads one. The form is told in docs/archive.md. */
export const ARCHIVE_FORMAT = 'jolly-compass-class';
export const ARCHIVE_VERSION = 1;
export const ARCHIVE_SCHEMA = schema as unknown as ArchiveSchema;
/** All of an archive unpacked, and packed: a class of ten years with its videos is far below. */
export const LARGEST_ARCHIVE = 40 * 1024 ** 3;

export type ArchiveRow = Record<string, unknown>;
/** Somebody who occurs in an archive. Nothing by which they sign in is in it. */
export interface ArchivePerson {
  id: string;
  role: 'teacher' | 'student' | 'family';
  givenName: string;
  familyName: string;
  schoolNumber: string | null;
  sourceId: string | null;
}
export interface ArchiveManifest {
  format: typeof ARCHIVE_FORMAT;
  version: number;
  /** of this archive: two of the same class are two */
  id: string;
  madeAt: Instant;
  class: { id: string; label: string; zone: string };
  /** how many rows each table has, and what its file comes to */
  tables: Record<string, { rows: number; sha256: string }>;
  people: { count: number; sha256: string };
  files: { sha256: string; size: number; name: string }[];
  /** in plain words */
  leftOut: string[];
}

export const LEFT_OUT = [
  'how people sign in, and their e-mail',
  'news and letters',
  'what was being uploaded, and what waited for its time',
  'jottings, reminders, saved remarks and portfolios, which are their owners’ own',
  'which families belong to which students',
];

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;
export const isId = (value: unknown): value is string => typeof value === 'string' && UUID.test(value);

/** Everything in a value of JSON that could be an id, keys of objects too. */
export function* idsIn(value: unknown): Generator<string> {
  if (isId(value)) yield value;
  else if (Array.isArray(value)) for (const one of value) yield* idsIn(one);
  else if (value !== null && typeof value === 'object')
    for (const [key, one] of Object.entries(value)) {
      if (isId(key)) yield key;
      yield* idsIn(one);
    }
}

/** A value of JSON with its ids renamed, keys of objects too. @param to the id to stand there; the same for what is no id of ours */
export function renamed(value: unknown, to: (id: string) => string): unknown {
  if (isId(value)) return to(value);
  if (Array.isArray(value)) return value.map((one) => renamed(one, to));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [isId(key) ? to(key) : key, renamed(one, to)]));
}
