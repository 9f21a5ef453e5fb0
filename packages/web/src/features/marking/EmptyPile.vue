<script setup lang="ts">
/** A pile with nothing in it, or nothing left of it. */
import { Button } from 'ant-design-vue';
import { useRoute } from 'vue-router';
import { useWords } from '../../ui/use-words';
import LinkButton from '../../ui/LinkButton.vue';

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
        <Button v-if="allScored" type="primary" @click="$emit('showAll')"> {{ t('pile.showAll') }}</Button><LinkButton
          :to="{ path: '/marking', query: route.query }"
          >{{ t('marking.title') }}</LinkButton
        >
      </div>
    </div>
  </div>
</template>
