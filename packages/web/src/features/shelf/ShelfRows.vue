<script setup lang="ts">
/** The shelf in rows, for who has much on it: by kind, folder, how often it was set, and from whom it is. */
import { Button } from 'ant-design-vue';
import type { ShelfItem } from '@jolly/server/contract';
import { computed } from 'vue';
import LinkButton from '../../ui/LinkButton.vue';
import ListTable from '../../ui/ListTable.vue';
import { byNumber, byText, type ListColumn } from '../../ui/list-view';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

const props = defineProps<{ items: readonly ShelfItem[] }>();
defineEmits<{ look: [ShelfItem] }>();
const { t } = useWords();
const { kept } = useScope();
const owner = (item: ShelfItem) => (item.own ? '' : item.owner);
const columns = computed<ListColumn<ShelfItem>[]>(() => [
  { key: 'title', title: t('shelf.titleLabel'), sort: byText((one) => one.title) },
  { key: 'kind', title: t('shelf.kind'), sort: byText((one) => t(`shelf.kinds.${one.kind}`)) },
  { key: 'folder', title: t('shelf.folder'), sort: byText((one) => one.folder), hideable: true },
  { key: 'tags', title: t('shelf.tagged'), hideable: true },
  { key: 'used', title: t('shelf.times'), sort: byNumber((one) => one.used), number: true, hideable: true },
  ...(props.items.some((one) => !one.own) ? [{ key: 'owner', title: t('shelf.from'), sort: byText(owner), hideable: true }] : []),
  { key: 'use', title: t('shelf.use'), acts: true },
]);
</script>

<template>
  <ListTable name="shelf" :label="t('shelf.title')" :rows="items" :columns="columns" :key-of="(one) => one.id" empty="">
    <template #title="{ row: one }"
      ><Button type="link" class="title" :aria-label="t('shelf.open', { title: one.title })" @click="$emit('look', one)">
        <span dir="auto">{{ one.title }}</span>
      </Button></template
    >
    <template #kind="{ row: one }">{{ t(`shelf.kinds.${one.kind}`) }}</template>
    <template #folder="{ row: one }"
      ><span dir="auto">{{ one.folder || '–' }}</span></template
    >
    <template #tags="{ row: one }"
      ><span dir="auto">{{ one.tags.join(' · ') }}</span></template
    >
    <template #used="{ row: one }">{{ one.used }}</template>
    <template #owner="{ row: one }"
      ><span dir="auto">{{ owner(one) }}</span></template
    >
    <template #use="{ row: one }"
      ><LinkButton type="link" size="small" :to="{ path: '/compose', query: { ...kept, shelf: one.id } }">{{
        t('shelf.use')
      }}</LinkButton></template
    >
  </ListTable>
</template>

<style scoped>
.title {
  white-space: normal;
  height: auto;
  text-align: start;
  padding-inline: 0;
}
</style>
