<script setup lang="ts">
/** Score and words of one piece: the ladder or points, an adjustment, what lateness costs, the overall remark, the voice. */
import { Button, Input } from 'ant-design-vue';
import { applyLateRule, parsePoints, plainText, unmilli } from '@jolly/core';
import type { Adjustment, AssignmentReply, Chosen, CriterionWords, DeskPieceReply, SavedRemark } from '@jolly/server/contract';
import type { RichText } from '@jolly/core';
import { computed, nextTick, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import { runShortcut } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { RecordingSheet } from '../files';
import { RemarkPicker, useRemarks } from '../remarks';
import ChoiceLadder from './ChoiceLadder.vue';
import type { PieceAt } from './piece-at';
import type { Focusable } from '../../ui/focus-first';
import FieldForm from '../../ui/FieldForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

/** What is typed for a piece and not held yet. */
export interface Fields {
  earned: string;
  chosen: Chosen | null;
  remark: RichText;
  words: CriterionWords;
  adjustBy: string;
  adjustReason: string;
  /** saved remarks that were used, to be counted */
  remarks: string[];
}
const fields = defineModel<Fields>({ required: true });
const props = defineProps<{
  assignment: AssignmentReply;
  desk: DeskPieceReply;
  at: PieceAt;
  badNumber: boolean;
  aboveMax: boolean;
  /** what the score would be before lateness */ result: number | null;
}>();
const emit = defineEmits<{ hold: [next: 'waiting' | 'student']; replied: [DeskPieceReply] }>();
const holdBy = (event: KeyboardEvent) => emit('hold', event.shiftKey ? 'student' : 'waiting');
const { t, points } = useWords();
const { problem, busy, attempt } = useAttempt();
const { keep, used, remarks } = useRemarks();

const ladder = ref<InstanceType<typeof ChoiceLadder> | null>(null);
const scoreField = ref<(Focusable & { select: () => void }) | null>(null);
const editor = ref<InstanceType<typeof RichTextEditor> | null>(null);
const byChoice = computed(() => ['rubric', 'words', 'done'].includes(props.assignment.scoring.by));
const adjusting = ref(false);
const waiving = ref(false);
const reason = ref('');
const speaking = ref(false);
/** where a saved remark goes: the overall remark, or words to a criterion */
const picking = ref<{ criterionId: string | null } | null>(null);
const criterionName = computed(() => {
  const { scoring } = props.assignment;
  return scoring.by === 'rubric' ? scoring.rubric.criteria.find((one) => one.id === picking.value?.criterionId)?.name : undefined;
});
const canAdjust = computed(() => props.assignment.points !== null && props.assignment.scoring.by !== 'done');

const set = (more: Partial<Fields>) => (fields.value = { ...fields.value, ...more });
function picked(remark: SavedRemark): void {
  const to = picking.value;
  picking.value = null;
  used(remark.id);
  const remarksUsed = [...new Set([...fields.value.remarks, remark.id])];
  if (to?.criterionId != null) {
    const before = fields.value.words[to.criterionId] ?? '';
    set({
      words: { ...fields.value.words, [to.criterionId]: before === '' ? remark.text : `${before.trimEnd()} ${remark.text}` },
      remarks: remarksUsed,
    });
    void nextTick(() => ladder.value?.write(to.criterionId!));
  } else {
    set({ remarks: remarksUsed });
    void nextTick(() => editor.value?.insert(remark.text));
  }
}
function closePicker(): void {
  const to = picking.value;
  picking.value = null;
  if (to?.criterionId == null) editor.value?.focus();
}
/** In the remark `;` opens saved remarks where a word would begin; Enter goes to a new line, with Ctrl it holds. */
function remarkKey(event: KeyboardEvent, before: string): boolean {
  if (event.key === ';' && /(^|\s)$/.test(before)) picking.value = { criterionId: null };
  else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) holdBy(event);
  else if (event.key === 'Escape') focus();
  else return false;
  event.preventDefault();
  return true;
}
const keptRemark = ref(false);
const keepRemark = () =>
  attempt(async () => {
    await keep(plainText(fields.value.remark).trim());
    keptRemark.value = true;
  });
