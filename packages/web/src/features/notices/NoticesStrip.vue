<script setup lang="ts">
/** On My work: what is new on the noticeboard and which hands are asked for, never more than a few lines. */
import { computed, watch } from 'vue';
import ClassSquare from '../../ui/ClassSquare.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import HandsBox from './HandsBox.vue';
import { useMyNotices } from './use-my-notices';

const props = defineProps<{ /** counts up when something may have gone up */ beat: number }>();
const { t, when } = useWords();
const scope = useScope();
const { value, reload, raised } = useMyNotices();
watch(
  () => props.beat,
  () => void reload(),
);
const MOST = 5;
const mine = computed(() => (value.value?.notices ?? []).filter((one) => scope.inScope(one.classId) && !one.hidden && !one.waits));
const asking = computed(() => mine.value.filter((one) => one.hands?.open && !one.hands.has));
const listed = computed(() =>
  mine.value
    .filter((one) => !asking.value.includes(one))
    .sort((a, b) => Number(a.read) - Number(b.read))
    .slice(0, MOST),
);
const shown = computed(() => mine.value.length > 0 || (value.value?.writes.length ?? 0) > 0);
</script>

<template>
  <section v-if="shown" class="strip" :aria-label="t('notices.mine')">
    <div class="heading">
      <h2>{{ t('notices.mine') }}</h2>
      <RouterLink class="small" :to="{ path: '/notices', query: scope.kept.value }">{{ t('notices.seeAll') }}</RouterLink>
    </div>
    <div class="sheet list">
      <div v-for="one in asking" :key="one.id" class="line asking">
        <p class="row">
          <ClassSquare :hue="one.hue" /><strong class="grow" dir="auto">{{ one.title }}</strong>
        </p>
        <HandsBox :notice-id="one.id" :title="one.title" :zone="one.zone" :hands="one.hands!" @stored="(hands) => raised(one.id, hands)" />
      </div>
      <RouterLink v-for="one in listed" :key="one.id" class="line" :to="{ path: '/notices', query: scope.kept.value }"
        ><ClassSquare :hue="one.hue" /><span class="grow"
          ><strong v-if="!one.read" dir="auto">{{ one.title }}</strong
          ><span v-else dir="auto">{{ one.title }}</span></span
        ><span class="muted small"
          ><span v-if="!one.read" class="fresh">{{ t('notices.fresh') }}</span>
          {{ one.showAt === null ? '' : when(one.showAt, one.zone) }}</span
        ></RouterLink
      >
    </div>
  </section>
</template>

<style scoped>
.strip {
  margin-block-end: 22px;
}
.list {
  padding: 4px 16px;
}
.line {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding-block: 9px;
  text-decoration: none;
  border-block-end: 1px solid var(--line-2);
  overflow-wrap: anywhere;
}
.line:last-child {
  border-block-end: 0;
}
.asking {
  display: block;
}
.asking p {
  margin: 0 0 8px;
}
.fresh {
  padding: 0 8px;
  border-radius: 9px;
  background: var(--surface-now);
  color: var(--text);
}
</style>
