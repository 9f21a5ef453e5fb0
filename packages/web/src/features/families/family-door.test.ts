/** @jest-environment @happy-dom/jest-environment */
import type { SessionReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import FamilyDoor from './FamilyDoor.vue';

const LOOK = 'POST /api/family/codes/look';
const JOIN = 'POST /api/family/join';
const nobody: SessionReply = { me: null, csrf: 'token', now: 0 };
const frida = { ...nobody, me: { id: 'frida', role: 'family', givenName: 'Frida', familyName: 'Lind' } } as SessionReply;
async function door(answers: Answers = {}, at = '/family') {
  const server = serving({ 'GET /api/session': nobody, [LOOK]: { firstName: 'Bao', className: 'Rivers 8' }, [JOIN]: frida, ...answers });
  return { ...server, page: await opened(FamilyDoor, { at }) };
}

it('makes a sign-in from the code of a letter, in the language chosen', async () => {
  const { page, last } = await door();
  await page.fill('Code of the letter', 'ABCD-EFGH-JKLM');
  await page.press('Go on');
  expect(page.text()).toContain('This code is about Bao, Rivers 8.');
  await page.fill('Your first name', 'Frida');
  await page.fill('Your family name', 'Lind');
  await page.fill('User name you choose', 'frida');
  await page.fill('Password you choose', 'correct horse');
  await page.press('Make my sign-in');
  expect(last(JOIN)!.body).toEqual({
    code: 'ABCD-EFGH-JKLM',
    givenName: 'Frida',
    familyName: 'Lind',
    userName: 'frida',
    password: 'correct horse',
    email: null,
    language: 'en',
  });
  expect(page.router.currentRoute.value.path).toBe('/family');
});

it('takes the code from behind the # of a link, and sends it in no address', async () => {
  const { page, asked } = await door({}, '/family#ABCD-EFGH-JKLM');
  expect(page.text()).toContain('This code is about Bao');
  expect(asked.find((one) => one.key === LOOK)!.body).toEqual({ code: 'ABCD-EFGH-JKLM' });
});

it.each([
  ['family.unknownCode', 404, 'Code of the letter'],
  ['family.codeUsed', 409, 'Code of the letter'],
])('says of a code that %s in the words of families, and keeps what was typed', async (code, status, field) => {
  const { page } = await door({ [LOOK]: new Refusal(status, code) });
  await page.fill(field, 'WRONG');
  await page.press('Go on');
  expect(document.querySelector('[role=alert]')?.textContent?.trim()).not.toContain(code);
  expect(document.querySelector('[role=alert]')?.textContent?.trim()).not.toBe('');
  expect(page.field(field).value).toBe('WRONG');
});

it('keeps the form when the user name is taken', async () => {
  const { page } = await door({ [JOIN]: new Refusal(409, 'account.userNameTaken') }, '/family#CODE');
  await page.fill('Your first name', 'Frida');
  await page.fill('User name you choose', 'bao');
  await page.fill('Password you choose', 'correct horse');
  await page.press('Make my sign-in');
  expect(document.querySelector('[role=alert]')).not.toBeNull();
  expect(page.field('Your first name').value).toBe('Frida');
});

it('goes on with a sign-in that is there already; who is no family goes to their own door', async () => {
  const lund = { ...nobody, me: { id: 'lund', role: 'teacher', givenName: 'Lund', familyName: '' } } as SessionReply;
  const { page, last } = await door({ 'POST /api/session': lund }, '/family');
  await page.press('I have a sign-in');
  const [name, password] = [...document.querySelectorAll<HTMLInputElement>('form input')];
  for (const [field, typed] of [
    [name!, 'lund'],
    [password!, 'correct horse'],
  ] as const) {
    field.value = typed;
    field.dispatchEvent(new Event('input', { bubbles: true }));
  }
  (document.querySelector('form .ant-btn-primary') as HTMLButtonElement).click();
  await page.settled();
  expect(last('POST /api/session')!.body).toEqual({ userName: 'lund', password: 'correct horse' });
  expect(page.router.currentRoute.value.path).toBe('/');
});
