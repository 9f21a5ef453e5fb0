import type { ApiKey, BodyOf, FileKey, ParamsOf, ProblemReply, QueryOf, ReplyOf, SessionReply, UploadKey } from '@jolly/server/contract';
import { language } from '../time/format';
import { amendSeen, keepSeen, lastSeen, lineAway } from './last-seen';

/** A failure as the server told it, or `network` when it could not be asked at all. */
export class ApiProblem extends Error {
  constructor(
    readonly code: string,
    readonly title: string,
    readonly status: number,
    readonly errors: { path: string; message: string; code?: string }[] = [],
    readonly current: unknown = undefined,
  ) {
    super(title);
    this.name = 'ApiProblem';
  }
}

let csrf = '';
let serverAhead = 0;
// Set by the shell: asks the person to sign in again over the page, so that nothing on it is lost.
let askToSignIn: (() => Promise<void>) | null = null;
let unreachable = 'The server cannot be reached.';
/** of whom what is seen is kept; empty, of nobody */
let keeper = '';

/** Whether the server could not be asked at all. */
export const isUnreachable = (error: unknown): boolean => error instanceof ApiProblem && error.code === 'network' && error.status === 0;

/** The beginning of the names under which it is kept what one student saw. */
export const seenBy = (studentId: string): string => `of ${studentId} `;
/** Set with who is signed in: what a student sees is kept for reading without a line; of others, null, nothing is. */
export function keepWhatIsSeen(studentId: string | null): void {
  keeper = studentId === null ? '' : seenBy(studentId);
}

/** The server's clock as far as we know it; the device's own may be a day off. */
export const now = (): number => Date.now() + serverAhead;

/** The token of this session, for what sends by itself. */
export const csrfToken = (): string => csrf;

export function takeSession(reply: SessionReply): void {
  csrf = reply.csrf;
  serverAhead = reply.now - Date.now();
}

export function whenSignedOut(ask: () => Promise<void>): void {
  askToSignIn = ask;
}

export function sayUnreachable(sentence: string): void {
  unreachable = sentence;
}

/**
 * What a student can go on reading while the server cannot be reached. Nothing of a teacher's is among it: what a class has done
 * does not stay behind on a device.
 */
const READ_WITHOUT_A_LINE: ReadonlySet<ApiKey> = new Set<ApiKey>([
  'GET /api/term-line',
  'GET /api/my/work',
  'GET /api/my/work/:assignmentId',
  'GET /api/my/progress',
  'GET /api/my/reviews',
]);

/** How something is asked, whatever it is. */
export interface How {
  idempotencyKey?: string;
  signal?: AbortSignal;
  /** on a page where nobody needs to be signed in, a 401 is an answer and not an interruption */
  anonymous?: boolean;
}
type Addressed<Key extends ApiKey> = ([keyof ParamsOf<Key>] extends [never] ? { params?: undefined } : { params: ParamsOf<Key> }) &
  (object extends QueryOf<Key> ? { query?: QueryOf<Key> } : { query: QueryOf<Key> });
type Sent<Key extends ApiKey> = Addressed<Key> & (BodyOf<Key> extends undefined ? { body?: undefined } : { body: BodyOf<Key> });
type WithFile<Key extends ApiKey> = Sent<Key> & (Key extends UploadKey ? { file: File } : { file?: undefined });
/** The last argument is left out only where nothing has to be sent. */
type Last<Options> = object extends Options ? [options?: Options] : [options: Options];
interface Parts extends How {
  params?: object | undefined;
  query?: object | undefined;
  body?: unknown;
  file?: File | undefined;
}

/**
 * The address of a line of the API with its names filled in, for links and pictures.
 * @example addressOf('GET /api/files/:fileId', { params: { fileId }, query: { as: 'inline' } })
 */
export const addressOf = <Key extends ApiKey>(key: Key, ...[options]: Last<Addressed<Key>>): string =>
  filledIn(key, (options ?? {}) as Parts).path;

function filledIn(key: ApiKey, { params = {}, query = {} }: Parts): { verb: string; path: string } {
  const [verb, address] = key.split(' ') as [string, string];
  const values = params as Record<string, unknown>;
  const path = address.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(values[name])));
  const asked = Object.entries(query).filter(([, value]) => value !== undefined);
  const search = new URLSearchParams(asked.map(([name, value]) => [name, String(value)])).toString();
  return { verb, path: search ? `${path}?${search}` : path };
}

async function once(key: ApiKey, options: Parts): Promise<Response> {
  // The server says what it has to say in the language of the page.
  const headers: Record<string, string> = { Accept: 'application/json', 'Accept-Language': language() };
  const { verb, path } = filledIn(key, options);
  let body: BodyInit | undefined;
  if (options.file) {
    const form = new FormData();
    form.append('file', options.file, options.file.name);
    body = form;
  } else if (options.body !== undefined) {
    headers['Content-Type'] = 'application/json';
    body = JSON.stringify(options.body);
  }
  if (verb !== 'GET') headers['X-CSRF-Token'] = csrf;
  if (options.idempotencyKey) headers['Idempotency-Key'] = options.idempotencyKey;
  try {
    const response = await fetch(path, {
      method: verb,
      headers,
      credentials: 'same-origin',
      ...(body === undefined ? {} : { body }),
      ...(options.signal ? { signal: options.signal } : {}),
    });
    lineAway.value = null;
    return response;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    lineAway.value ??= { since: null };
    throw new ApiProblem('network', unreachable, 0);
  }
}

