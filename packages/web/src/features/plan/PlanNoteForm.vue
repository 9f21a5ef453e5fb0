<script setup lang="ts">
/** A note for the plan of a class: what, and for which day or for sometime. */
import { Button, Checkbox, Textarea } from 'ant-design-vue';
import type { LocalDate } from '@jolly/core';
import type { PlanNote, PlanNoteRequest } from '@jolly/server/contract';
import { computed, onMounted, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import DayField from '../../ui/DayField.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import type { Focusable } from '../../ui/focus-first';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  classId: string;
  /** null: it is new */
  note: PlanNote | null;
  /** what a new one begins with */
  begins?: Partial<PlanNoteRequest>;
}>();
const emit = defineEmits<{ stored: [PlanNote]; removed: []; cancel: [] }>();
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const text = ref(props.note?.text ?? props.begins?.text ?? '');
const day = ref<LocalDate | ''>(props.note?.day ?? props.begins?.day ?? '');
const done = ref(props.note?.done ?? false);
const field = ref<Focusable | null>(null);
onMounted(() => field.value?.focus());
const empty = computed(() => text.value.trim() === '');
const store = () =>
  attempt(async () => {
    const written = { text: text.value.trim(), day: day.value || null };
    const { note } = props;
    emit(
      'stored',
      note
        ? await ask('PUT /api/plan-notes/:noteId', {
            params: { noteId: note.id },
            body: { ...written, done: done.value, version: note.version },
          })
        : await ask('POST /api/classes/:classId/plan-notes', {
            params: { classId: props.classId },
            body: { ...written, assignmentId: props.begins?.assignmentId ?? null, questionId: props.begins?.questionId ?? null },
          }),
    );
  });
const remove = () =>
  attempt(async () => {
    await ask('DELETE /api/plan-notes/:noteId', { params: { noteId: props.note!.id } });
    emit('removed');
  });
</script>

<template>
  <!-- While it is stored nothing is typed: what came after would be gone with the form. -->
  <div class="stack" :inert="busy">
    <Textarea
      ref="field"
      v-model:value="text"
      :aria-label="t('planNotes.text')"
      :placeholder="t('planNotes.placeholder')"
      :maxlength="1000"
      :auto-size="{ minRows: 2, maxRows: 8 }"
      dir="auto"
      @keydown.enter.ctrl.prevent="empty || store()"
    />
    <FormLine :label="t('planNotes.day')" for="plan-note-day"><DayField id="plan-note-day" v-model="day" /></FormLine>
    <Checkbox v-if="note" v-model:checked="done">{{ t('planNotes.done') }}</Checkbox>
    <ProblemNote :problem="problem" />
    <div class="row wrap">
      <Button type="primary" :disabled="busy || empty" @click="store">{{ t(note ? 'common.save' : 'planNotes.noteIt') }}</Button>
      <Button @click="emit('cancel')">{{ t('common.cancel') }}</Button>
      <span class="grow" />
      <Button v-if="note" type="link" :disabled="busy" @click="remove">{{ t('planNotes.remove') }}</Button>
    </div>
  </div>
</template>
