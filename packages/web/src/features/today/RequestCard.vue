<script setup lang="ts">
/** A student's request for more time, answered where it stands: granted as asked, with another date, or declined. */
import { Button } from 'ant-design-vue';
import { closesAlong } from '@jolly/core';
import type { AnswerExtension, ExtensionRequest } from '@jolly/server/contract';
import { computed, defineAsyncComponent, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import ClassSquare from '../../ui/ClassSquare.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import ProblemNote from '../../ui/ProblemNote.vue';

// What another date or a refusal is written with comes once it is asked for.
const Input = defineAsyncComponent(() => import('ant-design-vue/es/input'));
const WhenField = defineAsyncComponent(() => import('../../ui/WhenField.vue'));

const props = defineProps<{ request: ExtensionRequest }>();
const emit = defineEmits<{ answered: [] }>();
const { t, name, when } = useWords();
const line = useTermLine();
const { kept } = useScope();
const { problem, busy, attempt } = useAttempt();
const mode = ref<'ask' | 'change' | 'decline'>('ask');
// Never the date they have: what they asked for, else the next school day.
const due = ref<number | null>(props.request.proposedDue);
const word = ref('');
const zone = () => line.classOf(props.request.classId)?.zone ?? line.zone;

async function answer(body: AnswerExtension): Promise<void> {
  if (await attempt(() => ask('POST /api/requests/:requestId/answer', { params: { requestId: props.request.id }, body }))) emit('answered');
}
/** Closing moves on as far as due does. */
function grant(until: number): void {
  const { calendar, window } = props.request;
  void answer({ grant: true, due: until, closes: closesAlong(calendar, window, until), word: word.value });
}
const same = computed(() => due.value !== null && due.value === props.request.window.due);
</script>

<template>
  <div class="sheet request stack">
    <p>
      <ClassSquare :hue="line.classOf(request.classId)?.hue ?? 0" />{{ ' '
      }}<strong dir="auto">{{
        request.askedBy === null
          ? t('requests.asks', { name: name(request.student) })
          : t('requests.asksFor', { who: request.askedBy, name: name(request.student) })
      }}</strong>
    </p>
    <p class="small">
      <RouterLink :to="{ path: `/assignments/${request.assignmentId}`, query: kept }" dir="auto">{{ request.title }}</RouterLink><span
        class="muted"
      >
        · {{ request.window.due === null ? t('common.noDue') : t('requests.now', { when: when(request.window.due, zone()) })
        }}<template v-if="request.wantedDue !== null">
          · {{ t('requests.wants', { when: when(request.wantedDue, zone()) }) }}</template
        ></span
      >
    </p>
    <p class="word" dir="auto">{{ request.reason }}</p>
    <WhenField v-if="mode === 'change'" v-model="due" :zone="zone()" :usual-time="null" :label="t('compose.due')" />
    <Input
      v-if="mode !== 'ask'"
      v-model:value="word"
      :maxlength="500"
      dir="auto"
      :placeholder="t('requests.word', { name: request.student.givenName })"
      :aria-label="t('requests.word', { name: request.student.givenName })"
    />
    <ProblemNote :problem="problem" />
    <div class="row wrap">
      <template v-if="mode === 'decline'"
        ><Button type="primary" :disabled="busy" @click="answer({ grant: false, word })"> {{ t('requests.declineNow') }}</Button
        ><Button type="link" @click="mode = 'ask'">{{ t('common.cancel') }}</Button></template
      >
      <template v-else>
        <Button v-if="due !== null" type="primary" :disabled="busy || same" @click="grant(due)">
          {{ t('requests.grant', { when: when(due, zone()) }) }}
        </Button>
        <Button v-if="mode === 'ask'" @click="mode = 'change'">{{ t('requests.change') }}</Button>
        <Button @click="mode = 'decline'">{{ t('requests.decline') }}</Button>
      </template>
    </div>
  </div>
</template>

<style scoped>
.request {
  padding: 12px 16px;
  margin-block-end: 10px;
  border-inline-start: 5px solid var(--now);
}
.request > * + * {
  margin-block-start: 5px;
}
.word {
  font: 16px/1.45 var(--font-read);
  overflow-wrap: anywhere;
}
</style>
