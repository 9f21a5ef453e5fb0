<script setup lang="ts">
/** The book taken out in open formats, and scores brought in from a table, looked at first. */
import { Button, Checkbox } from 'ant-design-vue';
import type { BookBringInReply, BookEditsReply, BookTakeOut } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { askWithTable, download } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import FileButton from '../../ui/FileButton.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import SelectField from '../../ui/SelectField.vue';
import ListTable from '../../ui/ListTable.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ open: boolean; classId: string; label: string; terms: string[]; term: string; away: boolean }>();
const emit = defineEmits<{ close: []; brought: [BookEditsReply] }>();
const { t, count, name } = useWords();
const { problem, busy, attempt } = useAttempt();

const as = ref<'xlsx' | 'ods' | 'csv' | 'oneroster' | 'oneroster12'>('xlsx');
const stretch = ref('');
const asStudents = ref(false);
const file = ref<File | null>(null);
const plan = ref<BookBringInReply | null>(null);
const said = ref('');
watch(
  () => props.open,
  (open) => {
    if (open) [stretch.value, file.value, plan.value, said.value, problem.value] = [props.term, null, null, '', null];
  },
);
const ENDINGS = {
  xlsx: 'mark-book.xlsx',
  ods: 'mark-book.ods',
  csv: 'mark-book.csv',
  oneroster: 'results.zip',
  oneroster12: 'results.zip',
};
const own = computed(() => ({ classId: props.classId }));
const takeOut = () =>
  attempt(() => {
    const query: BookTakeOut = {
      as: as.value,
      viewpoint: asStudents.value ? 'student' : 'teacher',
      ...(stretch.value === '' ? {} : { term: stretch.value }),
    };
    const stem = `${props.label} ${stretch.value || t('book.year')}`.replace(/[^\p{L}\p{N}]+/gu, '-');
    return download('GET /api/classes/:classId/book/file', `${stem}-${ENDINGS[as.value]}`, { params: own.value, query });
  });
async function look([chosen]: File[]): Promise<void> {
  file.value = chosen ?? null;
  plan.value = null;
  said.value = '';
  if (file.value)
    await attempt(
      async () =>
        (plan.value = await askWithTable('POST /api/classes/:classId/book/bring-in/preview', file.value!, { params: own.value, body: {} })),
    );
}
const takeIn = () =>
  attempt(async () => {
    const reply = await askWithTable('POST /api/classes/:classId/book/bring-in', file.value!, {
      params: own.value,
      body: { digest: plan.value!.digest },
    });
    [plan.value, file.value] = [null, null];
    said.value = count('book.files.done', reply.changed);
    emit('brought', reply);
  });
const above = computed(() => plan.value?.changes.filter((one) => one.above).length ?? 0);
const MOST = 200;
</script>

<template>
  <SideSheet :open="open" :title="t('book.files.title')" :width="600" @close="emit('close')">
    <FieldForm @send="takeOut">
      <h3>{{ t('book.files.out') }}</h3>
      <div class="row wrap">
        <FormLine :label="t('book.files.which')" for="book-as" class="grow">
          <SelectField
            id="book-as"
            v-model="as"
            :options="[
              { value: 'xlsx', label: t('book.files.workbook') },
              { value: 'ods', label: t('book.files.openDocument') },
              { value: 'csv', label: t('book.files.csv') },
              { value: 'oneroster', label: t('book.files.oneroster', { version: '1.1' }) },
              { value: 'oneroster12', label: t('book.files.oneroster', { version: '1.2' }) },
            ]"
          />
        </FormLine>
        <FormLine :label="t('book.files.term')" for="book-term">
          <SelectField
            id="book-term"
            v-model="stretch"
            :options="[{ value: '', label: t('book.files.year') }, ...terms.map((one) => ({ value: one, label: one }))]"
          />
        </FormLine>
      </div>
      <Checkbox v-model:checked="asStudents">{{ t('book.files.asStudents') }}</Checkbox>
      <Button type="primary" html-type="submit" :disabled="busy">{{ t('book.files.go') }}</Button>
    </FieldForm>
    <div v-if="!away" class="stack in">
      <h3>{{ t('book.files.in') }}</h3>
      <p class="muted small">{{ t('book.files.hint') }}</p>
      <div>
        <FileButton accept=".xlsx,.ods,.csv,.tsv,.txt,.zip" :disabled="busy" @files="look">{{ t('book.files.file') }}</FileButton>
      </div>
      <p v-if="busy && file" class="muted" role="status">{{ t('book.files.reading') }}</p>
      <ProblemNote :problem="problem" />
      <p v-if="said" class="note" role="status">{{ said }}</p>
      <template v-if="plan">
        <p>
          <strong>{{ t('book.files.found', { students: plan.students, columns: plan.columns }) }}</strong>{{ ' '
          }}<span class="muted small">{{ t('book.files.foundHint') }}</span> · {{ count('book.files.changes', plan.changes.length)
          }}<template v-if="plan.same > 0"> · {{ count('book.files.same', plan.same) }}</template>
        </p>
        <p v-if="above > 0" class="note small">{{ count('book.files.above', above) }}</p>
        <div v-if="plan.problems.length > 0" class="note bad stack small">
          <p>{{ count('book.files.problems', plan.problems.length) }}</p>
          <ul class="plain">
            <li v-for="(one, index) in plan.problems.slice(0, MOST)" :key="index" dir="auto">
              {{ t('book.files.row', { n: one.row }) }}<template v-if="one.column"> · {{ one.column }}</template
              ><template v-if="one.value"> · “{{ one.value }}”</template>: {{ t(`book.trouble.whys.${one.why}`) }}
            </li>
          </ul>
        </div>
        <ListTable
          v-if="plan.changes.length > 0"
          name="book-file"
          :label="t('book.files.in')"
          :rows="plan.changes.slice(0, MOST)"
          :columns="[
            { key: 'student', title: t('book.student') },
            { key: 'item', title: t('book.full.item') },
            { key: 'from', title: t('book.files.from'), number: true },
            { key: 'to', title: t('book.files.to'), number: true },
          ]"
          :key-of="(one) => `${one.studentId} ${one.assignmentId}`"
          empty=""
          ><template #student="{ row: one }"
            ><div dir="auto">{{ name(one.student) }}</div></template
          >
          <template #item="{ row: one }"
            ><div dir="auto">{{ one.title }}</div></template
          >
          <template #from="{ row: one }"
            ><div class="muted">{{ one.from || '–' }}</div></template
          >
          <template #to="{ row: one }"
            ><strong>{{ one.to }}</strong></template
          ></ListTable
        >
        <p v-if="plan.changes.length > MOST" class="muted">{{ t('book.trouble.more', { n: plan.changes.length - MOST }) }}</p>
        <Button v-if="plan.changes.length > 0" type="primary" :disabled="busy" @click="takeIn">
          {{ count('book.files.take', plan.changes.length) }}
        </Button>
      </template>
    </div>
  </SideSheet>
</template>

<style scoped>
.in {
  margin-block-start: 28px;
  border-block-start: 1px solid var(--line);
  padding-block-start: 18px;
}
</style>
