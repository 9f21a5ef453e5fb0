<script setup lang="ts">
/** A look at every letter before it goes to a family; each can be left out. */
import { Button, Checkbox } from 'ant-design-vue';
import type { ReportSettings } from '@jolly/core';
import type { ReportLetter, ReportLettersReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import FoldedPart from '../../ui/FoldedPart.vue';
import { withOrWithout } from '../../ui/with-or-without';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ open: boolean; settings: ReportSettings }>();
const emit = defineEmits<{ close: [] }>();
const { t, count, name } = useWords();
const { problem, busy, attempt } = useAttempt();
const reply = ref<ReportLettersReply | null>(null);
const chosen = ref<string[]>([]);
const sent = ref<number | null>(null);
let key = '';
const idOf = (letter: ReportLetter) => `${letter.key} ${letter.familyId}`;
const going = computed(() => (reply.value?.letters ?? []).filter((letter) => letter.problem === null));
const stuck = computed(() => (reply.value?.letters ?? []).filter((letter) => letter.problem !== null));
const look = () =>
  attempt(async () => {
    reply.value = null;
    reply.value = await ask('POST /api/reports/letters', { body: { settings: props.settings } });
    chosen.value = going.value.map(idOf);
    key = crypto.randomUUID();
  });
watch(
  () => props.open,
  (open) => {
    if (!open) return;
    sent.value = null;
    void look();
  },
);
async function send(): Promise<void> {
  const letters = going.value
    .filter((letter) => chosen.value.includes(idOf(letter)))
    .map((letter) => ({ key: letter.key, familyId: letter.familyId! }));
  const done = await attempt(async () => {
    sent.value = (
      await ask('POST /api/reports/letters/send', {
        body: { settings: props.settings, digest: reply.value!.digest, chosen: letters },
        idempotencyKey: key,
      })
    ).sent;
  });
  // What was looked at is out of date: it is shown as it is now.
  if (!done && problem.value?.code === 'report.changedMeanwhile') {
    const was = problem.value;
    await look();
    problem.value = was;
  }
}
</script>

<template>
  <SideSheet :open="open" :title="t('report.lettersTitle')" :width="620" @close="emit('close')">
    <div class="stack">
      <p class="muted small">{{ t('report.lettersHint') }}</p>
      <ProblemNote :problem="problem" />
      <p v-if="sent !== null" class="note" role="status">{{ count('report.sent', sent) }}</p>
      <template v-else-if="reply">
        <p v-if="going.length === 0" class="note">{{ t('report.lettersNone') }}</p>
        <Button v-else type="primary" :disabled="busy || chosen.length === 0" @click="send">
          {{ count('report.send', chosen.length) }}
        </Button>
        <FoldedPart v-if="stuck.length > 0" :title="count('report.unsent', stuck.length)">
          <ul class="plain small">
            <li v-for="letter in stuck" :key="idOf(letter)">
              <span dir="auto">{{ name(letter.student) }}</span>: {{ t(`report.problem.${letter.problem!}`) }}
            </li>
          </ul>
        </FoldedPart>
        <FoldedPart v-for="letter in going" :key="idOf(letter)" class="sheet letter">
          <template #title>
            <Checkbox
              :checked="chosen.includes(idOf(letter))"
              :aria-label="`${name(letter.student)}, ${letter.familyName}`"
              @update:checked="(on: boolean) => (chosen = withOrWithout(chosen, idOf(letter), on))"
              @click.stop
            /><strong class="grow" dir="auto">{{ name(letter.student) }}</strong
            ><span class="muted small" dir="auto"
              >{{ t('report.toFamily', { name: letter.familyName })
              }}<template v-if="!letter.byMail"> · {{ t('report.pageOnly') }}</template></span
            >
          </template>
          <p class="subject" dir="auto">
            <strong>{{ letter.subject }}</strong>
          </p>
          <p class="body" dir="auto">{{ letter.body }}</p>
        </FoldedPart>
      </template>
      <p v-else-if="!problem" class="muted" role="status">{{ t('common.loading') }}</p>
    </div>
  </SideSheet>
</template>

<style scoped>
.letter {
  padding: 10px 14px;
}
.subject {
  margin-block-start: 10px;
}
.body {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  font-family: var(--font-read);
}
</style>
