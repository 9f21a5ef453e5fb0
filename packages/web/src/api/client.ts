import type { ProblemReply, SessionReply } from '@jolly/server/contract';

/** A failure as the server told it, or `network` when it could not be asked at all. */
export class ApiProblem extends Error {
  constructor(
    readonly code: string,
    readonly title: string,
    readonly status: number,
    readonly errors: { path: string; message: string }[] = [],
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

export interface AskOptions {
  body?: unknown;
  file?: File;
  idempotencyKey?: string;
  signal?: AbortSignal;
  /** on a page where nobody needs to be signed in, a 401 is an answer and not an interruption */
  anonymous?: boolean;
}

async function once(verb: string, path: string, options: AskOptions): Promise<Response> {
  const headers: Record<string, string> = { Accept: 'application/json' };
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
    return await fetch(path, {
      method: verb,
      headers,
      credentials: 'same-origin',
      ...(body === undefined ? {} : { body }),
      ...(options.signal ? { signal: options.signal } : {}),
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
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
  const response = await once('GET', '/api/session', {});
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
 * with something typed on it never has to be left.
 * @throws ApiProblem for everything else that fails
 */
export async function ask<T>(verb: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE', path: string, options: AskOptions = {}): Promise<T> {
  const response = await mended(() => once(verb, path, options), options);
  return (response.status === 204 ? undefined : await response.json()) as T;
}

/** Asks for a file and hands it to the browser under its name. @throws ApiProblem */
export async function download(verb: 'GET' | 'POST', path: string, name: string, options: AskOptions = {}): Promise<void> {
  const response = await mended(() => once(verb, path, options), options);
  const address = URL.createObjectURL(await response.blob());
  const link = Object.assign(document.createElement('a'), { href: address, download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}

/**
 * Sends a table with what is asked about it, and says how much of it is on its way, from 0 to 1.
 * @throws ApiProblem
 */
export async function askWithTable<T>(
  path: string,
  table: Blob,
  options: object,
  onSent: (share: number) => void = () => undefined,
): Promise<T> {
  const send = () =>
    new Promise<Response>((done, failed) => {
      const form = new FormData();
      form.append('options', JSON.stringify(options));
      form.append('file', table, 'table');
      // fetch cannot say how much it has sent.
      const request = new XMLHttpRequest();
      request.open('POST', path);
      request.setRequestHeader('X-CSRF-Token', csrf);
      request.upload.onprogress = ({ loaded, total }) => onSent(total === 0 ? 1 : loaded / total);
      request.onload = () => done(new Response(request.status === 204 ? null : request.responseText, { status: request.status }));
      request.onerror = () => failed(new ApiProblem('network', unreachable, 0));
      request.send(form);
    });
  return (await (await mended(send)).json()) as T;
}
