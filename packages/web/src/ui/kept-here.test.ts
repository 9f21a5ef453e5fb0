/** @jest-environment @happy-dom/jest-environment */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { mount } from '@vue/test-utils';
import { defineComponent, ref } from 'vue';
import { useKeptDraft, useKeptHere } from './kept-here';
import { LIST_OWNER } from './list-view';

/** A sheet with a title to fill in, opened by somebody. */
function sheet(person: string) {
  const wrapper = mount(
    defineComponent({
      setup: () => useKeptDraft(useKeptHere()('sheet', 'rivers'), { title: '' }),
      template: '<input v-model="draft.title" /><button @click="drop">Store</button>',
    }),
    { global: { provide: { [LIST_OWNER as symbol]: ref(person) } } },
  );
  return { wrapper, title: wrapper.find('input') };
}

it('what is filled in outlives its sheet, for whoever filled it in and nobody else, until it is stored', async () => {
  const hers = sheet('hana');
  await hers.title.setValue('Our coast');
  hers.wrapper.unmount();
  expect(sheet('bao').title.element.value).toBe('');
  const again = sheet('hana');
  expect(again.title.element.value).toBe('Our coast');
  await again.wrapper.find('button').trigger('click');
  expect(sheet('hana').title.element.value).toBe('');
});

it('what is kept in a browser is kept by person, but for what says nothing of anybody', () => {
  const src = join(__dirname, '..');
  const files = readdirSync(src, { recursive: true, encoding: 'utf8' }).filter((name) => /(?<!\.test|kept-here)\.(ts|vue)$/.test(name));
  const places = files.flatMap((name) => readFileSync(join(src, name), 'utf8').match(/(?:(?<=['"])jolly-[a-z-]+|`jolly-[^`]+)/g) ?? []);
  // The first filling of each is who is signed in, or what begins with that.
  const shared = places.filter((place) => !/^`jolly-([a-z-]+ \$\{(me|props\.me|userId|owner\?\.value|name)\b)/.test(place));
  expect([...new Set(shared)].sort()).toEqual(
    [
      ...['jolly-language', 'jolly-last-class', 'jolly-last-seen', 'jolly-none', 'jolly-pile', 'jolly-renewed-for'],
      ...['jolly-signed-out', 'jolly-theme', 'jolly-uploads', '`jolly-upload ${key}'],
    ].sort(),
  );
});
