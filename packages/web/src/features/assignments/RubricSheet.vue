<script setup lang="ts">
/** The rubric of an assignment, in a wide sheet: built, pasted, read from a file, taken from the shelf or kept there. */
import { Button } from 'ant-design-vue';
import type { Language, Rubric } from '@jolly/core';
import type { ShelfItem } from '@jolly/server/contract';
import { ref, watch } from 'vue';
import { useT } from '../../i18n/use-t';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import RubricGrid from './RubricGrid.vue';
import RubricInLanguages from './RubricInLanguages.vue';
import SelectField from '../../ui/SelectField.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{
  open: boolean;
  rubric: Rubric;
  aims: readonly string[];
  /** of what is scored by it */ own?: Language | undefined;
}>();
const emit = defineEmits<{ close: []; set: [Rubric, string | null] }>();
const { t } = useT();
const { problem, attempt } = useAttempt();
const shelf = ref<ShelfItem[]>([]);
const kept = ref(false);
const shelfId = ref('');

watch(
  () => props.open,
  async (open) => {
    kept.value = false;
    shelfId.value = '';
    if (open)
      shelf.value = await ask('GET /api/shelf').then(
        ({ items }) => items.filter((one) => one.kind === 'rubric'),
        () => [],
      );
  },
);
const fromShelf = () =>
  attempt(async () => {
    const { body } = await ask('GET /api/shelf/:itemId', { params: { itemId: shelfId.value } });
    // A copy to adapt: ids stay, so that scores given by it can be told apart later.
    if (body.kind === 'rubric') emit('set', JSON.parse(JSON.stringify(body.rubric)) as Rubric, shelfId.value);
  });
const toShelf = () =>
  attempt(async () => {
    await ask('POST /api/shelf', {
      body: { title: props.rubric.name || t('rubric.title'), folder: '', tags: [], body: { kind: 'rubric', rubric: props.rubric } },
    });
    kept.value = true;
  });
</script>

<template>
  <SideSheet :open="open" :title="t('rubric.title')" :width="1080" @close="emit('close')">
    <div class="stack">
      <div class="row wrap">
        <template v-if="shelf.length > 0">
          <label class="muted" for="rubric-shelf">{{ t('rubric.fromShelf') }}</label>
          <SelectField
            id="rubric-shelf"
            v-model="shelfId"
            class="pick"
            :options="[{ value: '', label: `–`, disabled: true }, ...shelf.map((one) => ({ value: one.id, label: one.title }))]"
          />
          <Button :disabled="shelfId === ''" @click="fromShelf">{{ t('rubric.use') }}</Button>
        </template>
        <span class="grow" />
        <span v-if="kept" class="muted small" role="status">{{ t('rubric.keptOnShelf') }}</span>
        <Button v-else :disabled="rubric.criteria.length === 0" @click="toShelf">
          {{ t('rubric.toShelf') }}
        </Button>
      </div>
      <ProblemNote :problem="problem" />
      <RubricGrid :model-value="rubric" :aims="aims" @update:model-value="(changed) => emit('set', changed, null)" />
      <RubricInLanguages :model-value="rubric" :own="own" @update:model-value="(changed) => emit('set', changed, null)" />
      <div>
        <Button type="primary" @click="emit('close')">{{ t('common.close') }}</Button>
      </div>
    </div>
  </SideSheet>
</template>

<style scoped>
.pick {
  width: auto;
  max-width: 280px;
}
</style>
