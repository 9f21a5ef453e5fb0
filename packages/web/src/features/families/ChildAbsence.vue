<script setup lang="ts">
/** A family tells the school that its child will not be there, and sees who has noted it. */
import { Button, Input } from 'ant-design-vue';
import { localDateAt, type LocalDate } from '@jolly/core';
import { ref } from 'vue';
import { ask, now } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { localDayLong } from '../../time/format';
import DayField from '../../ui/DayField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import { useFamilyWords } from './use-family';

const props = defineProps<{ childId: string; zone: string }>();
const { t, refusedOf } = useFamilyWords();
const { problem, busy, attempt } = useAttempt();
const refused = refusedOf(problem);
const params = () => ({ studentId: props.childId });
const { value } = useLoad(() => ask('GET /api/family/children/:studentId/absences', { params: params() }));
const open = ref(false);
const today = localDateAt(props.zone, now());
const [from, to, reason] = [ref<LocalDate>(today), ref<LocalDate>(today), ref('')];
let id = crypto.randomUUID();
function begins(day: LocalDate | ''): void {
  if (day === '') return;
  if (to.value < day || to.value === from.value) to.value = day;
  from.value = day;
}
const send = () =>
  attempt(async () => {
    value.value = await ask('POST /api/family/children/:studentId/absences', {
      params: params(),
      body: { id, from: from.value, to: to.value, reason: reason.value.trim() },
    });
    id = crypto.randomUUID();
    [open.value, reason.value] = [false, ''];
  });
</script>

<template>
  <section>
    <ul v-if="value && value.length > 0" class="plain">
      <li v-for="one in value" :key="one.id">
        <strong
          >{{ localDayLong(one.from) }}<template v-if="one.to !== one.from"> – {{ localDayLong(one.to) }}</template></strong
        >
        <span dir="auto">{{ one.reason }}</span>
        <span class="small muted" dir="auto">{{
          one.notedBy.length > 0 ? t('family.absenceNoted', { names: one.notedBy.join(', ') }) : t('family.absenceSent')
        }}</span>
      </li>
    </ul>
    <Button v-if="!open" @click="open = true">{{ t('family.absence') }}</Button>
    <FieldForm v-else class="sheet box" :problem="refused" @send="send">
      <FormLine :label="t('family.absenceFrom')" for="absence-from" path="from"
        ><DayField id="absence-from" :model-value="from" :min="today" required @update:model-value="begins"
      /></FormLine>
      <FormLine :label="t('family.absenceTo')" for="absence-to" path="to"
        ><DayField id="absence-to" :model-value="to" :min="from" required @update:model-value="(day) => (to = day || to)"
      /></FormLine>
      <FormLine :label="t('family.absenceReason')" for="absence-reason" path="reason"
        ><Input id="absence-reason" v-model:value="reason" :maxlength="200" dir="auto"
      /></FormLine>
      <template #acts
        ><div class="row">
          <Button type="primary" html-type="submit" :disabled="busy">{{ t('family.send') }}</Button><Button
            type="link"
            @click="open = false"
            >{{ t('family.absenceNot') }}</Button
          >
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
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  padding-block: 6px;
  overflow-wrap: anywhere;
}
</style>
