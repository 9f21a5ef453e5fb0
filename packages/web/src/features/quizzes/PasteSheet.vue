<script setup lang="ts">
/** Questions from cells of a spreadsheet, pasted; looked at before they come in. */
import { Button, Textarea } from 'ant-design-vue';
import { readQuestionTable, type DecimalMark, type Question } from '@jolly/core';
import { computed, ref, watch } from 'vue';
import SideSheet from '../../ui/SideSheet.vue';
import { readCells } from '../../ui/read-cells';
import { useWords } from '../../ui/use-words';
import QuestionSeen from './QuestionSeen.vue';

const props = defineProps<{ open: boolean; decimal: DecimalMark }>();
const emit = defineEmits<{ close: []; take: [Question[]] }>();
const { t, count } = useWords();
const text = ref('');
watch(
  () => props.open,
  (open) => open || (text.value = ''),
);
const rows = ref<string[][]>([]);
watch(text, async (pasted) => {
  const cells = pasted.trim() === '' ? [] : (await readCells(pasted)).rows;
  if (pasted === text.value) rows.value = cells;
});
const found = computed(() => readQuestionTable(rows.value, { newId: () => crypto.randomUUID(), mark: props.decimal }));
</script>

<template>
  <SideSheet :open="open" :title="t('quizMaking.pasteTitle')" :width="680" @close="emit('close')">
    <div class="stack">
      <p class="small">{{ t('quizMaking.pasteHint') }}</p>
      <Textarea
        v-model:value="text"
        :aria-label="t('quizMaking.pasteLabel')"
        :placeholder="t('quizMaking.pastePlaceholder')"
        :auto-size="{ minRows: 5, maxRows: 12 }"
      />
      <p v-for="problem in found.problems" :key="`${problem.row} ${problem.why}`" class="note bad small" role="alert">
        {{ t(`quizMaking.pasteProblem.${problem.why}`, { row: problem.row }) }}
      </p>
      <template v-if="found.questions.length > 0">
        <h3>{{ count('quizMaking.pasteFound', found.questions.length) }}</h3>
        <ol class="found">
          <li v-for="question in found.questions.slice(0, 50)" :key="question.id"><QuestionSeen :question="question" /></li>
        </ol>
        <Button type="primary" @click="emit('take', found.questions)">{{ count('quizMaking.pasteTake', found.questions.length) }}</Button>
      </template>
    </div>
  </SideSheet>
</template>

<style scoped>
.found li + li {
  margin-block-start: 10px;
}
</style>
