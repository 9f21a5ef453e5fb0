<script setup lang="ts">
/**
 * Scoring by choice: the rubric's ladder, a word of the scale, done or not. A row is one stop of the Tab key; a
 * number climbs to that level and, where rows are scored one after another, goes on to the next row without one.
 * The chosen level's descriptor stands under its row.
 */
import { Button, Input } from 'ant-design-vue';
import { rubricMax, rubricScore, unmilli, type LevelChoice, type RubricCriterion, type RubricLevel } from '@jolly/core';
import type { Chosen, CriterionWords, Scoring } from '@jolly/server/contract';
import { computed, nextTick, ref } from 'vue';
import { arrowStep } from '../../ui/arrows';
import { useWords } from '../../ui/use-words';
import NumberField from '../../ui/NumberField.vue';

const chosen = defineModel<Chosen | null>({ required: true });
const words = defineModel<CriterionWords>('words', { default: () => ({}) });
const props = defineProps<{
  scoring: Scoring;
  points: number | null;
  /** go on to the next row after a choice */ advance?: boolean;
  /** a word to each criterion can be written */ withWords?: boolean;
  /** only this criterion */ only?: string;
}>();
const emit = defineEmits<{ enter: [KeyboardEvent]; remark: [criterion: string] }>();
const { t, percent } = useWords();

const box = ref<HTMLElement | null>(null);
const pointed = ref<{ criterionId: string; level: RubricLevel } | null>(null);
const writing = ref<string | null>(null);
const choices = computed(() => (chosen.value?.by === 'rubric' ? chosen.value.choices : {}));
const criteria = computed(() =>
  props.scoring.by === 'rubric' ? props.scoring.rubric.criteria.filter((one) => props.only === undefined || one.id === props.only) : [],
);
const set = (criterionId: string, choice: LevelChoice) =>
  (chosen.value = { by: 'rubric', choices: { ...choices.value, [criterionId]: choice } });
const text = (level: RubricLevel) =>
  level.upTo === null ? String(unmilli(level.points)) : `${unmilli(level.points)}–${unmilli(level.upTo)}`;
const soFar = computed(() => {
  if (props.scoring.by !== 'rubric' || props.points === null || chosen.value?.by !== 'rubric' || props.only !== undefined) return null;
  return rubricScore(props.scoring.rubric, props.points, choices.value);
});
/** the sum of the levels, where the assignment is out of something else */
const unscaled = computed(() => {
  if (props.scoring.by !== 'rubric' || soFar.value === null || rubricMax(props.scoring.rubric) === props.points) return null;
  const max = rubricMax(props.scoring.rubric);
  return { sum: unmilli(rubricScore(props.scoring.rubric, max, choices.value).earned), max: unmilli(max) };
});
const levelOf = (levels: RubricLevel[], criterionId: string) =>
  levels.find((level) => level.id === choices.value[criterionId]?.levelId) ?? null;
const shownLevel = ({ id, levels }: RubricCriterion) => (pointed.value?.criterionId === id ? pointed.value.level : levelOf(levels, id));
/** The keys are said at the first row without a choice; saying them in each would be noise. */
const firstOpen = computed(() => criteria.value.find((one) => choices.value[one.id] === undefined)?.id ?? null);
const stops = () => [...(box.value?.querySelectorAll<HTMLElement>('[data-row]') ?? [])];
/** The stop of the Tab key in a row: what is chosen, else its first. */
const isStop = (options: readonly string[], picked: string | undefined, own: string) =>
  picked !== undefined && options.includes(picked) ? picked === own : options[0] === own;

