<script setup lang="ts">
/** Kept questions: looked for by words, kind, tag and aim, seen as students see them with the key beside, and chosen. */
import { Button, Checkbox, Input, Pagination } from 'ant-design-vue';
import { QUESTION_KINDS, questionTitle } from '@jolly/core';
import type { KeptQuestion } from '@jolly/server/contract';
import { computed } from 'vue';
import LoadGate from '../../ui/LoadGate.vue';
import SelectField from '../../ui/SelectField.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import { useWords } from '../../ui/use-words';
import { pointOrComma } from '../../time/format';
import KeyMargin from './KeyMargin.vue';
import QuestionSeen from './QuestionSeen.vue';
import type { useQuestionStore } from './use-question-store';

const props = defineProps<{ store: ReturnType<typeof useQuestionStore>; /** each can be opened */ opens?: boolean }>();
const emit = defineEmits<{ open: [string] }>();
const { t, count } = useWords();
const { typed, tag, aim, kind, whose, page, isNarrowed, state, value, why, reload, chosen } = props.store;
const decimal = pointOrComma();
const kinds = computed(() => [
  { value: '' as const, label: t('store.anyKind') },
  ...QUESTION_KINDS.map((one) => ({ value: one, label: t(`quiz.kinds.${one}`) })),
]);
const named = (any: string, all: readonly { name: string; count: number }[] = []) => [
  { value: '', label: any },
  ...all.map((one) => ({ value: one.name, label: `${one.name} · ${one.count}` })),
];
const about = (one: KeptQuestion) =>
  [
    ...one.tags,
    ...one.question.aims,
    count('store.used', one.used),
    ...(one.own ? [] : [t('store.sharedBy', { name: one.owner })]),
    ...(one.sharedWith.length > 0 ? [count('store.sharedWith', one.sharedWith.length)] : []),
  ].join(' · ');
</script>

<template>
  <div>
    <div class="row wrap find" role="group" :aria-label="t('store.filters')">
      <Input
        v-model:value="typed"
        type="search"
        class="words"
        :placeholder="t('store.search')"
        :aria-label="t('store.search')"
        :maxlength="200"
        dir="auto"
      />
      <SelectField v-model="kind" class="pick" :label="t('store.kind')" :options="kinds" />
      <SelectField
        v-if="value && value.tags.length > 0"
        v-model="tag"
        class="pick"
        :label="t('store.tag')"
        :options="named(t('store.anyTag'), value.tags)"
      />
      <SelectField
        v-if="value && value.aims.length > 0"
        v-model="aim"
        class="pick"
        :label="t('store.aim')"
        :options="named(t('store.anyAim'), value.aims)"
      />
      <ToggleButton v-for="one in ['own', 'shared'] as const" :key="one" :on="whose === one" @click="whose = whose === one ? '' : one">{{
        t(`store.${one}`)
      }}</ToggleButton>
    </div>
    <LoadGate :state="state" :why="why" @retry="reload">
      <template v-if="value">
        <p v-if="value.kept === 0" class="note">{{ t('store.empty') }}</p>
        <template v-else>
          <div class="row wrap says">
            <span class="small muted grow" role="status">{{
              isNarrowed ? t('store.foundOf', { a: count('store.found', value.total), b: value.kept }) : count('store.found', value.total)
            }}</span><Button v-if="value.found.length > 0" type="link" size="small" @click="store.chooseShown()">{{
              t('store.chooseAll', { n: value.found.length })
            }}</Button
            ><Button v-if="chosen.size > 0" type="link" size="small" @click="store.chooseNone()">{{ t('store.chooseNone') }}</Button>
          </div>
          <p v-if="value.total === 0" class="muted">{{ t('store.emptyFound') }}</p>
          <ol class="plain list">
            <li v-for="one in value.found" :key="one.id" class="kept" :class="{ chosen: chosen.has(one.id) }">
              <Checkbox
                :checked="chosen.has(one.id)"
                :aria-label="t('store.choose', { title: questionTitle(one.question) })"
                @update:checked="(on: boolean) => store.choose(one, on)"
              />
              <div>
                <QuestionSeen :question="one.question" />
                <p class="small muted about" dir="auto">{{ about(one) }}</p>
              </div>
              <div>
                <KeyMargin :question="one.question" :decimal="decimal" :faults="[]" :doubts="[]" :set-name="null" />
                <Button
                  v-if="opens"
                  size="small"
                  class="opens"
                  :aria-label="t('store.openNamed', { title: questionTitle(one.question) })"
                  @click="emit('open', one.id)"
                  >{{ t('store.open') }}</Button
                >
              </div>
            </li>
          </ol>
          <nav v-if="value.pages > 1" :aria-label="t('store.pages')">
            <Pagination
              :current="value.page"
              :total="value.total"
              :page-size="Math.ceil(value.total / value.pages)"
              :show-size-changer="false"
              @change="(to: number) => (page = to)"
            />
          </nav>
        </template>
      </template>
    </LoadGate>
  </div>
</template>

<style scoped>
.find {
  margin-block-end: 10px;
}
.words {
  inline-size: 220px;
}
.pick {
  inline-size: 160px;
}
.says {
  min-block-size: 28px;
}
.list {
  border-block-start: 2px solid var(--text);
}
.kept {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) 232px;
  gap: 14px;
  padding-block: 12px;
  border-block-end: 1px solid var(--line);
  align-items: start;
}
.chosen {
  background: var(--surface-now);
}
.about {
  margin-block-start: 6px;
  overflow-wrap: anywhere;
}
.opens {
  margin-block-start: 8px;
  margin-inline-start: 12px;
}
nav {
  margin-block-start: 14px;
}
@media (max-width: 900px) {
  .kept {
    grid-template-columns: 24px minmax(0, 1fr);
  }
  .kept > :nth-child(3) {
    grid-column: 2;
  }
}
</style>
