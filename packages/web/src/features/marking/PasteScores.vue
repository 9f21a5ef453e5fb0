<script setup lang="ts">
/** Scores from a spreadsheet: by name or down the list, looked at first, then held as one act. */
import { Button, Textarea } from 'ant-design-vue';
import { pointOrComma } from '../../time/format';
import { readPastedScores, type DecimalMark, type PastedScore } from '@jolly/core';
import type { PieceRow } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { readCells, type Cells } from '../../ui/read-cells';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import type { HoldMany } from './hold-many';
import RadioField from '../../ui/RadioField.vue';
import ListTable from '../../ui/ListTable.vue';
import FieldForm from '../../ui/FieldForm.vue';

const props = defineProps<{ rows: readonly PieceRow[]; most: number | null; hold: HoldMany; busy: boolean; problem: string }>();
/** what was pasted, and from which row on it goes down the list; null: nothing is being brought in */
const pasted = defineModel<{ text: string; from: number } | null>({ required: true });
const { t, count, name, points } = useWords();
const decimal = ref<DecimalMark>(pointOrComma());
const cells = ref<Cells>({ rows: [], badQuotes: false });
watch(
  () => pasted.value?.text ?? '',
  async (text) => {
    const found = text.trim() === '' ? { rows: [], badQuotes: false } : await readCells(text);
    // What was typed meanwhile is read by its own turn.
    if (text === (pasted.value?.text ?? '')) cells.value = found;
  },
  { immediate: true },
);
const read = computed<PastedScore[]>(() =>
  pasted.value
    ? readPastedScores(
        cells.value.rows,
        props.rows.map((row) => row.student),
        decimal.value,
        pasted.value.from,
      )
    : [],
);
/** Without names the rows go down the list: more rows than students means that something is out of step. */
const tooMany = computed(() => read.value.some((one) => one.problem === 'tooMany'));
const without = computed(() => props.rows.length - (pasted.value?.from ?? 0) - read.value.length);
const hasNames = computed(() =>
  read.value.some((one, index) => one.studentId !== (props.rows[(pasted.value?.from ?? 0) + index]?.student.id ?? null)),
);
const good = computed(() =>
  read.value.filter((one) => one.problem === null && one.studentId !== null && (one.earned !== null || one.remark !== null)),
);
const above = computed(() => good.value.filter((one) => one.earned !== null && props.most !== null && one.earned > props.most));
const nameOfId = (studentId: string | null) => {
  const row = props.rows.find((one) => one.student.id === studentId);
  return row ? name(row.student) : '';
};
async function takeIn(): Promise<void> {
  const changes = good.value.map((one) => ({
    studentId: one.studentId!,
    earned: one.earned ?? props.rows.find((row) => row.student.id === one.studentId)?.score?.earned ?? null,
    ...(one.remark === null ? {} : { remark: one.remark }),
  }));
  if (await props.hold(changes, above.value.length > 0)) pasted.value = null;
}
</script>

<template>
  <SideSheet :open="pasted !== null" :title="t('sheet.paste')" :width="640" @close="pasted = null">
    <FieldForm v-if="pasted" @send="takeIn">
      <p class="muted small">{{ t('sheet.pasteHint') }}</p>
      <Textarea
        v-model:value="pasted.text"
        :auto-size="{ minRows: 5, maxRows: 12 }"
        :aria-label="t('sheet.paste')"
        dir="auto"
        class="mono"
      />
      <fieldset class="row wrap marks">
        <legend class="label">{{ t('sheet.decimal') }}</legend>
        <RadioField
          v-model="decimal"
          :options="[
            { value: '.', label: t('sheet.point') },
            { value: ',', label: t('sheet.comma') },
          ]"
        />
      </fieldset>
      <ListTable
        v-if="read.length > 0 && pasted.text.trim() !== ''"
        name="paste"
        :label="t('sheet.paste')"
        :rows="read"
        :columns="[
          { key: 'student', title: t('sheet.student') },
          { key: 'score', title: t('desk.score'), number: true },
          { key: 'remark', title: t('desk.remark') },
        ]"
        :key-of="(one) => String(one.line)"
        empty=""
        :row-class="(one) => (one.problem ? 'bad' : '')"
        ><template #student="{ row: one }"
          ><div dir="auto">{{ nameOfId(one.studentId) || '–' }}</div></template
        >
        <template #score="{ row: one }">{{ one.earned === null ? one.written || '–' : points(one.earned) }}</template>
        <template #remark="{ row: one }"
          ><span v-if="one.problem" class="alarm small">{{ t(`sheet.problems.${one.problem}`, { line: one.line }) }}</span
          ><span v-else class="lines" dir="auto">{{ one.remark ?? '' }}</span></template
        ></ListTable
      >
      <p v-if="cells.badQuotes" class="note small">{{ t('sheet.quotes') }}</p>
      <p v-if="tooMany" class="note bad" role="alert">
        {{ t('sheet.outOfStep', { rows: read.length, students: rows.length - pasted.from }) }}
      </p>
      <p v-else-if="read.length > 0 && without > 0 && !hasNames" class="note small">
        {{ count('sheet.fewer', without, { rows: read.length }) }}
      </p>
      <p v-if="above.length > 0" class="note small">{{ count('sheet.above', above.length, { max: points(most ?? 0) }) }}</p>
      <p v-if="problem" class="note bad" role="alert">{{ problem }}</p>
      <Button type="primary" html-type="submit" :disabled="busy || good.length === 0 || tooMany">{{
        count('sheet.pasteGo', good.length)
      }}</Button>
    </FieldForm>
  </SideSheet>
</template>

<style scoped>
.mono {
  font-family: ui-monospace, monospace;
  font-size: 14px;
}
.marks {
  border: 0;
  padding: 0;
  margin: 0;
  gap: 18px;
}
.lines {
  white-space: pre-line;
}
:deep(.bad) {
  background: var(--surface-alarm);
}
</style>
