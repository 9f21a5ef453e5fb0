<script setup lang="ts">
/** Several people, found by typing a part of a name; chosen ones stand in the field. */
import { nameKey, type StudentName } from '@jolly/core';
import { Select } from 'ant-design-vue';
import { computed, ref, useId } from 'vue';
import { useWords } from './use-words';
import type { Focusable } from './focus-first';

type Person = StudentName & { id: string };
const chosen = defineModel<string[]>({ required: true });
const props = defineProps<{ people: readonly Person[]; label: string; placeholder: string; disabled?: boolean | undefined }>();
const { t, name } = useWords();
const field = ref<Focusable | null>(null);
const options = computed(() => props.people.map((one) => ({ value: one.id, label: name(one), key: nameKey(one) })));
/** A word of the name may begin so, whichever it is. */
function begins(text: string, option: unknown): boolean {
  const typed = nameKey({ givenName: text, familyName: '' });
  const { key } = option as { key: string };
  return key.startsWith(typed) || key.includes(` ${typed}`);
}
defineExpose({ focus: () => field.value?.focus() });
const ownId = useId();
</script>

<template>
  <div class="name-picker">
    <label v-if="label" class="hidden-text" :for="ownId">{{ label }}</label>
    <Select
      :id="ownId"
      ref="field"
      class="list"
      mode="multiple"
      :value="chosen"
      :options="options"
      :filter-option="begins"
      :disabled="disabled"
      :placeholder="placeholder"
      :not-found-content="t('names.none')"
      :virtual="people.length > 100"
      @update:value="(ids: unknown) => (chosen = [...(ids as string[])])"
    />
  </div>
</template>

<style scoped>
.list {
  width: 100%;
}
.name-picker {
  width: 100%;
}
</style>
