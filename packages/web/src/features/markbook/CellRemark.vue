<script setup lang="ts">
/** The overall remark of the cell that is looked at: read beside its story, written in a small field, returned like any other. */
import { Button, Input } from 'ant-design-vue';
import { isBlank, plainText, textOf, type BookCell, type RichText } from '@jolly/core';
import { computed, nextTick, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useLatest } from '../../api/use-latest';
import { useWords } from '../../ui/use-words';
import type { Focusable } from '../../ui/focus-first';
import FieldForm from '../../ui/FieldForm.vue';

const LOOK_AFTER_MS = 250;
const props = defineProps<{
  assignmentId: string;
  studentId: string;
  me: string;
  title: string;
  cell: BookCell;
  locked: boolean;
  hold: (text: string) => Promise<boolean>;
}>();
const emit = defineEmits<{ left: [] }>();
const { t } = useWords();

const remark = ref<RichText | null>(null);
const said = computed(() => (remark.value && !isBlank(remark.value) ? plainText(remark.value).trim() : ''));
/** more than plain words would be lost in a field of plain words */
const rich = computed(() => said.value !== '' && JSON.stringify(textOf(said.value)) !== JSON.stringify(remark.value));
const load = async (): Promise<RichText | null> => {
  if (!props.cell.score) return null;
  const { row } = await ask('GET /api/assignments/:assignmentId/pieces/:studentId', {
    params: { assignmentId: props.assignmentId, studentId: props.studentId },
  });
  return row.score?.remark ?? null;
};
/** A failed look leaves the remark as it was: the next cell asks again. */
const look = (): Promise<RichText | null> => load().catch(() => remark.value);
// Whoever goes over many cells with the arrows asks for none of them.
const asked = useLatest(LOOK_AFTER_MS, (found: RichText | null) => (remark.value = found));
watch(
  () => props.cell.version,
  () => asked.ask(look),
  { immediate: true },
);

// What was typed and is not held yet survives another cell and a closed tab.
const key = `jolly-remark ${props.me} ${props.assignmentId} ${props.studentId}`;
const typed = ref<string | null>(localStorage.getItem(key));
watch(typed, (text) => (text === null ? localStorage.removeItem(key) : localStorage.setItem(key, text)));
const field = ref<Focusable | null>(null);
const busy = ref(false);
async function begin(): Promise<void> {
  if (props.locked) return;
  remark.value = await look();
  if (rich.value) return;
  typed.value ??= said.value;
  await nextTick();
  field.value?.focus();
}
async function send(): Promise<void> {
  const sent = typed.value;
  if (busy.value || sent === null) return;
  busy.value = true;
  const isHeld = sent.trim() === said.value || (await props.hold(sent));
  busy.value = false;
  // What was typed on meanwhile is not held yet, so the field stays.
  if (!isHeld || typed.value !== sent) return;
  typed.value = null;
  emit('left');
}
function leave(): void {
  typed.value = null;
  emit('left');
}
/** The keys of the grid around it are not meant here. */
function pressed(event: KeyboardEvent): void {
  event.stopPropagation();
  if (event.key !== 'Escape') return;
  event.preventDefault();
  leave();
}
defineExpose({ begin });
</script>

<template>
  <FieldForm v-if="typed !== null" lies="row" class="remark" @send="send">
    <Input
      ref="field"
      v-model:value="typed"
      :maxlength="4000"
      dir="auto"
      :aria-label="title"
      :placeholder="t('desk.remarkPlaceholder')"
      class="grow"
      @keydown="pressed"
    />
    <span class="muted small nowrap">{{ t('book.cell.remarkHint') }}</span>
  </FieldForm>
  <p v-else class="row remark">
    <span class="grow clip" dir="auto"
      ><template v-if="said !== ''">“{{ said }}”</template></span
    ><span v-if="rich" class="muted small">{{ t('book.cell.remarkRich') }}</span
    ><Button v-else-if="!locked" type="link" :aria-label="title" @click="begin">
      {{ t('book.cell.remark') }} <span class="key">{{ '⇧ F2' }}</span>
    </Button>
  </p>
</template>

<style scoped>
.remark {
  margin: 0;
  min-block-size: 28px;
}
.remark .ant-input {
  min-height: 28px;
  padding-block: 2px;
}
.nowrap {
  white-space: nowrap;
}
</style>
