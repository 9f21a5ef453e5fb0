<script setup lang="ts">
/** Shift many dates as one act: which, how far, what that does, then confirmed, telling students or quietly. */
import { Button, Checkbox } from 'ant-design-vue';
import { plusDays, type DateShift, type LocalDate } from '@jolly/core';
import type { PlanCard } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { now } from '../../api/client';
import { localDayLong } from '../../time/format';
import ClassSquare from '../../ui/ClassSquare.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import { stageOf } from './card';
import { useMove } from './use-move';
import { useMoveWords } from './use-move-words';
import ToggleButton from '../../ui/ToggleButton.vue';
import SelectField from '../../ui/SelectField.vue';
import NumberField from '../../ui/NumberField.vue';
import DayField from '../../ui/DayField.vue';
import { withOrWithout } from '../../ui/with-or-without';
import ListTable from '../../ui/ListTable.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ open: boolean; cards: readonly PlanCard[] }>();
const emit = defineEmits<{ close: []; moved: [] }>();
const { t, count, when } = useWords();
const line = useTermLine();
const scope = useScope();
const words = useMoveWords();
const { pending, problem, busy, look, leave, confirm } = useMove(async () => {
  emit('moved');
  emit('close');
});

const KINDS = ['schoolDays', 'days', 'toWeekday', 'past'] as const;
const kind = ref<(typeof KINDS)[number]>('schoolDays');
const days = ref(1);
const weekday = ref(1);
const span = ref<{ from: LocalDate; to: LocalDate }>({ from: line.today, to: plusDays(line.today, 4) });
const oneOffs = ref(false);
const chosen = ref<string[]>([]);

const dated = computed(() =>
  props.cards.filter((card) => card.day !== null && (card.due !== null || card.opens !== null)).sort((a, b) => (a.day! < b.day! ? -1 : 1)),
);
const shown = computed(() =>
  dated.value.filter((card) =>
    kind.value === 'past'
      ? card.day! >= span.value.from && card.day! <= span.value.to
      : card.day! >= line.today || chosen.value.includes(card.assignmentId),
  ),
);
watch(
  () => props.open,
  (open) => {
    leave();
    // What is due in the weeks looked at, from today on.
    if (open)
      chosen.value = dated.value
        .filter((card) => card.day! >= line.today && card.day! >= scope.from.value && card.day! <= scope.to.value)
        .map((card) => card.assignmentId);
  },
);
watch([kind, days, weekday, span, oneOffs, chosen], leave, { deep: true });
const shift = computed<DateShift>(() => {
  switch (kind.value) {
    case 'toWeekday':
      return { kind: 'toWeekday', weekday: weekday.value };
    case 'past':
      return { kind: 'past', ...span.value };
    default:
      return { kind: kind.value, days: days.value };
  }
});
const ids = computed(() => shown.value.map((card) => card.assignmentId).filter((id) => kind.value === 'past' || chosen.value.includes(id)));
const ready = computed(
  () =>
    ids.value.length > 0 &&
    (kind.value === 'past'
      ? span.value.from <= span.value.to
      : kind.value === 'toWeekday' || (Number.isInteger(days.value) && days.value !== 0)),
);
const zoneOf = (classId: string) => line.classOf(classId)?.zone ?? line.zone;
const anyOut = computed(() => props.cards.some((card) => ids.value.includes(card.assignmentId) && stageOf(card, now()) === 'out'));
const weekdays = computed(() => [1, 2, 3, 4, 5, 6, 7].map((n) => ({ n, label: localDayLong(plusDays('2026-11-22', n)).split(' ')[0]! })));
const whose = (one: NonNullable<typeof pending.value>['preview']['changes'][number]) => t(`move.what.${one.what}`, { who: one.who });
</script>

