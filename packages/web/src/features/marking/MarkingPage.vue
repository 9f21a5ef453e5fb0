<script setup lang="ts">
/** The marking piles, apart or with parallel sections together; questions about scores; what returns by itself. */
import { Button, Checkbox } from 'ant-design-vue';
import type { PileReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import HeldEverywhere from './HeldEverywhere.vue';
import PileCard from './PileCard.vue';
import { usePileChoices } from './use-pile-choices';
import LinkButton from '../../ui/LinkButton.vue';

const { t, count, when } = useWords();
const { inScope, kept } = useScope();
const line = useTermLine();
const choices = usePileChoices();
const { state, value, why, reload } = useLoad(() => ask('GET /api/piles'));
const apart = computed(() => (value.value?.piles ?? []).filter((pile) => inScope(pile.classId)));
/** Parallel sections of one brief as one pile, under the first of them. */
function joined(piles: readonly PileReply[]): PileReply[] {
  const byBrief = new Map<string, PileReply>();
  for (const pile of piles) {
    const one = byBrief.get(pile.briefId);
    if (!one) byBrief.set(pile.briefId, pile);
    else {
      const oldest = [one.oldestWaitingAt, pile.oldestWaitingAt].filter((at) => at !== null);
      const sum = (key: 'waiting' | 'late' | 'scored' | 'held' | 'returned' | 'students') => one[key] + pile[key];
      byBrief.set(pile.briefId, {
        ...one,
        waiting: sum('waiting'),
        late: sum('late'),
        scored: sum('scored'),
        held: sum('held'),
        returned: sum('returned'),
        students: sum('students'),
        oldestWaitingAt: oldest.length > 0 ? Math.min(...oldest) : null,
      });
    }
  }
  return [...byBrief.values()].sort((a, b) => b.waiting - a.waiting);
}
const piles = computed(() => (choices.value.together ? joined(apart.value) : apart.value));
const waiting = computed(() => piles.value.reduce((sum, pile) => sum + pile.waiting, 0));
const sections = computed(() => apart.value.length !== joined(apart.value).length);
const timed = computed(() =>
  (value.value?.timed ?? []).flatMap((one) => {
    const pile = value.value!.piles.find((other) => other.assignmentId === one.assignmentId);
    return pile && inScope(pile.classId) ? [{ ...one, title: pile.title, zone: line.classOf(pile.classId)?.zone ?? line.zone }] : [];
  }),
);
async function callOff(assignmentId: string, id: string): Promise<void> {
  await ask('DELETE /api/assignments/:assignmentId/timed-returns/:timedId', { params: { assignmentId, timedId: id } });
  await reload();
}
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <div class="heading">
        <h1>{{ t('marking.title') }}</h1>
        <span class="small grow">{{ count('marking.sub', waiting) }}</span><Checkbox
          v-if="sections"
          class="small"
          :checked="choices.together"
          @change="choices = { ...choices, together: !choices.together }"
          >{{ t('pile.together') }}</Checkbox
        ><HeldEverywhere :piles="apart" @returned="reload" /><LinkButton :to="{ path: '/marking/remarks', query: kept }">{{
          t('remarks.title')
        }}</LinkButton>
      </div>
      <section v-if="value && value.scoreQuestions.length > 0" class="sheet asked">
        <h2>{{ t('scoreQuestions.title') }}</h2>
        <ul class="plain">
          <li v-for="one in value.scoreQuestions" :key="one.id" class="row">
            <span class="grow" dir="auto"
              ><strong>{{ one.student }}</strong> · {{ one.title }}: “{{ one.text }}”</span
            ><LinkButton :to="{ path: `/marking/${one.assignmentId}/${one.studentId}`, query: kept }">{{
              t('scoreQuestions.answer')
            }}</LinkButton>
          </li>
        </ul>
      </section>
      <section v-if="timed.length > 0" class="sheet asked">
        <ul class="plain">
          <li v-for="one in timed" :key="one.id" class="row">
            <span class="grow"
              ><strong dir="auto">{{ one.title }}</strong
              >:
              {{
                one.students === null
                  ? t('returning.waitsAll', { when: when(one.at, one.zone) })
                  : count('returning.waits', one.students, { when: when(one.at, one.zone) })
              }}</span
            ><Button @click="callOff(one.assignmentId, one.id)">{{ t('returning.callOff') }}</Button>
          </li>
        </ul>
      </section>
      <div v-if="piles.length === 0" class="note stack">
        <p>{{ t('marking.empty') }}</p>
        <p class="muted">{{ t('marking.emptyHint') }}</p>
      </div>
      <div class="piles">
        <PileCard
          v-for="(pile, index) in piles"
          :key="pile.assignmentId"
          :pile="pile"
          :pace="value?.pace[pile.assignmentId] ?? null"
          :together="choices.together"
          :first="index === 0"
        />
      </div>
    </div>
  </LoadGate>
</template>

<style scoped>
.piles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(420px, 1fr));
  gap: 4px 26px;
  max-width: 1240px;
}
.asked {
  padding: 10px 16px;
  margin-block-end: 14px;
  max-inline-size: 1240px;
}
.asked h2 {
  font-size: 16px;
  margin-block-end: 4px;
}
.asked li {
  padding-block: 4px;
}
@media (max-width: 640px) {
  .piles {
    grid-template-columns: 1fr;
  }
}
</style>
