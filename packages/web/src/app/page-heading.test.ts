/** @jest-environment @happy-dom/jest-environment */
import { defineComponent, h, ref } from 'vue';
import { useRoute } from 'vue-router';
import { opened } from '../testing-page';
import { usePageHeading } from './use-page-heading';

const frame = defineComponent({
  setup() {
    const page = ref<HTMLElement | null>(null);
    const { heard } = usePageHeading(page, 'Jolly Compass');
    const route = useRoute();
    return () => [
      h('p', { 'aria-live': 'polite' }, heard.value),
      h('main', { ref: page }, [
        h('h1', { key: route.path, 'data-of': 'Rivers 8' }, route.path.slice(1)),
        route.query.field === undefined ? null : h('input', { onVnodeMounted: ({ el }) => (el as HTMLElement).focus() }),
      ]),
    ];
  },
});
const seen = () => [document.title, document.querySelector('[aria-live]')!.textContent, document.activeElement?.tagName];

it('names the window by what the page is about, and gives the heading the focus on another page', async () => {
  const page = await opened(frame, { at: '/Delta' });
  expect(document.activeElement?.tagName).toBe('BODY');
  await page.router.push('/Estuary');
  await page.settled();
  expect(seen()).toEqual(['Estuary · Rivers 8 · Jolly Compass', 'Estuary, Rivers 8', 'H1']);
});

it('leaves the focus with a field of the page that has taken it', async () => {
  const page = await opened(frame, { at: '/Delta' });
  await page.router.push('/Estuary?field');
  await page.settled();
  expect(seen()).toEqual(['Estuary · Rivers 8 · Jolly Compass', 'Estuary, Rivers 8', 'INPUT']);
});
