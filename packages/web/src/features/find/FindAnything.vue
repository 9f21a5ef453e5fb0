<script setup lang="ts">
/** Finds classes, students and assignments by a part of their name; all by keyboard. */
import type { FindReply } from '@jolly/server/contract';
import { useDebounceFn } from '@vueuse/core';
import { ref } from 'vue';
import { useI18n } from 'vue-i18n';
import { useRouter } from 'vue-router';
import { ask } from '../../api/client';

const props = defineProps<{ student: boolean }>();
const { t } = useI18n();
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
  const reply = await ask<FindReply>('GET', `/api/find?q=${encodeURIComponent(asked)}`).catch(() => null);
  // Answers may overtake each other on a slow line.
  if (!reply || asked !== text.value.trim()) return;
  found.value = reply.found;
  answered.value = asked;
  current.value = 0;
}, 160);

function choose(one: FindReply['found'][number] | undefined): void {
  if (!one) return;
  open.value = false;
  text.value = '';
  found.value = [];
  input.value?.blur();
  const path = {
    class: `/class/${one.classId}`,
    student: `/progress/${one.classId}/${one.id}`,
    assignment: props.student ? `/work/${one.id}` : `/assignments/${one.id}`,
  }[one.kind];
  void router.push(path);
}
const move = (by: number) => (current.value = (current.value + by + found.value.length) % Math.max(1, found.value.length));
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
      :aria-activedescendant="found[current] ? `found-${current}` : undefined"
      :placeholder="t('shell.find')"
      :aria-label="t('shell.find')"
      @focus="open = true"
      @blur="open = false"
      @input="search"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="choose(found[current])"
      @keydown.esc="input?.blur()"
    />
    <span v-if="text === ''" class="slash" aria-hidden="true">/</span>
    <div v-show="open && text.trim() !== ''" class="results">
      <ul id="found" class="plain" role="listbox" :aria-label="t('shell.find')">
        <li v-for="(one, index) in found" :id="`found-${index}`" :key="`${one.kind} ${one.id} ${one.classId}`" class="one" role="option" :aria-selected="index === current" @mousedown.prevent="choose(one)" @mousemove="current = index">
          <span class="clip" dir="auto">{{ one.label || t('plan.untitled') }}</span>
          <span class="muted small">{{ t(`shell.findKind.${one.kind}`) }}{{ one.detail ? ` · ${one.detail}` : '' }}</span>
        </li>
      </ul>
      <p v-if="answered !== '' && found.length === 0" class="one muted" role="status">{{ t('shell.findNothing') }}</p>
    </div>
  </div>
</template>

<style scoped>
.find { position: relative; width: 210px; }
.box { width: 100%; background: rgb(255 255 255 / 8%); border: 1px solid rgb(255 255 255 / 30%); border-radius: 8px; padding: 5px 10px; color: var(--on-mast); font: inherit; font-size: 14px; }
.box::placeholder { color: var(--on-mast-2); }
.box:focus-visible { outline-color: var(--now); }
.slash { position: absolute; inset-inline-end: 11px; top: 5px; color: var(--on-mast-2); font-size: 14px; pointer-events: none; }
.results { position: absolute; top: 40px; inset-inline-end: 0; width: 360px; max-width: 92vw; background: var(--surface); color: var(--text); border: 1px solid var(--line); border-radius: 10px; box-shadow: var(--float-shadow); padding: 6px; z-index: 40; }
.one { display: flex; justify-content: space-between; gap: 12px; padding: 7px 10px; border-radius: 6px; cursor: pointer; }
.one .small { white-space: nowrap; }
[aria-selected='true'] { background: var(--surface-now); }
@media (max-width: 640px) { .find { width: 120px; flex: 0 1 auto; } .results { inset-inline-end: -44px; } }
</style>
