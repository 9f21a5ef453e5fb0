<script setup lang="ts">
/** The walls of a student's classes. */
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

const { t, count } = useWords();
const scope = useScope();
const { state, value, why, reload } = useLoad(() => ask('GET /api/my/walls'));
const mine = computed(() => (value.value ?? []).filter((one) => scope.inScope(one.classId)));
</script>

<template>
  <article class="page narrow">
    <h1>{{ t('walls.title') }}</h1>
    <LoadGate :state="state" :why="why" @retry="reload">
      <p v-if="mine.length === 0" class="note">{{ t('walls.mineNone') }}</p>
      <ul v-else class="plain sheet">
        <li v-for="one in mine" :key="one.id">
          <RouterLink class="row line" :to="{ path: `/walls/${one.id}`, query: scope.kept.value }"
            ><ClassSquare :hue="one.hue" /><span class="grow"
              ><strong dir="auto">{{ one.title }}</strong
              ><span class="small muted under" dir="auto">{{
                [one.className, ...(one.stand === 'closed' ? [t('walls.stands.closed')] : [])].join(' · ')
              }}</span></span
            ><span v-if="one.mine > 0" class="small end">{{ count('walls.lineMine', one.mine) }}</span></RouterLink
          >
        </li>
      </ul>
    </LoadGate>
  </article>
</template>

<style scoped>
.narrow {
  max-width: 780px;
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
.end {
  text-align: end;
}
</style>
