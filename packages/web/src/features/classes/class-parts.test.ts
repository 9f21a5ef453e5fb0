/** @jest-environment @happy-dom/jest-environment */
import { FIRST_SCHEME, schemeProblems, type Category, type LateRule } from '@jolly/core';
import { reactive, ref } from 'vue';
import { opened } from '../../testing-page';
import DaySpan from './DaySpan.vue';
import GroupLists from './GroupLists.vue';
import type { SchemeForm } from './scheme-form';
import SchemeCategories from './SchemeCategories.vue';
import SchemeLate from './SchemeLate.vue';

const category = (id: string, weight: number): Category => ({
  id,
  name: id,
  weight,
  within: 'pooled',
  leaveOut: 0,
  keepBest: null,
  bonus: false,
});

describe('categories of a scheme', () => {
  const page = async (...categories: Category[]) => {
    const scheme = reactive({ ...FIRST_SCHEME, kind: 'weighted', categories }) as SchemeForm['scheme'];
    const [removed, refile] = [ref<Category[]>([]), ref<Record<string, string | null>>({})];
    const problems = schemeProblems(scheme);
    const props = { modelValue: scheme, removed: removed.value, refile: refile.value, disabled: false, problems, filed: { Essays: 2 } };
    return { scheme, removed, refile, page: await opened(SchemeCategories, { props }) };
  };

  it('count by what share their weights have, and say so where they do not come to a hundred', async () => {
    const one = await page(category('Essays', 60_000), category('Tests', 20_000));
    expect(one.page.text()).toContain(
      'The weights come to 80 %, not 100 %. They are relative, so Essays with 60 counts 75 % of the total.',
    );
    await one.page.fill('Weight of Tests', '40');
    expect(one.scheme.categories[1]!.weight).toBe(40_000);
  });

  it('are added with what is left to a hundred', async () => {
    const { page: opened, scheme } = await page(category('Essays', 60_000));
    await opened.press('Add a category');
    expect(scheme.categories.map(({ weight }) => weight)).toEqual([60_000, 40_000]);
  });

  it('that go ask where their assignments go to', async () => {
    const { page: opened, scheme, refile } = await page(category('Essays', 60_000), category('Tests', 40_000));
    await opened.press('Remove Essays');
    expect(scheme.categories.map(({ id }) => id)).toEqual(['Tests']);
    expect(opened.text()).toContain('2 assignments are filed under Essays. They go to');
    expect(refile.value).toEqual({ Essays: null });
  });
});

it('a late rule keeps its numbers from one kind to the next, and begins with ours', async () => {
  const page = await opened(SchemeLate, { props: { rule: { kind: 'none' } as LateRule, graceMinutes: 5, disabled: false } });
  const last = () => (page.wrapper.emitted('update:rule') as [LateRule][]).at(-1)![0];
  const choose = async (kind: string) => {
    await page.choose('What being late costs', kind);
    await page.wrapper.setProps({ rule: last() });
  };
  await choose('So much for each day begun');
  expect(last()).toEqual({ kind: 'perDay', percent: 5000, of: 'max', maxPercentOff: 50_000, floorPercent: 0 });
  await page.wrapper.setProps({ rule: { ...last(), percent: 10_000 } as LateRule });
  await choose('So much for each hour begun');
  expect(last()).toMatchObject({ kind: 'perHour', percent: 10_000 });
  await choose('At most so much can be earned');
  expect(last()).toEqual({ kind: 'cap', percent: 70_000 });
  await page.fill('Minutes of grace', '-3');
  expect(page.wrapper.emitted('update:graceMinutes')!.at(-1)).toEqual([0]);
});

it('a span of days is shown as days are written everywhere, and changed in place', async () => {
  const span = reactive({ name: 'Autumn break', from: '2026-10-26', to: '2026-10-30' });
  const page = await opened(DaySpan, { props: { modelValue: span, nameLabel: 'Name', most: 60, wrong: () => false } });
  expect(page.field('First day').value).toMatch(/^Mon 26 Oct/);
  await page.fill('Last day', '2026-10-26');
  expect([page.field('Last day').value.slice(0, 10), span.to]).toEqual(['Mon 26 Oct', '2026-10-26']);
  await page.press('Remove Autumn break');
  expect(page.wrapper.emitted('remove')).toHaveLength(1);
});

describe('groups of a draft', () => {
  const students = ['Ada', 'Bao', 'Hana'].map((givenName) => ({ id: givenName, givenName, familyName: 'Lind' }));
  const lists = async () => {
    const groups = reactive([
      { id: null, name: 'One', studentIds: ['Ada'] },
      { id: null, name: 'Two', studentIds: [] as string[] },
    ]);
    return { groups, page: await opened(GroupLists, { props: { modelValue: groups, students } }) };
  };
  const names = (groups: { studentIds: string[] }[]) => groups.map(({ studentIds }) => studentIds.join(' '));

  it('take somebody in by name, let them out again, and show who is in none', async () => {
    const { groups, page } = await lists();
    expect(page.wrapper.find('[data-list="none"]').text()).toContain('Bao Lind');
    await page.choose('Add somebody to Two', 'Bao Lind');
    expect(names(groups)).toEqual(['Ada', 'Bao']);
    await page.wrapper.find('[data-list="0"] .out').trigger('click');
    expect(names(groups)).toEqual(['', 'Bao']);
    expect(page.wrapper.find('[data-list="none"]').text()).toContain('Ada Lind');
    expect(page.wrapper.emitted('changed')).toHaveLength(2);
  });

  it('are gone through with the arrow keys, and nobody falls out at the ends', async () => {
    const { groups, page } = await lists();
    const at = (list: string, id: string) => page.wrapper.find(`[data-list="${list}"] [data-student="${id}"]`);
    await at('0', 'Ada').trigger('keydown', { key: 'ArrowRight' });
    expect(names(groups)).toEqual(['', 'Ada']);
    await at('1', 'Ada').trigger('keydown', { key: 'ArrowRight' });
    expect(names(groups)).toEqual(['', 'Ada']);
    await at('none', 'Hana').trigger('keydown', { key: 'ArrowLeft' });
    expect(page.wrapper.find('[data-list="none"]').text()).toContain('Hana Lind');
  });
});