async function onward(row: HTMLElement): Promise<void> {
  if (!props.advance) return;
  await nextTick();
  const all = stops();
  const next = [...all.slice(all.indexOf(row) + 1), ...all.slice(0, all.indexOf(row))].find((one) => one.dataset.open === 'true');
  (next ?? row).querySelector<HTMLElement>('[tabindex="0"]')?.focus();
}
/** Numbers climb, arrows step, Enter is for whoever shows the ladder. */
function key(event: KeyboardEvent, options: readonly { choose: () => void; picked: boolean }[]): void {
  const target = event.target as HTMLElement;
  if (event.ctrlKey || event.metaKey || event.altKey || /^(INPUT|TEXTAREA)$/.test(target.tagName)) return;
  const row = event.currentTarget as HTMLElement;
  const at = options.findIndex((one) => one.picked);
  const by = arrowStep(event.key);
  const step = by === 0 ? null : Math.max(0, Math.min(options.length - 1, at + by));
  const number = /^[1-9]$/.test(event.key) ? Number(event.key) - 1 : null;
  if (number !== null && options[number]) {
    options[number].choose();
    void onward(row);
  } else if (step !== null) {
    options[step]?.choose();
    void nextTick(() => row.querySelector<HTMLElement>('[tabindex="0"]')?.focus());
  } else if (event.key === 'Enter') emit('enter', event);
  else return;
  event.preventDefault();
  event.stopPropagation();
}
const levelOptions = ({ id, levels }: RubricCriterion) =>
  levels.map((level) => ({
    choose: () => set(id, { levelId: level.id, points: level.points }),
    picked: choices.value[id]?.levelId === level.id,
  }));
const plain = computed(() => {
  const { scoring } = props;
  if (scoring.by === 'words')
    return scoring.words.map((word) => ({
      key: word.name,
      name: word.name,
      more: percent(unmilli(word.percent)),
      choose: () => (chosen.value = { by: 'words', word: word.name }),
      picked: chosen.value?.by === 'words' && chosen.value.word === word.name,
    }));
  if (scoring.by === 'done')
    return [true, false].map((done) => ({
      key: String(done),
      name: t(done ? 'desk.done' : 'desk.notDone'),
      more: '',
      choose: () => (chosen.value = { by: 'done', done }),
      picked: chosen.value?.by === 'done' && chosen.value.done === done,
    }));
  return [];
});
function typedPoints(points: number, criterionId: string): void {
  const choice = choices.value[criterionId]!;
  set(criterionId, { ...choice, points: Math.round(points * 1000) });
}
async function write(criterionId: string): Promise<void> {
  writing.value = criterionId;
  await nextTick();
  box.value?.querySelector<HTMLElement>(`[data-words="${criterionId}"]`)?.focus();
}
function wordsKey(event: KeyboardEvent, criterion: RubricCriterion): void {
  const field = event.target as HTMLInputElement;
  if (event.key === ';' && /(^|\s)$/.test(field.value.slice(0, field.selectionStart ?? 0))) emit('remark', criterion.id);
  else if (event.key === 'Enter') emit('enter', event);
  else return;
  event.preventDefault();
}
/** Puts the focus on the first row without a choice, else on the first. */
function focus(): void {
  const all = stops();
  (all.find((one) => one.dataset.open === 'true') ?? all[0])?.querySelector<HTMLElement>('[tabindex="0"]')?.focus();
}
/** A number that was typed elsewhere climbs in the row that is next to be scored. */
async function digit(typed: string): Promise<void> {
  focus();
  await nextTick();
  document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key: typed, bubbles: true, cancelable: true }));
}
defineExpose({ digit, focus, write });
</script>

