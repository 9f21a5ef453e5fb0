<script setup lang="ts">
/** How a pile is worked through: in which order, with or without names, one section or all, by whom a second time. */
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
/** One that is refused goes back to who it is. */
async function setSecond(field: HTMLSelectElement): Promise<void> {
  if (!(await set({ secondMarker: field.value || null }))) field.value = own.value.secondMarker ?? '';
}
</script>

<template>
  <SideSheet :open="open" :title="t('pile.title')" @close="emit('close')">
    <div class="stack">
      <fieldset class="plain-set">
        <legend class="label">{{ t('pile.order') }}</legend>
        <p v-if="hidden" class="muted small">{{ t('pile.orderHidden') }}</p>
        <div v-else class="row wrap">
          <button
            v-for="one in ORDERS"
            :key="one"
            type="button"
            class="chip"
            :aria-pressed="choices.order === one"
            @click="choices = { ...choices, order: one }"
          >
            {{ t(`pile.orders.${one}`) }}
          </button>
        </div>
      </fieldset>
      <label class="row"
        ><input type="checkbox" :checked="choices.unscored" @change="choices = { ...choices, unscored: !choices.unscored }" />{{
          t('pile.unscored')
        }}</label
      >
      <label class="row"
        ><input type="checkbox" :checked="choices.together" @change="choices = { ...choices, together: !choices.together }" />{{
          t('pile.together')
        }}</label
      >
      <hr />
      <label class="row"
        ><StoredCheck :on="hidden" :disabled="busy" :store="(namesHidden) => set({ namesHidden })" />{{ t('pile.hide') }}</label
      >
      <p class="muted small">{{ t(hidden ? 'pile.hiddenNow' : 'pile.hideHint') }}</p>
      <hr />
      <div>
        <label class="label" for="second">{{ t('pile.second') }}</label><select
          id="second"
          class="field"
          :value="own.secondMarker ?? ''"
          :disabled="busy"
          @change="setSecond($event.target as HTMLSelectElement)"
        >
          <option value="">{{ t('pile.nobody') }}</option>
          <option v-for="one in pile.teachers" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
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
      <p v-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
    </div>
  </SideSheet>
</template>

<style scoped>
.plain-set {
  border: 0;
  padding: 0;
  margin: 0;
}
input[type='checkbox'] {
  flex: none;
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
