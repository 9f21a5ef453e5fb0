<script setup lang="ts">
/** How a pile is worked through: in which order, with or without names, one section or all, by whom a second time. */
import { Checkbox } from 'ant-design-vue';
import type { PileOrder } from '@jolly/core';
import type { MarkingChange, PileDeskReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import StoredCheck from '../../ui/StoredCheck.vue';
import { useWords } from '../../ui/use-words';
import type { PileChoices } from './use-pile-choices';
import { waysToMark } from './ways-to-mark';
import ToggleButton from '../../ui/ToggleButton.vue';
import SelectField from '../../ui/SelectField.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const choices = defineModel<PileChoices>({ required: true });
const props = defineProps<{ open: boolean; pile: PileDeskReply }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const ORDERS: PileOrder[] = ['name', 'timeIn', 'random', 'group'];
const own = computed(() => props.pile.assignments[0]!);
const hidden = computed(() => own.value.namesHidden);
const ways = computed(() => waysToMark(own.value));
const set = (change: MarkingChange) =>
  attempt(async () => {
    for (const { id } of props.pile.assignments)
      await ask('PUT /api/assignments/:assignmentId/marking', { params: { assignmentId: id }, body: change });
    emit('changed');
  });
</script>

<template>
  <SideSheet :open="open" :title="t('pile.title')" @close="emit('close')">
    <div class="stack">
      <fieldset class="plain-set">
        <legend class="label">{{ t('pile.order') }}</legend>
        <p v-if="hidden" class="muted small">{{ t('pile.orderHidden') }}</p>
        <div v-else class="row wrap">
          <ToggleButton v-for="one in ORDERS" :key="one" :on="choices.order === one" @click="choices = { ...choices, order: one }">
            {{ t(`pile.orders.${one}`) }}
          </ToggleButton>
        </div>
      </fieldset>
      <Checkbox :checked="choices.unscored" @change="choices = { ...choices, unscored: !choices.unscored }">{{
        t('pile.unscored')
      }}</Checkbox>
      <Checkbox :checked="choices.together" @change="choices = { ...choices, together: !choices.together }">{{
        t('pile.together')
      }}</Checkbox>
      <hr />
      <StoredCheck :on="hidden" :disabled="busy" :store="(namesHidden) => set({ namesHidden })">{{ t('pile.hide') }}</StoredCheck>
      <p class="muted small">{{ t(hidden ? 'pile.hiddenNow' : 'pile.hideHint') }}</p>
      <hr />
      <div>
        <label class="label" for="second">{{ t('pile.second') }}</label><SelectField
          id="second"
          :model-value="own.secondMarker ?? ''"
          :disabled="busy"
          :options="[{ value: '', label: t('pile.nobody') }, ...pile.teachers.map((one) => ({ value: one.id, label: one.name }))]"
          @update:model-value="set({ secondMarker: $event || null })"
        />
        <p class="muted small">{{ t('pile.secondHint') }}</p>
      </div>
      <hr />
      <nav :aria-label="t('marking.ways')">
        <ul class="plain ways">
          <li v-for="one in ways" :key="one.path">
            <RouterLink :to="one.path">{{ t(one.title) }}</RouterLink>
          </li>
        </ul>
      </nav>
      <ProblemNote :problem="problem" />
    </div>
  </SideSheet>
</template>

<style scoped>
.plain-set {
  border: 0;
  padding: 0;
  margin: 0;
}
.ways {
  display: grid;
  gap: 6px;
}
hr {
  border: 0;
  border-block-start: 1px solid var(--line-2);
  inline-size: 100%;
}
</style>
