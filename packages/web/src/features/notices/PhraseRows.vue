<script setup lang="ts">
/** Sentences of the phrase stock in a notice, with their places to fill in; and finding one more by its topic. */
import { Button, Input } from 'ant-design-vue';
import { phraseIn, PHRASE_TOPICS, placesOf, topicIn, type FilledPhrase, type PhraseId, type PhraseTopic } from '@jolly/core';
import { computed, ref } from 'vue';
import { language } from '../../time/format';
import DayField from '../../ui/DayField.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import TimeField from '../../ui/TimeField.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import { useWords } from '../../ui/use-words';
import { noticeWords } from './words.en';

const phrases = defineModel<FilledPhrase[]>({ required: true });
const { t } = useWords();
const topic = ref<PhraseTopic>('bring');
const listed = computed(() => PHRASE_TOPICS.find(([one]) => one === topic.value)![1]);
const open = ref(false);
function add(id: PhraseId): void {
  phrases.value = [...phrases.value, { id, places: Object.fromEntries(placesOf(id).map(({ name }) => [name, ''])) }];
}
const fill = (at: number, name: string, given: string) =>
  (phrases.value = phrases.value.map((one, place) => (place === at ? { ...one, places: { ...one.places, [name]: given } } : one)));
const PLACES = noticeWords.notices.places;
const placeName = (name: string) => (name in PLACES ? t(`notices.places.${name as keyof typeof PLACES}`) : name);
const blank = (name: string) => `[${placeName(name)}]`;
</script>

<template>
  <div>
    <ol v-if="phrases.length > 0" class="plain chosen">
      <li v-for="(phrase, at) in phrases" :key="at">
        <p dir="auto">{{ phraseIn(language(), phrase, blank) }}</p>
        <div class="row wrap">
          <template v-for="place in placesOf(phrase.id)" :key="place.name"
            ><DayField
              v-if="place.kind === 'day'"
              class="day"
              :model-value="phrase.places[place.name] ?? ''"
              :label="placeName(place.name)"
              @update:model-value="(day) => fill(at, place.name, day)" /><TimeField
              v-else-if="place.kind === 'time'"
              class="time"
              :model-value="phrase.places[place.name] ?? ''"
              :label="placeName(place.name)"
              @update:model-value="(time) => fill(at, place.name, time)" /><Input
              v-else
              class="words"
              :value="phrase.places[place.name] ?? ''"
              :maxlength="200"
              :placeholder="placeName(place.name)"
              :aria-label="placeName(place.name)"
              dir="auto"
              @update:value="(words: string) => fill(at, place.name, words)"
          /></template>
          <Button
            type="link"
            size="small"
            :aria-label="t('notices.dropPhrase')"
            @click="phrases = phrases.filter((_, place) => place !== at)"
            >×</Button
          >
        </div>
      </li>
    </ol>
    <FoldedPart :title="t('notices.stock')" :summary="t('notices.stockHint')" :open="open" @toggle="open = $event">
      <div class="row wrap" role="group" :aria-label="t('notices.topic')">
        <ToggleButton v-for="[one, ids] in PHRASE_TOPICS" :key="one" :on="topic === one" @click="topic = one">{{
          topicIn(language(), ids[0]!)
        }}</ToggleButton>
      </div>
      <ul class="plain sentences" :aria-label="t('notices.sentence')">
        <li v-for="id in listed" :key="id">
          <Button type="text" size="small" @click="add(id)">{{ phraseIn(language(), { id, places: {} }, blank) }}</Button>
        </li>
      </ul>
    </FoldedPart>
  </div>
</template>

<style scoped>
.chosen li {
  padding: 8px 12px;
  background: var(--surface-2);
  border-radius: 6px;
  margin-block-end: 6px;
}
.chosen p {
  margin: 0 0 6px;
}
.day {
  width: 170px;
}
.time {
  width: 100px;
}
.words {
  flex: 1 1 150px;
  max-inline-size: 320px;
}
.sentences {
  margin-block-start: 6px;
}
.sentences :deep(.ant-btn) {
  white-space: normal;
  text-align: start;
  block-size: auto;
  min-block-size: 30px;
}
</style>
