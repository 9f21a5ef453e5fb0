import type { ApiKey, BodyOf, ParamsOf, ProblemReply, QueryOf, ReplyOf } from '@jolly/server/contract';
import { enableAutoUnmount, flushPromises, mount, type VueWrapper } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { deserialize, serialize } from 'node:v8';
import type { Component } from 'vue';
import { createMemoryHistory, createRouter, type Router } from 'vue-router';
import { i18n } from './i18n';

// The simulated browser has none. Like a real one it refuses what Vue has wrapped.
globalThis.structuredClone ??= <T>(value: T) => deserialize(serialize(value)) as T;

// What a page listens to, and its shortcuts, end with the test.
enableAutoUnmount(afterEach);

/** A request as the page has sent it. */
export type Asked<Key extends ApiKey> = { key: Key; params: ParamsOf<Key>; query: QueryOf<Key>; body: BodyOf<Key> };
/** The same, whatever it was about. */
export type AnyAsked = { key: ApiKey; params: object; query: object; body: unknown };
/** What the server refuses with. */
export class Refusal {
  constructor(
    readonly status: number,
    readonly type: string,
    readonly more: Partial<ProblemReply> = {},
  ) {}
}
type Answer<Key extends ApiKey> = ReplyOf<Key> | Refusal | ((asked: Asked<Key>) => ReplyOf<Key> | Refusal);
export type Answers = { [Key in ApiKey]?: Answer<Key> };

/**
 * A server that answers by lines of the API, typed as the real one's replies; what has no answer here fails the test.
 * @example const { asked } = serving({ 'GET /api/piles': { piles: [], … } })
 */
export function serving(answers: Answers): { asked: AnyAsked[]; last: <Key extends ApiKey>(key: Key) => Asked<Key> | undefined } {
  const asked: AnyAsked[] = [];
  const lines = (Object.keys(answers) as ApiKey[]).map((key) => {
    const [verb, address] = key.split(' ') as [string, string];
    const names = [...address.matchAll(/:(\w+)/g)].map(([, name]) => name!);
    return { key, verb, names, pattern: new RegExp(`^${address.replace(/:\w+/g, '([^/]+)')}$`) };
  });
  // The simulated browser's own replies are read in turns of its clock; these are there at once, on a busy machine too.
  const reply = (status: number, body: unknown) => {
    const text = status === 204 ? '' : JSON.stringify(body);
    const read = { text: async () => text, json: async () => JSON.parse(text) as unknown, blob: async () => new Blob([text]) };
    return { status, ok: status < 400, headers: new Headers(), ...read } as Response;
  };
  globalThis.fetch = (async (path: string, init: RequestInit = {}) => {
    const { pathname, searchParams } = new URL(path, 'http://here');
    for (const { key, verb, names, pattern } of lines) {
      const found = verb === (init.method ?? 'GET') ? pattern.exec(pathname) : null;
      if (!found) continue;
      const params = Object.fromEntries(names.map((name, place) => [name, decodeURIComponent(found[place + 1]!)]));
      const body: unknown = typeof init.body === 'string' ? JSON.parse(init.body) : init.body;
      const one = { key, params, query: Object.fromEntries(searchParams), body } as AnyAsked;
      asked.push(one);
      const answer = answers[key] as unknown;
      const said: unknown = typeof answer === 'function' ? (answer as (it: AnyAsked) => unknown)(one) : answer;
      if (said instanceof Refusal)
        return reply(said.status, { type: said.type, title: `about ${said.type}`, status: said.status, ...said.more });
      return reply(said === undefined ? 204 : 200, said);
    }
    throw new Error(`The test has no answer for ${init.method ?? 'GET'} ${path}`);
  }) as typeof fetch;
  return { asked, last: (key) => asked.filter((one) => one.key === key).at(-1) as never };
}

/** A page in a browser of its own, and what one does on it by what one reads there. */
export interface Opened {
  wrapper: VueWrapper;
  router: Router;
  /** everything that can be read, sheets included */
  text: () => string;
  /** the button or link of this name, wherever it is; names may have more behind them */
  press: (name: string) => Promise<void>;
  has: (name: string) => boolean;
  /** the field that is labelled so */
  field: (label: string) => HTMLInputElement;
  fill: (label: string, value: string) => Promise<void>;
  /** one of a list that opens, by what is read there */
  choose: (label: string, option: string) => Promise<void>;
  /** what is chosen there */
  chosenIn: (label: string) => string;
  /** files for what takes them and is called so */
  pickFiles: (name: string, ...files: File[]) => Promise<void>;
  tick: (label: string, on?: boolean) => Promise<void>;
  /** what is said to somebody who does not look there: problems, or what was done */
  said: (role: 'alert' | 'status') => string;
  settled: () => Promise<void>;
}

