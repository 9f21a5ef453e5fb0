<script setup lang="ts">
/** One line on My work: how much is on the year's shelf, and how much of it was never opened. */
import type { MyHandout } from '@jolly/server/contract';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

const props = defineProps<{ handouts: readonly MyHandout[] }>();
const { t, count } = useWords();
const scope = useScope();
const shelved = computed(() => props.handouts.filter((one) => one.shelved !== null));
const fresh = computed(() => shelved.value.filter((one) => one.openedAt === null).length);
</script>

<template>
  <RouterLink v-if="shelved.length > 0" class="line" :to="{ path: '/year-shelf', query: scope.kept.value }"
    ><span class="grow"
      ><strong>{{ t('yearShelf.title') }}</strong
      ><span class="small muted under"
        >{{ count('yearShelf.count', shelved.length)
        }}<template v-if="fresh > 0"> · {{ count('yearShelf.countNew', fresh) }}</template></span
      ></span
    ></RouterLink
  >
</template>

<style scoped>
.under {
  display: block;
}
</style>
