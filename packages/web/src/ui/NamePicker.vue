<script setup lang="ts">
/** Several people, found by typing a part of a name; chosen ones stand before the field. All by keyboard. */
import { nameKey, type StudentName } from '@jolly/core';
import { computed, ref, useId } from 'vue';
import { useWords } from './use-words';

type Person = StudentName & { id: string };
const chosen = defineModel<string[]>({ required: true });
const props = defineProps<{ people: readonly Person[]; label: string; placeholder: string; disabled?: boolean }>();
const { t, name } = useWords();
const MOST_SHOWN = 8;
const id = useId();
const text = ref('');
const open = ref(false);
const current = ref(0);
const field = ref<HTMLInputElement | null>(null);
const typed = computed(() => nameKey({ givenName: text.value, familyName: '' }));
const left = computed(() => props.people.filter((one) => !chosen.value.includes(one.id)));
// A word of the name may begin so, whichever it is.
const found = computed(() => left.value.filter((one) => nameKey(one).startsWith(typed.value) || nameKey(one).includes(` ${typed.value}`)));
const shown = computed(() => found.value.slice(0, MOST_SHOWN));
const people = computed(() => chosen.value.flatMap((one) => props.people.find((person) => person.id === one) ?? []));
function pick(person: Person | undefined): void {
  if (!person) return;
  chosen.value = [...chosen.value, person.id];
  [text.value, current.value] = ['', 0];
}
function drop(person: Person): void {
  chosen.value = chosen.value.filter((one) => one !== person.id);
  field.value?.focus();
}
const move = (by: number) => {
  open.value = true;
  current.value = (current.value + by + shown.value.length) % Math.max(1, shown.value.length);
};
/** Enter takes the name that is pointed at; without anything typed it is the form's. */
function enter(event: KeyboardEvent): void {
  if (!open.value || (text.value === '' && current.value === 0)) return;
  event.preventDefault();
  pick(shown.value[current.value]);
}
function back(event: KeyboardEvent): void {
  if (text.value !== '' || people.value.length === 0) return;
  event.preventDefault();
  chosen.value = chosen.value.slice(0, -1);
}
function escape(event: KeyboardEvent): void {
  if (!open.value || text.value === '') return;
  event.preventDefault();
  text.value = '';
}
defineExpose({ focus: () => field.value?.focus() });
</script>

<template>
  <div class="picker">
    <ul v-if="people.length > 0" class="plain row wrap chosen">
      <li v-for="one in people" :key="one.id" class="chip still">
        <span dir="auto">{{ name(one) }}</span>
        <button v-if="!disabled" type="button" class="drop" :aria-label="t('compose.dropClass', { name: name(one) })" @click="drop(one)">
          ×
        </button>
      </li>
    </ul>
    <input
      v-if="!disabled"
      ref="field"
      v-model="text"
      class="field"
      role="combobox"
      autocomplete="off"
      dir="auto"
      :aria-label="label"
      :placeholder="placeholder"
      :aria-expanded="open && shown.length > 0"
      :aria-controls="`${id}-list`"
      :aria-activedescendant="open && shown[current] ? `${id}-${current}` : undefined"
      @focus="open = true"
      @blur="open = false"
      @input="((open = true), (current = 0))"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter="enter"
      @keydown.delete="back"
      @keydown.esc="escape"
    />
    <div v-show="open && !disabled" class="results">
      <ul :id="`${id}-list`" class="plain" role="listbox" :aria-label="t('names.found')">
        <li
          v-for="(one, index) in shown"
          :id="`${id}-${index}`"
          :key="one.id"
          class="one"
          role="option"
          dir="auto"
          :aria-selected="index === current"
          @mousedown.prevent="pick(one)"
          @mousemove="current = index"
        >
          {{ name(one) }}
        </li>
      </ul>
      <p v-if="found.length === 0" class="one muted small" role="status">{{ t(left.length === 0 ? 'names.all' : 'names.none') }}</p>
      <p v-else-if="found.length > shown.length" class="one muted small">{{ t('names.more', { n: found.length - shown.length }) }}</p>
    </div>
  </div>
</template>

<style scoped>
.picker {
  position: relative;
}
.chosen {
  gap: 6px;
  margin-block-end: 6px;
}
.still {
  cursor: default;
  display: inline-flex;
  gap: 4px;
  align-items: center;
}
.drop {
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
  padding: 0 2px;
  font-size: 16px;
  line-height: 1;
}
.results {
  position: absolute;
  z-index: 5;
  inset-inline: 0;
  margin-block-start: 2px;
  background: var(--surface);
  border: 1px solid var(--line);
  border-radius: 8px;
  box-shadow: var(--float-shadow);
  padding: 4px;
}
.one {
  padding: 5px 9px;
  border-radius: 5px;
  cursor: pointer;
}
p.one {
  margin: 0;
  cursor: default;
}
[aria-selected='true'] {
  background: var(--surface-now);
}
</style>
