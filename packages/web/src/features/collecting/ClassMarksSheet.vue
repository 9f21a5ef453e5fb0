<script setup lang="ts">
/** For a piece that is done in class: who did it, who was absent, who is excused; on one sheet, stored at once. */
import { Button } from 'ant-design-vue';
import type { ClassMark, PieceRow } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import ToggleButton from '../../ui/ToggleButton.vue';
import FieldForm from '../../ui/FieldForm.vue';

type Choice = ClassMark | 'excused' | null;
const CHOICES: readonly Exclude<Choice, null>[] = ['did', 'absent', 'excused'];
const props = defineProps<{ open: boolean; assignmentId: string; rows: readonly PieceRow[] }>();
const emit = defineEmits<{ close: []; stored: [] }>();
const { t, count, name } = useWords();
const { problem, busy, attempt } = useAttempt();
const marks = ref<Record<string, Choice>>({});
const before = (row: PieceRow): Choice => (row.exception?.excused ? 'excused' : row.collecting.mark);
watch(
  () => props.open,
  (open) => open && (marks.value = Object.fromEntries(props.rows.map((row) => [row.student.id, before(row)]))),
  { immediate: true },
);
const changed = computed(() => props.rows.filter((row) => (marks.value[row.student.id] ?? null) !== before(row)));
const unmarked = computed(() => props.rows.filter((row) => !marks.value[row.student.id]));
const set = (id: string, choice: Exclude<Choice, null>) => (marks.value[id] = marks.value[id] === choice ? null : choice);
function restDid(): void {
  for (const row of unmarked.value) marks.value[row.student.id] = 'did';
}
const store = () =>
  attempt(async () => {
    await ask('PUT /api/assignments/:assignmentId/class-marks', {
      params: { assignmentId: props.assignmentId },
      body: { marks: changed.value.map((row) => ({ studentId: row.student.id, mark: marks.value[row.student.id] ?? null })) },
    });
    emit('stored');
    emit('close');
  });
</script>

<template>
  <SideSheet :open="open" :title="t('classMarks.title')" :width="520" @close="emit('close')">
    <FieldForm :problem="problem" @send="store">
      <p class="muted small">{{ t('classMarks.hint') }}</p>
      <div v-if="unmarked.length > 0">
        <Button @click="restDid">{{ count('classMarks.rest', unmarked.length) }}</Button>
      </div>
      <ul class="plain">
        <li v-for="row in rows" :key="row.student.id" class="row one">
          <span class="grow" dir="auto">{{ name(row.student) }}</span><span class="row choices" role="group" :aria-label="name(row.student)"
            ><ToggleButton v-for="one in CHOICES" :key="one" :on="marks[row.student.id] === one" @click="set(row.student.id, one)">
              {{ t(`classMarks.${one}`) }}
            </ToggleButton></span
          >
        </li>
      </ul>
      <template #acts>
        <div>
          <Button type="primary" html-type="submit" :disabled="busy || changed.length === 0">{{
            count('classMarks.store', changed.length)
          }}</Button>
        </div>
      </template>
    </FieldForm>
  </SideSheet>
</template>

<style scoped>
.one {
  padding-block: 4px;
  border-block-end: 1px solid var(--line-2);
}
.choices {
  gap: 4px;
  flex: none;
}
</style>
