<script setup lang="ts">
/** What can be done on a page, at the end of its heading: the main act, and the rest behind one button. */
import { Button } from 'ant-design-vue';
import ActMenu from './ActMenu.vue';
import LinkButton from './LinkButton.vue';
import type { Act } from './page-acts';

defineProps<{
  /** what the button is named that has the rest */
  more: string;
  rest: readonly Act[];
}>();
defineSlots<{ default?: () => unknown }>();
</script>

<template>
  <div class="row wrap page-acts">
    <ActMenu v-if="rest.length > 1" :title="more" :acts="rest" /><template v-for="one in rest.length === 1 ? rest : []" :key="one.title"
      ><LinkButton v-if="one.to" :to="one.to">{{ one.title }}</LinkButton
      ><Button v-else :disabled="one.disabled ?? false" @click="one.press?.()">{{ one.title }}</Button></template
    ><slot />
  </div>
</template>

<style scoped>
.page-acts {
  margin-inline-start: auto;
}
</style>
