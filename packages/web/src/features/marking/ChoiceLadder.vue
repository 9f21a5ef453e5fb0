<script setup lang="ts">
/** Scoring by choice: the rubric's ladder, a word of the scale, done or not. The chosen level's descriptor stands under its row. */
import { rubricScore, unmilli, type LevelChoice, type RubricLevel } from '@jolly/core';
import type { Chosen, Scoring } from '@jolly/server/contract';
import { computed } from 'vue';
import { useI18n } from 'vue-i18n';

const chosen = defineModel<Chosen | null>({ required: true });
const props = defineProps<{ scoring: Scoring; points: number | null }>();
const { t } = useI18n();

const choices = computed(() => (chosen.value?.by === 'rubric' ? chosen.value.choices : {}));
const set = (criterionId: string, choice: LevelChoice) => (chosen.value = { by: 'rubric', choices: { ...choices.value, [criterionId]: choice } });
const text = (level: RubricLevel) => (level.upTo === null ? String(unmilli(level.points)) : `${unmilli(level.points)}–${unmilli(level.upTo)}`);
const soFar = computed(() => {
  if (props.scoring.by !== 'rubric' || props.points === null || chosen.value?.by !== 'rubric') return null;
  const { earned, complete } = rubricScore(props.scoring.rubric, props.points, choices.value);
  return `${unmilli(earned)}${complete ? '' : ` ${t('rubric.incomplete')}`}`;
});
/** A number key climbs to that level of the row. */
function climb(event: KeyboardEvent, criterionId: string, levels: RubricLevel[]): void {
  const level = levels[Number(event.key) - 1];
  if (!/^[1-9]$/.test(event.key) || !level || event.ctrlKey || event.metaKey || event.altKey || (event.target as HTMLElement).tagName === 'INPUT') return;
  event.preventDefault();
  event.stopPropagation();
  set(criterionId, { levelId: level.id, points: level.points });
}
const levelOf = (levels: RubricLevel[], criterionId: string) => levels.find((level) => level.id === choices.value[criterionId]?.levelId) ?? null;
</script>

<template>
  <div class="stack-s">
    <template v-if="scoring.by === 'rubric'">
      <div v-for="criterion in scoring.rubric.criteria" :key="criterion.id" class="criterion" role="group" :aria-label="criterion.name" @keydown="climb($event, criterion.id, criterion.levels)">
        <strong class="small" dir="auto">{{ criterion.name }}</strong>
        <div class="ladder"><button v-for="level in criterion.levels" :key="level.id" type="button" class="level" :aria-pressed="choices[criterion.id]?.levelId === level.id" :title="level.descriptor" @click="set(criterion.id, { levelId: level.id, points: level.points })"><span class="clip" dir="auto">{{ level.name }}</span><b>{{ text(level) }}</b></button></div>
        <div v-if="levelOf(criterion.levels, criterion.id)" class="row small">
          <span class="grow muted" dir="auto">{{ levelOf(criterion.levels, criterion.id)!.descriptor }}</span>
          <input v-if="levelOf(criterion.levels, criterion.id)!.upTo !== null" class="field number" type="number" step="0.5" :min="unmilli(levelOf(criterion.levels, criterion.id)!.points)" :max="unmilli(levelOf(criterion.levels, criterion.id)!.upTo!)" :value="unmilli(choices[criterion.id]!.points)" :aria-label="`${criterion.name}, ${t('rubric.points')}`" @change="set(criterion.id, { levelId: choices[criterion.id]!.levelId, points: Math.round(Number(($event.target as HTMLInputElement).value) * 1000) })" />
        </div>
      </div>
      <p v-if="soFar !== null" class="so-far"><strong>{{ soFar }}</strong> / {{ unmilli(points ?? 0) }}</p>
    </template>
    <div v-else-if="scoring.by === 'words'" class="ladder"><button v-for="word in scoring.words" :key="word.name" type="button" class="level" :aria-pressed="chosen?.by === 'words' && chosen.word === word.name" @click="chosen = { by: 'words', word: word.name }"><span class="clip" dir="auto">{{ word.name }}</span><b>{{ unmilli(word.percent) }} %</b></button></div>
    <div v-else-if="scoring.by === 'done'" class="ladder"><button v-for="done in [true, false]" :key="String(done)" type="button" class="level" :aria-pressed="chosen?.by === 'done' && chosen.done === done" @click="chosen = { by: 'done', done }">{{ t(done ? 'desk.done' : 'desk.notDone') }}</button></div>
  </div>
</template>

<style scoped>
.stack-s > * + * { margin-block-start: 8px; }
.criterion > * + * { margin-block-start: 3px; }
.ladder { display: flex; gap: 3px; }
.level { flex: 1 1 0; min-width: 0; display: grid; justify-items: center; border: 1px solid var(--line); background: var(--surface); color: var(--text); border-radius: 5px; padding: 4px 3px; font-size: 13px; cursor: pointer; min-height: 32px; }
.level .clip { max-width: 100%; }
.level[aria-pressed='true'] { background: var(--act); color: var(--on-act); border-color: var(--act); }
.number { width: 74px; text-align: end; min-height: 28px; }
.so-far { text-align: end; }
</style>
