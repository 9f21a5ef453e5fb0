<script setup lang="ts">
/** With which colleagues something is shared. */
import { Checkbox } from 'ant-design-vue';
import { useWords } from '../../ui/use-words';
import { withOrWithout } from '../../ui/with-or-without';

const chosen = defineModel<string[]>({ required: true });
defineProps<{ colleagues: readonly { id: string; name: string }[] }>();
const { t } = useWords();
</script>

<template>
  <fieldset>
    <legend class="label">{{ t('shelf.share') }}</legend>
    <p v-if="colleagues.length === 0" class="muted small">{{ t('shelf.nobody') }}</p>
    <Checkbox
      v-for="one in colleagues"
      :key="one.id"
      :checked="chosen.includes(one.id)"
      @update:checked="(on: boolean) => (chosen = withOrWithout(chosen, one.id, on))"
      ><span dir="auto">{{ one.name }}</span></Checkbox
    >
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  margin-block-start: 12px;
  max-block-size: 200px;
  overflow: auto;
}
legend {
  padding: 0;
}
</style>
