<script setup lang="ts">
/** What goes back when everything held is returned, over all classes that are shown: looked at before, then all of it or nothing. */
import { Button, Checkbox } from 'ant-design-vue';
import type { HeldPile, ReturnDoubts, ReturnsRequest } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ApiProblem, ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import FieldForm from '../../ui/FieldForm.vue';

const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ returned: []; close: [] }>();
const { t, count, name, points } = useWords();
const { inScope } = useScope();
const line = useTermLine();

const { state, value, why, reload } = useLoad(async () => (props.open ? ask('GET /api/held') : null), [() => props.open]);
const found = computed(() => (value.value ?? []).filter((one) => inScope(one.classId)));
/** assignments that are left out of it */
const without = ref<string[]>([]);
const chosen = computed(() => found.value.filter((one) => !without.value.includes(one.assignmentId)));
const pieces = computed(() => chosen.value.reduce((sum, one) => sum + one.pieces.length, 0));
const nameOf = (one: HeldPile['pieces'][number], index: number) => (one.nameless ? t('desk.nameless', { n: index + 1 }) : name(one));
const named = (ids: readonly string[], { pieces: all }: HeldPile) =>
  all.flatMap((one, index) => (ids.includes(one.id) ? [nameOf(one, index)] : [])).join(', ');
const isDoubtful = ({ incomplete, wordless }: ReturnDoubts) => incomplete.length + wordless.length > 0;
const busy = ref(false);
const problem = ref('');

async function giveBack(): Promise<void> {
  [busy.value, problem.value] = [true, ''];
  try {
    // Only what was looked at goes back, and only what was said of it is taken as known.
    const returns = chosen.value.map((one) => ({ assignmentId: one.assignmentId, studentIds: one.pieces.map((piece) => piece.id) }));
    await ask('POST /api/returns', {
      body: { returns, confirmed: chosen.value.some((one) => isDoubtful(one.doubts)) } satisfies ReturnsRequest,
    });
    emit('close');
    emit('returned');
  } catch (error) {
    problem.value = error instanceof ApiProblem ? error.title : String(error);
    await reload();
  } finally {
    busy.value = false;
  }
}
watch(
  () => props.open,
  () => ([without.value, problem.value] = [[], '']),
);
</script>

<template>
  <SideSheet :open="open" :title="t('returning.everythingTitle')" :width="520" @close="$emit('close')">
    <LoadGate :state="state" :why="why" @retry="reload">
      <p v-if="found.length === 0" class="muted">{{ t('returning.everythingNone') }}</p>
      <FieldForm v-else @send="giveBack">
        <div class="row small">
          <span class="grow muted">{{ t('returning.chosenOf', { a: chosen.length, b: found.length }) }}</span><Button
            type="link"
            :disabled="without.length === 0"
            @click="without = []"
          >
            {{ t('returning.all') }}</Button
          ><Button type="link" :disabled="chosen.length === 0" @click="without = found.map((one) => one.assignmentId)">
            {{ t('returning.none') }}
          </Button>
        </div>
        <section v-for="one in found" :key="one.assignmentId" class="one">
          <Checkbox
            :checked="!without.includes(one.assignmentId)"
            @change="
              without = without.includes(one.assignmentId)
                ? without.filter((id) => id !== one.assignmentId)
                : [...without, one.assignmentId]
            "
            ><ClassSquare :hue="line.classOf(one.classId)?.hue ?? 0" /><strong class="grow" dir="auto">{{ one.title }}</strong
            ><span class="muted small">{{ line.classOf(one.classId)?.name }}</span></Checkbox
          >
          <p class="small who">
            {{
              one.pieces
                .map((piece, index) => `${nameOf(piece, index)}${piece.counted === null ? '' : ` ${points(piece.counted)}`}`)
                .join(' · ')
            }}
          </p>
          <p v-if="one.doubts.incomplete.length > 0" class="small who doubt">
            {{ count('returning.incomplete', one.doubts.incomplete.length, { names: named(one.doubts.incomplete, one) }) }}
          </p>
          <p v-if="one.doubts.wordless.length > 0" class="small who doubt">
            {{ count('returning.wordless', one.doubts.wordless.length, { names: named(one.doubts.wordless, one) }) }}
          </p>
        </section>
        <div class="stack act">
          <p class="muted small">{{ t('returning.toldOnce') }}</p>
          <p v-if="problem" class="note bad" role="alert">{{ problem }}</p>
          <Button type="primary" html-type="submit" :disabled="busy || pieces === 0">{{ count('returning.goesBack', pieces) }}</Button>
        </div>
      </FieldForm>
    </LoadGate>
  </SideSheet>
</template>

<style scoped>
.one {
  border-block-end: 1px solid var(--line-2);
  padding-block-end: 8px;
}
.who {
  margin: 2px 0 0 26px;
  overflow-wrap: anywhere;
}
/* With many assignments held, the act stays in sight. */
.act {
  position: sticky;
  inset-block-end: 0;
  background: var(--surface);
  padding-block: 8px 12px;
  border-block-start: 1px solid var(--line);
}
.doubt {
  border-inline-start: 3px solid var(--now);
  padding-inline-start: 8px;
}
</style>
