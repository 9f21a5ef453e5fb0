import { chmod, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { printPdf } from './print-pdf';

it('starts the program that lays out reports without our secrets in its environment', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'jolly-'));
  const [program, seen] = [join(folder, 'program'), join(folder, 'seen')];
  await writeFile(program, `#!/bin/sh\nenv > '${seen}'\nexit 1\n`);
  await chmod(program, 0o700);
  const before = process.env.JOLLY_DB_PASSWORD;
  process.env.JOLLY_DB_PASSWORD = 'a secret of ours';
  try {
    await expect(printPdf(Buffer.from('<p>Report</p>'), program)).rejects.toThrow();
    const environment = await readFile(seen, 'utf8');
    expect(environment).toContain('PATH=');
    expect(environment).not.toMatch(/JOLLY_|a secret of ours/);
  } finally {
    if (before === undefined) delete process.env.JOLLY_DB_PASSWORD;
    else process.env.JOLLY_DB_PASSWORD = before;
    await rm(folder, { recursive: true });
  }
});
