<script setup lang="ts">
/** The quiz on paper: in how many orders, with its key or without. */
import { Button, Checkbox } from 'ant-design-vue';
import { ref } from 'vue';
import { download } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import SelectField from '../../ui/SelectField.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ open: boolean; briefId: string; title: string }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const orders = ref(1);
const key = ref(true);
const print = () =>
  attempt(() =>
    download('POST /api/briefs/:briefId/quiz/print', `${props.title || 'quiz'}.pdf`, {
      params: { briefId: props.briefId },
      body: { orders: orders.value, key: key.value },
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
      <Checkbox v-model:checked="key">{{ t('quizMaking.withKey') }}</Checkbox>
      <ProblemNote :problem="problem" />
      <div>
        <Button type="primary" :disabled="busy" @click="print">{{ t('quizMaking.makePdf') }}</Button>
      </div>
    </div>
  </SideSheet>
</template>
