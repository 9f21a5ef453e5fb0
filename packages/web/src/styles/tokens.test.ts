import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const css = readFileSync(join(__dirname, 'tokens.css'), 'utf8');
const blockOf = (selector: string) =>
  Object.fromEntries(
    [
      ...css
        .slice(css.indexOf(`${selector} {`))
        .split('}')[0]!
        .matchAll(/(--[\w-]+):\s*([^;]+);/g),
    ].map(([, name, value]) => [name!, value!]),
  );
const light = blockOf(':root');
const themes = { light, dark: { ...light, ...blockOf(":root[data-theme='dark']") } };

function valueOf(theme: Record<string, string>, name: string): string {
  const value = theme[name]!;
  const reference = /^var\((--[\w-]+)\)$/.exec(value);
  return reference ? valueOf(theme, reference[1]!) : value;
}
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const channel = parseInt(hex.slice(at, at + 2), 16) / 255;
    return channel <= 0.03928 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}
function contrast(a: string, b: string): number {
  const [high, low] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (high! + 0.05) / (low! + 0.05);
}

const PAIRS: [text: string, ground: string, least: number][] = [
  ...['--text', '--text-2', '--text-3', '--alarm-text', '--good-text'].flatMap((text) =>
    ['--page', '--surface', '--surface-now'].map((ground): [string, string, number] => [text, ground, 4.5]),
  ),
  ['--alarm-text', '--surface-alarm', 4.5],
  ['--text', '--surface-2', 4.5],
  ['--on-act', '--act', 4.5],
  ['--on-mast', '--mast', 4.5],
  ['--on-mast-2', '--mast', 4.5],
  ['--on-mast-2', '--term', 4.5],
  // What is no text but must be seen: field edges, the focus ring, flags.
  ...['--focus', '--field-line', '--flag-outline', '--flag-in', '--flag-missing', '--flag-sent-back', '--flag-returned'].map(
    (mark): [string, string, number] => [mark, '--surface', 3],
  ),
  ...[0, 1, 2, 3, 4, 5, 6, 7].map((hue): [string, string, number] => [`--line-hue-${hue}`, '--term', 3]),
];

describe.each(Object.entries(themes))('%s theme', (_name, theme) => {
  it.each(PAIRS)('%s on %s has a contrast of at least %s : 1', (text, ground, least) => {
    expect(contrast(valueOf(theme, text), valueOf(theme, ground))).toBeGreaterThanOrEqual(least);
  });
});
