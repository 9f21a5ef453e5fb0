<script setup lang="ts">
/** What a changed calendar would move and cost, said before it is stored. */
import type { calendarProblems } from '@jolly/core';
import type { CalendarEffects } from '@jolly/server/contract';
import { arrowFor } from '../../ui/arrows';
import { useWords } from '../../ui/use-words';
import { useClasses } from './classes.store';

defineProps<{
  problems: ReturnType<typeof calendarProblems>;
  dirty: boolean;
  /** why the server will not look */
  refused: string;
  /** null: it is being looked up */
  effects: CalendarEffects | null;
  zone: string;
}>();
const { t, count, when } = useWords();
const classes = useClasses();
const labelOf = (id: string) => classes.all?.find((one) => one.id === id)?.label ?? '';
</script>

<template>
  <section class="sheet box">
    <h3>{{ t('calendar.effects') }}</h3>
    <ul v-if="problems.length > 0" class="plain alarm small">
      <li v-for="one in problems" :key="one.path">{{ t(`calendar.why.${one.why}`) }}</li>
    </ul>
    <p v-else-if="!dirty" class="muted small">{{ t('calendar.effectsHint') }}</p>
    <p v-else-if="refused" class="alarm small" role="alert">{{ refused }}</p>
    <p v-else-if="!effects" class="muted small" role="status">{{ t('calendar.looking') }}</p>
    <p v-else-if="effects.onDayOff.length + effects.moved.length + effects.costs === 0" class="small">
      {{ t('calendar.noEffects') }}
    </p>
    <template v-else>
      <template v-if="effects.onDayOff.length > 0"
        ><p class="small effect">{{ count('calendar.onDayOff', effects.onDayOff.length) }}</p>
        <ul class="plain small touched" tabindex="0">
          <li v-for="one in effects.onDayOff" :key="`${one.assignmentId} ${one.field}`">
            <strong dir="auto">{{ one.title }}</strong> · {{ labelOf(one.classId) }} ·
            {{ t(`common.${one.field}`, { when: when(one.at, zone) }) }}
          </li>
        </ul></template
      >
      <template v-if="effects.moved.length > 0"
        ><p class="small effect">{{ t('calendar.moved') }}</p>
        <ul class="plain small touched" tabindex="0">
          <li v-for="one in effects.moved" :key="`${one.assignmentId} ${one.before}`">
            <strong dir="auto">{{ one.title }}</strong> · {{ count('common.students', one.students) }}: {{ when(one.before, zone) }}
            {{ arrowFor(1).shown }}
            {{ when(one.after, zone) }}
          </li>
        </ul></template
      >
      <p v-if="effects.costs > 0" class="small effect">{{ count('calendar.costs', effects.costs) }}</p>
    </template>
  </section>
</template>

<style scoped>
.box {
  padding: 14px 16px;
}
.effect {
  margin-block: 8px 4px;
  font-weight: 650;
}
.touched {
  max-height: 260px;
  overflow: auto;
}
.touched li {
  padding-block: 2px;
  overflow-wrap: anywhere;
}
</style>
