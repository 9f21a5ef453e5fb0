/** @jest-environment @happy-dom/jest-environment */
import { SHIPPED_REPORTS } from '@jolly/core';
import type { ReportLetter, ReportLettersReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import LettersSheet from './LettersSheet.vue';

const letter = (givenName: string, more: Partial<ReportLetter> = {}): ReportLetter => ({
  student: { id: givenName.toLowerCase(), givenName, familyName: 'Lind' },
  className: 'Rivers 8',
  key: `${givenName} rivers`,
  familyId: `${givenName} family`,
  familyName: 'Frida Lind',
  subject: `How ${givenName} stands`,
  body: 'Total: 70 %',
  problem: null,
  byMail: true,
  ...more,
});
const settings = { ...SHIPPED_REPORTS.progress, classIds: ['rivers'] };
const LOOK = 'POST /api/reports/letters';
const SEND = 'POST /api/reports/letters/send';
const reply: ReportLettersReply = {
  digest: 'as looked at',
  letters: [letter('Bao'), letter('Hana'), letter('Otto', { familyId: null, familyName: '', problem: 'noFamily' })],
};
async function sheet(answers: Answers = {}) {
  const server = serving({ [LOOK]: reply, [SEND]: { sent: 1 }, ...answers });
  const page = await opened(LettersSheet, { props: { open: false, settings } });
  await page.wrapper.setProps({ open: true });
  await page.settled();
  return { ...server, page };
}

it('shows every letter, says whom none could reach, and sends those that are chosen', async () => {
  const { page, last } = await sheet();
  expect(page.text()).toContain('How Bao stands');
  expect(page.text()).toContain('Otto Lind: nobody is linked');
  await page.tick('Hana Lind, Frida Lind', false);
  await page.press('Send 1 letter');
  expect(last(SEND)!.body).toEqual({ settings, digest: 'as looked at', chosen: [{ key: 'Bao rivers', familyId: 'Bao family' }] });
  expect(page.text()).toContain('1 letter is on its way.');
});

it('sends nothing when what they say has changed, shows them as they are now, and says so', async () => {
  let looks = 0;
  const { page } = await sheet({
    [LOOK]: () => ({ ...reply, digest: `look ${++looks}` }),
    [SEND]: new Refusal(409, 'report.changedMeanwhile'),
  });
  await page.press('Send 2 letters');
  expect(looks).toBe(2);
  expect(page.text()).toContain('about report.changedMeanwhile');
  expect(page.has('Send 2 letters')).toBe(true);
});

it('cannot send none', async () => {
  const { page, asked } = await sheet();
  await page.tick('Bao Lind, Frida Lind', false);
  await page.tick('Hana Lind, Frida Lind', false);
  await page.press('Send none');
  expect(asked.map((one) => one.key)).toEqual([LOOK]);
});

it('says where there is no letter at all', async () => {
  const { page } = await sheet({ [LOOK]: { digest: 'x', letters: [] } });
  expect(page.text()).toContain('There is no letter to send.');
});
