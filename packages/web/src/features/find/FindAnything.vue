<script setup lang="ts">
/** Finds what is one's own by a part of its name, and offers what one does with a person; all by keyboard. */
import { AutoComplete } from 'ant-design-vue';
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
const input = ref<{ focus: () => void; blur: () => void } | null>(null);
const text = ref('');
const found = ref<FindReply['found']>([]);
const answered = ref('');

const search = useDebounceFn(async () => {
  const asked = text.value.trim();
  if (asked === '') return void ((found.value = []), (answered.value = ''));
  const reply = await ask('GET /api/find', { query: { q: asked } }).catch(() => null);
  // Answers may overtake each other on a slow line.
  if (!reply || asked !== text.value.trim()) return;
  found.value = reply.found;
  answered.value = asked;
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

/** The lines as the field takes them; one that is an act says whom it is about, for whoever listens. */
const lines = computed(() => choices.value.map((choice) => ({ value: choice.key, choice })));
function choose(key: unknown): void {
  const one = choices.value.find((choice) => choice.key === key);
  if (!one) return;
  text.value = '';
  found.value = [];
  input.value?.blur();
  void router.push(one.to);
}
/** Escape lets go of it all: the keys of the page are wanted again. */
function leave(): void {
  text.value = '';
  found.value = [];
  answered.value = '';
  input.value?.blur();
}
/** What was chosen leads away and never stands in the field; what is typed is looked for. */
function typed(value: unknown): void {
  if (choices.value.some((choice) => choice.key === value)) return;
  text.value = String(value ?? '');
  void search();
}
defineExpose({ focus: () => input.value?.focus() });
</script>

<template>
  <div class="find" role="search" @keydown.esc.capture="leave">
    <label class="hidden-text" for="find-anything">{{ t('shell.find') }}</label>
    <AutoComplete
      id="find-anything"
      ref="input"
      class="box"
      :value="text"
      :options="lines"
      :filter-option="false"
      :virtual="false"
      :dropdown-match-select-width="420"
      :list-height="560"
      placement="bottomRight"
      default-active-first-option
      :placeholder="t('shell.find')"
      :not-found-content="answered !== '' && found.length === 0 ? t('shell.findNothing') : null"
      @update:value="typed"
      @select="choose"
    >
      <template #option="{ choice }: { choice: Choice }">
        <span class="one" :class="{ act: choice.act }">
          <span class="clip" dir="auto">{{ choice.label }}</span>
          <span v-if="choice.act" class="hidden-text">{{ choice.detail }}</span>
          <span v-else class="muted small clip">{{ choice.kind }}{{ choice.detail ? ` · ${choice.detail}` : '' }}</span>
        </span>
      </template>
    </AutoComplete>
    <p class="hidden-text" role="status">{{ answered !== '' && found.length === 0 ? t('shell.findNothing') : '' }}</p>
    <span v-if="text === ''" class="slash" aria-hidden="true">/</span>
  </div>
</template>

<style scoped>
.find {
  position: relative;
  width: 210px;
}
.box {
  width: 100%;
}
.box :deep(.ant-select-selector.ant-select-selector) {
  background: rgb(255 255 255 / 8%);
  border-color: rgb(255 255 255 / 30%);
  color: var(--on-mast);
  font-size: 14px;
}
.box :deep(.ant-select-selection-placeholder) {
  color: var(--on-mast-2);
}
.slash {
  position: absolute;
  inset-inline-end: 11px;
  top: 5px;
  color: var(--on-mast-2);
  font-size: 14px;
  pointer-events: none;
}
.one {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
.one .small {
  min-width: 0;
  max-width: 58%;
}
.act {
  padding-inline-start: 16px;
  color: var(--text-2);
  font-size: 14px;
}
@media (max-width: 640px) {
  .find {
    width: auto;
    flex: 1;
  }
  .slash {
    display: none;
  }
}
</style>
