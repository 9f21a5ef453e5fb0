<script setup lang="ts">
/** Finds what is one's own by a part of its name, and offers what one does with a person; all by keyboard. */
import type { FindReply } from '@jolly/server/contract';
import { useDebounceFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import { useRouter, type RouteLocationRaw } from 'vue-router';
import { ask } from '../../api/client';
import { actsOf, addressOf } from './found-places';

const props = defineProps<{ student: boolean }>();
const { t } = useT();
const router = useRouter();
const input = ref<HTMLInputElement | null>(null);
const text = ref('');
const found = ref<FindReply['found']>([]);
const answered = ref('');
const open = ref(false);
const current = ref(0);

const search = useDebounceFn(async () => {
  const asked = text.value.trim();
  if (asked === '') return void ((found.value = []), (answered.value = ''));
  const reply = await ask('GET /api/find', { query: { q: asked } }).catch(() => null);
  // Answers may overtake each other on a slow line.
  if (!reply || asked !== text.value.trim()) return;
  found.value = reply.found;
  answered.value = asked;
  current.value = 0;
}, 160);

/** One line to choose: something found, or what one does with a person who was found. */
interface Choice {
  key: string;
  label: string;
  kind: string;
  detail: string;
  to: RouteLocationRaw;
  /** stands under the person it is about */
  act: boolean;
}
const ACTS_OF_MOST = 2;
const choices = computed<Choice[]>(() => {
  const people = found.value.filter((one) => one.kind === 'student').slice(0, ACTS_OF_MOST);
  return found.value.flatMap((one): Choice[] => {
    const key = `${one.kind} ${one.id} ${one.classId}`;
    const own: Choice = {
      key,
      label: one.label || t('plan.untitled'),
      kind: t(`shell.findKind.${one.kind}`),
      detail: one.detail,
      to: addressOf(one, props.student),
      act: false,
    };
    const acts = people.includes(one) ? actsOf(one) : [];
    return [
      own,
      ...acts.map(({ act, to }): Choice => ({
        key: `${key} ${act}`,
        label: t(`shell.findAct.${act}`),
        kind: '',
        detail: one.label,
        to,
        act: true,
      })),
    ];
  });
});

function choose(one: Choice | undefined): void {
  if (!one) return;
  open.value = false;
  text.value = '';
  found.value = [];
  input.value?.blur();
  void router.push(one.to);
}
const move = (by: number) => (current.value = (current.value + by + choices.value.length) % Math.max(1, choices.value.length));
defineExpose({ focus: () => input.value?.focus() });
</script>

<template>
  <div class="find" role="search">
    <input
      ref="input"
      v-model="text"
      class="box"
      type="search"
      role="combobox"
      aria-controls="found"
      :aria-expanded="open && text.trim() !== ''"
      :aria-activedescendant="choices[current] ? `found-${current}` : undefined"
      :placeholder="t('shell.find')"
      :aria-label="t('shell.find')"
      @focus="open = true"
      @blur="open = false"
      @input="search"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="choose(choices[current])"
      @keydown.esc="input?.blur()"
    />
    <span v-if="text === ''" class="slash" aria-hidden="true">/</span>
    <div v-show="open && text.trim() !== ''" class="results">
      <ul id="found" class="plain" role="listbox" :aria-label="t('shell.find')">
        <li
          v-for="(one, index) in choices"
          :id="`found-${index}`"
          :key="one.key"
          class="one"
          :class="{ act: one.act }"
          role="option"
          :aria-selected="index === current"
          @mousedown.prevent="choose(one)"
          @mousemove="current = index"
        >
          <span class="clip" dir="auto">{{ one.label }}</span>
          <span v-if="one.act" class="hidden-text">{{ one.detail }}</span>
          <span v-else class="muted small clip">{{ one.kind }}{{ one.detail ? ` · ${one.detail}` : '' }}</span>
        </li>
      </ul>
      <p v-if="answered !== '' && found.length === 0" class="one muted" role="status">{{ t('shell.findNothing') }}</p>
    </div>
  </div>
</template>

<style scoped>
.find {
  position: relative;
  width: 210px;
}
.box {
  width: 100%;
  background: rgb(255 255 255 / 8%);
  border: 1px solid rgb(255 255 255 / 30%);
  border-radius: 8px;
  padding: 5px 10px;
  color: var(--on-mast);
  font: inherit;
  font-size: 14px;
}
.box::placeholder {
  color: var(--on-mast-2);
}
.box:focus-visible {
  outline-color: var(--now);
}
.slash {
  position: absolute;
  inset-inline-end: 11px;
  top: 5px;
  color: var(--on-mast-2);
  font-size: 14px;
  pointer-events: none;
}
.results {
  position: absolute;
  top: 40px;
  inset-inline-end: 0;
  width: 420px;
  max-width: 92vw;
  max-height: calc(100vh - 80px);
  overflow: auto;
  background: var(--surface);
  color: var(--text);
  border: 1px solid var(--line);
  border-radius: 10px;
  box-shadow: var(--float-shadow);
  padding: 6px;
  z-index: 40;
}
.one {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 7px 10px;
  border-radius: 6px;
  cursor: pointer;
}
.one .small {
  min-width: 0;
  max-width: 58%;
}
.act {
  padding-block: 4px;
  padding-inline-start: 26px;
  color: var(--text-2);
  font-size: 14px;
}
[aria-selected='true'] {
  background: var(--surface-now);
}
@media (max-width: 640px) {
  .find {
    width: 120px;
    flex: 0 1 auto;
  }
  .results {
    inset-inline-end: -44px;
  }
}
</style>
