<script setup lang="ts">
/** Several kept questions tagged and shared in one act. */
import { Button } from 'ant-design-vue';
import type { KeptQuestion, QuestionStoreReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import ProblemNote from '../../ui/ProblemNote.vue';
import SideSheet from '../../ui/SideSheet.vue';
import TagsField from '../../ui/TagsField.vue';
import { useWords } from '../../ui/use-words';
import { ColleaguesField } from '../shelf';

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
      <div>
        <span class="label">{{ t('store.addTags') }}</span>
        <TagsField
          v-model="addTags"
          :proposals="store.tags.map((one) => one.name)"
          :label="t('store.addTags')"
          :placeholder="t('store.tagsHint')"
          :maxlength="60"
        />
      </div>
      <ColleaguesField v-model="shareWith" :colleagues="store.colleagues" />
      <ProblemNote :problem="problem" />
      <Button type="primary" :disabled="busy || own.length === 0 || addTags.length + shareWith.length === 0" @click="give">{{
        count('store.give', own.length)
      }}</Button>
    </div>
  </SideSheet>
</template>
