<script setup lang="ts">
/** Several children beside each other: of each what is missing, what comes next, and what came back last. */
import type { StudentName } from '@jolly/core';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import PieceLine from './PieceLine.vue';
import { placedIn } from './placed';
import { useFamilyWords } from './use-family';

const props = defineProps<{ childList: readonly (StudentName & { id: string })[] }>();
const MOST = { missing: 4, coming: 4, returned: 3 } as const;
const { t } = useFamilyWords();
const { state, value, why, reload } = useLoad(() =>
  Promise.all(props.childList.map(({ id }) => ask('GET /api/family/children/:studentId', { params: { studentId: id } }))),
);
const columns = computed(() =>
  (value.value ?? []).map((child) => ({
    student: child.student,
    parts: (['missing', 'coming', 'returned'] as const).map((key) => {
      const all = placedIn(child.classes, key);
      return { key, all: all.length, shown: all.slice(0, MOST[key]) };
    }),
  })),
);
</script>

<template>
  <h1>{{ t('family.beside') }}</h1>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="beside">
      <section v-for="{ student, parts } in columns" :key="student.id" class="sheet child">
        <h2 dir="auto">{{ student.givenName }}</h2>
        <template v-for="part in parts" :key="part.key">
          <div class="heading">
            <h3>{{ t(`family.${part.key}`) }}</h3>
            <strong :class="{ alarm: part.key === 'missing' && part.all > 0 }">{{ part.all || '' }}</strong>
          </div>
          <p v-if="part.all === 0" class="muted small">{{ t(`family.${part.key}None`) }}</p>
          <ul class="plain">
            <PieceLine v-for="one in part.shown" :key="one.piece.id" v-bind="one" :child-id="student.id" brief />
          </ul>
          <p v-if="part.all > part.shown.length" class="muted small">{{ t('family.andMore', { n: part.all - part.shown.length }) }}</p>
        </template>
        <p>
          <RouterLink class="alone" :to="{ path: '/family', query: { child: student.id } }">{{
            t('family.toWork', { name: student.givenName })
          }}</RouterLink>
        </p>
      </section>
    </div>
  </LoadGate>
</template>

<style scoped>
.beside {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 320px), 1fr));
  gap: 18px;
  align-items: start;
  margin-block-start: 14px;
}
.child {
  padding: 16px 18px;
  min-inline-size: 0;
}
h3 {
  font-size: 15px;
  margin: 0;
}
</style>
