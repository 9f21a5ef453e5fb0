import { createInterface } from 'node:readline/promises';
import { Writable } from 'node:stream';

export interface Lines {
  /** @param hidden what is typed is not shown */
  ask: (question: string, options?: { hidden?: boolean }) => Promise<string>;
  close: () => void;
}

/** Asks on a terminal, line by line. */
export function askingLines(input: NodeJS.ReadableStream, output: NodeJS.WritableStream): Lines {
  let hidden = false;
  const shown = new Writable({
    write(chunk: Buffer, _encoding, done) {
      if (!hidden) output.write(chunk);
      done();
    },
  });
  const lines = createInterface({ input, output: shown, terminal: true });
  return {
    async ask(question, { hidden: hides = false } = {}) {
      if (!hides) return lines.question(question);
      output.write(question);
      hidden = true;
      try {
        return await lines.question('');
      } finally {
        hidden = false;
        output.write('\n');
      }
    },
    close: () => lines.close(),
  };
}
