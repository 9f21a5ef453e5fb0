<script setup lang="ts">
/** One note of the margin with what was written below it. */
import { Button, Textarea } from 'ant-design-vue';
import { FIRST_NAME } from '@jolly/core';
import type { MarginNote } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { typedSince } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import { fileAddress } from '../files';
import { clock, quoteOf } from './places';
import FieldForm from '../../ui/FieldForm.vue';

const props = defineProps<{
  note: MarginNote;
  number: number | null;
  active: boolean;
  zone: string;
  /** of the student, where a remark speaks to them; empty: not known here */
  firstName: string;
  mayAnswer: boolean;
  /** the version is named that it was written on */
  apart: boolean;
  /** the words it is about are said: they are not beside it */
  quoted: boolean;
  /** it can be kept for use again */
  keeps: boolean;
}>();
const emit = defineEmits<{ open: []; edit: []; remove: []; keep: []; answer: [string, () => void]; settle: [boolean] }>();
const { t, count, when } = useWords();
const answering = ref(false);
const text = ref('');
const shown = computed(() => (props.firstName ? props.note.text.replaceAll(FIRST_NAME, () => props.firstName) : props.note.text));
const unread = computed(() => props.note.answers.filter((one) => one.unread).length);
const open = computed(() => props.active || unread.value > 0);
function send(): void {
  if (text.value.trim() === '') return;
  const sent = text.value;
  emit('answer', sent.trim(), () => {
    text.value = typedSince(text.value, sent);
    answering.value = text.value !== '';
  });
}
function key(event: KeyboardEvent): void {
  if (event.key === 'Escape') {
    event.stopPropagation();
    answering.value = false;
  } else if (event.key === 'Enter' && !event.shiftKey && !event.ctrlKey && !event.altKey && !event.metaKey) {
    event.preventDefault();
    send();
  }
}
</script>

<template>
  <article
    class="card"
    :class="{ active, settled: note.settledAt !== null }"
    :data-note="note.id"
    tabindex="0"
    :aria-label="t('notes.by', { name: note.by })"
    @click="emit('open')"
    @focusin="emit('open')"
  >
    <p v-if="apart || (quoted && quoteOf(note))" class="small muted quote" dir="auto">
      <template v-if="apart">{{ t('notes.onVersion', { n: note.version }) }}{{ ' ' }}</template
      ><template v-if="quoteOf(note)">“{{ quoteOf(note) }}”</template>
    </p>
    <p class="words" dir="auto">
      <span v-if="number !== null" class="number">{{ number }}</span><span v-if="note.place.kind === 'moment'" class="number">{{
        clock(note.place.at)
      }}</span
      >{{ shown || (note.spoken ? '' : t('notes.penOnly')) }}
    </p>
    <audio
      v-if="note.spoken"
      controls
      preload="none"
      :src="fileAddress(note.spoken.id, 'inline')"
      :aria-label="t('notes.hear')"
      @click.stop
    />
    <p v-if="note.settledAt !== null" class="small muted">{{ t('notes.settled') }}</p>
    <ul v-if="open && note.answers.length > 0" class="plain answers">
      <li v-for="one in note.answers" :key="one.id" :class="{ unread: one.unread }">
        <span class="small muted"
          ><strong dir="auto">{{ one.mine ? t('talk.me') : one.by || t('notes.student') }}</strong> · {{ when(one.at, zone)
          }}<template v-if="one.unread"> · {{ t('talk.new') }}</template></span
        ><span dir="auto">{{ one.text }}</span>
      </li>
    </ul>
    <p v-else-if="note.answers.length > 0" class="small muted">{{ count('notes.answers', note.answers.length) }}</p>
    <template v-if="active">
      <FieldForm v-if="answering" lies="own" class="stack-s" @send="send">
        <Textarea
          v-model:value="text"
          :auto-size="{ minRows: 2, maxRows: 12 }"
          :maxlength="4000"
          dir="auto"
          :aria-label="t('notes.answer')"
          @keydown="key"
        /><Button html-type="submit">{{ t('talk.send') }}</Button>
      </FieldForm>
      <div v-else class="acts">
        <Button v-if="note.mine && !note.shown" type="link" @click.stop="emit('edit')">{{ t('notes.change') }}</Button>
        <Button v-if="note.mine && !note.shown" type="link" @click.stop="emit('remove')">{{ t('notes.remove') }}</Button>
        <Button v-if="keeps && note.mine && note.text" type="link" @click.stop="emit('keep')">{{ t('notes.keep') }}</Button>
        <Button v-if="mayAnswer && note.shown" type="link" @click.stop="answering = true">{{ t('notes.answer') }}</Button>
        <Button v-if="note.shown" type="link" @click.stop="emit('settle', note.settledAt === null)">
          {{ t(note.settledAt === null ? 'notes.settle' : 'notes.unsettle') }}
        </Button>
      </div>
    </template>
  </article>
</template>

<style scoped>
.card {
  background: var(--surface-now);
  border-inline-start: 4px solid var(--now);
  border-radius: 0 5px 5px 0;
  padding: 8px 12px;
  font-size: 14.5px;
  line-height: 1.4;
  cursor: pointer;
}
.card.active {
  box-shadow: 0 0 0 2px var(--now);
}
.card.settled {
  background: var(--surface-2);
  border-color: var(--line);
}
.card > * + * {
  margin-block-start: 4px;
}
.words {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.card audio {
  inline-size: 100%;
  height: 34px;
}
.number {
  display: inline-block;
  min-inline-size: 20px;
  text-align: center;
  border-radius: 4px;
  background: var(--palette-marigold);
  color: var(--palette-ink);
  font-weight: 650;
  font-size: 12px;
  padding-inline: 4px;
  margin-inline-end: 6px;
}
.quote {
  overflow: hidden;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
}
.answers li {
  display: grid;
  border-block-start: 1px solid var(--line);
  padding-block: 4px;
}
.answers .unread {
  box-shadow: inset 3px 0 0 var(--now);
  padding-inline-start: 8px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
.link {
  border: 0;
  background: none;
  padding: 2px 0;
  font: inherit;
  font-size: 13.5px;
  color: var(--text-2);
  text-decoration: underline;
  cursor: pointer;
}
.stack-s > * + * {
  margin-block-start: 4px;
}
</style>
