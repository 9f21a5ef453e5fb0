import { effectScope } from 'vue';
import { useLatest } from './use-latest';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

/** Questions whose answers come when the test says so, and what was taken of them. */
function aPage() {
  const scope = effectScope();
  const taken: string[] = [];
  const asked: string[] = [];
  const replies = new Map<string, (answer: string) => void>();
  const latest = scope.run(() => useLatest<string>(500, (answer) => taken.push(answer)))!;
  const change = (name: string) =>
    latest.ask(() => {
      asked.push(name);
      return new Promise((resolve) => replies.set(name, resolve));
    });
  const reply = async (name: string) => {
    replies.get(name)!(`answer to ${name}`);
    await Promise.resolve();
  };
  return { scope, taken, asked, change, reply, latest };
}

it('asks once, a pause after the last change', async () => {
  const page = aPage();
  page.change('first');
  jest.advanceTimersByTime(499);
  page.change('second');
  jest.advanceTimersByTime(500);
  expect(page.asked).toEqual(['second']);
  await page.reply('second');
  expect(page.taken).toEqual(['answer to second']);
});

it('drops an answer that a newer question has overtaken', async () => {
  const page = aPage();
  page.change('slow');
  jest.advanceTimersByTime(500);
  page.change('quick');
  jest.advanceTimersByTime(500);
  await page.reply('quick');
  await page.reply('slow');
  expect(page.taken).toEqual(['answer to quick']);
});

it('asks nothing and takes nothing once the page was left', async () => {
  const page = aPage();
  page.change('on the way');
  jest.advanceTimersByTime(500);
  page.change('not asked yet');
  page.scope.stop();
  jest.advanceTimersByTime(500);
  await page.reply('on the way');
  expect(page.asked).toEqual(['on the way']);
  expect(page.taken).toEqual([]);
});
