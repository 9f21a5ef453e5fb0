<script setup lang="ts">
/** Several kept questions tagged and shared in one act. */
import { Button } from 'ant-design-vue';
import type { KeptQuestion, QuestionStoreReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import ProblemNote from '../../ui/ProblemNote.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import KeptLabels from './KeptLabels.vue';

const props = defineProps<{ chosen: readonly KeptQuestion[]; store: QuestionStoreReply }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, count } = useWords();
const { problem, busy, attempt } = useAttempt();
const addTags = ref<string[]>([]);
const shareWith = ref<string[]>([]);
const own = computed(() => props.chosen.filter((one) => one.own));
const give = () =>
  attempt(async () => {
    await ask('POST /api/questions/changes', {
      body: { itemIds: own.value.map((one) => one.id), addTags: addTags.value, shareWith: shareWith.value },
    });
    emit('changed');
  });
</script>

<template>
  <SideSheet open :title="t('store.tagOrShare')" @close="emit('close')">
    <div class="stack">
      <p v-if="own.length < chosen.length" class="note small">{{ count('store.onlyOwn', chosen.length - own.length) }}</p>
      <KeptLabels v-model:tags="addTags" v-model:shared-with="shareWith" :label="t('store.addTags')" :store="store" />
      <ProblemNote :problem="problem" />
      <Button type="primary" :disabled="busy || own.length === 0 || addTags.length + shareWith.length === 0" @click="give">{{
        count('store.give', own.length)
      }}</Button>
    </div>
  </SideSheet>
</template>
