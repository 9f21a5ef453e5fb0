import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

const root = join(__dirname, '../../../..');
const vocabulary = readFileSync(join(root, 'docs/words.md'), 'utf8');
const rowsUnder = (title?: string): string[][] => {
  const sections = vocabulary.split(/^## /m).slice(1);
  return sections
    .filter((section) => (title === undefined ? !section.startsWith('One word each') : section.startsWith(title)))
    .flatMap((section) => section.split('\n').filter((line) => /^\| (?!---)/.test(line)))
    .map((line) =>
      line
        .slice(1, -1)
        .split('|')
        .map((cell) => cell.trim()),
    );
};
const words = (cell: string): string[] => cell.split(',').map((word) => word.trim());
const parts = (name: string): string[] => name.split(/(?<=[a-z0-9])(?=[A-Z])|_/).map((part) => part.toLowerCase());

/** All words of names in the sources, each with a file that has it. Steps of the schema that were released stay as they are. */
function namesInCode(): Map<string, string> {
  const found = new Map<string, string>();
  for (const folder of ['packages/core/src', 'packages/server/src', 'packages/web/src', 'demo/src'])
    for (const file of readdirSync(join(root, folder), { recursive: true }) as string[]) {
      if (!/\.(ts|vue)$/.test(file) || /\.test\.ts$|migrations/.test(file)) continue;
      const whole = readFileSync(join(root, folder, file), 'utf8');
      const script = file.endsWith('.vue') ? (/<script[^>]*>([\s\S]*?)<\/script>/.exec(whole)?.[1] ?? '') : whole;
      const scanner = ts.createScanner(ts.ScriptTarget.Latest, true, ts.LanguageVariant.Standard, script);
      for (let token = scanner.scan(); token !== ts.SyntaxKind.EndOfFileToken; token = scanner.scan())
        if (token === ts.SyntaxKind.Identifier) {
          const name = scanner.getTokenText();
          for (const part of [...parts(name), name.toLowerCase()]) if (!found.has(part)) found.set(part, `${folder}/${file}: ${name}`);
        }
    }
  return found;
}

describe('the vocabulary', () => {
  it('explains each word once', () => {
    const entries = rowsUnder()
      .filter(([word]) => word !== 'word' && word !== 'on screen')
      .flatMap(([entry]) => words(entry!));
    expect(entries.length).toBeGreaterThan(150);
    expect(entries.filter((entry, at) => entries.indexOf(entry) !== at)).toEqual([]);
  });

  it('has one word in code for each entry, and no other word stands in any name', () => {
    const rows = rowsUnder('One word each').slice(1);
    const used = namesInCode();
    const inCode = rows.map(([, word]) => word!);
    const refused = rows.flatMap(([, , not]) => words(not!));
    expect(rows.length).toBeGreaterThan(15);
    expect(inCode.filter((word) => !used.has(word.toLowerCase()))).toEqual([]);
    expect([...inCode, ...refused].filter((word, at, all) => all.indexOf(word) !== at)).toEqual([]);
    expect(refused.flatMap((word) => used.get(word.toLowerCase()) ?? [])).toEqual([]);
  });
});
