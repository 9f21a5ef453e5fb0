<script setup lang="ts">
/** One act for everything that is held, over all classes that are shown. What it would do comes once it is asked for. */
import { Button } from 'ant-design-vue';
import type { PileReply } from '@jolly/server/contract';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useWords } from '../../ui/use-words';

const HeldSheet = defineAsyncComponent(() => import('./HeldSheet.vue'));
const props = defineProps<{ piles: readonly PileReply[] }>();
defineEmits<{ returned: [] }>();
const { count } = useWords();
const held = computed(() => props.piles.reduce((sum, pile) => sum + pile.held, 0));
const places = computed(() => props.piles.filter((pile) => pile.held > 0).length);
const asked = ref(false);
const open = ref(false);
function show(): void {
  [asked.value, open.value] = [true, true];
}
</script>

<template>
  <Button v-if="held > 0" @click="show">
    {{ count('returning.everything', held, { assignments: count('returning.inAssignments', places) }) }}
  </Button>
  <HeldSheet v-if="asked" :open="open" @close="open = false" @returned="$emit('returned')" />
</template>
