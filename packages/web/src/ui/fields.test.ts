/** @jest-environment @happy-dom/jest-environment */
import { defineComponent, h, ref, type Component } from 'vue';
import { opened } from '../testing-page';
import DayField from './DayField.vue';
import FieldSet from './FieldSet.vue';
import FoldedPart from './FoldedPart.vue';
import NumberField from './NumberField.vue';
import ProposalField from './ProposalField.vue';
import RadioField from './RadioField.vue';
import SelectField from './SelectField.vue';
import TagsField from './TagsField.vue';
import TimeField from './TimeField.vue';
import WhenField from './WhenField.vue';
import { setSchoolDay } from './school-day';

// A Wednesday.
beforeEach(() => setSchoolDay(() => '2026-11-25'));

/** A field in a form that keeps what it says. */
async function field<Value>(part: Component, from: Value, props: object = {}) {
  const value = ref<unknown>(from);
  const page = await opened(
    defineComponent({
      setup: () => () =>
        h(part as never, { label: 'It', ...props, modelValue: value.value, 'onUpdate:modelValue': (now: unknown) => (value.value = now) }),
    }),
  );
  return { page, value, shown: (label = 'It') => page.field(label).value };
}

describe('a day', () => {
  it('is typed as people type it, and shown as it is written everywhere', async () => {
    const { page, value, shown } = await field(DayField, '');
    await page.fill('It', 'fri');
    expect([value.value, shown()]).toEqual(['2026-11-27', 'Fri 27 Nov']);
    await page.fill('It', '3 jan');
    expect([value.value, shown()]).toEqual(['2027-01-03', 'Sun 3 Jan 2027']);
    await page.fill('It', '');
    expect(value.value).toBe('');
  });

  it('that cannot be read is refused in words, and what was there stays', async () => {
    const { page, value, shown } = await field(DayField, '2026-11-27', { min: '2026-11-20', max: '2026-12-20' });
    for (const [typed, why] of [
      ['soonish', 'is no day'],
      ['31 nov', 'no such day'],
      ['Mon 27 Nov 2026', 'another weekday'],
      ['+60', 'too late: up to Sun 20 Dec'],
      ['1 nov', 'too early: from Fri 20 Nov on'],
    ] as const) {
      await page.fill('It', typed);
      expect(page.said('alert')).toContain(why);
      expect([value.value, page.field('It').getAttribute('aria-invalid')]).toEqual(['2026-11-27', 'true']);
    }
    await page.fill('It', '+2');
    expect([page.said('alert'), page.field('It').getAttribute('aria-invalid'), shown()]).toEqual(['', null, 'Fri 27 Nov']);
  });

  it('says in its calendar what is with a day', async () => {
    const markOf = (date: string) => (date === '2026-11-27' ? { kind: 'closed', says: 'Harbour day' } : null);
    const { page, value } = await field(DayField, '2026-11-25', { markOf });
    page.field('It').dispatchEvent(new Event('mousedown', { bubbles: true }));
    await page.settled();
    document.querySelector<HTMLElement>('[title="Harbour day"]')!.click();
    await page.settled();
    expect(value.value).toBe('2026-11-27');
    expect(page.has('Month after') && page.has('Year before')).toBe(true);
  });
});

it('its calendar is closed by Escape before the sheet around it hears of it, and Tab goes on from what was typed', async () => {
  const { page } = await field(DayField, '2026-11-25');
  const keeps = async (key: string, which: number) => {
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
    Object.defineProperty(event, 'which', { value: which });
    page.field('It').dispatchEvent(event);
    await page.settled();
    return event.defaultPrevented;
  };
  const opens = async () => {
    page.field('It').dispatchEvent(new Event('mousedown', { bubbles: true }));
    await page.settled();
  };
  await opens();
  expect([await keeps('Escape', 27), await keeps('Escape', 27)]).toEqual([true, false]);
  await opens();
  page.field('It').value = '+2';
  page.field('It').dispatchEvent(new Event('input', { bubbles: true }));
  expect(await keeps('Tab', 9)).toBe(false);
  expect(document.querySelector('.ant-picker-dropdown:not([style*="display: none"])')).toBeNull();
});

it('a time is typed or picked, and no time is refused', async () => {
  const { page, value, shown } = await field(TimeField, '15:30', { required: true });
  await page.fill('It', '9');
  expect([value.value, shown()]).toEqual(['09:00', '09:00']);
  await page.fill('It', '');
  await page.fill('It', '25:00');
  expect([value.value, page.said('alert')]).toEqual(['09:00', '“25:00” is no time of day. Type 15:30.']);
});

