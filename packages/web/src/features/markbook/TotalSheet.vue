<script setup lang="ts">
/** A total in full: every piece with what it earned and how it counts, category by category, down to the exact fraction. */
import { derivationOf, ratioText, unmilli, type BookColumn, type DerivedCategory, type Scheme, type Total } from '@jolly/core';
import { computed } from 'vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import type { Book } from './use-book';
import { shortPercent, useBookWords } from './use-book-words';
import ListTable from '../../ui/ListTable.vue';

const props = defineProps<{ open: boolean; name: string; book: Book; row: number; total: Total | null; scheme: Scheme }>();
defineEmits<{ close: [] }>();
const { t, count, points } = useWords();
const words = useBookWords();

const columnOf = computed(() => {
  const student = props.book.value.value?.students[props.row];
  const columns = student ? props.book.shape.value!.columns[student.of]! : [];
  return new Map(
    columns.flatMap((column, index) => (column ? [[column.id, { column, index }] as [string, { column: BookColumn; index: number }]] : [])),
  );
});
const derivation = computed(() => (props.total ? derivationOf(props.scheme, props.total) : null));
const sentence = computed(() => (props.total ? words.totalSentence(props.total, props.scheme) : null));
const nameOf = ({ category }: DerivedCategory) =>
  props.scheme.categories.find((one) => one.id === category)?.name ?? t('book.full.noCategory');
const itemsOf = ({ items }: DerivedCategory) =>
  items
    .map((item) => {
      const { column, index } = columnOf.value.get(item.id)!;
      const off = props.book.cellAt({ row: props.row, column: index })?.score?.takenOff ?? 0;
      return { ...item, title: column.title, due: column.due, off };
    })
    .sort((a, b) => (a.due ?? Infinity) - (b.due ?? Infinity));
const exact = computed(() => (props.total?.result ? ratioText(props.total.result) : null));
</script>

<template>
  <SideSheet :open="open" :title="t('book.full.title', { name })" :width="620" @close="$emit('close')">
    <div v-if="derivation" class="stack">
      <p>
        <strong>{{ sentence?.sum }}</strong>
      </p>
      <p v-for="note in sentence?.notes" :key="note" class="muted small">{{ note }}</p>
      <section v-for="one in derivation.categories.filter((each) => each.items.length > 0)" :key="one.category ?? ''">
        <h3 dir="auto">
          {{ nameOf(one)
          }}<span v-if="one.weight" class="muted small aside">{{ t('book.full.weight', { weight: shortPercent(one.weight) }) }}</span>
        </h3>
        <ListTable
          class="same"
          name="total"
          :label="t('book.full.item')"
          :rows="itemsOf(one)"
          :columns="[
            { key: 'item', title: t('book.full.item') },
            { key: 'earned', title: t('book.full.earned'), number: true },
            { key: 'outOf', title: t('book.full.outOf'), number: true },
            { key: 'role', title: t('book.full.role') },
          ]"
          :key-of="(item) => item.id"
          empty=""
          :row-class="(item) => (item.role === 'leftOut' ? 'muted' : '')"
          ><template #item="{ row: item }"
            ><div dir="auto">
              {{ item.title }}<span v-if="item.missing" class="muted small aside">{{ t('book.full.missing') }}</span
              ><span v-if="item.off > 0" class="muted small aside">{{
                t('book.full.late', { earned: unmilli(item.earned + item.off), off: unmilli(item.off) })
              }}</span>
            </div></template
          >
          <template #earned="{ row: item }">{{ points(item.earned) }}</template>
          <template #outOf="{ row: item }">{{ points(item.points) }}</template>
          <template #role="{ row: item }">{{ t(`book.full.roles.${item.role}`) }}</template></ListTable
        >
        <p v-if="derivation.kind === 'weighted'" class="sum">{{ words.categoryText(one, scheme) }}</p>
      </section>
      <p v-if="exact" class="muted small">{{ t('book.full.exact', { ...exact }) }} · {{ count('book.full.rounded', scheme.decimals) }}</p>
    </div>
  </SideSheet>
</template>

<style scoped>
h3 {
  margin-block-end: 4px;
}
.aside {
  font-weight: 400;
  margin-inline-start: 8px;
}
.same {
  table-layout: fixed;
}
.what {
  inline-size: 44%;
}
.sum {
  text-align: end;
  font-weight: 650;
  padding-block: 6px;
}
</style>
