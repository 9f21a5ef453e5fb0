import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { en } from './en';

const source = join(__dirname, '..');
const files = (readdirSync(source, { recursive: true }) as string[]).filter(
  (name) => /\.(vue|ts)$/.test(name) && !name.endsWith('.test.ts') && !name.startsWith('i18n'),
);
const text = files
  .filter((name) => !name.endsWith('words.en.ts'))
  .map((name) => readFileSync(join(source, name), 'utf8'))
  .join('\n');

const keysOf = (words: object, before = ''): string[] =>
  Object.entries(words).flatMap(([name, said]) =>
    Array.isArray(said)
      ? [`${before}${name}.0`]
      : typeof said === 'object' && said !== null
        ? keysOf(said as object, `${before}${name}.`)
        : [before + name],
  );

// That a key which is asked for is there, the types say (use-t).
it('every message is asked for somewhere, by its name or by a pattern', () => {
  const named = new Set([...text.matchAll(/['"]([\w-]+(?:\.[\w-]+)*)['"]/g)].map(([, key]) => key!));
  const value = /\$\{(?:[^{}`]|\{[^}]*\}|`[^`]*`)*\}/;
  const patterns = [...text.matchAll(new RegExp('`([\\w-]+\\.(?:[\\w.-]|' + value.source + ')*)`', 'g'))]
    .map(([, pattern]) => pattern!)
    .filter((pattern) => value.test(pattern))
    .map((pattern) => new RegExp(`^${pattern.split(value).join('[\\w-]+(?:\\.[\\w-]+)?')}$`));
  const { family: _, ...words } = en;
  const unused = keysOf(words).filter((key) => !named.has(key) && !patterns.some((pattern) => pattern.test(key)));
  expect(patterns.length).toBeGreaterThan(100);
  expect(unused).toEqual([]);
});

it('no page has words of its own outside the catalogue', () => {
  const strays = files
    .filter((name) => name.endsWith('.vue'))
    .flatMap((name) => {
      const template = /<template>([\s\S]*)<\/template>/.exec(readFileSync(join(source, name), 'utf8'))?.[1] ?? '';
      const bare = template
        .replace(/<!--[\s\S]*?-->/g, '')
        .replace(/\{\{[\s\S]*?\}\}/g, '')
        .replace(/<(?:[^>"]|"[^"]*")*>/g, '\n');
      return bare
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => /\p{L}{3,}/u.test(line) && line !== 'SHA-256')
        .map((line) => `${name}: ${line}`);
    });
  expect(strays).toEqual([]);
});
