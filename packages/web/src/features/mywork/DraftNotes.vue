<script setup lang="ts">
/** Where a text stands: words, saved when, kept here while the line is broken, two versions to choose from. */
import { Button } from 'ant-design-vue';
import { wordCount } from '@jolly/core';
import { computed } from 'vue';
import { timeText } from '../../time/format';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import type { Draft } from './use-draft';

const props = defineProps<{ draft: Draft; zone: string; savedBy?: string }>();
const { t, count } = useWords();
const words = computed(() => wordCount(props.draft.text.value));
const status = computed(() => props.draft.status.value);
</script>

<template>
  <div class="notes">
    <p class="small muted saved" role="status">
      <span>{{ count('desk.words', words) }}</span>
      <span v-if="status === 'saved' && draft.savedAt.value !== null">{{
        savedBy
          ? t('piece.savedBy', { time: timeText(draft.savedAt.value, zone), name: savedBy })
          : t('common.saved', { time: timeText(draft.savedAt.value, zone) })
      }}</span>
      <span v-else-if="status === 'saving' || status === 'changed'">{{ t('common.saving') }}</span>
    </p>
    <p v-if="draft.merged.value > 0 && status !== 'conflict'" class="small muted">{{ t('piece.merged') }}</p>
    <p v-if="status === 'kept'" class="note">{{ t('common.keptHere') }}</p>
    <p v-if="status === 'refused'" class="note bad" role="alert">{{ draft.refusal.value.title }} {{ t('piece.refusedKept') }}</p>
    <div v-if="status === 'conflict' && draft.other.value" class="note bad stack" role="alert">
      <p>{{ t('piece.twoTabs') }}</p>
      <div class="sheet other"><RichTextView :text="draft.other.value.text" /></div>
      <div class="row wrap">
        <Button @click="draft.keepMine()">{{ t('piece.keepMine') }}</Button><Button @click="draft.takeOther()">
          {{ t('piece.takeOther') }}
        </Button>
      </div>
      <p class="small muted">{{ t('piece.bothKept') }}</p>
    </div>
  </div>
</template>

<style scoped>
.notes > * + * {
  margin-block-start: 8px;
}
.saved {
  display: flex;
  justify-content: space-between;
  border-block-start: 1px solid var(--line-2);
  padding-block-start: 8px;
  margin-block-start: 10px;
}
.other {
  padding: 14px;
  max-height: 240px;
  overflow: auto;
}
</style>
