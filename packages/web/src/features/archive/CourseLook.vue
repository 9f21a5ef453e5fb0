<script setup lang="ts">
/** What is in a course that was looked at, what of it is not taken, and where it goes. */
import { Button } from 'ant-design-vue';
import type { ArchiveJob, BringRequest, CourseLook } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProposalField from '../../ui/ProposalField.vue';
import RadioField from '../../ui/RadioField.vue';
import SelectField from '../../ui/SelectField.vue';
import { useWords } from '../../ui/use-words';
import { useClasses } from '../classes';
import { sizeText } from '../files';
import CourseMissed from './CourseMissed.vue';

const props = defineProps<{ job: ArchiveJob; course: CourseLook; busy: boolean }>();
const emit = defineEmits<{ bring: [BringRequest]; leave: [] }>();
const { t, count } = useWords();
const classes = useClasses();
const active = computed(() => classes.active);
const where = ref<'drafts' | 'shelf'>('drafts');
const chosen = ref<string | null>(null);
const goes = computed(() => (active.value.length === 0 ? 'shelf' : where.value));
const classId = computed<string>({ get: () => chosen.value ?? active.value[0]?.id ?? '', set: (id) => (chosen.value = id) });
const folder = ref(props.job.title);
const holds = computed(() => {
  const { units, assignments, quizzes, handouts, others, files, bytes } = props.course;
  const parts = [
    ...(units > 0 ? [count('archive.courseUnits', units)] : []),
    ...(assignments > 0 ? [count('archive.assignments', assignments)] : []),
    ...(quizzes > 0 ? [count('archive.courseQuizzes', quizzes)] : []),
    ...(handouts > 0 ? [count('archive.courseHandouts', handouts)] : []),
    ...(others > 0 ? [count('archive.courseOthers', others)] : []),
    ...(files > 0 ? [`${count('archive.files', files)} (${sizeText(bytes)})`] : []),
  ];
  return parts.join(' · ');
});
const isEmpty = computed(() => {
  const { assignments, quizzes, handouts, others } = props.course;
  return assignments + quizzes + handouts + others === 0;
});
const bring = () =>
  emit('bring', goes.value === 'drafts' ? { as: 'drafts', classId: classId.value } : { as: 'shelf', folder: folder.value.trim() });
</script>

<template>
  <section class="sheet box stack">
    <h2 dir="auto">{{ job.title }}</h2>
    <p v-if="isEmpty" class="note">{{ t('archive.courseNothing') }}</p>
    <p v-else class="small">{{ holds }}</p>
    <CourseMissed :course="course" :open="course.missed.length <= 20" />
    <FieldForm v-if="!isEmpty">
      <FormLine v-if="active.length > 0" :label="t('archive.courseAs')">
        <RadioField
          v-model="where"
          :label="t('archive.courseAs')"
          stacked
          :options="[
            { value: 'drafts' as const, label: t('archive.asDrafts') },
            { value: 'shelf' as const, label: t('archive.asShelf') },
          ]"
        />
      </FormLine>
      <FormLine v-if="goes === 'drafts'" :label="t('archive.intoClass')" :for="`class-${job.id}`">
        <SelectField :id="`class-${job.id}`" v-model="classId" :options="active.map((one) => ({ value: one.id, label: one.label }))" />
      </FormLine>
      <FormLine v-else :label="t('archive.folder')" :for="`folder-${job.id}`">
        <ProposalField :id="`folder-${job.id}`" v-model="folder" :proposals="[]" :maxlength="200" />
      </FormLine>
    </FieldForm>
    <div class="row">
      <Button v-if="!isEmpty" type="primary" :disabled="busy" @click="bring">{{ t('archive.bring') }}</Button><Button
        :disabled="busy"
        @click="emit('leave')"
        >{{ t('archive.leave') }}</Button
      >
    </div>
  </section>
</template>

<style scoped>
.box {
  padding: 18px 20px;
  max-width: 720px;
  margin-block-start: 16px;
}
</style>
