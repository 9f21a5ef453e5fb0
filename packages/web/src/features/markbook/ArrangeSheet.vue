<script setup lang="ts">
/** What of the book is shown: order of students and assignments, filters, hidden columns. */
import { PIECE_STATES } from '@jolly/core';
import { computed } from 'vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import type { Book } from './use-book';
import type { View } from './use-view';

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
        <label v-for="one in ['name', 'total', 'bearing', 'missing'] as const" :key="one" class="row"
          ><input v-model="choices.sort" type="radio" name="sort" :value="one" />{{ t(`book.sorts.${one}`) }}</label
        ><label class="row"><input v-model="choices.down" type="checkbox" />{{ t('book.turned') }}</label>
      </fieldset>
      <fieldset>
        <legend class="label">{{ t('book.columnsBy') }}</legend>
        <label v-for="one in ['date', 'category', 'unit'] as const" :key="one" class="row"
          ><input v-model="choices.order" type="radio" name="order" :value="one" />{{ t(`book.orders.${one}`) }}</label
        >
      </fieldset>
      <fieldset>
        <legend class="label">{{ t('book.filter') }}</legend>
        <label class="pick"
          ><span>{{ t('book.ofGroup') }}</span
          ><select v-model="group" class="field">
            <option value="">{{ t('book.any') }}</option>
            <option v-for="one in groups" :key="one" :value="one">{{ one }}</option>
          </select></label
        >
        <label class="pick"
          ><span>{{ t('book.ofState') }}</span
          ><select v-model="state" class="field">
            <option value="">{{ t('book.any') }}</option>
            <option v-for="one in PIECE_STATES" :key="one" :value="one">{{ t(`state.${one}`) }}</option>
          </select></label
        >
        <label v-if="aims.length > 0" class="pick"
          ><span>{{ t('book.ofAim') }}</span
          ><select v-model="aim" class="field">
            <option value="">{{ t('book.any') }}</option>
            <option v-for="one in aims" :key="one" :value="one">{{ one }}</option>
          </select></label
        >
        <label class="row"><input v-model="choices.withLeft" type="checkbox" />{{ t('book.withLeft') }}</label>
      </fieldset>
      <section v-if="hidden.length > 0">
        <h3>{{ t('book.hiddenColumns') }}</h3>
        <ul class="plain">
          <li v-for="one in hidden" :key="one.briefId" class="row">
            <span class="grow clip" dir="auto">{{ one.title }}</span><button type="button" class="btn quiet" @click="show(one.briefId)">
              {{ t('book.show') }}{{ ' ' }}<span class="hidden-text">{{ one.title }}</span>
            </button>
          </li>
        </ul>
        <button type="button" class="btn" @click="choices.hidden = []">{{ t('book.showAllColumns') }}</button>
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
.pick .field {
  flex: 1;
  min-inline-size: 0;
}
</style>
