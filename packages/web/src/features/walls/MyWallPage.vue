<script setup lang="ts">
/** A wall for a student: what they show there themselves first, then what the class shows. */
import type { Showable } from '@jolly/server/contract';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import { useWall } from './use-wall';
import WallOwn from './WallOwn.vue';
import WallView from './WallView.vue';

const { t } = useWords();
const route = useRoute();
const scope = useScope();
const wallId = computed(() => String(route.params.wall));
const { state, value, why, reload, problem, busy, attempt } = useWall(wallId);
const params = () => ({ wallId: wallId.value });
const show = (of: Showable, shown: boolean) =>
  attempt(async () => {
    await ask('PUT /api/my/walls/:wallId/shown', { params: params(), body: { of, shown } });
    await reload();
  });
const unsay = (remarkId: string) =>
  attempt(async () => {
    await ask('DELETE /api/my/walls/:wallId/remarks/:remarkId', { params: { ...params(), remarkId } });
    await reload();
  });
</script>

<template>
  <div class="page">
    <LoadGate :state="state" :why="why" @retry="reload">
      <template v-if="value">
        <p class="small">
          <RouterLink class="alone" :to="{ path: '/walls', query: scope.kept.value }">{{ t('walls.all') }}</RouterLink>
        </p>
        <h1 dir="auto">{{ value.wall.title }}</h1>
        <p class="muted small">
          <ClassSquare :hue="value.wall.hue" /> <span dir="auto">{{ value.wall.className }}</span>
        </p>
        <p v-if="value.wall.prompt" class="prompt" dir="auto">{{ value.wall.prompt }}</p>
        <p v-if="value.wall.stand === 'closed'" class="note">{{ t('walls.closedNote') }}</p>
        <ProblemNote :problem="problem" />
        <WallOwn :wall="value.wall" :own="value.own" :busy="busy" @show="show" />
        <WallView :teacher="false" :reply="value" :busy="busy" @taken="(next) => (value = next)" @unsay="unsay" />
      </template>
    </LoadGate>
  </div>
</template>

<style scoped>
.prompt {
  max-width: 75ch;
  font-family: var(--font-read);
}
p {
  margin-block: 4px 10px;
}
</style>
