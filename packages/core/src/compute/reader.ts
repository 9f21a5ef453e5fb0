import { isTimeZone, type SchoolCalendar } from '../calendar';
import { isLocalDate, milli, ratio, RuleError, type Instant, type LocalDate, type Ratio } from '../quantities';

/** Where a document is wrong, and how. */
export class DocumentError extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
    this.name = 'DocumentError';
  }
}

/** Reads one value at a path, or throws a DocumentError that names the path. */
export type Reader<T> = (value: unknown, path: string) => T;

const fail = (path: string, message: string): never => {
  throw new DocumentError(path, message);
};
const at = (path: string, key: string) => (path === '' ? key : `${path}.${key}`);

type Shape = Record<string, Reader<unknown> | { optional: Reader<unknown> }>;
type Read<S extends Shape> = {
  [K in keyof S as S[K] extends Reader<unknown> ? K : never]: S[K] extends Reader<infer T> ? T : never;
} & {
  [K in keyof S as S[K] extends Reader<unknown> ? never : K]?: S[K] extends { optional: Reader<infer T> } ? T : never;
};

/** An object with just these fields: missing and unknown ones are refused. */
export function object<S extends Shape>(shape: S): Reader<Read<S>> {
  return (value, path) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return fail(path, 'must be an object');
    const source = value as Record<string, unknown>;
    for (const key of Object.keys(source)) if (!Object.hasOwn(shape, key)) fail(at(path, key), 'is not a field of this document');
    const result: Record<string, unknown> = {};
    for (const [key, reader] of Object.entries(shape)) {
      const present = Object.hasOwn(source, key);
      if (typeof reader === 'function') {
        if (!present) fail(at(path, key), 'is missing');
        result[key] = reader(source[key], at(path, key));
      } else if (present) {
        result[key] = reader.optional(source[key], at(path, key));
      }
    }
    return result as Read<S>;
  };
}

export const optional = <T>(reader: Reader<T>): { optional: Reader<T> } => ({ optional: reader });

export const orNull =
  <T>(reader: Reader<T>): Reader<T | null> =>
  (value, path) =>
    value === null ? null : reader(value, path);

export const list =
  <T>(reader: Reader<T>): Reader<T[]> =>
  (value, path) => {
    if (!Array.isArray(value)) return fail(path, 'must be a list');
    return value.map((item, index) => reader(item, `${path}[${index}]`));
  };

/** An object whose `kind` says which of the shapes it has. */
export function byKind<S extends Record<string, Reader<unknown>>>(shapes: S): Reader<ReturnType<S[keyof S]>> {
  return (value, path) => {
    const kind = typeof value === 'object' && value !== null ? (value as { kind?: unknown }).kind : undefined;
    const reader = typeof kind === 'string' && Object.hasOwn(shapes, kind) ? shapes[kind] : undefined;
    if (!reader) return fail(at(path, 'kind'), `must be one of ${Object.keys(shapes).join(', ')}`);
    return reader(value, path) as ReturnType<S[keyof S]>;
  };
}

export const text: Reader<string> = (value, path) => (typeof value === 'string' ? value : fail(path, 'must be a text'));
export const flag: Reader<boolean> = (value, path) => (typeof value === 'boolean' ? value : fail(path, 'must be true or false'));

export function oneOf<const T extends string>(...choices: T[]): Reader<T> {
  return (value, path) => (choices.includes(value as T) ? (value as T) : fail(path, `must be one of ${choices.join(', ')}`));
}

/** A JSON number of at most three decimals within bounds, as whole thousandths. */
export function thousandths({ least = 0, most = 1_000_000 }: { least?: number; most?: number } = {}): Reader<number> {
  return (value, path) => {
    if (typeof value !== 'number') return fail(path, 'must be a number');
    if (value < least || value > most) return fail(path, `must be from ${least} to ${most}`);
    try {
      return milli(value);
    } catch (error) {
      if (error instanceof RuleError) return fail(path, 'must have at most three decimals');
      throw error;
    }
  };
}

export function whole({ least, most }: { least: number; most: number }): Reader<number> {
  return (value, path) =>
    typeof value === 'number' && Number.isInteger(value) && value >= least && value <= most
      ? value
      : fail(path, `must be a whole number from ${least} to ${most}`);
}

/** An object of any keys, each with a value of one kind. */
export const record =
  <T>(reader: Reader<T>): Reader<Record<string, T>> =>
  (value, path) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return fail(path, 'must be an object');
    return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, reader(one, at(path, key))]));
  };

const DIGITS = /^-?\d{1,400}$/;
const digits: Reader<bigint> = (value, path) => {
  if (typeof value === 'string' && DIGITS.test(value)) return BigInt(value);
  return typeof value === 'number' && Number.isSafeInteger(value) ? BigInt(value) : fail(path, 'must be a whole number, written as a text');
};
const fraction = object({ num: digits, den: digits });

/** An exact fraction `{"num","den"}`: whole numbers, as texts because JSON numbers cannot hold large ones. */
export const ratioReader: Reader<Ratio> = (value, path) => {
  const { num, den } = fraction(value, path);
  return den > 0n ? ratio(num, den) : fail(at(path, 'den'), 'must be above 0');
};

const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}\.\d{3}Z$/;

/** An instant written as 2026-11-25T15:30:00.000Z; a day or hour that does not exist is refused. */
export const instant: Reader<Instant> = (value, path) => {
  if (typeof value === 'string' && INSTANT.test(value)) {
    const ms = Date.parse(value);
    if (!Number.isNaN(ms) && new Date(ms).toISOString() === value) return ms;
  }
  return fail(path, 'must be an instant such as 2026-11-25T15:30:00.000Z');
};

export const localDate: Reader<LocalDate> = (value, path) =>
  typeof value === 'string' && isLocalDate(value) ? value : fail(path, 'must be a date such as 2026-11-25');

const closure = object({ from: localDate, to: localDate });
const calendarShape = object({ zone: text, schoolDays: list(whole({ least: 1, most: 7 })), closures: list(closure) });

/** The calendar of docs/compute.md. */
export const calendar: Reader<SchoolCalendar> = (value, path) => {
  const read = calendarShape(value, path);
  if (!isTimeZone(read.zone)) fail(at(path, 'zone'), 'is not a time zone');
  if (read.schoolDays.length === 0) fail(at(path, 'schoolDays'), 'must name at least one weekday');
  if (new Set(read.schoolDays).size < read.schoolDays.length) fail(at(path, 'schoolDays'), 'must not repeat a weekday');
  for (const [index, { from, to }] of read.closures.entries()) {
    if (to < from) fail(`${at(path, 'closures')}[${index}]`, 'must not end before it begins');
  }
  return read;
};
