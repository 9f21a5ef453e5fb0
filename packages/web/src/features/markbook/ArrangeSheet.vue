<script setup lang="ts">
/** What of the book is shown: order of students and assignments, filters, hidden columns. */
import { Button, Checkbox } from 'ant-design-vue';
import { PIECE_STATES } from '@jolly/core';
import { computed } from 'vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import type { Book } from './use-book';
import type { View } from './use-view';
import SelectField from '../../ui/SelectField.vue';
import RadioField from '../../ui/RadioField.vue';

const props = defineProps<{ open: boolean; book: Book; view: View }>();
defineEmits<{ close: [] }>();
const { t } = useWords();
// The page's own refs, the same as long as it is shown.
const { choices, group, state, aim } = props.view;
const groups = computed(() => [...new Set((props.book.value.value?.students ?? []).flatMap((one) => one.groups))].sort());
const aims = computed(() => [...new Set((props.book.value.value?.columns ?? []).flatMap((one) => one.aims))].sort());
const hidden = computed(() => (props.book.value.value?.columns ?? []).filter((one) => choices.value.hidden.includes(one.briefId)));
const show = (briefId: string) => (choices.value.hidden = choices.value.hidden.filter((one) => one !== briefId));
</script>

<template>
  <SideSheet :open="open" :title="t('book.arrange')" :width="400" @close="$emit('close')">
    <div class="stack">
      <fieldset>
        <legend class="label">{{ t('book.sort') }}</legend>
        <RadioField
          v-model="choices.sort"
          stacked
          :options="(['name', 'total', 'bearing', 'missing'] as const).map((one) => ({ value: one, label: t(`book.sorts.${one}`) }))"
        /><Checkbox v-model:checked="choices.down">{{ t('book.turned') }}</Checkbox>
      </fieldset>
      <fieldset>
        <legend class="label">{{ t('book.columnsBy') }}</legend>
        <RadioField
          v-model="choices.order"
          stacked
          :options="(['date', 'category', 'unit'] as const).map((one) => ({ value: one, label: t(`book.orders.${one}`) }))"
        />
      </fieldset>
      <fieldset>
        <legend class="label">{{ t('book.filter') }}</legend>
        <label class="pick"
          ><span>{{ t('book.ofGroup') }}</span
          ><SelectField
            v-model="group"
            :options="[{ value: '', label: t('book.any') }, ...groups.map((one) => ({ value: one, label: one }))]"
        /></label>
        <label class="pick"
          ><span>{{ t('book.ofState') }}</span
          ><SelectField
            v-model="state"
            :options="[{ value: '', label: t('book.any') }, ...PIECE_STATES.map((one) => ({ value: one, label: t(`state.${one}`) }))]"
        /></label>
        <label v-if="aims.length > 0" class="pick"
          ><span>{{ t('book.ofAim') }}</span
          ><SelectField v-model="aim" :options="[{ value: '', label: t('book.any') }, ...aims.map((one) => ({ value: one, label: one }))]"
        /></label>
        <Checkbox v-model:checked="choices.withLeft">{{ t('book.withLeft') }}</Checkbox>
      </fieldset>
      <section v-if="hidden.length > 0">
        <h3>{{ t('book.hiddenColumns') }}</h3>
        <ul class="plain">
          <li v-for="one in hidden" :key="one.briefId" class="row">
            <span class="grow clip" dir="auto">{{ one.title }}</span><Button type="link" @click="show(one.briefId)">
              {{ t('book.show') }}{{ ' ' }}<span class="hidden-text">{{ one.title }}</span>
            </Button>
          </li>
        </ul>
        <Button @click="choices.hidden = []">{{ t('book.showAllColumns') }}</Button>
      </section>
    </div>
  </SideSheet>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin-inline: 0;
}
fieldset label.row {
  padding-block: 3px;
}
.pick {
  display: flex;
  align-items: center;
  gap: 10px;
  padding-block: 4px;
}
.pick span {
  inline-size: 150px;
}
.pick .ant-select {
  flex: 1;
  min-inline-size: 0;
}
</style>
