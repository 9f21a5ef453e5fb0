<script setup lang="ts">
/** The mark book of which class? */
import { useRoute } from 'vue-router';
import ClassSquare from '../../ui/ClassSquare.vue';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';

const { t } = useWords();
const route = useRoute();
const line = useTermLine();
</script>

<template>
  <div class="page">
    <div class="heading">
      <h1>{{ t('book.choose') }}</h1>
      <span class="small">{{ t('book.chooseHint') }}</span>
    </div>
    <p v-if="line.loaded && line.classes.length === 0" class="note">{{ t('book.noClasses') }}</p>
    <ul class="plain which">
      <li v-for="one in line.classes" :key="one.id">
        <RouterLink class="row-link" :to="{ query: { ...route.query, class: one.id } }"
          ><ClassSquare :hue="one.hue" /> <span dir="auto">{{ one.name }}</span></RouterLink
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
.which li {
  padding-block: 8px;
  font-size: 17px;
}
</style>
