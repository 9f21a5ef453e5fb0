<script setup lang="ts">
/** A show of hands as large as the screen: the question, the count as it comes. No name is ever on it. */
import { Button } from 'ant-design-vue';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { addressOf, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLiveLook } from '../../api/use-live';
import { useLoad } from '../../api/use-load';
import BoardFrame from '../../ui/BoardFrame.vue';
import LoadGate from '../../ui/LoadGate.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { fileAddress } from '../files';
import HandsBars from './HandsBars.vue';

const { t, count } = useWords();
const route = useRoute();
const params = computed(() => ({ classId: String(route.params.id), noticeId: String(route.params.notice) }));
const { state, value, why, reload } = useLoad(() => ask('GET /api/classes/:classId/hands/:noticeId', { params: params.value }), [params]);
const { problem, busy, attempt } = useAttempt();
const LOOK_AGAIN_MS = 300;
useLiveLook(
  () => (value.value ? addressOf('GET /api/classes/:classId/hands/:noticeId/live', { params: params.value }) : null),
  reload,
  LOOK_AGAIN_MS,
);
function toggleEnd(): void {
  if (!value.value || busy.value) return;
  const { id, open } = value.value;
  void attempt(async () => {
    await ask('PUT /api/notices/:noticeId/hands', { params: { noticeId: id }, body: { ended: open } });
    await reload();
  });
}
useShortcuts([{ key: 'e', shown: 'E', does: 'hands.keyEnd', run: toggleEnd }]);
</script>

<template>
  <BoardFrame :closes-to="`/class/${params.classId}/notices`">
    <LoadGate :state="state" :why="why" @retry="reload">
      <div v-if="value" class="middle">
        <p class="class" dir="auto">{{ value.className }}</p>
        <h1 dir="auto">{{ value.title }}</h1>
        <div class="asked" :class="{ pictured: value.picture }">
          <HandsBars :choices="value.choices" :counts="value.counts ?? []" />
          <img v-if="value.picture" :src="fileAddress(value.picture.file.id)" :alt="value.picture.alt" />
        </div>
        <p class="count" role="status">
          {{ count('hands.chosen', value.chosen, { of: value.of }) }} · {{ t(value.open ? 'hands.raiseOn' : 'hands.overNow') }}
        </p>
        <p class="small class">{{ t(value.names ? 'hands.teacherWho' : 'hands.nobodyWho') }}</p>
        <ProblemNote :problem="problem" />
      </div>
    </LoadGate>
    <template v-if="value" #acts>
      <Button type="primary" :disabled="busy" @click="toggleEnd"
        >{{ t(value.open ? 'hands.end' : 'hands.goOn') }}<span class="key-cap">E</span></Button
      >
    </template>
  </BoardFrame>
</template>

<style scoped>
.middle {
  inline-size: min(1100px, 100%);
  display: grid;
  gap: clamp(12px, 2.4vh, 28px);
  --bar: var(--now);
}
.class {
  opacity: 0.8;
}
h1 {
  font: 500 clamp(26px, 3.6vw, 48px) / 1.25 var(--font-read);
  overflow-wrap: anywhere;
  color: inherit;
}
.asked {
  font-size: clamp(20px, 2.4vw, 32px);
}
.asked.pictured {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 28px;
  align-items: start;
}
img {
  max-inline-size: 100%;
  max-block-size: 46vh;
  border-radius: 8px;
}
.count {
  font: 650 clamp(17px, 1.7vw, 24px) var(--font-head);
}
.key-cap {
  margin-inline-start: 8px;
  opacity: 0.7;
  font-size: 12px;
}
</style>
