/** @jest-environment @happy-dom/jest-environment */
import { Button, Input } from 'ant-design-vue';
import { defineComponent, h, ref } from 'vue';
import { opened } from '../testing-page';
import FieldForm from './FieldForm.vue';
import FormLine from './FormLine.vue';
import ProblemNote from './ProblemNote.vue';
import { errorAt, errorsElsewhere, type FormProblem } from './form-problem';

const problem: FormProblem = {
  title: 'Look at the fields again.',
  errors: [
    { path: 'name', message: 'A name is needed.' },
    { path: 'dates.1', message: 'No school day.' },
    { path: 'secret', message: 'Too short.' },
  ],
};

it('finds what is said of a field and of its parts, and what no line says', () => {
  expect(errorAt(problem, 'dates')).toBe('No school day.');
  expect(errorAt(problem, 'date')).toBeNull();
  expect(errorAt(null, 'name')).toBeNull();
  expect(errorsElsewhere(problem, new Set(['name', 'dates']))).toEqual(['Too short.']);
});

const refused = ref<FormProblem | null>(null);
const page = (onSend: () => void) =>
  opened(
    defineComponent(
      () => () =>
        h(
          FieldForm,
          { problem: refused.value, onSend },
          {
            default: () => [
              h(FormLine, { label: 'Room', for: 'room', path: 'room', hint: 'As on the door.' }, () => h(Input, { id: 'room' })),
              h(FormLine, { label: 'Name', for: 'name', path: 'name' }, () => h(Input, { id: 'name' })),
            ],
            acts: () => h(Button, { htmlType: 'submit' }, () => 'Keep'),
          },
        ),
    ),
  );

it('says at its field what is wrong with it, the rest above the button, and puts the cursor there', async () => {
  refused.value = null;
  const sends = jest.fn();
  const it = await page(sends);
  await it.press('Keep');
  expect(sends).toHaveBeenCalledTimes(1);
  const says = (label: string) => document.getElementById(it.field(label).getAttribute('aria-describedby') ?? '')?.textContent;
  expect(says('Room')).toBe('As on the door.');
  refused.value = problem;
  await it.settled();
  expect(says('Name')).toBe('A name is needed.');
  expect(it.field('Name').getAttribute('aria-invalid')).toBe('true');
  expect(it.field('Room').getAttribute('aria-invalid')).toBeNull();
  expect(document.activeElement).toBe(it.field('Name'));
  expect(document.querySelector('[role=alert]')!.textContent).toBe('Look at the fields again. No school day. Too short.');
  refused.value = null;
  await it.settled();
  expect([says('Name'), it.field('Name').getAttribute('aria-invalid'), document.querySelector('[role=alert]')]).toEqual([
    undefined,
    null,
    null,
  ]);
});

it('leaves the cursor with whoever writes elsewhere by the time the reply comes', async () => {
  refused.value = null;
  const it = await page(() => undefined);
  it.field('Name').focus();
  await it.press('Keep');
  it.field('Room').focus();
  refused.value = problem;
  await it.settled();
  expect(document.activeElement).toBe(it.field('Room'));
  expect(it.field('Name').getAttribute('aria-invalid')).toBe('true');
});

it('where there are no fields everything that was refused stands together', async () => {
  const page = await opened(ProblemNote, { props: { problem } });
  expect(page.said('alert')).toBe('Look at the fields again. A name is needed. No school day. Too short.');
  expect((await opened(ProblemNote, { props: { problem: null } })).said('alert')).toBe('');
});
