<script setup lang="ts">
/** Questions of a quiz kept for use again, with tags, shared with colleagues if wished. */
import { Button, Checkbox } from 'ant-design-vue';
import { questionFaults, questionTitle, type Question } from '@jolly/core';
import type { KeptQuestions } from '@jolly/server/contract';
import { ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LinkButton from '../../ui/LinkButton.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import SideSheet from '../../ui/SideSheet.vue';
import KeptLabels from './KeptLabels.vue';
import { useWords } from '../../ui/use-words';
import { withOrWithout } from '../../ui/with-or-without';

const props = defineProps<{
  questions: readonly Question[];
  /** those that are meant to begin with */
  first: readonly string[];
  briefId: string | null;
}>();
const emit = defineEmits<{ close: []; kept: [KeptQuestions['kept']] }>();
const { t, count } = useWords();
const { problem, busy, attempt } = useAttempt();
const { value } = useLoad(() => ask('GET /api/questions'));
const chosen = ref<string[]>([...props.first]);
const tags = ref<string[]>([]);
const sharedWith = ref<string[]>([]);
const fresh = ref<number | null>(null);
watch([chosen, tags, sharedWith], () => (fresh.value = null));
const keep = () =>
  attempt(async () => {
    const questions = props.questions.filter((one) => chosen.value.includes(one.id));
    const { kept } = await ask('POST /api/questions', {
      body: { questions, tags: tags.value, sharedWith: sharedWith.value, from: props.briefId },
    });
    emit('kept', kept);
    fresh.value = kept.filter((one) => !one.already).length;
  });
</script>

<template>
  <SideSheet open :title="t('store.keepTitle')" :width="560" @close="emit('close')">
    <div class="stack">
      <p class="small">{{ t('store.keepHint') }}</p>
      <ul class="plain which">
        <li v-for="(one, index) in questions" :key="one.id">
          <Checkbox :checked="chosen.includes(one.id)" @update:checked="(on: boolean) => (chosen = withOrWithout(chosen, one.id, on))"
            ><span dir="auto">{{ index + 1 }}. {{ questionTitle(one, 80) || t(`quiz.kinds.${one.kind}`) }}</span></Checkbox
          ><span v-if="questionFaults(one).length > 0" class="small muted"> {{ t('store.unfinished') }}</span>
        </li>
      </ul>
      <KeptLabels v-model:tags="tags" v-model:shared-with="sharedWith" :label="t('store.tags')" :store="value" />
      <ProblemNote :problem="problem" />
      <p v-if="fresh !== null" class="note row wrap" role="status">
        <span class="grow">{{ count('store.keptNow', fresh) }}</span><LinkButton size="small" to="/questions">{{
          t('store.toStore')
        }}</LinkButton>
      </p>
      <Button v-else type="primary" :disabled="busy || chosen.length === 0" @click="keep">{{
        count('store.keepDo', chosen.length)
      }}</Button>
    </div>
  </SideSheet>
</template>

<style scoped>
.which {
  display: grid;
  gap: 6px;
}
</style>
