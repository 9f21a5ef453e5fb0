import type { App, Component } from 'vue';
import { createSSRApp } from 'vue';
import { renderToString } from 'vue/server-renderer';
import { i18n } from './i18n';

/** A component as HTML text, with the messages in place. */
export function shown(
  component: Component,
  props: Record<string, unknown> = {},
  set: (app: App) => void = () => undefined,
): Promise<string> {
  const app = createSSRApp(component, props).use(i18n);
  set(app);
  return renderToString(app);
}

/** What a browser keeps between visits, for tests that run without one. */
export function aStorage(): Storage {
  const kept = new Map<string, string>();
  return {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
    removeItem: (key) => void kept.delete(key),
    clear: () => kept.clear(),
    key: (index) => [...kept.keys()][index] ?? null,
    get length() {
      return kept.size;
    },
  };
}

/** Answers of a server, in the order in which they are asked for. Says what was sent. */
export function aWire(...answers: ({ status: number; body?: unknown } | 'broken line')[]) {
  const sent: { verb: string; path: string; headers: Record<string, string>; body: unknown }[] = [];
  const fetch = async (path: string, init: RequestInit = {}): Promise<Response> => {
    sent.push({
      verb: init.method ?? 'GET',
      path,
      headers: init.headers as Record<string, string>,
      body: typeof init.body === 'string' ? JSON.parse(init.body) : init.body,
    });
    const answer = answers.shift();
    if (answer === undefined) throw new Error(`Nobody expected ${init.method} ${path}`);
    if (answer === 'broken line') throw new TypeError('Failed to fetch');
    const reply = new Response(answer.body === undefined ? null : JSON.stringify(answer.body), { status: answer.status });
    // Read by itself it would be of objects of another realm than the page's, and a browser's are of its own.
    reply.json = async () => JSON.parse(await reply.text()) as unknown;
    return reply;
  };
  return { sent, fetch, left: answers };
}
