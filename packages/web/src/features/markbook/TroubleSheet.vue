<script setup lang="ts">
/** Why an act was not stored: every cell it is about, and what can be done. Nothing typed is lost meanwhile. */
import { Button } from 'ant-design-vue';
import { cellText } from '@jolly/core';
import { computed } from 'vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { spotKey, type Spot, type Wish } from './spot';
import { type Book, type Trouble } from './use-book';
import ListTable from '../../ui/ListTable.vue';

const props = defineProps<{ trouble: Trouble | null; book: Book }>();
const emit = defineEmits<{ close: []; drop: []; again: [wishes: Wish[], bonusConfirmed: boolean] }>();
const { t, count, name } = useWords();
const MOST = 100;

const reply = computed(() => props.book.value.value);
const nameOf = ({ row, column }: Spot) =>
  t('book.cellOf', { name: reply.value ? name(reply.value.students[row]!) : '', title: reply.value?.columns[column]?.title ?? '' });
const refused = computed(() => (props.trouble?.kind === 'refused' ? props.trouble : null));
const conflict = computed(() => (props.trouble?.kind === 'conflict' ? props.trouble : null));
const failed = computed(() => (props.trouble?.kind === 'failed' ? props.trouble : null));
const since = computed(() => (props.trouble?.kind === 'changedSince' ? props.trouble : null));
const noWord = computed(() => refused.value?.problems.filter(({ why }) => why === 'notStored') ?? []);
const onlyAbove = computed(() => refused.value?.problems.every(({ why }) => why === 'aboveMaximum') ?? false);
const others = computed(() => {
  const bad = new Set(
    [...(refused.value?.problems.filter(({ why }) => why !== 'notStored') ?? []), ...(conflict.value?.theirs ?? [])].map(({ wish }) =>
      spotKey(wish),
    ),
  );
  return (refused.value ?? conflict.value)?.wishes.filter((wish) => !bad.has(spotKey(wish))) ?? [];
});
const sinceNames = computed(() => {
  const shape = props.book.shape.value;
  return (since.value?.cells ?? []).flatMap(({ assignmentId, studentId, cell }) => {
    const [column, of] = [shape?.columnOf.get(assignmentId), shape?.classOf.get(assignmentId)];
    const row = of === undefined ? undefined : shape?.rowOf.get(`${of} ${studentId}`);
    return row === undefined || column === undefined
      ? []
      : [{ key: `${row} ${column}`, name: nameOf({ row, column }), text: cellText(cell) }];
  });
});
const titleOf = computed(() => (refused.value ? 'refused' : conflict.value ? 'conflict' : since.value ? 'since' : 'failed'));
</script>

<template>
  <SideSheet :open="trouble !== null" :title="t(`book.trouble.${titleOf}`)" :width="560" @close="emit('close')">
    <div v-if="refused" class="stack">
      <p>{{ count(noWord.length > 0 ? 'book.trouble.keptHint' : 'book.trouble.refusedHint', refused.problems.length) }}</p>
      <ListTable
        name="refused"
        :label="t('book.trouble.why')"
        :rows="refused.problems.slice(0, MOST)"
        :columns="[
          { key: 'cell', title: t('book.trouble.cell') },
          { key: 'typed', title: t('book.trouble.typed') },
          { key: 'why', title: t('book.trouble.why') },
        ]"
        :key-of="({ wish }) => spotKey(wish)"
        empty=""
        ><template #cell="{ row: { wish } }"
          ><div dir="auto">{{ nameOf(wish) }}</div></template
        >
        <template #typed="{ row: { wish } }"
          ><div dir="auto">{{ wish.text }}</div></template
        >
        <template #why="{ row: { why } }">{{ t(`book.trouble.whys.${why}`) }}</template></ListTable
      >
      <p v-if="refused.problems.length > MOST" class="muted">{{ t('book.trouble.more', { n: refused.problems.length - MOST }) }}</p>
      <div class="row wrap">
        <Button v-if="onlyAbove" type="primary" @click="emit('again', refused.wishes, true)">
          {{ count('book.trouble.bonus', refused.problems.length) }}</Button><Button
          v-if="others.length > 0"
          :type="!onlyAbove ? 'primary' : 'default'"
          @click="emit('again', others, false)"
        >
          {{ count('book.trouble.others', others.length) }}</Button
        ><Button @click="emit('drop')">{{ t('book.trouble.leave') }}</Button>
      </div>
    </div>
    <div v-else-if="conflict" class="stack">
      <p>{{ t('book.trouble.conflictHint') }}</p>
      <ListTable
        name="conflict"
        :label="t('book.trouble.theirs')"
        :rows="conflict.theirs.slice(0, MOST)"
        :columns="[
          { key: 'cell', title: t('book.trouble.cell') },
          { key: 'theirs', title: t('book.trouble.theirs') },
          { key: 'yours', title: t('book.trouble.yours') },
        ]"
        :key-of="({ wish }) => spotKey(wish)"
        empty=""
        ><template #cell="{ row: { wish } }"
          ><div dir="auto">{{ nameOf(wish) }}</div></template
        >
        <template #theirs="{ row: { cell } }"
          ><div dir="auto">
            <strong>{{ cellText(cell) || '–' }}</strong>
          </div></template
        >
        <template #yours="{ row: { wish } }"
          ><div dir="auto">{{ wish.text || '–' }}</div></template
        ></ListTable
      >
      <p v-if="conflict.theirs.length > MOST" class="muted">{{ t('book.trouble.more', { n: conflict.theirs.length - MOST }) }}</p>
      <div class="row wrap">
        <Button type="primary" @click="emit('again', conflict.wishes, conflict.bonusConfirmed)">
          {{ count('book.trouble.mine', conflict.wishes.length) }}</Button><Button
          v-if="others.length > 0"
          @click="emit('again', others, conflict.bonusConfirmed)"
        >
          {{ count('book.trouble.rest', others.length) }}</Button
        ><Button @click="emit('drop')">{{ t('book.trouble.leave') }}</Button>
      </div>
    </div>
    <div v-else-if="since" class="stack">
      <p>{{ t('book.trouble.sinceHint') }}</p>
      <ul class="plain">
        <li v-for="one in sinceNames" :key="one.key" class="row">
          <span class="grow" dir="auto">{{ one.name }}</span><strong>{{ one.text || '–' }}</strong>
        </li>
      </ul>
      <Button @click="emit('close')">{{ t('common.close') }}</Button>
    </div>
    <div v-else-if="failed" class="stack">
      <p>{{ failed.title }}</p>
      <div class="row">
        <Button v-if="failed.wishes.length > 0" type="primary" @click="emit('again', failed.wishes, failed.bonusConfirmed)">
          {{ t('book.trouble.again') }}</Button><Button @click="emit('drop')">
          {{ t('book.trouble.leave') }}
        </Button>
      </div>
    </div>
  </SideSheet>
</template>
