<script setup lang="ts">
/** What is in an archive that was read through, and how it is to be brought in. */
import { Button } from 'ant-design-vue';
import type { ArchiveJob, BroughtAs } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { whenText } from '../../time/format';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import RadioField from '../../ui/RadioField.vue';
import { useWords } from '../../ui/use-words';
import { sizeText } from '../files';
import { useTermLine } from '../termline';

const props = defineProps<{ job: ArchiveJob; busy: boolean }>();
const emit = defineEmits<{ bring: [BroughtAs]; leave: [] }>();
const { t, count } = useWords();
const line = useTermLine();
const look = computed(() => props.job.look!);
const as = ref<BroughtAs>(props.job.look?.here ? 'new' : 'past');
const holds = computed(() => {
  const { students, assignments, handIns, files, bytes } = look.value;
  return [
    count('archive.students', students),
    count('archive.assignments', assignments),
    count('archive.handIns', handIns),
    `${count('archive.files', files)} (${sizeText(bytes)})`,
  ].join(' · ');
});
</script>

<template>
  <section class="sheet box stack">
    <h2 dir="auto">{{ look.className }}</h2>
    <p class="small">{{ t('archive.madeOn', { when: whenText(look.madeAt, line.zone) }) }} · {{ holds }}</p>
    <p v-if="look.students > 0" class="small">
      {{ t(look.known === look.students ? 'archive.knownAll' : 'archive.known', { n: look.known, of: look.students }) }}
    </p>
    <p v-if="look.here" class="note">
      {{ t('archive.here') }} <RouterLink :to="`/class/${look.here.classId}`" dir="auto">{{ look.here.className }}</RouterLink>
    </p>
    <FieldForm>
      <FormLine :label="t('archive.as')">
        <RadioField
          v-model="as"
          :label="t('archive.as')"
          stacked
          :options="[
            ...(look.here ? [] : [{ value: 'past' as BroughtAs, label: t('archive.asPast') }]),
            { value: 'new' as BroughtAs, label: t('archive.asNew') },
          ]"
        />
      </FormLine>
    </FieldForm>
    <div class="row">
      <Button type="primary" :disabled="busy" @click="emit('bring', as)">{{ t('archive.bring') }}</Button><Button
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
