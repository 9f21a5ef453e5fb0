import { useMutationObserver } from '@vueuse/core';
import { ref, watch, type Ref } from 'vue';
import { useRoute } from 'vue-router';

/** What a page is about, by its heading, the tab that is open, and what the heading says it belongs to. */
function wordsOf(page: HTMLElement): string[] {
  const heading = page.querySelector('h1');
  if (!heading) return [];
  const words = [heading.textContent, page.querySelector('.tabs .on')?.textContent, heading.dataset.of];
  return words.map((one) => (one ?? '').replace(/\s+/g, ' ').trim()).filter((one, at, all) => one !== '' && all.indexOf(one) === at);
}

/**
 * The window is called what the page is about. On another page the heading has the focus, unless a field of the page has taken it
 * already, and whoever listens hears where they are; the page is there only once its data are.
 * @param page where pages are shown
 * @param brand what every title ends with
 * @returns what is said of the page that was come to
 */
export function usePageHeading(page: Ref<HTMLElement | null>, brand: string): { heard: Ref<string> } {
  const route = useRoute();
  const heard = ref('');
  let awaited = false;
  let before: Element | null = null;
  function look(): void {
    const words = page.value ? wordsOf(page.value) : [];
    if (words.length === 0) return;
    document.title = [...words, brand].join(' · ');
    if (!awaited) return;
    awaited = false;
    heard.value = words.join(', ');
    const { activeElement } = document;
    if (activeElement !== null && activeElement !== page.value && page.value!.contains(activeElement)) return;
    // Whoever has gone on to something else while the page was loaded is not called back.
    if (activeElement !== before && activeElement !== document.body) return;
    if (document.querySelector('[aria-modal="true"]')) return;
    const heading = page.value!.querySelector('h1')!;
    heading.tabIndex = -1;
    heading.focus({ preventScroll: true });
  }
  watch(
    () => route.path,
    () => {
      awaited = true;
      before = document.activeElement;
      heard.value = '';
    },
  );
  useMutationObserver(page, look, { childList: true, subtree: true, characterData: true });
  return { heard };
}
