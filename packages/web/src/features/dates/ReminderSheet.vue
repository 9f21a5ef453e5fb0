<script setup lang="ts">
/** A reminder of one's own: what, when, by mail too. Nobody else sees it. */
import { Button, Checkbox, Input } from 'ant-design-vue';
import { dueInstantOf } from '@jolly/core';
import type { Reminder } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import FieldForm from '../../ui/FieldForm.vue';
import { useKeptDraft, useKeptHere } from '../../ui/kept-here';
import FormLine from '../../ui/FormLine.vue';
import SideSheet from '../../ui/SideSheet.vue';
import WhenField from '../../ui/WhenField.vue';
import { useUnsaved } from '../../ui/use-unsaved';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';

const props = defineProps<{ /** null: a new one */ reminderId: string | null }>();
const emit = defineEmits<{ close: []; stored: [] }>();
const { t } = useWords();
const line = useTermLine();
const { problem, busy, attempt } = useAttempt();
const stored = ref<Reminder | null>(null);
const blank = {
  id: props.reminderId ?? (crypto.randomUUID() as string),
  text: '',
  at: dueInstantOf(line.zone, line.today, '16:00') as number | null,
  byMail: false,
};
const place = useKeptHere()('reminder', line.today);
const fresh = props.reminderId === null ? useKeptDraft(place, blank) : null;
const draft = fresh?.draft ?? ref(blank);
const { id } = draft.value;
const { unsaved, settle } = useUnsaved(() => draft.value);
if (props.reminderId !== null)
  void attempt(async () => {
    stored.value = (await ask('GET /api/my/reminders')).find((one) => one.id === id) ?? null;
    if (stored.value) draft.value = { id, text: stored.value.text, at: stored.value.at, byMail: stored.value.byMail };
    settle();
  });
const store = () =>
  attempt(async () => {
    fresh?.keep();
    const { text, at, byMail } = draft.value;
    const body = { text: text.trim(), at: at!, byMail, done: stored.value?.done ?? false };
    await ask('PUT /api/my/reminders/:reminderId', { params: { reminderId: id }, body: { ...body, version: stored.value?.version ?? 0 } });
    fresh?.drop();
    emit('stored');
  }).then(() => {
    // Said once that it was changed on another device, it may be written over.
    if (problem.value?.code === 'conflict.changedMeanwhile') stored.value = problem.value.current as Reminder;
  });
function cancel(): void {
  fresh?.drop();
  emit('close');
}
const remove = () =>
  attempt(async () => {
    await ask('DELETE /api/my/reminders/:reminderId', { params: { reminderId: id } });
    emit('stored');
  });
</script>

<template>
  <SideSheet open :title="t('reminders.add')" :unsaved="unsaved && fresh === null" @close="emit('close')">
    <FieldForm :problem="problem" :inert="busy" @send="store">
      <FormLine :label="t('reminders.what')" for="reminder-text" path="text"
        ><Input id="reminder-text" v-model:value="draft.text" :maxlength="500" required dir="auto"
      /></FormLine>
      <FormLine :label="t('reminders.at')" path="at"
        ><WhenField v-model="draft.at" :zone="line.zone" usual-time="16:00" :label="t('reminders.at')"
      /></FormLine>
      <Checkbox v-model:checked="draft.byMail">{{ t('reminders.byMail') }}</Checkbox>
      <p class="muted small">{{ t('reminders.only') }}</p>
      <template #acts
        ><div class="row wrap">
          <Button type="primary" html-type="submit" :disabled="busy || draft.text.trim() === '' || draft.at === null">{{
            t('reminders.store')
          }}</Button><Button @click="cancel">{{ t('common.cancel') }}</Button
          ><span class="grow" /><Button v-if="stored" type="link" :disabled="busy" @click="remove">{{ t('reminders.remove') }}</Button>
        </div></template
      >
    </FieldForm>
  </SideSheet>
</template>
