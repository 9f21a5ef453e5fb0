/** @jest-environment @happy-dom/jest-environment */
import { textOf } from '@jolly/core';
import type { BriefBody, SetFor } from '@jolly/server/contract';
import { opened } from '../../testing-page';
import ClearlySaid from './ClearlySaid.vue';
import { blankBrief, blankSet } from './use-brief';

beforeEach(() => localStorage.clear());
const brief = (text: string, more: Partial<BriefBody> = {}): BriefBody => ({
  ...blankBrief('assignment'),
  instructions: textOf(text),
  accepts: ['text', 'files'],
  ...more,
});
async function check(body: BriefBody, { briefId = 'b1', sets = [blankSet('rivers')] }: { briefId?: string; sets?: SetFor[] } = {}) {
  const page = await opened(ClearlySaid, { props: { body, sets, zoneOf: () => 'Europe/Lisbon', locked: false, briefId } });
  const title = () => document.querySelector<HTMLElement>('.folded-part .ant-collapse-header')!;
  if (title()) {
    title().click();
    await page.settled();
  }
  return { page, asked: () => [...document.querySelectorAll('li strong')].map((one) => one.textContent) };
}

it('counts what is said, shows a sentence that is too long, and is silent before there is a word', async () => {
  const long = `Compare ${Array.from({ length: 30 }, () => 'the pictures').join(' and ')}.`;
  const { page } = await check(brief(`Draw it. ${long}`));
  expect(page.text()).toContain('2 sentences');
  expect(page.text()).toContain('LIX');
  expect(page.text()).toContain('The longest sentence has 90 words:');
  expect((await check(brief(''))).page.text()).not.toContain('LIX');
});

it('answers what students will ask with one act each', async () => {
  const body = brief('Explain what the tide does.');
  const sets = [blankSet('rivers')];
  const { page, asked } = await check(body, { sets });
  expect(asked()).toEqual(['By when?', 'In which form?', 'How long?', 'What does good look like?']);
  await page.press('about 30 min');
  await page.press('only Text');
  expect([body.minutes, body.accepts]).toEqual([30, ['text']]);
  await page.press('In a week, 15:30');
  const later = (page.wrapper.emitted('update:sets') as [SetFor[]][]).at(-1)![0];
  expect(new Date(later[0]!.due!).toISOString()).toMatch(/T1[45]:30:00\.000Z$/);
  await page.press('Add a worked example');
  expect(page.wrapper.emitted('example')).toHaveLength(1);
});

it('leaves open what is waved off, for this brief and this person, also when it is opened again', async () => {
  const body = brief('Explain what the tide does.', { minutes: 20, accepts: ['text'] });
  const { page, asked } = await check(body);
  expect(asked()).toEqual(['By when?', 'What does good look like?']);
  await page.press('Leave it open');
  expect(asked()).toEqual(['What does good look like?']);
  expect((await check(body)).asked()).toEqual(['What does good look like?']);
  expect((await check(body, { briefId: 'b2' })).asked()).toHaveLength(2);
});

it('says so when nothing is left to ask, and asks nothing of a handout', async () => {
  const done = brief('Write 5 lines. It must show the scale.', { accepts: ['text'] });
  const { page } = await check(done, { sets: [{ ...blankSet('rivers'), due: 1 }] });
  expect(page.text()).toContain('It says by when');
  expect((await check({ ...done, kind: 'handout' })).asked()).toEqual([]);
});
