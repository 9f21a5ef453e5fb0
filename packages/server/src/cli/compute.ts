import { COMPUTATIONS, computeText } from '@jolly/core';
import { createInterface } from 'node:readline';
import { text } from 'node:stream/consumers';

/** `./jolly compute KIND [--lines]`: documents of docs/compute.md, in and out. */
async function main(): Promise<number> {
  const [kind = '', ...options] = process.argv.slice(2);
  if (!Object.hasOwn(COMPUTATIONS, kind) || options.some((option) => option !== '--lines')) {
    process.stderr.write(`Usage: ./jolly compute ${Object.keys(COMPUTATIONS).join('|')} [--lines] < documents.json\n`);
    return 1;
  }
  if (options.length === 0) {
    const answer = computeText(kind, await text(process.stdin));
    (answer.ok ? process.stdout : process.stderr).write(`${answer.text}\n`);
    return answer.ok ? 0 : 1;
  }
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    if (line.trim() === '') continue;
    if (!process.stdout.write(`${computeText(kind, line).text}\n`)) await new Promise((drained) => process.stdout.once('drain', drained));
  }
  return 0;
}

void main().then((code) => (process.exitCode = code));
