<script setup lang="ts">
/** One line on My work: the walls of one's classes. */
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

const { t, count } = useWords();
const scope = useScope();
const { value } = useLoad(() => ask('GET /api/my/walls'));
const mine = computed(() => (value.value ?? []).filter((one) => scope.inScope(one.classId) && one.stand === 'open'));
const only = computed(() => (mine.value.length === 1 ? mine.value[0]! : null));
</script>

<template>
  <div v-if="mine.length > 0" class="sheet line">
    <RouterLink :to="{ path: only ? `/walls/${only.id}` : '/walls', query: scope.kept.value }"
      ><strong>{{ t('walls.title') }}</strong
      ><span class="small muted under" dir="auto">{{ only ? only.title : count('walls.lineCount', mine.length) }}</span></RouterLink
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
  overflow-wrap: anywhere;
}
a:hover strong {
  text-decoration: underline;
}
.under {
  display: block;
}
</style>
