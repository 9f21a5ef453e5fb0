<script setup lang="ts">
/** A word to one answer: typed, or put in from the saved remarks, which `;` opens where a word would begin. */
import { Button, Textarea } from 'ant-design-vue';
import type { SavedRemark } from '@jolly/server/contract';
import { computed, nextTick, ref } from 'vue';
import { useAttempt } from '../../api/use-attempt';
import ProblemNote from '../../ui/ProblemNote.vue';
import type { Focusable } from '../../ui/focus-first';
import { useWords } from '../../ui/use-words';
import { RemarkPicker, useRemarks } from '../remarks';

const words = defineModel<string>({ required: true });
const props = defineProps<{ label: string; /** what is asked: remarks kept for it come first */ about: string }>();
const emit = defineEmits<{ uses: [string]; left: [] }>();
const { t } = useWords();
const { keep, used, remarks } = useRemarks();
const { problem, busy, attempt } = useAttempt();
const picking = ref(false);
const field = ref<Focusable | null>(null);
const canKeep = computed(() => words.value.trim() !== '' && !remarks.value.some((one) => one.text === words.value.trim()));
const keepIt = () => attempt(() => keep(words.value.trim(), { criterion: props.about }));
async function leavePicker(): Promise<void> {
  picking.value = false;
  await nextTick();
  field.value?.focus();
}
async function picked(remark: SavedRemark): Promise<void> {
  used(remark.id);
  emit('uses', remark.id);
  words.value = words.value.trim() === '' ? remark.text : `${words.value.trimEnd()} ${remark.text}`;
  await leavePicker();
}
function key(event: KeyboardEvent): void {
  const { selectionStart, value } = event.target as HTMLTextAreaElement;
  if (event.key !== ';' || !/(^|\s)$/.test(value.slice(0, selectionStart))) return;
  event.preventDefault();
  picking.value = true;
}
</script>

<template>
  <div>
    <Textarea
      ref="field"
      v-model:value="words"
      :aria-label="label"
      :placeholder="t('quizAcross.remark')"
      :maxlength="5000"
      :auto-size="{ minRows: 1, maxRows: 5 }"
      dir="auto"
      @keydown="key"
      @blur="emit('left')"
    />
    <RemarkPicker v-if="picking" class="picking" :criterion="about" @pick="picked" @close="leavePicker" />
    <p class="row wrap small">
      <Button type="link" size="small" @mousedown.prevent="picking = true"
        ><span class="key">;</span> {{ t('desk.savedRemarks', { n: remarks.length }) }}</Button
      ><Button v-if="canKeep" type="link" size="small" :disabled="busy" @click="keepIt">{{ t('notes.keep') }}</Button>
    </p>
    <ProblemNote :problem="problem" />
  </div>
</template>
