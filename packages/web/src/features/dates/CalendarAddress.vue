<script setup lang="ts">
/**
 * The address under which a reader's own calendar program finds their dates, and how it is given what is due: as a moment or a
 * task, and how long before it tells them.
 */
import { Button } from 'ant-design-vue';
import type { CalendarAddressReply, CalendarWishes } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import CopyField from '../../ui/CopyField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import RadioField from '../../ui/RadioField.vue';
import SelectField from '../../ui/SelectField.vue';
import { useSession } from '../accounts';
import { useWords } from '../../ui/use-words';

const ALARMS = [0, 60, 180, 1440, 2880, 10_080];
const { t, length } = useWords();
/** Nothing of theirs is handed in, so nothing ends the task but themselves. */
const teaches = useSession().me?.role === 'teacher';
const { problem, busy, attempt } = useAttempt();
const own = ref<CalendarAddressReply | null>(null);
void attempt(async () => (own.value = await ask('GET /api/my/calendar-address')));
const renew = () => attempt(async () => void (own.value = await ask('POST /api/my/calendar-address')));
const wish = (wishes: Partial<CalendarWishes>) =>
  attempt(async () => {
    own.value = await ask('PATCH /api/my/calendar-address', { body: wishes });
  });
const before = (minutes: number) =>
  minutes === 0 ? t('common.calendar.atTheTime') : t('common.calendar.before', { length: length(minutes * 60_000) });
</script>

<template>
  <div class="stack">
    <template v-if="own?.address">
      <CopyField primary :value="own.address" :label="t('common.calendar.address')"
        ><Button :disabled="busy" @click="renew">{{ t('common.calendar.renew') }}</Button></CopyField
      >
      <p class="muted small">{{ t('common.calendar.renewWhy') }}</p>
      <FieldForm>
        <FormLine :label="t('common.calendar.dueAs')">
          <RadioField
            :label="t('common.calendar.dueAs')"
            :model-value="own.dueAs"
            :disabled="busy"
            stacked
            :options="[
              { value: 'moment' as const, label: t('common.calendar.moment') },
              { value: 'task' as const, label: t(teaches ? 'common.calendar.taskOfTeacher' : 'common.calendar.task') },
            ]"
            @update:model-value="(dueAs) => wish({ dueAs })"
          />
        </FormLine>
        <FormLine :label="t('common.calendar.alarm')" for="calendar-alarm">
          <SelectField
            id="calendar-alarm"
            :label="t('common.calendar.alarm')"
            :model-value="own.alarmMinutes"
            :disabled="busy"
            :options="[
              { value: null as number | null, label: t('common.calendar.never') },
              ...ALARMS.map((value) => ({ value: value as number | null, label: before(value) })),
            ]"
            @update:model-value="(alarmMinutes) => wish({ alarmMinutes })"
          />
        </FormLine>
      </FieldForm>
    </template>
    <div v-else-if="own">
      <Button type="primary" :disabled="busy" @click="renew">{{ t('common.calendar.make') }}</Button>
    </div>
    <ProblemNote :problem="problem" />
  </div>
</template>