describe('a moment', () => {
  const at = (day: number, hour: number, minute = 0) => Date.UTC(2026, 10, day, hour, minute);
  const moment = (from: number | null) => field(WhenField, from, { label: 'due', zone: 'UTC', usualTime: '15:30', empty: 'no limit' });

  it('of a day alone is at the usual time; a time typed behind the day goes into its own field', async () => {
    const { page, value, shown } = await moment(null);
    expect(page.text()).toContain('no limit');
    await page.fill('due: day', 'fri');
    expect(value.value).toBe(at(27, 15, 30));
    await page.fill('due: day', '26 nov 10:20');
    expect([value.value, shown('due: day'), shown('due: time')]).toEqual([at(26, 10, 20), 'Thu 26 Nov', '10:20']);
    await page.fill('due: time', '');
    expect(value.value).toBe(at(26, 15, 30));
  });

  it('keeps its time when the day changes, and is none without a day', async () => {
    const { page, value } = await moment(at(25, 8, 5));
    await page.fill('due: day', '+1');
    expect(value.value).toBe(at(26, 8, 5));
    await page.fill('due: day', '');
    expect(value.value).toBeNull();
  });
});

it('a number is read with a comma as with a point; one that may not be empty shows itself again', async () => {
  const needed = await field(NumberField, 4, { min: 0, max: 10 });
  await needed.page.fill('It', '7,5');
  expect(needed.value.value).toBe(7.5);
  await needed.page.fill('It', '');
  expect([needed.value.value, needed.shown()]).toEqual([7.5, '7.5']);
  const optional = await field(NumberField, 4, { optional: true });
  await optional.page.fill('It', '');
  expect(optional.value.value).toBeNull();
});

it('one of many may be anything, and is said to whoever listens', async () => {
  const options = [
    { value: null, label: 'nobody' },
    { value: true, label: 'Ada' },
    { value: 7, label: 'Bao', group: 'Others' },
  ];
  const { page, value } = await field(SelectField, null, { options });
  expect([page.chosenIn('It'), page.field('It').getAttribute('aria-description')]).toEqual(['nobody', 'nobody']);
  await page.choose('It', 'Bao');
  expect([value.value, page.field('It').getAttribute('aria-description')]).toEqual([7, 'Bao']);
});

it('several texts are each taken once, without blanks', async () => {
  const { page, value } = await field(TagsField, ['maps'], { proposals: [] });
  await page.fill('It', ' maps; rivers ;;');
  expect(value.value).toEqual(['maps', 'rivers']);
});

it('free text is offered what was used before; Enter takes that first, and only then sends the form', async () => {
  const { page, value } = await field(ProposalField, '', { proposals: ['Rivers', 'Maps'] });
  const enter = async () => {
    const event = new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true });
    Object.defineProperty(event, 'which', { value: 13 });
    page.field('It').dispatchEvent(event);
    await page.settled();
    return event.defaultPrevented;
  };
  await page.fill('It', 'ri');
  expect([...document.querySelectorAll('.ant-select-item-option')].map((one) => one.textContent)).toEqual(['Rivers']);
  expect([value.value, await enter()]).toEqual(['ri', true]);
  await page.choose('It', 'Rivers');
  expect([value.value, await enter()]).toEqual(['Rivers', false]);
});

it('one of a few has one name for all its buttons, so that arrows go through them', async () => {
  const options = ['a', 'b'].map((value) => ({ value, label: value }));
  const { page, value } = await field(RadioField, 'a', { options });
  await page.tick('b');
  expect(value.value).toBe('b');
  expect(new Set([...document.querySelectorAll<HTMLInputElement>('input[type=radio]')].map((one) => one.name)).size).toBe(1);
});

it('what is out of use together is so for the parts of the library too', async () => {
  const within = () => [
    h(SelectField as never, { modelValue: 1, options: [{ value: 1, label: 'one' }], label: 'It' }),
    h(NumberField as never, { modelValue: 1, label: 'N' }),
  ];
  const set = async (disabled: boolean) => {
    const page = await opened(defineComponent({ setup: () => () => h(FieldSet, { disabled }, within) }));
    return [page.field('It').disabled, page.field('N').disabled];
  };
  expect(await set(true)).toEqual([true, true]);
  expect(await set(false)).toEqual([false, false]);
});

it('a part that is folded says what is set within, and opens by its title', async () => {
  const page = await opened(
    defineComponent({ setup: () => () => h(FoldedPart, { title: 'Paper', summary: 'upright' }, () => 'A page each') }),
  );
  const head = () => document.querySelector('[role=button]')!;
  expect([page.text(), head().getAttribute('aria-expanded')]).toEqual([expect.stringContaining('upright'), 'false']);
  await page.press('Paper');
  expect([page.text().includes('upright'), head().getAttribute('aria-expanded')]).toEqual([false, 'true']);
});
