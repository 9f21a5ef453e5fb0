<script setup lang="ts">
/** One line on My work: the walls of one's classes. */
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LinkLine from '../../ui/LinkLine.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

const { t, count } = useWords();
const scope = useScope();
const { value } = useLoad(() => ask('GET /api/my/walls'));
const mine = computed(() => (value.value ?? []).filter((one) => scope.inScope(one.classId) && one.stand === 'open'));
const only = computed(() => (mine.value.length === 1 ? mine.value[0]! : null));
</script>

<template>
  <LinkLine
    v-if="mine.length > 0"
    :to="{ path: only ? `/walls/${only.id}` : '/walls', query: scope.kept.value }"
    :title="t('walls.title')"
    :under="only ? only.title : count('walls.lineCount', mine.length)"
  />
</template>
