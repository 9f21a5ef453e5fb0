<script setup lang="ts">
/** A note of the plan, opened or begun: a new one chooses its class first, if one teaches several. */
import type { PlanNote } from '@jolly/server/contract';
import { ref } from 'vue';
import FormLine from '../../ui/FormLine.vue';
import SelectField from '../../ui/SelectField.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import PlanNoteForm from './PlanNoteForm.vue';

const props = defineProps<{ /** null: a new one */ note: PlanNote | null; classIds: readonly string[] }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t } = useWords();
const line = useTermLine();
const { kept } = useScope();
const classId = ref(props.note?.classId ?? props.classIds[0]!);
</script>

<template>
  <SideSheet open :title="t(note ? 'planNotes.note' : 'planNotes.write')" @close="emit('close')">
    <div class="stack">
      <FormLine v-if="!note && classIds.length > 1" :label="t('planNotes.class')" for="plan-note-class">
        <SelectField
          id="plan-note-class"
          v-model="classId"
          :options="classIds.map((id) => ({ value: id, label: line.classOf(id)?.name ?? '' }))"
        />
      </FormLine>
      <PlanNoteForm :class-id="classId" :note="note" @stored="emit('changed')" @removed="emit('changed')" @cancel="emit('close')" />
      <p v-if="note" class="muted small row wrap">
        <span class="grow">{{ t('planNotes.by', { name: note.by, class: line.classOf(note.classId)?.name ?? '' }) }}</span>
        <RouterLink
          v-if="note.assignmentId && note.questionId"
          :to="{ path: `/marking/${note.assignmentId}/quiz`, query: { ...kept, question: note.questionId } }"
          >{{ t('planNotes.toQuestion') }}</RouterLink><RouterLink
          v-else-if="note.assignmentId"
          :to="{ path: `/assignments/${note.assignmentId}`, query: kept }"
          >{{ t('planNotes.toAssignment') }}</RouterLink
        >
      </p>
    </div>
  </SideSheet>
</template>