<template>
  <div ref="box" class="stack-s">
    <template v-if="scoring.by === 'rubric'">
      <div
        v-for="(criterion, index) in criteria"
        :key="criterion.id"
        class="criterion"
        data-row
        :data-open="choices[criterion.id] === undefined"
        @keydown="key($event, levelOptions(criterion))"
      >
        <div class="row head">
          <strong class="small grow" dir="auto"
            ><span v-if="only === undefined" class="muted nth">{{ index + 1 }}</span
            >{{ criterion.name }}</strong
          ><Button
            v-if="withWords && writing !== criterion.id && !words[criterion.id]"
            type="link"
            size="small"
            tabindex="-1"
            @click="write(criterion.id)"
          >
            {{ t('ladder.words') }}{{ ' ' }}<span class="hidden-text">{{ criterion.name }}</span></Button
          ><strong class="got">{{ choices[criterion.id] ? unmilli(choices[criterion.id]!.points) : '–' }}</strong>
        </div>
        <div class="ladder" role="radiogroup" :aria-label="criterion.name">
          <button
            v-for="level in criterion.levels"
            :key="level.id"
            type="button"
            role="radio"
            class="level"
            :class="{ below: (levelOf(criterion.levels, criterion.id)?.points ?? -1) > level.points }"
            :aria-checked="choices[criterion.id]?.levelId === level.id"
            :tabindex="
              isStop(
                criterion.levels.map((one) => one.id),
                choices[criterion.id]?.levelId,
                level.id,
              )
                ? 0
                : -1
            "
            @mouseenter="pointed = { criterionId: criterion.id, level }"
            @mouseleave="pointed = null"
            @click="set(criterion.id, { levelId: level.id, points: level.points })"
          >
            <span v-if="level.name" class="clip" dir="auto">{{ level.name }}</span><b>{{ text(level) }}</b>
          </button>
        </div>
        <div v-if="shownLevel(criterion) || criterion.id === firstOpen" class="row small under">
          <span class="grow muted" dir="auto">{{
            shownLevel(criterion) ? shownLevel(criterion)!.descriptor : t('ladder.hint', { n: criterion.levels.length })
          }}</span>
          <NumberField
            v-if="levelOf(criterion.levels, criterion.id)?.upTo != null"
            :label="`${criterion.name}, ${t('rubric.points')}`"
            :min="unmilli(levelOf(criterion.levels, criterion.id)!.points)"
            :max="unmilli(levelOf(criterion.levels, criterion.id)!.upTo!)"
            :step="0.5"
            :model-value="unmilli(choices[criterion.id]!.points)"
            @update:model-value="typedPoints($event, criterion.id)"
          />
        </div>
        <Input
          v-if="withWords && (writing === criterion.id || words[criterion.id])"
          :value="words[criterion.id] ?? ''"
          :data-words="criterion.id"
          :maxlength="2000"
          dir="auto"
          :placeholder="t('ladder.wordsHint')"
          :aria-label="t('ladder.wordsTo', { name: criterion.name })"
          class="said"
          @input="words = { ...words, [criterion.id]: ($event.target as HTMLInputElement).value }"
          @keydown="wordsKey($event, criterion)"
        />
      </div>
      <p v-if="soFar !== null" class="so-far">
        {{ t(soFar.complete ? 'desk.score' : 'ladder.soFar') }} <strong>{{ unmilli(soFar.earned) }}</strong>
        {{ t('desk.outOf', { n: unmilli(points ?? 0) })
        }}<span v-if="unscaled" class="muted small"> · {{ t('ladder.scaled', { a: unscaled.sum, b: unscaled.max }) }}</span>
      </p>
    </template>
    <div v-else-if="plain.length > 0" data-row :data-open="chosen === null" @keydown="key($event, plain)">
      <div class="ladder" role="radiogroup" :aria-label="t('desk.score')">
        <button
          v-for="(one, index) in plain"
          :key="one.key"
          type="button"
          role="radio"
          class="level"
          :aria-checked="one.picked"
          :tabindex="one.picked || (index === 0 && !plain.some((other) => other.picked)) ? 0 : -1"
          @click="one.choose()"
        >
          <span class="clip" dir="auto">{{ one.name }}</span><b v-if="one.more">{{ one.more }}</b>
        </button>
      </div>
      <p v-if="chosen === null" class="small muted">{{ t('ladder.hintPlain', { n: plain.length }) }}</p>
    </div>
  </div>
</template>

<style scoped>
.stack-s > * + * {
  margin-block-start: 10px;
}
.criterion > * + * {
  margin-block-start: 3px;
}
.head {
  min-height: 24px;
  gap: 8px;
}
.nth {
  margin-inline-end: 6px;
}
.got {
  font-family: var(--font-head);
  min-width: 28px;
  text-align: end;
}
.ladder {
  display: flex;
  gap: 3px;
}
.level {
  flex: 1 1 0;
  min-width: 0;
  display: grid;
  justify-items: center;
  align-content: center;
  border: 1px solid var(--line);
  background: var(--surface-2);
  color: var(--text);
  border-radius: 4px;
  padding: 3px;
  font: inherit;
  font-size: 13px;
  cursor: pointer;
  min-height: 30px;
}
.level .clip {
  max-width: 100%;
}
.level.below {
  background: color-mix(in srgb, var(--act) 22%, var(--surface));
}
.level[aria-checked='true'] {
  background: var(--act);
  color: var(--on-act);
  border-color: var(--act);
}
.under {
  min-height: 20px;
  align-items: flex-start;
  line-height: 1.35;
}
.number {
  width: 74px;
  text-align: end;
  min-height: 28px;
}
.said {
  min-height: 30px;
  font-size: 14px;
}
.so-far {
  text-align: start;
}
.so-far strong {
  font: 650 20px var(--font-head);
}
</style>
