import type { QuestionKind } from '@jolly/core';
import type { KeptQuestion, QuestionSearch } from '@jolly/server/contract';
import { refDebounced } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';

/** Kept questions as somebody looks for them: what narrows, the page of them that is shown, and which are chosen. */
export function useQuestionStore() {
  const typed = ref('');
  const text = refDebounced(typed, 250);
  const tag = ref('');
  const aim = ref('');
  const kind = ref<QuestionKind | ''>('');
  const whose = ref<'own' | 'shared' | ''>('');
  const page = ref(1);
  const query = computed((): QuestionSearch => ({
    ...(text.value.trim() === '' ? {} : { text: text.value.trim() }),
    ...(tag.value === '' ? {} : { tag: tag.value }),
    ...(aim.value === '' ? {} : { aim: aim.value }),
    ...(kind.value === '' ? {} : { kind: kind.value }),
    ...(whose.value === '' ? {} : { whose: whose.value }),
    ...(page.value === 1 ? {} : { page: page.value }),
  }));
  // What is looked for anew begins with its first page.
  watch([text, tag, aim, kind, whose], () => (page.value = 1), { flush: 'sync' });
  const { state, value, why, reload } = useLoad(() => ask('GET /api/questions', { query: query.value }), [query]);

  /** Chosen ones stay chosen while one looks for others. */
  const chosen = ref<ReadonlyMap<string, KeptQuestion>>(new Map());
  const isNarrowed = computed(() => Object.keys(query.value).some((name) => name !== 'page'));
  return {
    typed,
    tag,
    aim,
    kind,
    whose,
    page,
    isNarrowed,
    state,
    value,
    why,
    reload,
    chosen,
    choose(one: KeptQuestion, on: boolean): void {
      const all = new Map(chosen.value);
      if (on) all.set(one.id, one);
      else all.delete(one.id);
      chosen.value = all;
    },
    chooseShown(): void {
      chosen.value = new Map([...chosen.value, ...(value.value?.found ?? []).map((one) => [one.id, one] as const)]);
    },
    chooseNone(): void {
      chosen.value = new Map();
    },
  };
}
