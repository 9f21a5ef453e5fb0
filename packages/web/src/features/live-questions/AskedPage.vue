<script setup lang="ts">
/** A student's side of a question asked in the lesson: answering it, then how the class answered, then the key. */
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import AskedQuestionBox from './AskedQuestionBox.vue';
import { useAskedNow } from './use-asked-now';

const { t } = useWords();
const { state, value, why, reload } = useAskedNow();
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page reading">
      <h1>{{ t('live.askedNow') }}</h1>
      <div v-if="value?.length === 0" class="note stack">
        <p>{{ t('live.noneNow') }}</p>
        <p class="muted">{{ t('live.noneHint') }}</p>
      </div>
      <AskedQuestionBox
        v-for="one in value ?? []"
        :key="one.id"
        :mine="one"
        @stored="(stored) => (value = (value ?? []).map((other) => (other.id === stored.id ? stored : other)))"
      />
    </div>
  </LoadGate>
</template>

<style scoped>
h1 {
  margin-block-end: 10px;
}
</style>
