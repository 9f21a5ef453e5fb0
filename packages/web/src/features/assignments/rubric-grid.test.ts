/** @jest-environment @happy-dom/jest-environment */
import type { Rubric } from '@jolly/core';
import { defineComponent, h, ref } from 'vue';
import { opened } from '../../testing-page';
import RubricGrid from './RubricGrid.vue';
import RubricInLanguages from './RubricInLanguages.vue';

const level = (id: string, points: number) => ({ id, name: id, descriptor: '', points, upTo: null });
const criterion = (id: string, more: Partial<Rubric['criteria'][number]> = {}): Rubric['criteria'][number] => ({
  ...{ id, name: id, weight: 1000, aims: [] },
  levels: [level('Not yet', 0), level('Nearly', 2000), level('Secure', 4000)],
  ...more,
});
/** The grid in a form that keeps what it says, as composing does. */
async function grid(criteria: Rubric['criteria']) {
  const rubric = ref<Rubric>({ name: 'Field notes', criteria });
  const form = defineComponent({
    setup: () => () =>
      h(RubricGrid, { modelValue: rubric.value, aims: [], 'onUpdate:modelValue': (now: Rubric) => void (rubric.value = now) }),
  });
  const page = await opened(form);
  const typeIn = async (selector: string, value: string, place = 0) => {
    const one = document.querySelectorAll<HTMLInputElement>(selector)[place]!;
    one.value = value;
    one.dispatchEvent(new Event('change', { bubbles: true }));
    await page.settled();
  };
  return { page, rubric, typeIn };
}

it('says what it is out of as one types, weights included', async () => {
  const { page, typeIn } = await grid([criterion('Map'), criterion('Notes')]);
  expect(page.text()).toContain('out of 8');
  await typeIn('[aria-label="points"]', '6', 2);
  expect(page.text()).toContain('out of 10');
  await typeIn('.head .short', '2');
  expect(page.text()).toContain('out of 16');
});

it('grows even: a new criterion has levels like the one before, without its words', async () => {
  const { page, rubric } = await grid([criterion('Map')]);
  await page.press('+ criterion');
  const [, added] = rubric.value.criteria;
  expect(added).toMatchObject({ name: '', weight: 1000, levels: [{ name: 'Not yet', points: 0 }, { points: 2000 }, { points: 4000 }] });
  expect(new Set(rubric.value.criteria.flatMap((one) => [one.id, ...one.levels.map((each) => each.id)])).size).toBe(8);
});

it('goes on by Enter, and makes a criterion at the end', async () => {
  const { page, rubric } = await grid([criterion('Map'), criterion('Notes')]);
  const enter = async (place: number) => {
    document.querySelectorAll('.criterion')[place]!.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    await page.settled();
  };
  await enter(0);
  expect([rubric.value.criteria.length, (document.activeElement as HTMLInputElement).value]).toEqual([2, 'Notes']);
  await enter(1);
  expect(rubric.value.criteria).toHaveLength(3);
  expect((document.activeElement as HTMLElement).getAttribute('aria-label')).toBe('Criterion 3');
});

it('says at once, while one types, that nothing is missing any more, so that the press that ends the typing hits what it meant', async () => {
  const { page, rubric } = await grid([criterion('Map', { name: '' })]);
  const remarks = page.text();
  const field = page.field('Criterion 1');
  field.value = 'Map';
  field.dispatchEvent(new Event('input', { bubbles: true }));
  await page.settled();
  expect(rubric.value.criteria[0]!.name).toBe('Map');
  expect([remarks.includes('has no name'), page.text().includes('has no name')]).toEqual([true, false]);
});

it('names what is wrong with it by the name of the criterion, once', async () => {
  const { page, typeIn } = await grid([criterion('Map', { levels: [level('Only', 1000)] }), criterion('Notes')]);
  expect(page.text()).toContain('Map needs at least two levels.');
  await typeIn('.criterion-name', '', 1);
  expect(page.text()).toContain('Criterion 2 has no name.');
});

it('takes a criterion and a level away, and reads aims apart', async () => {
  const { page, rubric } = await grid([criterion('Map'), criterion('Notes')]);
  await page.fill('Aims of this criterion, with ; between', ' read a map ;; keep a log ;');
  expect(rubric.value.criteria[0]!.aims).toEqual(['read a map', 'keep a log']);
  await page.press('Take away Map');
  expect(rubric.value.criteria.map((one) => one.name)).toEqual(['Notes']);
});

it('takes a number that is none for nothing, and an empty range for no range', async () => {
  const { rubric, typeIn } = await grid([criterion('Map')]);
  await typeIn('[aria-label="points"]', 'many', 1);
  expect(rubric.value.criteria[0]!.levels[1]!.points).toBe(0);
  await typeIn('[aria-label="to"]', '3.5', 1);
  expect(rubric.value.criteria[0]!.levels[1]!.upTo).toBe(3500);
  await typeIn('[aria-label="to"]', ' ', 1);
  expect(rubric.value.criteria[0]!.levels[1]!.upTo).toBeNull();
});

it('is called in other languages beside its own, which it says; a language that is written cannot become its own', async () => {
  const rubric = ref<Rubric>({ name: 'Field notes', criteria: [criterion('Map')] });
  const page = await opened(
    defineComponent({
      setup: () => () =>
        h(RubricInLanguages, { modelValue: rubric.value, own: 'es', 'onUpdate:modelValue': (now: Rubric) => void (rubric.value = now) }),
    }),
  );
  await page.press('In other languages');
  await page.press('Write it in French too');
  await page.fill('“Map” in French', 'Carte');
  expect(rubric.value).toMatchObject({ language: 'es', criteria: [{ name: 'Map', otherNames: { fr: 'Carte' } }] });
  await page.choose('Language of your words', 'written in English');
  expect(rubric.value.language).toBe('en');
  await expect(page.choose('Language of your words', 'written in French')).rejects.toThrow();
  await page.press('Leave out the French one');
  expect(rubric.value.criteria[0]!.otherNames).toEqual({});
});
