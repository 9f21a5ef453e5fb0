<script setup lang="ts">
/** All questions once more before handing in: which have no answer, which one wanted to come back to. */
import { Button } from 'ant-design-vue';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  lines: readonly { index: number; answered: boolean; later: boolean }[];
  oneWay: boolean;
  /** the time is over: it is being handed in */
  ended: boolean;
  busy: boolean;
}>();
const emit = defineEmits<{ go: [number]; handIn: [] }>();
const { t, count } = useWords();
const open = computed(() => props.lines.filter((one) => !one.answered));
const later = computed(() => props.lines.filter((one) => one.later && one.answered));
</script>

<template>
  <section class="stack">
    <template v-if="ended">
      <h2>{{ t('quizTaking.timeOver') }}</h2>
      <p role="status">{{ t('quizTaking.timeOverKept') }}</p>
    </template>
    <template v-else>
      <h2>{{ t('quizTaking.beforeHandIn') }}</h2>
      <p>{{ open.length === 0 ? t('quizTaking.allAnswered') : count('quizTaking.unanswered', open.length) }}</p>
      <div v-if="!oneWay && (open.length > 0 || later.length > 0)" class="row wrap">
        <Button v-for="one in [...open, ...later]" :key="one.index" size="small" @click="emit('go', one.index)">
          {{ t(one.answered ? 'quizTaking.toLater' : 'quizTaking.toOpen', { n: one.index + 1 }) }}
        </Button>
      </div>
      <div class="row wrap acts">
        <Button v-if="!oneWay" size="large" @click="emit('go', lines.length - 1)">{{ t('quizTaking.backToIt') }}</Button>
        <Button type="primary" size="large" :disabled="busy" @click="emit('handIn')">{{ t('quizTaking.handIn') }}</Button>
      </div>
    </template>
  </section>
</template>

<style scoped>
.acts {
  margin-block-start: 22px;
}
.acts .ant-btn {
  min-height: 46px;
}
</style>
