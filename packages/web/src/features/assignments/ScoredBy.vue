<script setup lang="ts">
/** How a piece is scored: points, a rubric, words that stand for a percentage, done or not, or not at all. */
import { Button, Input } from 'ant-design-vue';
import { parsePoints, pointsOfRubric, rubricMax, unmilli, type Rubric } from '@jolly/core';
import type { BriefBody } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useWords } from '../../ui/use-words';
import RubricSheet from './RubricSheet.vue';
import ToggleButton from '../../ui/ToggleButton.vue';

const body = defineModel<BriefBody>({ required: true });
const props = defineProps<{ aims: readonly string[]; locked: boolean }>();
const { t, count, points } = useWords();

const typedPoints = ref('');
const rubricOpen = ref(false);
watch(
  () => body.value.points,
  (milli) => {
    if (parsePoints(typedPoints.value) !== milli) typedPoints.value = milli === null ? '' : String(unmilli(milli));
  },
  { immediate: true },
);
const badPoints = computed(() => body.value.points === null && !['none', 'done'].includes(body.value.scoring.by));
/** somebody typed what it is out of, here and now */
const said = ref(false);
function setPoints(text: string): void {
  typedPoints.value = text;
  said.value = text.trim() !== '';
  const milli = parsePoints(text);
  body.value.points = milli === 0 ? null : milli;
}

// What was made for one way is there again when one comes back to it.
const before = new Map<string, BriefBody['scoring']>();
function choose(by: BriefBody['scoring']['by']): void {
  const { scoring } = body.value;
  if (scoring.by !== by) {
    before.set(scoring.by, scoring);
    const first = [40_000, 60_000, 80_000, 100_000].map((percent, index) => ({ name: t(`words.first.${index}`), percent }));
    const fresh: BriefBody['scoring'] =
      by === 'rubric'
        ? { by, rubric: { name: body.value.title, criteria: [] }, shelfId: null }
        : by === 'words'
          ? { by, words: first }
          : { by };
    body.value.scoring = before.get(by) ?? fresh;
    if (by === 'none') body.value.points = null;
    else if (body.value.points === null && by !== 'done') body.value.points = 20_000;
  }
  if (by === 'rubric') rubricOpen.value = true;
}
const rubric = computed<Rubric | null>(() => (body.value.scoring.by === 'rubric' ? body.value.scoring.rubric : null));
function setRubric(changed: Rubric, shelfId: string | null): void {
  if (body.value.scoring.by !== 'rubric') return;
  body.value.points = pointsOfRubric({
    points: body.value.points,
    before: body.value.scoring.rubric,
    after: changed,
    said: said.value,
    taken: shelfId !== null,
  });
  body.value.scoring = { by: 'rubric', rubric: changed, shelfId: shelfId ?? body.value.scoring.shelfId };
}
/** what the rubric adds up to, where the assignment is out of something else */
const scaledFrom = computed(() => {
  const max = rubric.value ? rubricMax(rubric.value) : 0;
  return max > 0 && body.value.points !== null && body.value.points !== max ? max : null;
});
function follow(): void {
  said.value = false;
  body.value.points = scaledFrom.value;
}
const words = computed(() => (body.value.scoring.by === 'words' ? body.value.scoring.words : []));
</script>

<template>
  <div class="stack scored">
    <div class="row wrap" role="group" :aria-label="t('compose.scoredBy')">
      <ToggleButton
        v-for="by in ['points', 'rubric', 'words', 'done', 'none'] as const"
        :key="by"
        :on="body.scoring.by === by"
        :disabled="props.locked"
        @click="choose(by)"
      >
        {{
          by === 'rubric' && rubric && rubric.criteria.length > 0
            ? t('compose.rubricChip', { name: rubric.name, criteria: count('compose.criteria', rubric.criteria.length) })
            : t(`compose.by.${by}`)
        }}
      </ToggleButton>
      <label v-if="body.scoring.by !== 'none'" class="row muted"
        >{{ t('compose.outOf')
        }}<Input
          inputmode="decimal"
          :value="typedPoints"
          :aria-invalid="badPoints || undefined"
          :disabled="props.locked"
          class="points"
          :status="badPoints ? 'error' : ''"
          @input="setPoints(($event.target as HTMLInputElement).value)"
      /></label>
      <span v-if="badPoints" class="alarm small" role="alert">{{ t('desk.badNumber') }}</span>
    </div>
    <p v-if="scaledFrom !== null" class="small scaled">
      {{ t('compose.scaled', { from: points(scaledFrom), to: points(body.points!) }) }}
      <Button v-if="!props.locked" type="link" @click="follow">
        {{ t('compose.follow', { n: points(scaledFrom) }) }}
      </Button>
    </p>
    <ul v-if="body.scoring.by === 'words'" class="plain row wrap words">
      <li v-for="(word, index) in words" :key="index" class="row">
        <Input v-model:value="word.name" :aria-label="t('words.name')" :maxlength="80" dir="auto" :disabled="props.locked" class="word" />
        <Input
          inputmode="decimal"
          :value="unmilli(word.percent)"
          :aria-label="t('words.percent')"
          :disabled="props.locked"
          class="percent"
          :value-modifiers="{ lazy: true }"
          @change="word.percent = parsePoints(($event.target as HTMLInputElement).value) ?? 0"
        />%
        <Button type="link" :aria-label="t('words.drop', { name: word.name })" :disabled="props.locked" @click="words.splice(index, 1)">
          ×
        </Button>
      </li>
      <li>
        <Button size="small" :disabled="props.locked" @click="words.push({ name: '', percent: 0 })">
          {{ t('words.add') }}
        </Button>
      </li>
    </ul>
    <RubricSheet
      v-if="rubric"
      :open="rubricOpen"
      :rubric="rubric"
      :aims="aims"
      :own="body.language"
      @close="rubricOpen = false"
      @set="setRubric"
    />
  </div>
</template>

<style scoped>
.scaled {
  border-inline-start: 3px solid var(--now);
  padding-inline-start: 8px;
}
.points {
  width: 84px;
  min-height: 30px;
  padding-block: 3px;
  text-align: end;
}
.scored > * + * {
  margin-block-start: 8px;
}
.word {
  width: 110px;
  min-height: 30px;
}
.percent {
  width: 60px;
  min-height: 30px;
  text-align: end;
}
</style>
