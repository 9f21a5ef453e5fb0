<script setup lang="ts">
/** Who gets it in one class: everyone, or chosen students and groups. */
import { Button, Checkbox } from 'ant-design-vue';
import type { Audience } from '@jolly/core';
import type { GroupingReply, RosterStudent } from '@jolly/server/contract';
import { ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import ToggleButton from '../../ui/ToggleButton.vue';
import SelectField from '../../ui/SelectField.vue';
import { withOrWithout } from '../../ui/with-or-without';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{
  open: boolean;
  classId: string;
  className: string;
  audience: Audience;
  groupingId: string | null;
  /** students have begun, so who works together stays */ begun?: boolean;
  /** only whom it is for, nothing of working together */ whomOnly?: boolean;
}>();
const emit = defineEmits<{ close: []; set: [Audience, string | null] }>();
const { t, name } = useWords();
const { problem, attempt } = useAttempt();

const students = ref<RosterStudent[]>([]);
const groupings = ref<GroupingReply[]>([]);
const kind = ref<'everyone' | 'everyoneNow' | 'chosen'>('everyone');
const studentIds = ref<string[]>([]);
const groupIds = ref<string[]>([]);
const together = ref<string | null>(null);

watch(
  () => props.open,
  async (open) => {
    if (!open) return;
    const { audience, classId } = props;
    kind.value = audience.kind === 'chosen' ? 'chosen' : audience.laterJoiners ? 'everyone' : 'everyoneNow';
    studentIds.value = audience.kind === 'chosen' ? [...audience.studentIds] : [];
    groupIds.value = audience.kind === 'chosen' ? [...audience.groupIds] : [];
    together.value = props.groupingId;
    [students.value, groupings.value] = [[], []];
    await attempt(async () => {
      const [all, groups] = await Promise.all([
        ask('GET /api/classes/:classId/roster', { params: { classId } }),
        ask('GET /api/classes/:classId/groupings', { params: { classId } }),
      ]);
      // Opened for another class meanwhile: this answer is not about it.
      if (classId !== props.classId) return;
      students.value = all.filter((one) => one.left === null);
      groupings.value = groups;
    });
  },
  { immediate: true },
);
function done(): void {
  const hereOn = props.audience.kind === 'everyone' ? props.audience.hereOn : undefined;
  emit(
    'set',
    kind.value === 'chosen'
      ? { kind: 'chosen', studentIds: studentIds.value, groupIds: groupIds.value }
      : { kind: 'everyone', laterJoiners: kind.value === 'everyone', ...(hereOn === undefined ? {} : { hereOn }) },
    together.value,
  );
  emit('close');
}
</script>

<template>
  <SideSheet :open="open" :title="t('compose.audienceTitle', { name: className })" @close="emit('close')">
    <div class="stack">
      <div class="row wrap" role="group">
        <ToggleButton v-for="one in ['everyone', 'everyoneNow', 'chosen'] as const" :key="one" :on="kind === one" @click="kind = one">
          {{ t(one === 'chosen' ? 'compose.choose' : `compose.${one}`) }}
        </ToggleButton>
      </div>
      <template v-if="kind === 'chosen'">
        <fieldset v-if="groupings.length > 0">
          <legend class="label">{{ t('compose.audienceGroups') }}</legend>
          <template v-for="grouping in groupings" :key="grouping.id"
            ><Checkbox
              v-for="group in grouping.groups"
              :key="group.id ?? ''"
              :checked="groupIds.includes(group.id!)"
              @update:checked="(on: boolean) => (groupIds = withOrWithout(groupIds, group.id!, on))"
              ><span dir="auto">{{ group.name }}</span
              ><span class="muted small">{{ grouping.name }} · {{ group.studentIds.length }}</span></Checkbox
            ></template
          >
          <p class="muted small">{{ t('compose.audienceGroupsHint') }}</p>
        </fieldset>
        <fieldset>
          <legend class="label">{{ t('compose.audienceStudents') }}</legend>
          <Checkbox
            v-for="one in students"
            :key="one.id"
            :checked="studentIds.includes(one.id)"
            @update:checked="(on: boolean) => (studentIds = withOrWithout(studentIds, one.id, on))"
            ><span dir="auto">{{ name(one) }}</span></Checkbox
          >
        </fieldset>
      </template>
      <div v-if="!whomOnly && (groupings.length > 0 || together !== null)">
        <label class="label" for="together">{{ t('compose.together') }}</label>
        <SelectField
          id="together"
          v-model="together"
          :disabled="begun"
          :options="[
            { value: null, label: t('compose.alone') },
            ...groupings.map((one) => ({ value: one.id, label: t('compose.inGroups', { name: one.name, n: one.groups.length }) })),
          ]"
        />
        <p class="muted small">{{ t(begun ? 'compose.togetherBegun' : 'compose.togetherHint') }}</p>
      </div>
      <ProblemNote :problem="problem" />
      <div>
        <Button type="primary" :disabled="kind === 'chosen' && studentIds.length + groupIds.length === 0" @click="done">
          {{ t('editor.set') }}
        </Button>
      </div>
    </div>
  </SideSheet>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  min-width: 0;
}
fieldset label {
  padding-block: 2px;
}
</style>
