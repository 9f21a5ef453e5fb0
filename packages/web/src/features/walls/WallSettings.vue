<script setup lang="ts">
/** Who sees the walls of a class and who says what there; for all its walls. */
import { WALL_REMARKS } from '@jolly/core';
import type { ClassReply } from '@jolly/server/contract';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import SelectField from '../../ui/SelectField.vue';
import SideSheet from '../../ui/SideSheet.vue';
import StoredCheck from '../../ui/StoredCheck.vue';
import { useWords } from '../../ui/use-words';
import { useClasses } from '../classes';

const props = defineProps<{ schoolClass: ClassReply }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t } = useWords();
const classes = useClasses();
const { problem, busy, attempt } = useAttempt();
const set = (change: Partial<Pick<ClassReply, 'wallRemarks' | 'wallsForFamilies'>>) =>
  attempt(async () => {
    const { id: classId, version } = props.schoolClass;
    classes.take(await ask('PATCH /api/classes/:classId', { params: { classId }, body: { ...change, version } }));
    emit('changed');
  });
</script>

<template>
  <SideSheet open :title="t('walls.settings')" @close="emit('close')">
    <div class="stack">
      <FormLine :label="t('walls.remarks')" for="wall-remarks"
        ><SelectField
          id="wall-remarks"
          :model-value="schoolClass.wallRemarks"
          :disabled="busy"
          :options="WALL_REMARKS.map((one) => ({ value: one, label: t(`walls.remarksAre.${one}`) }))"
          @update:model-value="(wallRemarks) => set({ wallRemarks })"
      /></FormLine>
      <StoredCheck :on="schoolClass.wallsForFamilies" :disabled="busy" :store="(wallsForFamilies) => set({ wallsForFamilies })">{{
        t('walls.families')
      }}</StoredCheck>
      <p class="small muted">{{ t('walls.familiesHint') }}</p>
      <ProblemNote :problem="problem" />
    </div>
  </SideSheet>
</template>
