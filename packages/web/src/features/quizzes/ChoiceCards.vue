<script setup lang="ts">
/** Options to choose from as cards, one or several; the arrow keys go from one to the next, the number beside one chooses it. */
import type { Entry } from '@jolly/core';
import { useId } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';

const props = defineProps<{ entries: readonly Entry[]; several: boolean; label: string; disabled?: boolean }>();
const chosen = defineModel<string[]>({ required: true });
const name = useId();

function choose(id: string): void {
  if (!props.several) chosen.value = [id];
  else chosen.value = chosen.value.includes(id) ? chosen.value.filter((one) => one !== id) : [...chosen.value, id];
}
</script>

<template>
  <div class="cards" :role="several ? 'group' : 'radiogroup'" :aria-label="label">
    <label v-for="(entry, index) in entries" :key="entry.id" class="card" :class="{ chosen: chosen.includes(entry.id), disabled }">
      <input
        class="hidden-text"
        :type="several ? 'checkbox' : 'radio'"
        :name="name"
        :checked="chosen.includes(entry.id)"
        :disabled="disabled"
        @change="choose(entry.id)"
      />
      <span class="digit" :class="{ several }" aria-hidden="true">{{ index < 9 ? index + 1 : '·' }}</span>
      <RichTextView class="grow" :text="entry.text" />
    </label>
  </div>
</template>

<style scoped>
.cards {
  display: grid;
  gap: 10px;
}
.card {
  position: relative;
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 54px;
  padding: 10px 14px;
  border: 1px solid var(--line);
  border-radius: 10px;
  background: var(--surface);
  font-size: 17px;
  cursor: pointer;
}
.card:hover:not(.disabled) {
  border-color: var(--text-3);
}
.card:has(:focus-visible) {
  outline: 3px solid var(--focus);
  outline-offset: 2px;
}
.chosen {
  border-color: var(--act);
  box-shadow: inset 0 0 0 1px var(--act);
  font-weight: 650;
}
.disabled {
  cursor: default;
}
.digit {
  display: inline-grid;
  place-items: center;
  inline-size: 22px;
  block-size: 22px;
  flex: none;
  border: 1px solid var(--line);
  border-radius: 5px;
  font-size: 13px;
  color: var(--text-3);
  font-weight: 600;
}
.several {
  border-style: dashed;
}
.chosen .digit {
  background: var(--act);
  border-color: var(--act);
  color: var(--on-act);
}
</style>
