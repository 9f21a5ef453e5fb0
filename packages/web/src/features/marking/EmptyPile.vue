<script setup lang="ts">
/** A pile with nothing in it, or nothing left of it. */
import { useRoute } from 'vue-router';
import { useWords } from '../../ui/use-words';

defineProps<{
  title: string;
  /** everything is scored, and what is scored is not shown */
  allScored: boolean;
}>();
defineEmits<{ showAll: [] }>();
const { t } = useWords();
const route = useRoute();
</script>

<template>
  <div class="page">
    <h1 dir="auto">{{ title }}</h1>
    <div class="note stack">
      <p>{{ t(allScored ? 'pile.allScored' : 'pile.empty') }}</p>
      <div class="row">
        <button v-if="allScored" class="btn main" @click="$emit('showAll')">
          {{ t('pile.showAll') }}</button><RouterLink class="btn" :to="{ path: '/marking', query: route.query }">{{
          t('marking.title')
        }}</RouterLink>
      </div>
    </div>
  </div>
</template>