const waive = (waives: boolean) =>
  attempt(async () => {
    const body = { waives, reason: reason.value.trim() };
    emit('replied', await ask('PUT /api/assignments/:assignmentId/pieces/:studentId/waiver', { params: props.at, body }));
    waiving.value = false;
    reason.value = '';
  });
const spoken = (file: File) =>
  attempt(async () => {
    const query = { as: 'voice' } as const;
    emit('replied', await ask('POST /api/assignments/:assignmentId/pieces/:studentId/feedback-files', { params: props.at, query, file }));
    speaking.value = false;
  });
/** In the field for points what is neither part of a number nor movement is a shortcut, and never lands in the score. */
function scoreKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
  if (event.key === 'Enter') holdBy(event);
  else if (event.key.length !== 1 || /^[\d.,]$/.test(event.key)) return;
  else runShortcut(event);
  event.preventDefault();
  event.stopPropagation();
}
/** A digit that was typed while nothing had the focus: it climbs to that level, or begins the score. */
function digit(typed: string): void {
  if (byChoice.value) ladder.value?.digit(typed);
  else if (scoreField.value) {
    scoreField.value.focus();
    set({ earned: typed });
  }
}
function focus(): void {
  if (byChoice.value) ladder.value?.focus();
  else if (scoreField.value) {
    scoreField.value.focus();
    scoreField.value.select();
  } else editor.value?.focus();
}
const open = () => (picking.value = { criterionId: null });
function reset(): void {
  [adjusting.value, waiving.value, speaking.value, picking.value, keptRemark.value] = [
    fields.value.adjustBy !== '',
    false,
    false,
    null,
    false,
  ];
}
defineExpose({ digit, focus, open, reset, speak: () => (speaking.value = !speaking.value), write: () => editor.value?.focus() });
const late = computed(() => props.desk.row.score ?? null);
const waived = computed(() => props.desk.row.exception?.waivesLate ?? false);
/** What lateness takes off, of the score that is typed now where it is known what it is counted from. */
const cost = computed(() => {
  const { late: from } = props.desk;
  const max = props.assignment.points;
  if (!from || max === null || props.result === null || (late.value?.rounds.length ?? 0) > 0)
    return late.value && late.value.takenOff > 0 ? late.value : null;
  const found = applyLateRule({ earned: props.result, max, late: from, rule: from.rule, waived: from.waived });
  return found.takenOff > 0 ? found : null;
});
const adjust = computed<Adjustment | null>(() => late.value?.adjust ?? null);
const byHint = computed(() => {
  const typed = parsePoints(fields.value.adjustBy.replace(/^[+−-]/, ''));
  return fields.value.adjustBy.trim() !== '' && typed === null ? t('desk.badNumber') : '';
});
</script>

