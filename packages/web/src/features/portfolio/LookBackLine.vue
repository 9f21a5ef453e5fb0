<script setup lang="ts">
/** One line on My work when a term ends, until one has looked back on it. */
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

const { t, count } = useWords();
const scope = useScope();
const { value } = useLoad(() => ask('GET /api/my/look-back'));
const mine = computed(() => (value.value ?? []).filter((one) => scope.inScope(one.classId)));
</script>

<template>
  <div v-if="mine.length > 0" class="sheet line">
    <RouterLink :to="{ path: '/portfolio', query: scope.kept.value }"
      ><strong>{{ t('portfolio.lookBackLine') }}</strong
      ><span class="small muted under" dir="auto">{{
        mine.length === 1 ? mine[0]!.className : count('portfolio.lookBackCount', mine.length)
      }}</span></RouterLink
    >
  </div>
</template>

<style scoped>
.line {
  padding: 10px 16px;
  margin-block-start: 20px;
}
a {
  text-decoration: none;
  color: inherit;
}
a:hover strong {
  text-decoration: underline;
}
.under {
  display: block;
}
</style>
