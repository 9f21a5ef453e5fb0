<script setup lang="ts">
/** One kept question: seen, changed by its owner, shared, let go; where it was asked and how it did there. Or a new one. */
import { Button } from 'ant-design-vue';
import { blankQuestion, QUESTION_KINDS, type Question, type QuestionKind } from '@jolly/core';
import type { KeptQuestion, QuestionStoreReply } from '@jolly/server/contract';
import same from 'fast-deep-equal';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import ProblemNote from '../../ui/ProblemNote.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { pointOrComma } from '../../time/format';
import KeptLabels from './KeptLabels.vue';
import KeyMargin from './KeyMargin.vue';
import QuestionEditor from './QuestionEditor.vue';
import QuestionSeen from './QuestionSeen.vue';
import QuestionUses from './QuestionUses.vue';

const props = defineProps<{ /** null: one is written */ kept: KeptQuestion | null; store: QuestionStoreReply }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const decimal = pointOrComma();
const question = ref<Question | null>(props.kept?.question ?? null);
const tags = ref<string[]>([...(props.kept?.tags ?? [])]);
const sharedWith = ref<string[]>([...(props.kept?.sharedWith ?? [])]);
const own = props.kept?.own ?? true;
const sure = ref(false);
/** somebody wants to close it with something typed that is not stored */
const asksAboutChanges = ref(false);
const begin = (kind: QuestionKind) => (question.value = blankQuestion(kind, () => crypto.randomUUID()));
const names = (all: readonly { name: string }[]) => all.map((one) => one.name);
const isChanged = computed(
  () =>
    own &&
    question.value !== null &&
    !same([question.value, tags.value, sharedWith.value], [props.kept?.question, props.kept?.tags, props.kept?.sharedWith]),
);
const save = () =>
  attempt(async () => {
    const { kept } = props;
    if (kept)
      await ask('PUT /api/shelf/:itemId', {
        params: { itemId: kept.id },
        body: {
          // The server names it by what it asks.
          title: t('store.kept'),
          folder: '',
          tags: tags.value,
          sharedWith: sharedWith.value,
          body: { kind: 'question', question: question.value! },
          version: kept.version,
        },
      });
    else
      await ask('POST /api/questions', {
        body: { questions: [question.value!], tags: tags.value, sharedWith: sharedWith.value, from: null },
      });
    emit('changed');
  });
const letGo = () =>
  attempt(async () => {
    await ask('DELETE /api/shelf/:itemId', { params: { itemId: props.kept!.id } });
    emit('changed');
  });
function close(): void {
  if (isChanged.value) asksAboutChanges.value = true;
  else emit('close');
}
</script>

<template>
  <SideSheet open :title="t(kept ? 'store.kept' : 'store.newOne')" :width="900" @close="close">
    <!-- While it is stored nothing is typed: what came after would be gone with the sheet. -->
    <div class="stack" :inert="busy">
      <div v-if="question === null" class="row wrap" role="group" :aria-label="t('quizMaking.add')">
        <Button v-for="kind in QUESTION_KINDS" :key="kind" @click="begin(kind)">{{ t(`quiz.kinds.${kind}`) }}</Button>
      </div>
      <template v-else>
        <QuestionEditor v-if="own" v-model="question" alone :n="1" :decimal="decimal" :aims="names(store.aims)" :sets="[]" @done="close" />
        <div v-else class="seen-only">
          <QuestionSeen :question="question" />
          <KeyMargin :question="question" :decimal="decimal" :faults="[]" :doubts="[]" :set-name="null" />
        </div>
        <template v-if="own">
          <KeptLabels v-model:tags="tags" v-model:shared-with="sharedWith" :label="t('store.tags')" :store="store" />
        </template>
        <p v-else class="muted" dir="auto">{{ [t('store.sharedBy', { name: kept!.owner }), ...kept!.tags].join(' · ') }}</p>
        <QuestionUses v-if="kept" :item-id="kept.id" />
        <ProblemNote :problem="problem" />
        <div v-if="asksAboutChanges" class="note row wrap" role="alert">
          <span class="grow">{{ t('common.unsaved') }}</span><Button type="primary" size="small" :disabled="busy" @click="save">{{
            t('common.save')
          }}</Button
          ><Button size="small" @click="emit('close')">{{ t('common.dropIt') }}</Button>
        </div>
        <div v-else-if="own" class="row wrap">
          <Button type="primary" :disabled="busy || (kept !== null && !isChanged)" @click="save">{{ t('common.save') }}</Button>
          <span class="grow" />
          <template v-if="kept"
            ><Button v-if="!sure" type="link" @click="sure = true">{{ t('store.remove') }}</Button
            ><template v-else
              ><span class="small muted">{{ t('store.removeHint') }}</span
              ><Button :disabled="busy" @click="letGo">{{ t('store.removeSure') }}</Button></template
            ></template
          >
        </div>
      </template>
    </div>
  </SideSheet>
</template>

<style scoped>
.seen-only {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 232px;
  gap: 14px;
}
</style>
