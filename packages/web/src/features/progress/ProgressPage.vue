<script setup lang="ts">
/** Where a class stands, or every class in turn: whoever needs a word comes first. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import ClassProgress from './ClassProgress.vue';
import { useLooking } from './use-looking';

const { t } = useWords();
const line = useTermLine();
const scope = useScope();
const route = useRoute();
const { asked } = useLooking();
// A class that is put away is not on the term line, but its progress can still be looked at.
const ids = computed(() => {
  const named = route.query.class;
  if (line.loaded && typeof named === 'string' && !line.classOf(named)) return [named];
  return line.classes.filter((one) => scope.inScope(one.id)).map((one) => one.id);
});
const alone = computed(() => ids.value.length === 1);
// Terms and moments are those of one class; of several each shows its own term.
const load = (id: string) => ask('GET /api/classes/:classId/progress', { params: { classId: id }, query: alone.value ? asked.value : {} });
const { state, value, why, reload } = useLoad(() => Promise.all(ids.value.map(load)), [() => JSON.stringify([ids.value, asked.value])]);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <h1 class="hidden-text">{{ t('progress.title') }}</h1>
      <ClassProgress v-for="one in value ?? []" :key="one.classId" :reply="one" :alone="alone" @changed="reload" />
      <div v-if="value?.length === 0" class="note">
        <p>{{ t('progress.empty') }}</p>
        <p class="muted">{{ t('progress.emptyHint') }}</p>
      </div>
    </div>
  </LoadGate>
</template>
