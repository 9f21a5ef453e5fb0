import { briefIn, writtenLanguages, type Language } from '@jolly/core';
import type { WordedBody } from '@jolly/server/contract';
import { computed, ref } from 'vue';

/**
 * What a teacher wrote in several languages, as the reader has turned it: first in theirs, as the server chose, then in the one
 * they press. @param words null while they are on their way
 */
export function useTurned(words: () => WordedBody | null | undefined) {
  const chosen = ref<Language | null>(null);
  const shown = computed(() => {
    const given = words();
    return given ? briefIn([chosen.value], given) : null;
  });
  const others = computed(() => (shown.value ? writtenLanguages(shown.value).slice(1) : []));
  return { shown, others, choose: (language: Language) => (chosen.value = language) };
}
