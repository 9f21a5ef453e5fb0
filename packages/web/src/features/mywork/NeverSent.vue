<script setup lang="ts">
/** Files that were on their way when the piece closed: kept in this browser until one saves or drops them. */
import { Button } from 'ant-design-vue';
import { useWords } from '../../ui/use-words';
import type { Upload } from '../files';

defineProps<{ uploads: readonly Upload[] }>();
defineEmits<{ copy: [key: string]; stop: [key: string] }>();
const { t } = useWords();
</script>

<template>
  <div class="note stack">
    <p>{{ t('piece.neverSent') }}</p>
    <ul class="plain">
      <li v-for="one in uploads" :key="one.key" class="row">
        <span class="grow clip" dir="auto">{{ one.name }}</span><Button type="link" @click="$emit('copy', one.key)">
          {{ t('piece.saveCopy') }}{{ ' ' }}<span class="hidden-text">{{ one.name }}</span></Button
        ><Button type="link" :aria-label="t('piece.remove', { name: one.name })" @click="$emit('stop', one.key)"> × </Button>
      </li>
    </ul>
  </div>
</template>
