<script setup lang="ts">
/** One column: what it is, its middle and average, and what can be done with it. */
import { Button } from 'ant-design-vue';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import { columnFacts } from './column-facts';
import type { Book } from './use-book';
import type { View, ViewColumn } from './use-view';
import LinkButton from '../../ui/LinkButton.vue';

const props = defineProps<{ column: ViewColumn | null; book: Book; view: View }>();
const emit = defineEmits<{ close: []; select: []; fold: [string] }>();
const { t, points, when } = useWords();
const { kept } = useScope();
const route = useRoute();
const work = computed(() => (props.column?.kind === 'work' ? props.book.value.value!.columns[props.column.column]! : null));
const set = computed(() => work.value?.sets.find((one) => one !== null) ?? null);
const read = columnFacts(props.book);
const facts = computed(() => (props.column?.kind === 'work' ? read(props.column.column, props.view.rows.value, 'teacher') : null));
const zone = computed(() => props.book.value.value?.classes[0]?.calendar.zone ?? 'UTC');
const choices = computed(() => props.view.choices.value);
function toggle(list: 'hidden' | 'narrow'): void {
  const { briefId } = work.value!;
  const there = choices.value[list].includes(briefId);
  choices.value[list] = there ? choices.value[list].filter((one) => one !== briefId) : [...choices.value[list], briefId];
  emit('close');
}
const half = (value: number | null) => (value === null ? '–' : points(value));
</script>

<template>
  <SideSheet
    :open="column !== null"
    :title="work?.title ?? (column?.kind !== 'work' ? (column?.name ?? '') : '')"
    :width="360"
    @close="emit('close')"
  >
    <div v-if="work && set && facts" class="stack">
      <dl>
        <dt>{{ t('book.column.due') }}</dt>
        <dd>{{ set.due === null ? t('common.noDue') : when(set.due, zone) }}</dd>
        <dt>{{ t('book.column.points') }}</dt>
        <dd>{{ half(work.points) }}</dd>
        <dt>{{ t('book.column.scored') }}</dt>
        <dd>{{ t('book.column.of', { a: facts.scored, b: view.rows.value.length }) }}</dd>
        <dt>{{ t('book.column.middle') }}</dt>
        <dd>{{ half(facts.middle) }}</dd>
        <dt>{{ t('book.column.average') }}</dt>
        <dd>{{ half(facts.mean) }}</dd>
      </dl>
      <div class="acts">
        <Button @click="emit('select')">{{ t('book.column.select') }}</Button>
        <LinkButton :to="{ path: `/assignments/${set.assignmentId}`, query: kept }">{{ t('book.column.open') }}</LinkButton>
        <LinkButton :to="{ path: `/marking/${set.assignmentId}/sheet`, query: { ...kept, from: route.query.from } }">{{
          t('book.column.sheet')
        }}</LinkButton>
        <Button @click="toggle('narrow')">
          {{ t(choices.narrow.includes(work.briefId) ? 'book.column.wide' : 'book.column.narrow') }}
        </Button>
        <Button @click="toggle('hidden')">{{ t('book.column.hide') }}</Button>
      </div>
    </div>
    <div v-else-if="column?.kind === 'category'" class="acts">
      <Button @click="emit('fold', column.id)">{{ t('book.column.unfold') }}</Button>
    </div>
  </SideSheet>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 110px 1fr;
  row-gap: 6px;
  margin: 0;
}
dt {
  color: var(--text-3);
}
dd {
  margin: 0;
  font-weight: 600;
}
.acts {
  display: flex;
  flex-direction: column;
  gap: 8px;
  align-items: stretch;
}
</style>
