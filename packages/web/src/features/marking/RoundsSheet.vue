<script setup lang="ts">
/** Two rounds of one piece side by side: what was handed in before, with its notes, and what is in now. */
import type { DeskPieceReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { NotedWork } from '../notes';
import type { PieceAt } from './piece-at';
import ToggleButton from '../../ui/ToggleButton.vue';

const props = defineProps<{ open: boolean; at: PieceAt; desk: DeskPieceReply; zone: string }>();
const emit = defineEmits<{ close: [] }>();
const { t, count, points, when } = useWords();
const earlier = computed(() => props.desk.handIns.filter((one) => one.version !== props.desk.handIn?.version));
const version = ref(0);
watch(
  () => props.open,
  () => (version.value = earlier.value[0]?.version ?? 0),
  { immediate: true },
);
const { state, value, why, reload } = useLoad(
  async () =>
    version.value === 0
      ? null
      : ask('GET /api/assignments/:assignmentId/pieces/:studentId/rounds/:version', { params: { ...props.at, version: version.value } }),
  [version],
);
</script>

<template>
  <SideSheet :open="open" :title="t('rounds.title')" :width="1180" @close="emit('close')">
    <div class="row wrap which">
      <span class="label">{{ t('rounds.compare') }}</span><ToggleButton
        v-for="one in earlier"
        :key="one.version"
        :on="one.version === version"
        @click="version = one.version"
      >
        {{ count('desk.version', one.version) }}<template v-if="one.at > 0"> · {{ when(one.at, zone) }}</template>
      </ToggleButton>
    </div>
    <p v-if="desk.sentBack" class="note small" dir="auto">
      {{ t('desk.sentBackNote', { when: when(desk.sentBack.at, zone), reason: desk.sentBack.reason }) }}
    </p>
    <p v-if="desk.row.score && desk.row.score.rounds.length > 0" class="small">
      {{
        t('rounds.scores', {
          all: [...desk.row.score.rounds, ...(desk.row.score.earned === null ? [] : [desk.row.score.earned])].map(points).join(', '),
        })
      }}
    </p>
    <div class="two">
      <section>
        <h3>{{ count('desk.version', version) }}</h3>
        <LoadGate :state="state" :why="why" @retry="reload"
          ><NotedWork
            v-if="value?.handIn"
            :hand-in="value.handIn"
            :notes="value.notes"
            :acts="{}"
            :zone="zone"
            first-name=""
            keep-key="jolly-none"
        /></LoadGate>
      </section>
      <section>
        <h3>{{ t('rounds.now', { n: desk.handIn?.version ?? '' }) }}</h3>
        <NotedWork
          v-if="desk.handIn"
          :hand-in="desk.handIn"
          :notes="desk.notes.filter((note) => note.here !== null)"
          :acts="{}"
          :zone="zone"
          first-name=""
          keep-key="jolly-none"
        />
        <p v-else class="muted">{{ t('desk.nothingIn') }}</p>
      </section>
    </div>
  </SideSheet>
</template>

<style scoped>
.which {
  margin-block-end: 10px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 20px;
  margin-block-start: 12px;
}
h3 {
  font-size: 16px;
  margin-block-end: 8px;
}
.two :deep(.paper) {
  padding: 18px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
