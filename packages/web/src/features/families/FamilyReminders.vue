<script setup lang="ts">
/** Reminders of whoever reads this page, for themselves alone: those that are still to come or to be ticked off, and a new one. */
import { Button, Checkbox, Input } from 'ant-design-vue';
import { dueInstantOf, localDateAt, type LocalDate, type WallTime } from '@jolly/core';
import type { Reminder } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask, now } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import DayField from '../../ui/DayField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import StoredCheck from '../../ui/StoredCheck.vue';
import TimeField from '../../ui/TimeField.vue';
import { useFamilyWords } from './use-family';

const props = defineProps<{ zone: string }>();
const { t, when, refusedOf } = useFamilyWords();
const { problem, busy, attempt } = useAttempt();
const refused = refusedOf(problem);
const { value, reload } = useLoad(() => ask('GET /api/my/reminders'));
const listed = computed(() => (value.value ?? []).filter((one) => !one.done).sort((a, b) => a.at - b.at));
const open = ref(false);
const [text, day, time, byMail] = [ref(''), ref<LocalDate | ''>(localDateAt(props.zone, now())), ref<WallTime | ''>('16:00'), ref(false)];
let id: string = crypto.randomUUID();
const keep = () =>
  attempt(async () => {
    if (day.value === '') return;
    const at = dueInstantOf(props.zone, day.value, time.value || null);
    const body = { text: text.value.trim(), at, byMail: byMail.value, done: false, version: 0 };
    await ask('PUT /api/my/reminders/:reminderId', { params: { reminderId: id }, body });
    id = crypto.randomUUID();
    [open.value, text.value] = [false, ''];
    await reload();
  });
const tick = ({ id: reminderId, ...rest }: Reminder) =>
  attempt(async () => {
    await ask('PUT /api/my/reminders/:reminderId', { params: { reminderId }, body: { ...rest, done: true } });
    await reload();
  });
const takeAway = (reminderId: string) =>
  attempt(async () => {
    await ask('DELETE /api/my/reminders/:reminderId', { params: { reminderId } });
    await reload();
  });
</script>

<template>
  <section>
    <ul v-if="listed.length > 0" class="plain">
      <li v-for="one in listed" :key="one.id" class="row" :class="{ late: one.at < now() }">
        <StoredCheck :on="false" :store="() => tick(one)"
          ><span class="hidden-text">{{ t('family.remindDone', { text: one.text }) }}</span></StoredCheck
        ><span class="grow" dir="auto">{{ one.text }}</span
        ><span class="small muted">{{ one.at < now() ? t('family.remindLate', { when: when(one.at, zone) }) : when(one.at, zone) }}</span
        ><Button type="link" size="small" :aria-label="t('family.remindAway', { text: one.text })" @click="takeAway(one.id)">×</Button>
      </li>
    </ul>
    <ProblemNote v-if="!open" :problem="refused" />
    <Button v-if="!open" @click="open = true">{{ t('family.remind') }}</Button>
    <FieldForm v-else class="sheet box" :problem="refused" @send="keep">
      <FormLine :label="t('family.remindOf')" for="family-reminder" path="text"
        ><Input id="family-reminder" v-model:value="text" :maxlength="500" required dir="auto" autocomplete="off"
      /></FormLine>
      <FormLine :label="t('family.remindOn')" for="family-reminder-day" path="at"
        ><DayField id="family-reminder-day" v-model="day" required
      /></FormLine>
      <FormLine :label="t('family.remindAt')" for="family-reminder-time"
        ><TimeField id="family-reminder-time" v-model="time" required
      /></FormLine>
      <Checkbox v-model:checked="byMail">{{ t('family.remindMail') }}</Checkbox>
      <p class="muted small">{{ t('family.remindOnly') }}</p>
      <template #acts
        ><div class="row">
          <Button type="primary" html-type="submit" :disabled="busy || text.trim() === '' || day === ''">{{
            t('family.remindKeep')
          }}</Button><Button type="link" @click="open = false">{{ t('family.absenceNot') }}</Button>
        </div></template
      >
    </FieldForm>
  </section>
</template>

<style scoped>
.box {
  padding: 14px 18px;
  max-inline-size: 420px;
}
li {
  padding-block: 4px;
  overflow-wrap: anywhere;
}
.late {
  border-inline-start: 4px solid var(--now);
  padding-inline-start: 8px;
}
</style>
