<script setup lang="ts">
/** One's own reminders that are due by the end of today, to tick off; and making one. On Today and on My work. */
import { Button } from 'ant-design-vue';
import { instantOf, plusDays } from '@jolly/core';
import type { Reminder } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask, now } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { timeText } from '../../time/format';
import ProblemNote from '../../ui/ProblemNote.vue';
import StoredCheck from '../../ui/StoredCheck.vue';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import ReminderSheet from './ReminderSheet.vue';

const { t, when } = useWords();
const line = useTermLine();
const { problem, attempt } = useAttempt();
const { value, reload } = useLoad(() => ask('GET /api/my/reminders'));
const tomorrow = computed(() => instantOf(line.zone, { date: plusDays(line.today, 1), msOfDay: 0 }));
const due = computed(() => (value.value ?? []).filter((one) => !one.done && one.at < tomorrow.value));
const open = ref<{ id: string | null } | null>(null);
const tick = (one: Reminder, done: boolean) =>
  attempt(async () => {
    const { id, ...rest } = one;
    await ask('PUT /api/my/reminders/:reminderId', { params: { reminderId: id }, body: { ...rest, done } });
    await reload();
  });
const timeOf = ({ at }: Reminder) =>
  at >= instantOf(line.zone, { date: line.today, msOfDay: 0 })
    ? timeText(at, line.zone)
    : t('reminders.late', { when: when(at, line.zone) });
async function stored(): Promise<void> {
  open.value = null;
  await reload();
}
</script>

<template>
  <section class="reminders" :aria-label="t('reminders.title')">
    <ul v-if="due.length > 0" class="plain">
      <li v-for="one in due" :key="one.id" class="row" :class="{ late: one.at < now() }">
        <StoredCheck :on="false" :store="(done) => tick(one, done)"
          ><span class="hidden-text">{{ t('reminders.done', { text: one.text }) }}</span></StoredCheck
        ><Button type="text" size="small" class="grow opens" @click="open = { id: one.id }"
          ><span dir="auto">{{ one.text }}</span></Button
        ><span class="small muted">{{ timeOf(one) }}</span>
      </li>
    </ul>
    <Button type="link" size="small" @click="open = { id: null }">{{ t('reminders.add') }}</Button>
    <ProblemNote :problem="problem" />
    <ReminderSheet v-if="open" :reminder-id="open.id" @close="open = null" @stored="stored" />
  </section>
</template>

<style scoped>
.reminders {
  margin-block-end: 4px;
}
li {
  padding-block: 4px;
  border-block-end: 1px solid var(--line-2);
}
.late {
  border-inline-start: 4px solid var(--now);
  padding-inline-start: 8px;
}
.opens {
  white-space: normal;
  block-size: auto;
  text-align: start;
  justify-content: start;
}
</style>
