<script setup lang="ts">
/** Where students are typed or pasted, or a file is dropped; what it would do is shown on a page of its own. */
import { Button, Textarea } from 'ant-design-vue';
import { computed, ref, watch } from 'vue';
import { useT } from '../../i18n/use-t';
import { useRoute, useRouter } from 'vue-router';
import { useScope } from '../termline';
import { table } from './bring-in';
import FileButton from '../../ui/FileButton.vue';
import type { Focusable } from '../../ui/focus-first';
import FieldForm from '../../ui/FieldForm.vue';

const props = defineProps<{ classId: string; shut: boolean }>();
const { t } = useT();
const router = useRouter();
const route = useRoute();
const names = ref<Focusable | null>(null);
const scope = useScope();
const typed = ref('');
const over = ref(false);
// From the strip of a new class: the field comes into sight with the cursor in it. The word goes from the address again, so
// that a second press does it again.
watch(
  [names, () => route.query.add],
  ([field, add]) => {
    if (!field || add === undefined) return;
    document.getElementById('names')?.scrollIntoView({ block: 'center' });
    field.focus();
    const { add: _, ...query } = route.query;
    void router.replace({ query });
  },
  { flush: 'post' },
);
const lines = computed(() => typed.value.split('\n').filter((line) => line.trim() !== '').length);

function show(name: string | null, blob: Blob): void {
  table.value = { classId: props.classId, name, blob };
  void router.push({ path: `/class/${props.classId}/bring-in`, query: scope.kept.value });
}
const showTyped = () => show(null, new Blob([typed.value], { type: 'text/plain' }));
const take = ([file]: File[]) => file && show(file.name, file);
function drop(event: DragEvent): void {
  over.value = false;
  take([...(event.dataTransfer?.files ?? [])]);
}
</script>

<template>
  <FieldForm
    class="sheet box"
    :class="{ over }"
    @send="showTyped"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="drop"
  >
    <h2>
      <label for="names">{{ t('class.addStudents') }}</label>
    </h2>
    <p id="names-hint" class="muted small">{{ t('bringIn.hint') }}</p>
    <Textarea
      id="names"
      ref="names"
      v-model:value="typed"
      :auto-size="{ minRows: 4, maxRows: 12 }"
      dir="auto"
      aria-describedby="names-hint"
      :disabled="shut"
      class="names"
    />
    <div class="row wrap">
      <Button :type="lines > 0 ? 'primary' : 'default'" html-type="submit" :disabled="lines === 0 || shut">{{ t('bringIn.look') }}</Button>
      <FileButton accept=".csv,.tsv,.txt,.xlsx,.ods,.zip" :disabled="shut" @files="take">{{ t('bringIn.file') }}</FileButton>
    </div>
    <p class="muted small kinds">{{ t('bringIn.kinds') }}</p>
  </FieldForm>
</template>

<style scoped>
.box {
  padding: 16px 18px;
}
.over {
  outline: 3px dashed var(--now);
  outline-offset: -3px;
}
.names {
  margin-block: 8px;
  resize: vertical;
}
.file:focus-within {
  outline: 3px solid var(--focus);
  outline-offset: 2px;
}
.kinds {
  margin-block-start: 8px;
}
</style>
