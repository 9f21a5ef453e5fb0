import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { en } from './en';

const source = join(__dirname, '..');
const files = (readdirSync(source, { recursive: true }) as string[]).filter(
  (name) => /\.(vue|ts)$/.test(name) && !name.endsWith('.test.ts') && !name.startsWith('i18n'),
);
const text = files.map((name) => readFileSync(join(source, name), 'utf8')).join('\n');

function has(key: string): boolean {
  const found = key.split('.').reduce<unknown>((at, part) => (at as Record<string, unknown> | undefined)?.[part], en);
  return typeof found === 'string';
}

it('every message that is asked for by name is there', () => {
  const asked = [...text.matchAll(/\b(?:t|count)\(\s*'([\w.]+)'/g), ...text.matchAll(/does: '([\w.]+)'/g)].map(([, key]) => key!);
  expect(asked.length).toBeGreaterThan(150);
  expect(asked.filter((key) => !has(key))).toEqual([]);
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
