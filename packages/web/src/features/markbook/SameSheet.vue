<script setup lang="ts">
/** The same for everybody in one column, or where nothing stands yet. */
import { Button, Input } from 'ant-design-vue';
import { cellText } from '@jolly/core';
import { computed, ref, watch } from 'vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import type { Wish } from './spot';
import type { Book } from './use-book';
import RadioField from '../../ui/RadioField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const props = defineProps<{ open: boolean; book: Book; rows: readonly number[]; column: number | null }>();
const emit = defineEmits<{ close: []; enter: [wishes: Wish[]] }>();
const { t, count } = useWords();
const text = ref('');
const whom = ref<'without' | 'everyone'>('without');
watch(
  () => props.open,
  () => (text.value = ''),
);
const title = computed(() => (props.column === null ? '' : (props.book.value.value?.columns[props.column]?.title ?? '')));
const wishes = computed<Wish[]>(() => {
  const { column } = props;
  if (column === null || text.value.trim() === '') return [];
  return props.rows.flatMap((row) => {
    const cell = props.book.cellAt({ row, column });
    if (!cell || cell.locked || cell.absent || (cell.excused && whom.value === 'without')) return [];
    return whom.value === 'without' && cellText(cell) !== '' ? [] : [{ row, column, text: text.value }];
  });
});
</script>

<template>
  <SideSheet :open="open" :title="t('book.sameSheet.title')" :width="380" @close="emit('close')">
    <p v-if="column === null" class="note">{{ t('book.sameSheet.choose') }}</p>
    <FieldForm v-else @send="emit('enter', wishes)">
      <p dir="auto">{{ t('book.sameSheet.hint', { title }) }}</p>
      <FormLine :label="t('book.sameSheet.text')" for="same-text">
        <Input id="same-text" v-model:value="text" :maxlength="80" autocomplete="off" class="short" />
      </FormLine>
      <RadioField
        v-model="whom"
        stacked
        :options="[
          { value: 'without', label: t('book.sameSheet.without') },
          { value: 'everyone', label: t('book.sameSheet.everyone') },
        ]"
      />
      <p class="muted small">{{ t('book.sameSheet.absent') }}</p>
      <Button type="primary" html-type="submit" :disabled="wishes.length === 0">{{ count('book.sameSheet.go', wishes.length) }}</Button>
    </FieldForm>
  </SideSheet>
</template>

<style scoped>
.short {
  inline-size: 140px;
}
</style>
