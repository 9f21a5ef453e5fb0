<script setup lang="ts">
/** Beneath the book: how the total of the student and the cell that are looked at come about. */
import { Button } from 'ant-design-vue';
import { useWords } from '../../ui/use-words';
import type { useBookStory } from './use-book-story';
import type { RouteLocationRaw } from 'vue-router';
import LinkButton from '../../ui/LinkButton.vue';

const props = defineProps<{
  of: ReturnType<typeof useBookStory>;
  shownTotal: string;
  /** is the total one that can be shown in full? */
  inFull: boolean;
  /** null: it cannot be looked at on the desk */
  onDesk: RouteLocationRaw | null;
}>();
defineEmits<{ total: []; history: [] }>();
const { t, name, number, percent } = useWords();
const { student, work, story, resultStory, bearing, cellStory } = props.of;
</script>

<template>
  <div v-if="student" class="stories">
    <section class="sheet story" :aria-label="t('book.how', { total: number(shownTotal) })">
      <p class="row">
        <strong>{{ shownTotal === '' ? t('book.howNone') : t('book.how', { total: percent(shownTotal) }) }}</strong><span
          class="muted clip"
          dir="auto"
          >{{ name(student) }}</span
        ><span class="grow" /><Button v-if="inFull" type="link" @click="$emit('total')">
          {{ t('book.inFull') }}
        </Button>
      </p>
      <p dir="auto">
        {{ story?.sum }}<span v-for="note in [...(story?.notes ?? []), ...bearing]" :key="note" class="muted"> · {{ note }}</span>
      </p>
    </section>
    <section v-if="work" class="sheet story" :aria-label="work.title">
      <p class="row">
        <strong class="clip" dir="auto">{{ student.givenName }}, {{ work.title }}</strong
        ><span class="grow" /><Button type="link" @click="$emit('history')">{{ t('book.cell.history') }}</Button
        ><LinkButton v-if="onDesk" type="link" :to="onDesk"
          >{{ t('book.cell.desk') }} <span class="key">{{ 'Alt ↵' }}</span></LinkButton
        >
      </p>
      <p dir="auto">{{ cellStory.join(' · ') }}</p>
      <slot />
    </section>
    <section v-else-if="resultStory" class="sheet story" :aria-label="resultStory.name">
      <p class="row">
        <strong class="clip" dir="auto">{{ student.givenName }}, {{ resultStory.name }}</strong>
      </p>
      <p>{{ resultStory.text }}</p>
    </section>
  </div>
</template>

<style scoped>
.stories {
  display: grid;
  grid-template-columns: 1.45fr 1fr;
  gap: 14px;
}
.story {
  padding: 6px 14px 9px;
  min-block-size: 66px;
  font-size: 14px;
}
.story .row {
  min-block-size: 30px;
  gap: 8px;
}
.story .ant-btn {
  min-height: 26px;
  padding-block: 0;
}
@media (max-width: 900px) {
  .stories {
    grid-template-columns: 1fr;
  }
}
</style>
