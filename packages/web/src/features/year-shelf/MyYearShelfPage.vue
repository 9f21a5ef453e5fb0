<script setup lang="ts">
/** What stays at hand the whole year, as students find it: by class and folder, in their teacher's order. */
import { addedAt } from '@jolly/core';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import { shelvesOf, type Shelved } from './shelves';

const { t, when } = useWords();
const scope = useScope();
const line = useTermLine();
const { state, value, why, reload } = useLoad(() => ask('GET /api/my/work'));
const shelves = computed(() => shelvesOf((value.value?.handouts ?? []).filter((one) => scope.inScope(one.classId))));
const added = (one: Shelved) => when(addedAt(one)!, line.classOf(one.classId)?.zone ?? line.zone);
</script>

<template>
  <article class="page narrow">
    <h1>{{ t('yearShelf.title') }}</h1>
    <LoadGate :state="state" :why="why" @retry="reload">
      <p v-if="shelves.length === 0" class="note">{{ t('yearShelf.studentNone') }}</p>
      <section v-for="one in shelves" :key="one.classId" class="stack">
        <h2>
          <ClassSquare :hue="one.hue" /> <span dir="auto">{{ one.className }}</span>
        </h2>
        <p v-if="one.last" class="muted small">{{ t('yearShelf.lastOf', { title: one.last.title, when: added(one.last) }) }}</p>
        <div v-for="group in one.folders" :key="group.folder">
          <h3 v-if="group.folder !== ''" dir="auto">{{ group.folder }}</h3>
          <ul class="plain sheet">
            <li v-for="handout in group.handouts" :key="handout.id">
              <RouterLink class="row line" :to="{ path: `/handouts/${handout.briefId}`, query: scope.kept.value }"
                ><span class="grow"
                  ><strong dir="auto">{{ handout.title }}</strong
                  ><span class="small muted under">{{ t('yearShelf.added', { when: added(handout) }) }}</span></span
                ><span v-if="handout.openedAt === null" class="small fresh">{{ t('yearShelf.fresh') }}</span></RouterLink
              >
            </li>
          </ul>
        </div>
      </section>
    </LoadGate>
  </article>
</template>

<style scoped>
.narrow {
  max-width: 780px;
}
h2,
h3 {
  margin-block: 12px 6px;
  overflow-wrap: anywhere;
}
.line {
  padding: 10px 14px;
  color: inherit;
  text-decoration: none;
}
.line:hover strong {
  text-decoration: underline;
}
li + li {
  border-block-start: 1px solid var(--line-2);
}
.under {
  display: block;
}
.fresh {
  font-weight: 650;
}
</style>
