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
    return await fetch(path, { method: verb, headers, credentials: 'same-origin', ...(body === undefined ? {} : { body }), ...(options.signal ? { signal: options.signal } : {}) });
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

/**
 * Asks the server. An ended session or an old token is mended and the request sent again, so that a page
 * with something typed on it never has to be left.
 * @throws ApiProblem for everything else that fails
 */
export async function ask<T>(verb: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE', path: string, options: AskOptions = {}): Promise<T> {
  for (let mended = 0; ; mended++) {
    const response = await once(verb, path, options);
    if (response.ok) return (response.status === 204 ? undefined : await response.json()) as T;
    const problem = await problemOf(response);
    if (mended >= 2) throw problem;
    if (problem.code === 'request.csrf') await askSession();
    else if (problem.code === 'session.needed' && askToSignIn && !options.anonymous) await askToSignIn();
    else throw problem;
  }
}