const found = <E extends HTMLElement>(selector: string): E[] => [...document.querySelectorAll<E>(selector)];
const tidy = (text: string | null) => (text ?? '').replace(/\s+/g, ' ').trim();

export async function opened(
  component: Component,
  {
    props = {},
    at = '/',
    path = '/:rest(.*)*',
    before = () => undefined,
  }: {
    props?: Record<string, unknown>;
    at?: string;
    path?: string;
    /** what is so before the page opens: who is signed in, what a store knows */
    before?: () => unknown;
  } = {},
): Promise<Opened> {
  document.body.innerHTML = '';
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [...new Set([path, '/:rest(.*)*'])].map((one) => ({ path: one, component: { render: () => null } })),
  });
  await router.push(at);
  const pinia = createPinia();
  setActivePinia(pinia);
  before();
  const wrapper = mount(component, { props, attachTo: document.body, global: { plugins: [i18n, pinia, router] } });
  const settled = async () => {
    // A press leads to a request, its reply to the next one; each is read in several turns.
    for (let turn = 0; turn < 6; turn++) await flushPromises();
  };
  await settled();
  // Pieces of a name that stand beside each other are words of it.
  const wordsOf = (one: Node): string =>
    one.childNodes.length === 0 ? (one.textContent ?? '') : [...one.childNodes].map(wordsOf).join(' ');
  const saidOn = (one: HTMLElement) => one.getAttribute('aria-label') ?? tidy(wordsOf(one));
  const named = (name: string) => {
    const all = found('button, a, summary, [role=button], [role=menuitem]');
    return all.find((one) => saidOn(one) === name) ?? all.find((one) => saidOn(one).startsWith(`${name} `));
  };
  const field = (label: string): HTMLInputElement => {
    const labels = found<HTMLLabelElement>('label').filter((one) => tidy(one.textContent).startsWith(label));
    // One that is called exactly so goes before those that only begin so.
    for (const one of labels.sort((a, b) => Number(tidy(b.textContent) === label) - Number(tidy(a.textContent) === label))) {
      const own = one.htmlFor ? document.getElementById(one.htmlFor) : one.querySelector('input, select, textarea');
      if (own) return own as HTMLInputElement;
    }
    const [byName] = found<HTMLInputElement>(`[aria-label="${label}"]`);
    if (!byName) throw new Error(`There is no field “${label}” in: ${tidy(document.body.textContent)}`);
    return byName;
  };
  const told = (one: HTMLElement, ...kinds: string[]) => kinds.forEach((kind) => one.dispatchEvent(new Event(kind, { bubbles: true })));
  return {
    wrapper,
    router,
    text: () => tidy(document.body.textContent),
    has: (name) => named(name) !== undefined,
    field,
    said: (role) =>
      tidy(
        found(`[role=${role}]`)
          .map((one) => one.textContent)
          .join(' '),
      ),
    settled,
    async press(name) {
      const one = named(name);
      if (!one) throw new Error(`There is nothing to press called “${name}” in: ${tidy(document.body.textContent)}`);
      one.click();
      // A button of a form sends it; the simulated browser does not do that by itself in every case.
      await settled();
    },
    async fill(label, value) {
      const one = field(label);
      one.value = value;
      told(one, 'input', 'change');
      // A day, a time or a number is read when its field is left.
      if (one.closest('.ant-picker, .ant-input-number')) told(one, 'blur', 'focusout');
      await settled();
    },
    async choose(label, option) {
      const list = field(label).closest<HTMLElement>('.ant-select');
      if (!list) throw new Error(`“${label}” is no list to choose from`);
      told(list.querySelector<HTMLElement>('.ant-select-selector')!, 'mousedown');
      await settled();
      const lines = document.getElementById(`${field(label).id}_list`)?.closest('.ant-select-dropdown');
      const all = [...(lines?.querySelectorAll<HTMLElement>('.ant-select-item-option') ?? [])];
      const one = all.find((each) => tidy(each.textContent) === option);
      if (!one) throw new Error(`“${label}” has no “${option}”, but: ${all.map((each) => tidy(each.textContent)).join(', ')}`);
      one.click();
      await settled();
    },
    chosenIn(label) {
      return tidy(field(label).closest('.ant-select')?.querySelector('.ant-select-selection-item')?.textContent ?? null);
    },
    async pickFiles(name, ...files) {
      const input = [...found<HTMLInputElement>('input[type=file]')].find((one) =>
        tidy(one.parentElement?.textContent ?? '').startsWith(name),
      );
      if (!input) throw new Error(`There is nothing that takes files called “${name}”`);
      Object.defineProperty(input, 'files', { value: files, configurable: true });
      told(input, 'change');
      await settled();
    },
    async tick(label, on = true) {
      const one = field(label);
      if (one.checked !== on) {
        one.checked = on;
        told(one, 'input', 'change');
      }
      await settled();
    },
  };
}
