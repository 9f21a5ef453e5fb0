/** @jest-environment @happy-dom/jest-environment */
import type { ConversationReply, PieceMessage } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import ConversationBox from './ConversationBox.vue';

const message = (id: string, more: Partial<PieceMessage> = {}): PieceMessage => ({
  ...{ id, at: 1000, by: 'Finch Test', teacher: true, mine: false, text: `words of ${id}`, files: [] },
  ...more,
});
const reply = (messages: PieceMessage[], readAt: number | null = null): ConversationReply => ({ messages, readAt });
const OWN = 'GET /api/my/work/:assignmentId/messages';
const SEND = 'POST /api/my/work/:assignmentId/messages';
const READ = 'POST /api/my/work/:assignmentId/messages/read';
const PUT_UP = 'POST /api/my/work/:assignmentId/messages/files';
const file = { id: 'f', name: 'depths.txt', size: 3, mediaType: 'text/plain' };
async function box(answers: Answers = {}, at = { assignmentId: 'delta', studentId: null as string | null }) {
  const server = serving({
    [OWN]: reply([]),
    [SEND]: reply([message('sent', { mine: true })]),
    [READ]: undefined,
    [PUT_UP]: file,
    ...answers,
  });
  return { ...server, page: await opened(ConversationBox, { props: { at, readers: 'Finch Test', zone: 'UTC' } }) };
}
beforeEach(() => localStorage.clear());

it('says that nothing is written yet and who would read it', async () => {
  const { page } = await box();
  expect(page.text()).toContain('Nothing is written yet. Only Finch Test and you see it.');
});

it('marks what is new, and tells the server once that it was read', async () => {
  const { page, asked } = await box({ [OWN]: reply([message('old', { at: 500 }), message('fresh', { at: 2000 })], 1000) });
  expect(document.querySelectorAll('.message.fresh')).toHaveLength(1);
  expect(asked.filter((one) => one.key === READ)).toHaveLength(1);
  expect(page.wrapper.emitted('read')).toHaveLength(1);
});

it('tells nothing where everything was read before', async () => {
  const { asked } = await box({ [OWN]: reply([message('old', { at: 500 })], 1000) });
  expect(asked.map((one) => one.key)).toEqual([OWN]);
});

it('keeps what is typed over a closed tab, sends it without its blanks and lets it go', async () => {
  const first = await box();
  await first.page.fill('Write to Finch Test', '  May I use ink? ');
  const { page, last } = await box();
  expect(page.field('Write to Finch Test').value).toBe('  May I use ink? ');
  await page.press('Send');
  expect(last(SEND)!.body).toEqual({ text: 'May I use ink?', fileIds: [] });
  expect(page.field('Write to Finch Test').value).toBe('');
  expect(page.text()).toContain('words of sent');
});

it('keeps what was typed when it could not be sent', async () => {
  const { page } = await box({ [SEND]: new Refusal(409, 'message.empty') });
  await page.fill('Write to Finch Test', 'Not lost.');
  await page.press('Send');
  expect(page.text()).toContain('about message.empty');
  expect(page.field('Write to Finch Test').value).toBe('Not lost.');
});

it('is sent with files that were put up before, without one that was taken out again', async () => {
  const { page, last } = await box();
  const input = document.querySelector<HTMLInputElement>('input[type=file]')!;
  const pick = async () => {
    Object.defineProperty(input, 'files', { value: [new File(['abc'], 'depths.txt')], configurable: true });
    input.dispatchEvent(new Event('change', { bubbles: true }));
    await page.settled();
  };
  await pick();
  expect(page.text()).toContain('depths.txt');
  await page.press('Send');
  expect(last(SEND)!.body).toEqual({ text: '', fileIds: ['f'] });
  await pick();
  await page.press('Remove depths.txt');
  expect(page.text()).not.toContain('depths.txt×');
});

it('is about a student’s piece from the teacher’s side, and apart from every other', async () => {
  const theirs = 'GET /api/assignments/:assignmentId/pieces/:studentId/messages';
  const { page, last } = await box({ [theirs]: reply([message('of bao')]), 'POST /api/assignments/:assignmentId/pieces/:studentId/messages/read': undefined }, { assignmentId: 'delta', studentId: 'bao' }); // prettier-ignore
  expect(last(theirs)!.params).toEqual({ assignmentId: 'delta', studentId: 'bao' });
  await page.fill('Write to Finch Test', 'For Bao.');
  expect(Object.keys(localStorage).filter((key) => key === 'jolly-message  /api/assignments/delta/pieces/bao')).toHaveLength(1);
});

it('says that it could not be loaded, and loads again', async () => {
  let away = true;
  const { page } = await box({ [OWN]: () => (away ? new Refusal(503, 'server.databaseAway') : reply([message('there')])) });
  expect(page.text()).toContain('about server.databaseAway');
  away = false;
  await page.press('Try again');
  expect(page.text()).toContain('words of there');
});