<template>
  <div class="stack form-part">
    <ChoiceLadder
      v-if="byChoice"
      ref="ladder"
      :model-value="fields.chosen"
      :words="fields.words"
      :scoring="assignment.scoring"
      :points="assignment.points"
      advance
      :with-words="!desk.blind"
      @update:model-value="(chosen) => set({ chosen })"
      @update:words="(words) => set({ words })"
      @enter="(event) => holdBy(event)"
      @remark="(criterionId) => (picking = { criterionId })"
    />
    <div v-else-if="assignment.points !== null">
      <label class="label" for="earned">{{ t('desk.score') }}</label>
      <div class="row">
        <Input
          id="earned"
          ref="scoreField"
          :value="fields.earned"
          inputmode="decimal"
          autocomplete="off"
          :aria-invalid="badNumber || aboveMax || undefined"
          class="earned"
          :status="badNumber || aboveMax ? 'error' : ''"
          @input="set({ earned: ($event.target as HTMLInputElement).value })"
          @keydown="scoreKey"
        /><span>{{ t('desk.outOf', { n: points(assignment.points) }) }}</span>
      </div>
      <p v-if="badNumber" class="alarm small" role="alert">{{ t('desk.badNumber') }}</p>
    </div>
    <div v-if="!desk.blind" class="row wrap small money">
      <template v-if="cost || (waived && late)">
        <span :class="{ alarm: cost }"
          >{{ cost ? t('desk.lateCost', { n: points(cost.takenOff) }) : t('desk.waived')
          }}<template v-if="cost && cost.effective !== null"> · {{ t('desk.worth', { n: points(cost.effective) }) }}</template></span
        >
        <Button v-if="!desk.nameless" type="link" size="small" @click="waived ? waive(false) : (waiving = !waiving)">
          {{ t(waived ? 'desk.unwaive' : 'desk.waive') }}
        </Button>
      </template>
      <span v-if="late && late.rounds.length > 0" class="muted">{{
        t(`desk.roundRule.${assignment.roundRule}`, {
          all: late.rounds.map(points).join(', '),
          n: late.counted === null ? '–' : points(late.counted),
        })
      }}</span>
      <span class="grow" />
      <Button v-if="canAdjust && !adjusting" type="link" size="small" @click="adjusting = true">
        {{ adjust ? t('desk.adjusted', { n: `${adjust.by > 0 ? '+' : '−'}${unmilli(Math.abs(adjust.by))}` }) : t('desk.adjust') }}
      </Button>
    </div>
    <FieldForm v-if="waiving" lies="row" @send="waive(true)">
      <Input
        v-model:value="reason"
        :maxlength="300"
        dir="auto"
        :placeholder="t('desk.waiveWhy')"
        :aria-label="t('desk.waiveWhy')"
        class="grow"
      /><Button html-type="submit" :disabled="busy">{{ t('desk.waive') }}</Button>
    </FieldForm>
    <div v-if="adjusting && !desk.blind" class="row">
      <Input
        :value="fields.adjustBy"
        inputmode="decimal"
        placeholder="±0"
        :aria-label="t('desk.adjustBy')"
        :aria-invalid="byHint !== '' || undefined"
        class="by"
        :status="byHint !== '' ? 'error' : ''"
        @input="set({ adjustBy: ($event.target as HTMLInputElement).value })"
        @keydown.enter.prevent="holdBy"
      /><Input
        :value="fields.adjustReason"
        :maxlength="300"
        dir="auto"
        :placeholder="t('desk.adjustWhy')"
        :aria-label="t('desk.adjustWhy')"
        class="grow"
        @input="set({ adjustReason: ($event.target as HTMLInputElement).value })"
        @keydown.enter.prevent="holdBy"
      />
    </div>
    <div class="remark-place">
      <div class="row">
        <span class="label grow">{{ t(desk.blind ? 'desk.secondRemark' : 'desk.remark') }}</span><Button
          v-if="!desk.blind && plainText(fields.remark).trim() !== '' && !keptRemark"
          type="link"
          size="small"
          @click="keepRemark"
        >
          {{ t('notes.keep') }}
        </Button>
      </div>
      <RichTextEditor
        ref="editor"
        :model-value="fields.remark"
        slim
        :label="t('desk.remark')"
        :placeholder="t('desk.remarkPlaceholder')"
        :keys="remarkKey"
        @update:model-value="(remark) => set({ remark })"
      />
      <RemarkPicker v-if="picking" class="picking" :criterion="criterionName" @pick="picked" @close="closePicker" />
      <p v-if="!desk.blind" class="muted small hints">
        <Button type="link" size="small" @mousedown.prevent="open">
          <span class="key">;</span> {{ t('desk.savedRemarks', { n: remarks.length }) }}</Button
        ><Button type="link" size="small" @click="speaking = !speaking"> <span class="key">A</span> {{ t('desk.speak') }} </Button>
      </p>
    </div>
    <RecordingSheet v-if="speaking" only-voice @close="speaking = false" @recorded="spoken" />
    <ProblemNote :problem="problem" />
  </div>
</template>

<style scoped>
.earned {
  width: 104px;
  font: 650 20px var(--font-head);
  text-align: end;
}
.by {
  inline-size: 74px;
  text-align: end;
}
.money {
  min-height: 26px;
  gap: 4px 8px;
}
.remark-place {
  position: relative;
}
.picking {
  position: absolute;
  inset-inline: 0;
  inset-block-end: 30px;
  z-index: 5;
}
.hints {
  display: flex;
  gap: 6px;
}
</style>
