<script setup lang="ts">
/** A question asked in the lesson, as large as the screen: how many have answered, then how, then the key. No name is on it. */
import { Button } from 'ant-design-vue';
import type { LiveStep } from '@jolly/server/contract';
import { computed, h, type VNodeChild } from 'vue';
import { useRoute } from 'vue-router';
import { addressOf, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLiveLook } from '../../api/use-live';
import { useLoad } from '../../api/use-load';
import BoardFrame from '../../ui/BoardFrame.vue';
import LoadGate from '../../ui/LoadGate.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { fileAddress } from '../files';
import SpreadBars from './SpreadBars.vue';

const { t, count } = useWords();
const route = useRoute();
const params = computed(() => ({ liveId: String(route.params.id) }));
const { state, value, why, reload } = useLoad(() => ask('GET /api/live-questions/:liveId', { params: params.value }), [params]);
const { problem, busy, attempt } = useAttempt();

const LOOK_AGAIN_MS = 400;
useLiveLook(
  () => (value.value ? addressOf('GET /api/live-questions/:liveId/live', { params: params.value }) : null),
  reload,
  LOOK_AGAIN_MS,
);

/** Says only what was pressed: another window may have shown something meanwhile. */
function step(body: LiveStep): void {
  if (busy.value) return;
  void attempt(async () => (value.value = await ask('PUT /api/live-questions/:liveId', { params: params.value, body })));
}
const toggleSpread = () => value.value && step({ spread: value.value.spread === null });
const toggleKey = () => value.value && step(value.value.key === null ? { key: true, spread: true } : { key: false });
const toggleEnd = () => value.value && value.value.key === null && step({ ended: value.value.open });
useShortcuts([
  { key: 's', shown: 'S', does: 'live.keySpread', run: () => void toggleSpread() },
  { key: 'k', shown: 'K', does: 'live.keyKey', run: () => void toggleKey() },
  { key: 'e', shown: 'E', does: 'live.keyEnd', run: () => void toggleEnd() },
]);
const blank = (): VNodeChild => h('span', { class: 'blank-line', role: 'img', 'aria-label': t('quizMaking.aGap') });
const choices = computed(() => {
  const asked = value.value?.asked;
  if (!asked || value.value?.spread) return [];
  if (asked.kind === 'trueFalse') return [t('quiz.true'), t('quiz.false')];
  return ['one', 'several', 'order'].includes(asked.kind) ? asked.entries.map((entry) => entry.text) : [];
});
</script>

<template>
  <BoardFrame :closes-to="value ? `/class/${value.classId}/ask` : '/class'">
    <LoadGate :state="state" :why="why" @retry="reload">
      <div v-if="value" class="middle">
        <p class="class" dir="auto">{{ value.className }}</p>
        <h1 class="asked"><RichTextView :text="value.asked.text" :gap="value.asked.kind === 'gaps' ? blank : null" /></h1>
        <!-- eslint-disable-next-line vuejs-accessibility/media-has-caption -->
        <audio v-if="value.asked.spoken" controls :src="fileAddress(value.asked.spoken.id)" />
        <ul v-if="choices.length > 0" class="plain choices">
          <li v-for="(choice, index) in choices" :key="index">
            <template v-if="typeof choice === 'string'">{{ choice }}</template><RichTextView v-else :text="choice" />
          </li>
        </ul>
        <div v-else-if="value.asked.kind === 'match' && !value.spread" class="match">
          <div><RichTextView v-for="entry in value.asked.entries" :key="entry.id" :text="entry.text" /></div>
          <div><RichTextView v-for="entry in value.asked.partners" :key="entry.id" :text="entry.text" /></div>
        </div>
        <img
          v-else-if="value.asked.picture && !value.spread"
          class="picture"
          :src="fileAddress(value.asked.picture.id)"
          :alt="value.asked.picture.alt"
        />
        <div v-if="value.spread" class="spread"><SpreadBars :asked="value.asked" :spread="value.spread" /></div>
        <p v-if="value.key && value.key.length > 0 && !['one', 'several', 'trueFalse'].includes(value.asked.kind)" class="key" dir="auto">
          <span class="small">{{ t('live.keyIs') }}</span> {{ value.key.join(' · ') }}
        </p>
        <p v-if="value.explanation" class="explained" dir="auto">{{ value.explanation }}</p>
        <p class="count" role="status">
          {{ count('live.soFar', value.answered, { of: value.of }) }} · {{ t(value.open ? 'live.openHow' : 'live.overNow') }}
        </p>
        <ProblemNote :problem="problem" />
      </div>
    </LoadGate>
    <template v-if="value" #acts>
      <Button :type="value.spread ? 'default' : 'primary'" :disabled="busy" @click="toggleSpread"
        >{{ t(value.spread ? 'live.hideSpread' : 'live.spread') }}<span class="key-cap">S</span></Button
      ><Button :type="value.spread && !value.key ? 'primary' : 'default'" :disabled="busy" @click="toggleKey"
        >{{ t(value.key ? 'live.hideKey' : 'live.key') }}<span class="key-cap">K</span></Button
      ><Button v-if="!value.key" :disabled="busy" @click="toggleEnd"
        >{{ t(value.open ? 'live.end' : 'live.goOn') }}<span class="key-cap">E</span></Button
      >
    </template>
  </BoardFrame>
</template>

<style scoped>
.middle {
  inline-size: min(1100px, 100%);
  display: grid;
  gap: clamp(12px, 2.2vh, 26px);
}
.class {
  opacity: 0.8;
}
.asked {
  font: 500 clamp(24px, 3.4vw, 46px) / 1.3 var(--font-read);
  overflow-wrap: anywhere;
}
.asked :deep(.rich-text) {
  font: inherit;
  color: inherit;
}
.asked :deep(.blank-line) {
  display: inline-block;
  inline-size: 4em;
  border-block-end: 3px solid currentColor;
}
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(420px, 100%), 1fr));
  gap: 12px;
}
.choices li {
  border: 2px solid color-mix(in srgb, currentColor 40%, transparent);
  border-radius: 10px;
  padding: 12px 18px;
}
.choices,
.match,
.spread,
.key {
  font-size: clamp(18px, 2.1vw, 28px);
}
.choices :deep(.rich-text),
.match :deep(.rich-text) {
  font: inherit;
  color: inherit;
}
.match {
  display: grid;
  grid-template-columns: auto auto;
  justify-content: start;
  gap: 6px 60px;
}
.picture {
  max-inline-size: 100%;
  max-block-size: 46vh;
  border-radius: 8px;
}
.explained {
  white-space: pre-line;
  font: 18px/1.5 var(--font-read);
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
