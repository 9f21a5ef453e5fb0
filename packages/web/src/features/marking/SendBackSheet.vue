<script setup lang="ts">
/** Asking for a piece to be done again: why, and until when. */
import { Button, Textarea } from 'ant-design-vue';
import type { DeskPieceReply, SendBackRequest } from '@jolly/server/contract';
import { ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useKeptHere, useKeptText } from '../../ui/kept-here';
import SideSheet from '../../ui/SideSheet.vue';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';
import type { PieceAt } from './piece-at';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const props = defineProps<{ open: boolean; desk: DeskPieceReply; at: PieceAt; name: string; zone: string }>();
const emit = defineEmits<{ close: []; sent: [DeskPieceReply] }>();
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const placeOf = useKeptHere();
const { text: reason, begin, sent } = useKeptText(() => placeOf('send-back', props.at.assignmentId, props.at.studentId));
const newDue = ref<number | null>(null);
watch(
  () => props.open,
  (open) => open && begin(),
  { immediate: true },
);
const sendBackNow = () =>
  attempt(async () => {
    const body: SendBackRequest = { reason: reason.value, newDue: newDue.value, version: props.desk.row.version };
    const reply = await ask('POST /api/assignments/:assignmentId/pieces/:studentId/send-back', { params: props.at, body });
    sent();
    newDue.value = null;
    emit('sent', reply);
  });
</script>

<template>
  <SideSheet :open="open" :title="t('desk.sendBackTitle')" @close="emit('close')">
    <FieldForm :problem="problem" @send="sendBackNow">
      <FormLine :label="t('desk.sendBackReason')" for="reason" path="reason">
        <Textarea id="reason" v-model:value="reason" :auto-size="{ minRows: 4, maxRows: 12 }" required :maxlength="2000" dir="auto" />
      </FormLine>
      <FormLine :label="t('desk.sendBackDue')" path="newDue">
        <WhenField v-model="newDue" :zone="zone" :usual-time="null" :label="t('desk.sendBackDue')" />
      </FormLine>
      <p v-if="desk.notes.some((one) => !one.shown)" class="muted small">{{ t('desk.sendBackNotes') }}</p>
      <template #acts>
        <Button type="primary" html-type="submit" :disabled="busy">{{ t('desk.sendBackGo', { name }) }}</Button>
      </template>
    </FieldForm>
  </SideSheet>
</template>
