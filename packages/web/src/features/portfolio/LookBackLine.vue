<script setup lang="ts">
/** One line on My work when a term ends, until one has looked back on it. */
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LinkLine from '../../ui/LinkLine.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

const { t, count } = useWords();
const scope = useScope();
const { value } = useLoad(() => ask('GET /api/my/look-back'));
const mine = computed(() => (value.value ?? []).filter((one) => scope.inScope(one.classId)));
</script>

<template>
  <LinkLine
    v-if="mine.length > 0"
    :to="{ path: '/portfolio', query: scope.kept.value }"
    :title="t('portfolio.lookBackLine')"
    :under="mine.length === 1 ? mine[0]!.className : count('portfolio.lookBackCount', mine.length)"
  />
</template>