<template>
  <SideSheet :open="open" :title="t('move.manyTitle')" :width="680" @close="emit('close')">
    <div class="stack">
      <div class="row wrap" role="group" :aria-label="t('move.how')">
        <ToggleButton v-for="one in KINDS" :key="one" :on="kind === one" @click="kind = one">
          {{ t(`move.kinds.${one}`) }}
        </ToggleButton>
      </div>
      <label v-if="kind === 'schoolDays' || kind === 'days'" class="row"
        >{{ t('move.by') }}<NumberField v-model="days" class="by" :min="-400" :max="400"
      /></label>
      <label v-else-if="kind === 'toWeekday'" class="row"
        >{{ t('move.weekday')
        }}<SelectField v-model="weekday" class="by" :options="weekdays.map((one) => ({ value: one.n, label: one.label }))"
      /></label>
      <div v-else class="stack">
        <div class="row wrap">
          <label class="row">{{ t('move.from') }}<DayField v-model="span.from" required /></label
          ><label class="row">{{ t('move.to') }}<DayField v-model="span.to" required /></label>
        </div>
        <p class="muted small">{{ t('move.pastHint') }}</p>
      </div>
      <fieldset v-if="!pending">
        <legend class="label">{{ t('move.which') }}</legend>
        <p v-if="shown.length === 0" class="muted">{{ t('plan.empty') }}</p>
        <Checkbox
          v-for="card in shown"
          :key="card.assignmentId"
          class="which"
          :checked="kind === 'past' || chosen.includes(card.assignmentId)"
          :disabled="kind === 'past'"
          @update:checked="(on: boolean) => (chosen = withOrWithout(chosen, card.assignmentId, on))"
          ><ClassSquare :hue="line.classOf(card.classId)?.hue ?? 0" /><span class="grow clip" dir="auto">{{
            card.title || t('plan.untitled')
          }}</span
          ><span class="muted small">{{ localDayLong(card.day!) }}</span></Checkbox
        >
      </fieldset>
      <Checkbox v-model:checked="oneOffs">
        {{ t('move.oneOffs') }} <span class="muted small">{{ t('move.oneOffsHint') }}</span></Checkbox
      >
      <ProblemNote :problem="problem" />
      <template v-if="pending">
        <ListTable
          name="shift"
          :label="t('move.title')"
          :rows="pending.preview.changes"
          :columns="[
            { key: 'piece', title: t('move.piece') },
            { key: 'who', title: t('move.who') },
            { key: 'before', title: t('move.before') },
            { key: 'after', title: t('move.after') },
          ]"
          :key-of="(one) => `${one.assignmentId} ${one.what} ${one.who} ${one.field}`"
          empty=""
          ><template #piece="{ row: one }"
            ><div dir="auto">{{ one.title }}</div></template
          >
          <template #who="{ row: one }"
            ><div class="muted small">{{ whose(one) }}, {{ t(`compose.${one.field}`) }}</div></template
          >
          <template #before="{ row: one }">{{ when(one.before, zoneOf(one.classId)) }}</template>
          <template #after="{ row: one }"
            ><strong>{{ when(one.after, zoneOf(one.classId)) }}</strong></template
          ></ListTable
        >
        <p>
          {{ count('move.movedMany', pending.preview.moved) }}
          <template v-if="pending.preview.keep > 0">{{ count('move.keep', pending.preview.keep) }}</template>{{ ' '
          }}<template v-if="pending.preview.untouched > 0">{{ count('move.untouched', pending.preview.untouched) }}</template>
        </p>
        <p v-for="one in words.heavy(pending.preview)" :key="one.text" :class="{ alarm: one.worse }">{{ one.text }}</p>
        <p v-for="one in words.said(pending.preview)" :key="one" class="note small">{{ one }}</p>
        <div class="row wrap">
          <Button v-if="anyOut" type="primary" :disabled="busy || pending.preview.changes.length === 0" @click="confirm(true)">
            {{ t('move.tell') }}</Button><Button
            :type="!anyOut ? 'primary' : 'default'"
            :disabled="busy || pending.preview.changes.length === 0"
            @click="confirm(false)"
          >
            {{ t(anyOut ? 'move.quietly' : 'move.draft') }}</Button
          ><Button type="link" @click="leave">{{ t('move.leave') }}</Button>
        </div>
      </template>
      <div v-else>
        <Button type="primary" :disabled="!ready || busy" @click="look(ids, shift, oneOffs)">{{ t('move.look') }}</Button>
      </div>
    </div>
  </SideSheet>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  max-height: 300px;
  overflow: auto;
  min-width: 0;
}
.which {
  padding-block: 3px;
}
.by {
  width: 110px;
}
</style>
