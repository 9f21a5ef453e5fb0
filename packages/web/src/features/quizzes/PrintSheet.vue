<script setup lang="ts">
/** The quiz on paper, in how many orders, with its key or without; and as a file that other programs read. */
import { Button, Checkbox } from 'ant-design-vue';
import { LANGUAGES, otherLanguagesOf, writtenLanguages, type Language } from '@jolly/core';
import type { BriefBody } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { download } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import SelectField from '../../ui/SelectField.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ open: boolean; briefId: string; body: BriefBody }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const orders = ref(1);
const key = ref(true);
const title = computed(() => props.body.title || 'quiz');
/** All in which something of it was written, its first one in front. */
const languages = computed(() => {
  const written = [...writtenLanguages(props.body), ...(props.body.quiz?.questions ?? []).flatMap(otherLanguagesOf)];
  return [props.body.language, ...LANGUAGES.filter((one) => one !== props.body.language && written.includes(one))];
});
const language = ref<Language>(props.body.language);
const print = () =>
  attempt(() =>
    download('POST /api/briefs/:briefId/quiz/print', `${title.value}.pdf`, {
      params: { briefId: props.briefId },
      body: { orders: orders.value, key: key.value, ...(languages.value.length > 1 ? { language: language.value } : {}) },
    }),
  );
const FORMATS = [
  { format: 'qti3', name: 'QTI 3.0', ending: 'zip' },
  { format: 'qti21', name: 'QTI 2.1', ending: 'zip' },
  { format: 'xlsx', name: 'XLSX', ending: 'xlsx' },
  { format: 'csv', name: 'CSV', ending: 'csv' },
] as const;
const takeOut = ({ format, ending }: (typeof FORMATS)[number]) =>
  attempt(() =>
    download('POST /api/briefs/:briefId/quiz/file', `${title.value}.${ending}`, {
      params: { briefId: props.briefId },
      body: { format },
    }),
  );
</script>

<template>
  <SideSheet :open="open" :title="t('quizMaking.printIt')" @close="emit('close')">
    <div class="stack">
      <FormLine :label="t('quizMaking.orders')" for="print-orders" :hint="t('quizMaking.ordersHint')">
        <SelectField
          id="print-orders"
          v-model="orders"
          :options="
            [1, 2, 3, 4].map((n) => ({ value: n, label: n === 1 ? t('quizMaking.oneOrder') : 'ABCD'.slice(0, n).split('').join(', ') }))
          "
        />
      </FormLine>
      <FormLine v-if="languages.length > 1" :label="t('wording.printedIn')" for="print-language">
        <SelectField
          id="print-language"
          v-model="language"
          :options="languages.map((value) => ({ value, label: t(`wording.languages.${value}`) }))"
        />
      </FormLine>
      <Checkbox v-model:checked="key">{{ t('quizMaking.withKey') }}</Checkbox>
      <ProblemNote :problem="problem" />
      <div>
        <Button type="primary" :disabled="busy" @click="print">{{ t('quizMaking.makePdf') }}</Button>
      </div>
      <h3>{{ t('quizMaking.takeOut') }}</h3>
      <div class="row wrap">
        <Button v-for="one in FORMATS" :key="one.format" size="small" :disabled="busy" @click="takeOut(one)">{{ one.name }}</Button>
      </div>
      <p class="small muted">{{ t('quizMaking.takeOutHint') }}</p>
    </div>
  </SideSheet>
</template>
