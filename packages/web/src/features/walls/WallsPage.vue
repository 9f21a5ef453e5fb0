<script setup lang="ts">
/** The walls of a class, and putting up one. */
import { Button } from 'ant-design-vue';
import type { WallReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { ClassFrame, useClasses } from '../classes';
import { useScope } from '../termline';
import WallSettings from './WallSettings.vue';
import WallSheet from './WallSheet.vue';

const { t, count, when } = useWords();
const route = useRoute();
const router = useRouter();
const scope = useScope();
const classes = useClasses();
const classId = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/classes/:classId/walls', { params: { classId: classId.value } }),
  [classId],
);
const fixed = computed(() => classes.all?.find((one) => one.id === classId.value)?.putAwayAt != null);
/** the assignment whose pieces a wall is asked for, from the page of that */
const asked = computed(() => (typeof route.query.of === 'string' ? route.query.of : null));
const making = ref(asked.value !== null);
watch(asked, (of) => (making.value ||= of !== null));
const settings = ref(false);
const to = (id: string) => ({ path: `/class/${classId.value}/walls/${id}`, query: scope.kept.value });
const made = ({ wall }: WallReply) => void router.push(to(wall.id));
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <div class="heading">
      <h2>{{ t('walls.title') }}</h2>
      <span class="muted small grow">{{ t('walls.hint') }}</span>
      <Button v-if="!fixed" @click="settings = true">{{ t('walls.settings') }}</Button>
      <Button v-if="!fixed" type="primary" @click="making = true">{{ t('walls.newWall') }}</Button>
    </div>
    <LoadGate :state="state" :why="why" @retry="reload">
      <div v-if="value?.length === 0" class="note stack">
        <p>{{ t('walls.none') }}</p>
        <p class="muted">{{ t('walls.noneHint') }}</p>
      </div>
      <ul v-else class="plain sheet list">
        <li v-for="one in value ?? []" :key="one.id" class="row line">
          <span class="grow"
            ><RouterLink :to="to(one.id)" dir="auto"
              ><strong>{{ one.title }}</strong></RouterLink
            ><span class="small muted under" dir="auto">{{
              [
                one.assignment === null ? t('walls.free') : t('walls.ofAssignment', { title: one.assignment }),
                when(one.madeAt, one.zone),
                ...(one.stand === 'open' ? [] : [t(`walls.stands.${one.stand}`)]),
              ].join(' · ')
            }}</span></span
          >
          <strong v-if="one.waiting > 0" class="waiting small">{{ count('walls.waiting', one.waiting) }}</strong>
          <span class="small">{{ count('walls.facts', one.pieces) }}</span>
        </li>
      </ul>
    </LoadGate>
    <WallSheet v-if="making" :class-id="classId" :wall="null" :assignment-id="asked" @close="making = false" @stored="made" />
    <WallSettings v-if="settings" :school-class="schoolClass" @close="settings = false" @changed="reload" />
  </ClassFrame>
</template>

<style scoped>
.list {
  max-width: 900px;
}
.line {
  padding: 10px 14px;
}
li + li {
  border-block-start: 1px solid var(--line-2);
}
.under {
  display: block;
}
.waiting {
  background: var(--surface-now);
  border-radius: 9px;
  padding: 0 8px;
}
</style>
