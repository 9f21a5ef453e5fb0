import type { Page } from '@playwright/test';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const WORD = /\p{L}+/gu;
const wordsOf = (text: string): string[] => (text.match(WORD) ?? []).map((word) => word.toLocaleLowerCase());
/** What stands in every language as it is: names, formats, keys, units, and what is filled into the letters of a report. */
const EVERYWHERE =
  'Jolly Compass PDF PNG CSV JSON XLSX ZIP DOCX ODT TXT HTML QTI OneRoster LIX UTC Ctrl Enter Esc Escape Tab Shift Alt Page Home End ' +
  'student firstName class term teacher date total missing px MB kB GB KB pt ms min h n a b c x y de en es fr ar English Español Français https http www iCal ics webm mp';

/** All that is said in one language: the catalogues of pages and of the core, and how that language writes dates. */
function sayings(language: string): Set<string> {
  const filesOf = (root: string, wanted: RegExp) =>
    readdirSync(root, { recursive: true, encoding: 'utf8' })
      .filter((path) => wanted.test(path))
      .map((path) => join(root, path));
  const files = filesOf('packages/web/src', new RegExp(`\\.${language}\\.json$|i18n/.*\\b${language}\\.ts$`));
  const guides = filesOf('docs/guide', new RegExp(`\\.${language}\\.md$`));
  const ours = [...files, ...guides].map((file) => readFileSync(file, 'utf8'));
  // In the core the languages stand beside each other, or in a file each.
  const core = filesOf('packages/core/src', /[^t]\.ts$/).flatMap((file) =>
    file.endsWith(`.${language}.ts`)
      ? [readFileSync(file, 'utf8')]
      : [...readFileSync(file, 'utf8').matchAll(new RegExp(`\\b${language}:\\s*(\\{[^}]*\\}|\\[[^\\]]*\\]|'[^\\n]*)`, 'g'))].map(
          ([, part]) => part!,
        ),
  );
  const days = Array.from({ length: 365 }, (_, day) =>
    ['long', 'short'].map((style) =>
      new Intl.DateTimeFormat(language, { weekday: style, month: style, day: 'numeric' } as Intl.DateTimeFormatOptions).format(
        Date.UTC(2026, 0, 1 + day),
      ),
    ),
  ).flat();
  return new Set([...ours, ...core, ...days, EVERYWHERE].flatMap(wordsOf));
}

/** Under which names a single small word is what somebody wrote, and no code of ours. */
const WRITTEN_AS = new Set(['text', 'title', 'name', 'word', 'label']);

/** All texts in a reply of the server that people wrote, line by line; a code of ours (“notDue”) is none, but a list’s word is. */
function textsIn(value: unknown, into: Set<string>, isWritten = false): void {
  if (typeof value === 'string') {
    if (isWritten || !/^[a-z]+(?:[A-Z][a-z]+)*$/.test(value))
      for (const line of value.split('\n')) if (/\p{L}{2}/u.test(line)) into.add(line.replace(/\s+/g, ' ').trim());
  } else if (Array.isArray(value)) for (const one of value) textsIn(one, into, true);
  else if (value !== null && typeof value === 'object')
    for (const [key, one] of Object.entries(value)) textsIn(one, into, WRITTEN_AS.has(key));
}

/**
 * Reads pages as somebody of one language does: what is neither a text that the server sent nor made of words of that
 * language's catalogues is left over from another language.
 */
export function readerOf(page: Page, language: string) {
  const known = sayings(language);
  const written = new Set<string>();
  const coming = new Set<Promise<void>>();
  page.on('response', (reply) => {
    if (!reply.headers()['content-type']?.includes('json')) return;
    // What a page shows may be read before its reply is taken apart here: reading waits for that.
    const taken = reply
      .json()
      // A body that the browser has let go of is asked for again.
      .catch(() => (reply.request().method() === 'GET' ? page.request.get(reply.url()).then((again) => again.json() as unknown) : null))
      .then(
        (body: unknown) => textsIn(body, written),
        () => undefined,
      );
    coming.add(taken);
    void taken.finally(() => coming.delete(taken));
  });
  const unsaid = (text: string): string[] => {
    // A stretch of what somebody wrote, where something is marked in it, is theirs as well.
    if (wordsOf(text).length > 2 && [...written].some((one) => one.includes(text))) return [];
    let left = text;
    // Whole words only; Arabic writes its “to” and “of” onto a name.
    for (const one of [...written].sort((a, b) => b.length - a.length))
      if (left.includes(one))
        left = left.replace(
          new RegExp(`(?<!\\p{Script=Latin})${one.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&')}(?!\\p{Script=Latin})`, 'gu'),
          ' | ',
        );
    // French and Spanish write 2,5; Arabic with the digits of the tables has the point.
    const points = language === 'ar' ? [] : (left.match(/\d\.\d/g) ?? []);
    return [...wordsOf(left).filter((word) => word.length > 2 && !known.has(word)), ...points];
  };
  return {
    /** Every text that can be seen or is read out on the page that has words of another language. */
    async leftOver(): Promise<string[]> {
      const texts = await page.evaluate(() => {
        const found: string[] = [];
        const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT);
        for (let node = walker.nextNode(); node; node = walker.nextNode()) {
          if (node instanceof Element) {
            if (!node.matches('.anticon'))
              for (const name of ['aria-label', 'title', 'placeholder', 'alt']) found.push(node.getAttribute(name) ?? '');
          } else if (
            !node.parentElement!.closest(
              'script, style, body [lang], .rich-text, .both, iframe, textarea, code, kbd, .katex, [contenteditable]',
            )
          )
            found.push(node.textContent ?? '');
        }
        return [...new Set(found.map((text) => text.replace(/\s+/g, ' ').trim()).filter((text) => /\p{L}{2}|\d\.\d/u.test(text)))];
      });
      while (coming.size > 0) await Promise.all(coming);
      return texts
        .filter((text) => unsaid(text).length > 0)
        .map((text) => `${new URL(page.url()).pathname}: ${text} [${unsaid(text).join(' ')}]`);
    },
  };
}
