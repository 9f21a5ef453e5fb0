<script setup lang="ts">
/** A rubric as a grid to read: criteria down, levels across; what was chosen stands out. */
import { unmilli, type Rubric, type RubricChoices, type RubricLevel } from '@jolly/core';

defineProps<{ rubric: Rubric; choices?: RubricChoices | null }>();
const points = (level: RubricLevel) =>
  level.upTo === null ? String(unmilli(level.points)) : `${unmilli(level.points)}–${unmilli(level.upTo)}`;
</script>

<template>
  <div class="rubric">
    <section v-for="criterion in rubric.criteria" :key="criterion.id" class="criterion">
      <h4 dir="auto">
        {{ criterion.name }}<span v-if="criterion.weight !== 1000" class="muted small"> × {{ unmilli(criterion.weight) }}</span>
      </h4>
      <ol class="levels">
        <li
          v-for="level in criterion.levels"
          :key="level.id"
          :class="{ chosen: choices?.[criterion.id]?.levelId === level.id }"
          :aria-current="choices?.[criterion.id]?.levelId === level.id ? 'true' : undefined"
        >
          <strong dir="auto"
            >{{ level.name }}
            <span class="muted">{{
              choices?.[criterion.id]?.levelId === level.id ? unmilli(choices[criterion.id]!.points) : points(level)
            }}</span></strong
          >
          <span dir="auto">{{ level.descriptor }}</span>
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
.rubric {
  display: grid;
  gap: 12px;
}
h4 {
  margin: 0 0 4px;
  font-size: 15px;
}
.levels {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  border: 1px solid var(--line);
  border-radius: 6px;
  overflow: hidden;
}
.levels li {
  padding: 6px 9px;
  font-size: 14px;
  border-inline-end: 1px solid var(--line-2);
  overflow-wrap: anywhere;
}
.levels li:last-child {
  border-inline-end: 0;
}
.levels strong {
  display: block;
}
.chosen {
  background: var(--surface-now);
  box-shadow: inset 0 -4px 0 var(--now);
}
@media (max-width: 640px) {
  .levels {
    grid-auto-flow: row;
  }
  .levels li {
    border-inline-end: 0;
    border-block-end: 1px solid var(--line-2);
  }
}
</style>
