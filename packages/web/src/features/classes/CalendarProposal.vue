<script setup lang="ts">
/** A change of a shared calendar that somebody proposes: what it changes, whom it waits for, one’s own answer. */
import { Button, Input } from 'ant-design-vue';
import type { CalendarReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { localDayLong } from '../../time/format';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ stored: CalendarReply; proposal: NonNullable<CalendarReply['proposal']>; busy: boolean }>();
defineEmits<{ answer: [yes: boolean, word: string]; takeBack: [] }>();
const { t } = useWords();
const word = ref('');
/** What a proposal changes, in lines. */
const proposalLines = computed(() => {
  const [now, next] = [props.stored, props.proposal.change];
  const spans = (all: readonly { name?: string; from: string; to: string }[]) =>
    new Map(all.map((one) => [`${one.name ?? ''} ${one.from} ${one.to}`, one]));
  const text = ({ name, from, to }: { name?: string; from: string; to: string }) =>
    `${name ? `${name}: ` : ''}${from === to ? localDayLong(from) : `${localDayLong(from)} – ${localDayLong(to)}`}`;
  const lines: string[] = [];
  for (const part of ['closures', 'terms'] as const) {
    const [before, after] = [spans(now[part]), spans(next[part])];
    for (const [key, one] of after) if (!before.has(key)) lines.push(t(`calendar.adds.${part}`, { what: text(one) }));
    for (const [key, one] of before) if (!after.has(key)) lines.push(t(`calendar.removes.${part}`, { what: text(one) }));
  }
  if (JSON.stringify(now.schoolDays) !== JSON.stringify(next.schoolDays))
    lines.push(t('calendar.newDays', { days: next.schoolDays.map((day) => t(`calendar.day.${day}`)).join(', ') }));
  return lines;
});
</script>

<template>
  <section class="sheet box proposal stack">
    <h3>{{ proposal.mine ? t('calendar.yourProposal') : t('calendar.proposal', { name: proposal.by }) }}</h3>
    <p v-if="proposal.word" dir="auto">{{ proposal.word }}</p>
    <ul class="plain small">
      <li v-for="one in proposalLines" :key="one" dir="auto">{{ one }}</li>
    </ul>
    <p class="muted small" dir="auto">
      {{ t('calendar.waitsFor') }}
      {{ proposal.waitsFor.map((one) => `${one.label} (${one.teachers.join(', ')})`).join('; ') }}
    </p>
    <template v-if="!proposal.mine && !proposal.agreed">
      <Input
        v-model:value="word"
        :maxlength="500"
        dir="auto"
        :placeholder="t('calendar.answerWord')"
        :aria-label="t('calendar.answerWord')"
      />
      <div class="row wrap">
        <Button type="primary" :disabled="busy" @click="$emit('answer', true, word)"> {{ t('calendar.agree') }}</Button><Button
          :disabled="busy"
          @click="$emit('answer', false, word)"
        >
          {{ t('calendar.refuse') }}
        </Button>
      </div>
    </template>
    <p v-else-if="!proposal.mine" class="small good">{{ t('calendar.youAgreed') }}</p>
    <Button v-else type="link" :disabled="busy" @click="$emit('takeBack')">
      {{ t('calendar.takeBack') }}
    </Button>
  </section>
</template>

<style scoped>
.box {
  padding: 14px 16px;
}
.proposal {
  margin-block-end: 18px;
  border-inline-start: 5px solid var(--now);
}
</style>
