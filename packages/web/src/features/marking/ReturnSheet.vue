<script setup lang="ts">
/** Returning what is held: to whom, now or at a time. What might have been overlooked is said first. */
import { Button, Checkbox } from 'ant-design-vue';
import type { PieceRow, ReturnDoubts, ReturnsRequest } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ApiProblem, ask, now } from '../../api/client';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import WhenField from '../../ui/WhenField.vue';
import { withOrWithout } from '../../ui/with-or-without';
import RadioField from '../../ui/RadioField.vue';
import FieldForm from '../../ui/FieldForm.vue';

/** A held piece of one of the pile's assignments. */
type HeldRow = PieceRow & { assignmentId: string };
const props = defineProps<{ open: boolean; held: HeldRow[]; nameOf: (row: PieceRow) => string; zone: string; usualTime: string | null }>();
const emit = defineEmits<{ close: []; returned: [number]; timed: [number] }>();
const { t, count, points } = useWords();

const chosen = ref<string[]>([]);
const later = ref(false);
const at = ref<number | null>(null);
const problem = ref('');
const doubts = ref<ReturnDoubts | null>(null);
const busy = ref(false);
const all = () => props.held.map((row) => row.student.id);
// It may be open from the first: whoever came to return what is held finds everyone ticked.
watch(
  () => props.open,
  (open) => {
    if (!open) return;
    chosen.value = all();
    [later.value, at.value, problem.value, doubts.value] = [false, null, '', null];
  },
  { immediate: true },
);
watch(chosen, () => (doubts.value = null));
const named = (ids: readonly string[]) =>
  props.held
    .filter((row) => ids.includes(row.student.id))
    .map(props.nameOf)
    .join(', ');
const tooEarly = computed(() => later.value && (at.value === null || at.value <= now()));

async function giveBack(confirmed: boolean): Promise<void> {
  busy.value = true;
  problem.value = '';
  try {
    const going = props.held.filter((row) => chosen.value.includes(row.student.id));
    const returns = [...new Set(going.map((row) => row.assignmentId))].map((assignmentId) => ({
      assignmentId,
      studentIds: going.filter((row) => row.assignmentId === assignmentId).map((row) => row.student.id),
    }));
    const body: ReturnsRequest = { returns, confirmed, ...(later.value && at.value !== null ? { at: at.value } : {}) };
    const { returned } = await ask('POST /api/returns', { body });
    if (later.value) emit('timed', chosen.value.length);
    else emit('returned', returned);
    emit('close');
  } catch (error) {
    if (error instanceof ApiProblem && error.code === 'return.doubtful') doubts.value = error.current as ReturnDoubts;
    else problem.value = error instanceof ApiProblem ? error.title : String(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <SideSheet :open="open" :title="t('returning.title')" @close="emit('close')">
    <FieldForm @send="giveBack(doubts !== null)">
      <div class="row small">
        <span class="grow muted">{{ t('returning.chosenOf', { a: chosen.length, b: held.length }) }}</span><Button
          type="link"
          :disabled="chosen.length === held.length"
          @click="chosen = all()"
        >
          {{ t('returning.all') }}</Button
        ><Button type="link" :disabled="chosen.length === 0" @click="chosen = []">{{ t('returning.none') }}</Button>
      </div>
      <ul class="plain choose">
        <li v-for="row in held" :key="row.student.id">
          <Checkbox
            :checked="chosen.includes(row.student.id)"
            @update:checked="(on: boolean) => (chosen = withOrWithout(chosen, row.student.id, on))"
            ><span class="grow" dir="auto">{{ nameOf(row) }}</span
            ><strong>{{ row.score?.counted != null ? points(row.score.counted) : '–' }}</strong></Checkbox
          >
        </li>
      </ul>
      <fieldset class="row wrap when">
        <legend class="hidden-text">{{ t('returning.when') }}</legend>
        <RadioField
          v-model="later"
          :options="[
            { value: false, label: t('returning.now') },
            { value: true, label: t('returning.later') },
          ]"
        />
      </fieldset>
      <WhenField v-if="later" v-model="at" :zone="zone" :usual-time="usualTime" :label="t('returning.later')" />
      <p class="muted small">{{ t('returning.toldOnce') }}</p>
      <div v-if="doubts" class="note stack" role="alert">
        <p v-if="doubts.incomplete.length > 0">
          {{ count('returning.incomplete', doubts.incomplete.length, { names: named(doubts.incomplete) }) }}
        </p>
        <p v-if="doubts.wordless.length > 0">
          {{ count('returning.wordless', doubts.wordless.length, { names: named(doubts.wordless) }) }}
        </p>
      </div>
      <p v-if="problem" class="note bad" role="alert">{{ problem }}</p>
      <Button type="primary" html-type="submit" :disabled="busy || chosen.length === 0 || tooEarly">
        {{ doubts ? t('returning.allTheSame') : count('desk.returnChosen', chosen.length) }}
      </Button>
    </FieldForm>
  </SideSheet>
</template>

<style scoped>
.choose li {
  padding-block: 5px;
  border-block-end: 1px solid var(--line-2);
}
.when {
  border: 0;
  padding: 0;
  margin: 0;
  gap: 18px;
}
</style>
