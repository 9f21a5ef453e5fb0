<script setup lang="ts">
/** Asking for more time on a piece, and what came of it. */
import { Button, Input } from 'ant-design-vue';
import type { OwnRequest } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useKeptHere, useKeptText } from '../../ui/kept-here';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ assignmentId: string; requests: OwnRequest[]; mayAsk: boolean; proposed: number | null; zone: string }>();
const emit = defineEmits<{ changed: [] }>();
const { t, when } = useWords();
const { problem, busy, attempt } = useAttempt();
const asking = ref(false);
const placeOf = useKeptHere();
const { text: reason, begin: beginReason, sent } = useKeptText(() => placeOf('more-time', props.assignmentId));
const wanted = ref<number | null>(null);
const latest = computed(() => props.requests[0] ?? null);
/** what they asked for, as they asked it */
const askedText = computed(() => {
  const one = latest.value;
  return one === null
    ? ''
    : [
        one.askedBy === null
          ? t('requests.youAsked', { reason: one.reason })
          : t('requests.familyAsked', { who: one.askedBy, reason: one.reason }),
        one.wantedDue === null ? '' : t('requests.until', { when: when(one.wantedDue, props.zone) }),
      ]
        .filter(Boolean)
        .join(', ');
});

function beginAsking(): void {
  beginReason();
  [asking.value, wanted.value] = [true, props.proposed];
}
const send = () =>
  attempt(async () => {
    await ask('POST /api/my/work/:assignmentId/requests', {
      params: { assignmentId: props.assignmentId },
      body: { reason: reason.value, wantedDue: wanted.value },
    });
    asking.value = false;
    sent();
    emit('changed');
  });
const withdraw = (id: string) =>
  attempt(async () => {
    await ask('DELETE /api/my/requests/:requestId', { params: { requestId: id } });
    emit('changed');
  });
</script>

<template>
  <div v-if="latest || mayAsk" class="stack more">
    <template v-if="latest && latest.state === 'waiting'"
      ><p class="small">{{ t('requests.waiting', { when: when(latest.askedAt, zone) }) }}</p>
      <p class="small muted" dir="auto">{{ askedText }}</p>
      <div>
        <Button type="link" :disabled="busy" @click="withdraw(latest.id)">{{ t('requests.withdraw') }}</Button>
      </div></template
    >
    <p v-else-if="latest && latest.state !== 'withdrawn'" class="small">
      {{ t(latest.state === 'granted' ? 'requests.granted' : 'requests.declined') }}
      <span v-if="latest.word" dir="auto">“{{ latest.word }}”</span> <span class="muted" dir="auto">{{ askedText }}</span>
    </p>
    <template v-if="mayAsk">
      <div v-if="!asking">
        <Button type="link" @click="beginAsking">{{ t('requests.ask') }}</Button>
      </div>
      <FieldForm v-else :problem="problem" @send="send">
        <FormLine :label="t('requests.why')" for="ask-why" path="reason">
          <Input id="ask-why" v-model:value="reason" required :maxlength="500" dir="auto" />
        </FormLine>
        <FormLine :label="t('requests.wanted')" path="wantedDue">
          <WhenField v-model="wanted" stacked :zone="zone" :usual-time="null" :label="t('requests.wanted')" />
        </FormLine>
        <template #acts
          ><div class="row">
            <Button type="primary" html-type="submit" :disabled="busy || reason.trim() === ''">{{ t('requests.send') }}</Button><Button
              type="link"
              @click="asking = false"
            >
              {{ t('common.cancel') }}
            </Button>
          </div></template
        >
      </FieldForm>
    </template>
    <ProblemNote v-if="!asking" :problem="problem" />
  </div>
</template>

<style scoped>
.more {
  border-block-start: 1px solid var(--line-2);
  margin-block-start: 10px;
  padding-block-start: 8px;
}
</style>
