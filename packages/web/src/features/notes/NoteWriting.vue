<script setup lang="ts">
/** A note that is being written: words, a saved remark, or said aloud. */
import { Button, Textarea } from 'ant-design-vue';
import type { KeptFile, SavedRemark } from '@jolly/server/contract';
import { computed, nextTick, ref } from 'vue';
import FieldForm from '../../ui/FieldForm.vue';
import type { Focusable } from '../../ui/focus-first';
import { useT } from '../../i18n/use-t';
import { SpokenField } from '../assignments';
import { RemarkPicker } from '../remarks';

const props = defineProps<{
  busy: boolean;
  /** pen marks need no words */ mayBeSilent: boolean;
  hasRemarks: boolean;
}>();
const text = defineModel<string>('text', { required: true });
const spoken = defineModel<KeptFile | null>('spoken', { default: null });
const emit = defineEmits<{ store: []; cancel: []; grown: []; remark: [string] }>();
const { t } = useT();
const field = ref<Focusable | null>(null);
const picking = ref(false);
const isEmpty = computed(() => text.value.trim() === '' && spoken.value === null && !props.mayBeSilent);

function picked(remark: SavedRemark): void {
  picking.value = false;
  text.value = text.value === '' || /\s$/.test(text.value) ? text.value + remark.text : `${text.value} ${remark.text}`;
  emit('remark', remark.id);
  void nextTick(() => field.value?.focus());
}
function key(event: KeyboardEvent): void {
  const { value, selectionStart } = event.target as HTMLTextAreaElement;
  const before = value.slice(0, selectionStart);
  if (event.key === ';' && (before === '' || /\s$/.test(before))) picking.value = true;
  else if (event.key === 'Enter' && !event.shiftKey) emit('store');
  else if (event.key === 'Escape') emit('cancel');
  else return;
  event.preventDefault();
  event.stopPropagation();
}
defineExpose({ focus: (options?: FocusOptions) => field.value?.focus(options) });
</script>

<template>
  <FieldForm lies="own" class="writing" @send="emit('store')">
    <label class="hidden-text" for="note-text">{{ t('notes.text') }}</label>
    <Textarea
      id="note-text"
      ref="field"
      v-model:value="text"
      :auto-size="{ minRows: 3, maxRows: 12 }"
      :maxlength="4000"
      dir="auto"
      :placeholder="t('notes.placeholder')"
      @keydown="key"
      @input="emit('grown')"
    />
    <RemarkPicker v-if="picking" class="picking" @pick="picked" @close="picking = false" />
    <SpokenField v-model="spoken" quiet />
    <div class="row">
      <Button type="primary" html-type="submit" :disabled="busy || isEmpty">{{ t('notes.store') }} <span class="key">↵</span></Button
      ><Button type="link" @click="emit('cancel')">{{ t('common.cancel') }}</Button
      ><Button v-if="hasRemarks" type="link" @click="picking = true">
        <span class="key">;</span><span class="hidden-text">{{ t('remarks.find') }}</span>
      </Button>
    </div>
  </FieldForm>
</template>

<style scoped>
.writing {
  background: var(--surface-now);
  border-inline-start: 4px solid var(--now);
  border-radius: 0 5px 5px 0;
  padding: 8px 10px;
  z-index: 3;
}
.writing > * + * {
  margin-block-start: 6px;
}
.picking {
  position: absolute;
  inset-inline: -60px 0;
  z-index: 5;
}
</style>
