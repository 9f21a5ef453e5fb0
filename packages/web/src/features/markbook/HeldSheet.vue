<script setup lang="ts">
/** Returning what is held in the columns that are looked at, assignment by assignment. */
import { Button, Checkbox } from 'ant-design-vue';
import { computed, ref, watch } from 'vue';
import { ApiProblem, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { withOrWithout } from '../../ui/with-or-without';
import FieldForm from '../../ui/FieldForm.vue';

export interface HeldIn {
  assignmentId: string;
  title: string;
  studentIds: string[];
}
const props = defineProps<{ open: boolean; held: HeldIn[] }>();
const emit = defineEmits<{ close: []; returned: [n: number, assignmentIds: string[]] }>();
const { t, count } = useWords();
const { problem, busy, attempt } = useAttempt();
const chosen = ref<string[]>([]);
const doubtful = ref<string[]>([]);
watch(
  () => props.open,
  (open) => {
    if (open) [chosen.value, doubtful.value, problem.value] = [props.held.map((one) => one.assignmentId), [], null];
  },
);
const these = computed(() => props.held.filter((one) => chosen.value.includes(one.assignmentId)));
const sum = computed(() => these.value.reduce((all, one) => all + one.studentIds.length, 0));
const titles = computed(() =>
  props.held
    .filter((one) => doubtful.value.includes(one.assignmentId))
    .map((one) => one.title)
    .join(', '),
);

const go = () =>
  attempt(async () => {
    const confirmed = doubtful.value.length > 0;
    const [doubts, done]: [string[], string[]] = [[], []];
    let returned = 0;
    try {
      for (const { assignmentId, studentIds } of these.value) {
        try {
          returned += (
            await ask('POST /api/assignments/:assignmentId/return', { params: { assignmentId }, body: { studentIds, confirmed } })
          ).returned.length;
          done.push(assignmentId);
        } catch (error) {
          if (!(error instanceof ApiProblem) || error.code !== 'return.doubtful') throw error;
          doubts.push(assignmentId);
        }
      }
    } finally {
      // What is returned is returned, also where the next one failed.
      if (done.length > 0) emit('returned', returned, done);
    }
    [doubtful.value, chosen.value] = [doubts, doubts];
    if (doubts.length === 0) emit('close');
  });
</script>

<template>
  <SideSheet :open="open" :title="t('book.returning.title')" @close="emit('close')">
    <FieldForm :problem="problem" @send="go">
      <p v-if="held.length === 0" class="muted">{{ t('book.returning.none') }}</p>
      <ul class="plain">
        <li v-for="one in held" :key="one.assignmentId">
          <Checkbox
            :checked="chosen.includes(one.assignmentId)"
            @update:checked="(on: boolean) => (chosen = withOrWithout(chosen, one.assignmentId, on))"
            ><span class="grow" dir="auto">{{ one.title }}</span
            ><span class="muted">{{ t('book.returning.of', { n: one.studentIds.length }) }}</span></Checkbox
          >
        </li>
      </ul>
      <p class="muted small">{{ t('book.returning.hint') }}</p>
      <p v-if="doubtful.length > 0" class="note" role="alert">{{ t('book.returning.doubts', { titles }) }}</p>
      <template #acts>
        <Button type="primary" html-type="submit" :disabled="busy || sum === 0">
          {{ doubtful.length > 0 ? t('book.returning.anyway') : count('book.returning.go', sum) }}
        </Button>
      </template>
    </FieldForm>
  </SideSheet>
</template>

<style scoped>
li {
  padding-block: 6px;
  border-block-end: 1px solid var(--line-2);
}
</style>
