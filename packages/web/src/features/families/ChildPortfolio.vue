<script setup lang="ts">
/** What of a child's portfolio has a teacher's yes. */
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import RichTextView from '../../ui/RichTextView.vue';
import { WallPaper } from '../walls';
import { useFamilyWords } from './use-family';

const props = defineProps<{ childId: string }>();
const { t, day } = useFamilyWords();
const { value } = useLoad(() => ask('GET /api/family/children/:studentId/portfolio', { params: { studentId: props.childId } }));
</script>

<template>
  <section v-if="value && value.length > 0">
    <div class="heading">
      <h2>{{ t('family.portfolio') }}</h2>
      <span class="muted">{{ value.length }}</span>
    </div>
    <WallPaper
      v-for="one in value"
      :key="one.id"
      class="piece"
      whole
      :piece="{ files: one.files, excerpt: '', hidden: null }"
      :whose="one.title"
      :about="[one.className, ...(one.kind === 'work' ? [] : [t(`family.portfolioKinds.${one.kind}`)]), day(one.at, one.zone)].join(' · ')"
    >
      <p v-if="one.why" class="note" dir="auto">{{ one.why }}</p>
      <p v-if="one.text" class="said" dir="auto">{{ one.text }}</p>
      <RichTextView v-if="one.work?.text" :text="one.work.text" />
      <RichTextView v-for="(sheet, index) in one.work?.sheets ?? []" :key="index" :text="sheet.text" />
      <p v-if="one.word" class="note" dir="auto">{{ t('family.portfolioSaid', { name: one.saidBy, word: one.word }) }}</p>
    </WallPaper>
  </section>
</template>

<style scoped>
.piece {
  margin-block: 12px;
}
.piece .note {
  margin-block: 8px;
}
.said {
  font-family: var(--font-read);
  white-space: pre-line;
}
</style>
