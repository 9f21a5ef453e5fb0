<script setup lang="ts">
/** What kept questions are found by, and with whom they are shared. */
import type { QuestionStoreReply } from '@jolly/server/contract';
import TagsField from '../../ui/TagsField.vue';
import { useWords } from '../../ui/use-words';
import { ColleaguesField } from '../shelf';

const tags = defineModel<string[]>('tags', { required: true });
const sharedWith = defineModel<string[]>('sharedWith', { required: true });
defineProps<{ label: string; store: Pick<QuestionStoreReply, 'tags' | 'colleagues'> | null }>();
const { t } = useWords();
</script>

<template>
  <div>
    <span class="label">{{ label }}</span>
    <TagsField
      v-model="tags"
      :proposals="(store?.tags ?? []).map((one) => one.name)"
      :label="label"
      :placeholder="t('store.tagsHint')"
      :maxlength="60"
    />
    <ColleaguesField v-model="sharedWith" :colleagues="store?.colleagues ?? []" />
  </div>
</template>