async function problemOf(response: Response): Promise<ApiProblem> {
  const reply = (await response.json().catch(() => null)) as ProblemReply | null;
  if (!reply) return new ApiProblem('network', unreachable, response.status);
  return new ApiProblem(reply.type, reply.title, reply.status, reply.errors ?? [], reply.current);
}

/** The session as the server knows it, and with it a fresh token. */
export async function askSession(): Promise<SessionReply> {
  const response = await once('GET /api/session', {});
  if (!response.ok) throw await problemOf(response);
  const reply = (await response.json()) as SessionReply;
  takeSession(reply);
  return reply;
}

/** Sends, and mends an ended session or an old token by sending the same again. @throws ApiProblem */
async function mended(send: () => Promise<Response>, { anonymous = false } = {}): Promise<Response> {
  for (let tries = 0; ; tries++) {
    const response = await send();
    if (response.ok) return response;
    const problem = await problemOf(response);
    if (tries >= 2) throw problem;
    if (problem.code === 'request.csrf') await askSession();
    else if (problem.code === 'session.needed' && askToSignIn && !anonymous) await askToSignIn();
    else throw problem;
  }
}

/**
 * Asks the server. An ended session or an old token is mended and the request sent again, so that a page
 * with something typed on it never has to be left. Where the server cannot be reached, what a student saw last is the reply.
 * @throws ApiProblem for everything else that fails
 * @example const brief = await ask('GET /api/briefs/:briefId', { params: { briefId } });
 */
export async function ask<Key extends Exclude<ApiKey, FileKey>>(key: Key, ...[options]: Last<WithFile<Key> & How>): Promise<ReplyOf<Key>> {
  const parts = (options ?? {}) as Parts;
  // Whoever is here when it is asked for: the reply may come when somebody else is.
  const seenAs = keeper !== '' && READ_WITHOUT_A_LINE.has(key) ? `${keeper}${filledIn(key, parts).path}` : null;
  try {
    const response = await mended(() => once(key, parts), parts);
    const reply = (response.status === 204 ? undefined : await response.json()) as ReplyOf<Key>;
    if (seenAs !== null) void keepSeen(seenAs, reply);
    return reply;
  } catch (error) {
    const seen = seenAs !== null && isUnreachable(error) ? await lastSeen(seenAs) : null;
    if (!seen) throw error;
    return seen.reply as ReplyOf<Key>;
  }
}

/** Brings the last seen reply up to what was sent since, so that it can be read as it is now. */
export const amendLast = <Key extends ApiKey>(
  key: Key,
  options: Addressed<Key>,
  change: (reply: ReplyOf<Key>) => ReplyOf<Key>,
): Promise<void> => (keeper === '' ? Promise.resolve() : amendSeen(`${keeper}${filledIn(key, options as Parts).path}`, change));

/** Asks for a file and hands it to the browser under its name. @throws ApiProblem */
export async function download<Key extends FileKey>(key: Key, name: string, ...[options]: Last<Sent<Key> & How>): Promise<void> {
  const parts = (options ?? {}) as Parts;
  const response = await mended(() => once(key, parts), parts);
  const address = URL.createObjectURL(await response.blob());
  const link = Object.assign(document.createElement('a'), { href: address, download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}

/**
 * Sends a table with what is asked about it, and says how much of it is on its way, from 0 to 1.
 * @throws ApiProblem
 */
export async function askWithTable<Key extends UploadKey>(
  key: Key,
  table: Blob,
  options: Sent<Key>,
  onSent: (share: number) => void = () => undefined,
): Promise<ReplyOf<Key>> {
  const parts = options as Parts;
  const { verb, path } = filledIn(key, parts);
  const send = () =>
    new Promise<Response>((done, failed) => {
      const form = new FormData();
      if (parts.body !== undefined) form.append('options', JSON.stringify(parts.body));
      form.append('file', table, table instanceof File ? table.name : 'table');
      // fetch cannot say how much it has sent.
      const request = new XMLHttpRequest();
      request.open(verb, path);
      request.setRequestHeader('X-CSRF-Token', csrf);
      request.upload.onprogress = ({ loaded, total }) => onSent(total === 0 ? 1 : loaded / total);
      request.onload = () => done(new Response(request.status === 204 ? null : request.responseText, { status: request.status }));
      request.onerror = () => failed(new ApiProblem('network', unreachable, 0));
      request.send(form);
    });
  return (await (await mended(send)).json()) as ReplyOf<Key>;
}
