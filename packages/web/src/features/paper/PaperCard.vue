<script setup lang="ts">
/** The way from a piece to a paper of it: what it is called, whether something stands on it. */
import type { PaperSheet } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';
import LinkButton from '../../ui/LinkButton.vue';
import { timeText } from '../../time/format';

defineProps<{ assignmentId: string; paper: PaperSheet; shared: boolean; zone: string }>();
const { t } = useWords();
</script>

<template>
  <section class="sheet card" :aria-label="paper.title">
    <svg viewBox="0 0 40 52" aria-hidden="true">
      <path d="M2 2h26l10 10v38H2z" fill="#fffefb" stroke="#6b7f86" stroke-width="2" />
      <path d="M28 2v10h10M8 20h20M8 27h20" fill="none" stroke="#6b7f86" stroke-width="2" />
      <path v-if="paper.objects > 0" d="M8 40c5-9 8 5 12-3s6 4 12-2" fill="none" stroke="#2b7bb0" stroke-width="3" stroke-linecap="round" />
    </svg>
    <div class="grow">
      <h3 dir="auto">{{ paper.title }}</h3>
      <p class="small muted">
        {{ t(shared ? 'paper.groups' : 'paper.own')
        }}<template v-if="paper.savedAt !== null && paper.objects > 0">
          · {{ t('common.saved', { time: timeText(paper.savedAt, zone) }) }}</template
        ><template v-else-if="paper.objects === 0"> · {{ t('paper.blank') }}</template>
      </p>
      <p v-if="paper.corrected" class="small">{{ t('paper.corrected') }}</p>
    </div>
    <LinkButton :to="`/work/${assignmentId}/paper/${paper.attachmentId}`" type="primary">{{
      t(paper.objects > 0 ? 'paper.goOn' : 'paper.write')
    }}</LinkButton>
  </section>
</template>

<style scoped>
.card {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 16px;
  padding: 14px 18px;
}
.card svg {
  inline-size: 40px;
  block-size: 52px;
  flex: none;
}
.card .grow {
  flex: 1;
  min-inline-size: 180px;
  overflow-wrap: anywhere;
}
</style>
