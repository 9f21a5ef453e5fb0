<script setup lang="ts">
/** Days from the first to the last, with a name: a term, or a closure. */
import { Button, Input } from 'ant-design-vue';
import type { Closure, Term } from '@jolly/core';
import { useWords } from '../../ui/use-words';
import { given } from '../../ui/given';
import DayField from '../../ui/DayField.vue';

defineProps<{ nameLabel: string; most: number; hint?: boolean; wrong: (field: 'name' | 'from' | 'to') => boolean }>();
defineEmits<{ remove: [] }>();
const span = defineModel<Term | Closure>({ required: true });
const { t } = useWords();
</script>

<template>
  <div class="span">
    <Input
      v-bind="given({ placeholder: hint ? nameLabel : undefined })"
      :value="span.name ?? ''"
      :maxlength="most"
      :aria-label="nameLabel"
      :aria-invalid="wrong('name') || undefined"
      dir="auto"
      class="name"
      :status="wrong('name') ? 'error' : ''"
      @update:value="(name: string) => (span.name = name)"
    />
    <DayField v-model="span.from" :label="t('calendar.firstDay')" :invalid="wrong('from')" /><span>–</span
    ><DayField v-model="span.to" :label="t('calendar.lastDay')" :invalid="wrong('to')" />
    <Button type="link" @click="$emit('remove')">
      {{ t('scheme.remove') }}{{ ' ' }}<span class="hidden-text">{{ span.name }}</span>
    </Button>
  </div>
</template>

<style scoped>
.span {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-block: 6px;
  flex-wrap: wrap;
}
.name {
  width: 210px;
}
</style>
