<script setup lang="ts">
/** All that is up for a student over their classes. */
import { computed } from 'vue';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import OwnNotice from './OwnNotice.vue';
import ReadCard from './ReadCard.vue';
import { useMyNotices } from './use-my-notices';

const { t } = useWords();
const scope = useScope();
const { state, value, why, reload, note, raised } = useMyNotices();
const notices = computed(() => (value.value?.notices ?? []).filter((one) => scope.inScope(one.classId)));
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page reading">
      <h1>{{ t('notices.mine') }}</h1>
      <OwnNotice v-if="value && value.writes.length > 0" :writes="value.writes" class="own" @stored="reload" />
      <p v-if="notices.length === 0" class="note">{{ t('notices.mineNone') }}</p>
      <ReadCard
        v-for="one in notices"
        :key="one.id"
        :notice="one"
        @seen="note(one.id)"
        @hand="(hands) => raised(one.id, hands)"
        @gone="reload"
      />
    </div>
  </LoadGate>
</template>

<style scoped>
h1 {
  margin-block-end: 12px;
}
.own {
  margin-block-end: 16px;
}
</style>
