import { PassThrough } from 'node:stream';
import { askingLines } from './asking-lines';

it('shows what is asked and typed, but nothing of a password', async () => {
  const [input, output] = [new PassThrough(), new PassThrough()];
  let shown = '';
  output.on('data', (chunk: Buffer) => (shown += chunk.toString()));
  const lines = askingLines(input, output);
  const name = lines.ask('Name: ');
  input.write('odile\n');
  expect(await name).toBe('odile');
  const password = lines.ask('Password: ', { hidden: true });
  input.write('correct horse\n');
  expect(await password).toBe('correct horse');
  lines.close();
  expect(shown).toContain('odile');
  expect(shown).toContain('Password: ');
  expect(shown).not.toContain('correct');
});
