/** @jest-environment @happy-dom/jest-environment */
import type { ClassReply, StudentFamilies } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass, forClass } from '../../testing-rows';
import FamiliesPage from './FamiliesPage.vue';
import FamilySheet from './FamilySheet.vue';

const FAMILIES = 'GET /api/classes/:classId/families';
const CHANGE = 'PATCH /api/classes/:classId';
const UNLINK = 'DELETE /api/classes/:classId/progress/:studentId/families/:familyId';
const MAILS = 'POST /api/classes/:classId/families/mails';
const at = Date.UTC(2026, 10, 2, 9);
const of = (givenName: string, more: Partial<StudentFamilies> = {}): StudentFamilies => ({
  student: { id: givenName.toLowerCase(), givenName, familyName: 'Lind' },
  families: [],
  codes: [],
  ...more,
});
const frida = { id: 'frida', name: 'Frida Lind', email: null, language: 'ar' as const, since: at };
const code = { id: 'c1', email: 'otto@home.example', madeAt: at, expiresAt: at };
const three = [of('Ada', { families: [frida] }), of('Bao', { codes: [code] }), of('Hana')];
async function page(answers: Answers = {}, more: Partial<ClassReply> = {}) {
  const server = serving({ ...forClass(aClass(more)), [FAMILIES]: three, ...answers });
  return { ...server, page: await opened(FamiliesPage, { at: '/class/rivers/families', path: '/class/:id/families' }) };
}

it('shows who is linked and in which language they read, and which codes are out', async () => {
  const { page: it } = await page();
  const [ada, bao, hana] = [...document.querySelectorAll('tbody tr')].map((row) => row.textContent);
  expect(ada).toContain('Frida Lind');
  expect(ada).toContain('Arabic');
  expect(bao).toContain('otto@home.example');
  expect(hana).toContain('nobody');
  expect(it.has('Write home: Ada Lind')).toBe(true);
  expect(it.has('Write home: Hana Lind')).toBe(false);
});

it('chooses whoever has neither family nor code by one press, and invites them', async () => {
  const { page: it } = await page();
  await it.press('Choose the 1 without');
  expect(it.field('Hana Lind').checked).toBe(true);
  await it.press('Invite 1 family');
  expect(document.querySelector('[role=dialog]')?.textContent).toContain('Hana Lind');
});

it('takes a family off only when it is pressed again, and a code at once', async () => {
  const { page: it, last, asked } = await page({ [UNLINK]: undefined, 'DELETE /api/classes/:classId/families/codes/:codeId': undefined });
  await it.press('Unlink: Frida Lind');
  expect(last(UNLINK)).toBeUndefined();
  await it.press('Unlink them');
  expect(last(UNLINK)!.params).toEqual({ classId: 'rivers', studentId: 'ada', familyId: 'frida' });
  await it.press('Take back');
  expect(last('DELETE /api/classes/:classId/families/codes/:codeId')!.params.codeId).toBe('c1');
  expect(asked.filter((one) => one.key === FAMILIES)).toHaveLength(3);
});

it('stores what families are shown as it is ticked, over what was seen here', async () => {
  const { page: it, last } = await page({ [CHANGE]: aClass({ familyTotals: false, version: 2 }) });
  await it.tick('the total so far', false);
  expect(last(CHANGE)!.body).toEqual({ familyTotals: false, version: 1 });
});

it('leaves the box as it is stored when a colleague was faster', async () => {
  const { page: it } = await page({ [CHANGE]: new Refusal(409, 'conflict.changedMeanwhile') });
  const box = document.querySelectorAll<HTMLInputElement>('.shown input')[1]!;
  box.checked = true;
  box.dispatchEvent(new Event('change', { bubbles: true }));
  await it.settled();
  expect([it.said('alert'), box.checked]).toEqual(['about conflict.changedMeanwhile', false]);
});

it('lets nothing be changed of a class that is put away', async () => {
  await page({}, { putAwayAt: at });
  expect([...document.querySelectorAll<HTMLInputElement>('.shown input')].map((box) => box.disabled)).toEqual([true, true, true, true]);
});

describe('inviting', () => {
  const sheet = async (answers: Answers = {}) => {
    const server = serving({ [MAILS]: { sent: 1 }, ...answers });
    const page = await opened(FamilySheet, { props: { open: false, classId: 'rivers', students: three.slice(1) } });
    await page.wrapper.setProps({ open: true });
    await page.settled();
    return { ...server, page };
  };

  it('mails a code to each address that was typed, in the language chosen, and empties the fields', async () => {
    const { page: it, last } = await sheet();
    expect(document.querySelector<HTMLButtonElement>('form .ant-btn')!.disabled).toBe(true);
    await it.choose('Language', 'French');
    await it.fill('Hana Lind', ' hana@home.example ');
    await it.press('Send 1 mail');
    expect(last(MAILS)!.body).toEqual({ invitations: [{ studentId: 'hana', email: 'hana@home.example' }], language: 'fr' });
    expect(it.said('status')).toContain('1');
    expect(it.field('Hana Lind').value).toBe('');
    expect(it.wrapper.emitted('changed')).toHaveLength(1);
  });

  it('keeps the addresses when they cannot be sent', async () => {
    const { page: it } = await sheet({ [MAILS]: new Refusal(422, 'mail.badAddress') });
    await it.fill('Bao Lind', 'bao@home.example');
    await it.press('Send 1 mail');
    expect([it.said('alert'), it.field('Bao Lind').value]).toEqual(['about mail.badAddress', 'bao@home.example']);
  });
});
