<script setup lang="ts">
/** What students may hand in, of several kinds, or nothing: it is done in class. */
import type { BriefBody, HandInKind } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';

defineProps<{ locked: boolean }>();
const body = defineModel<BriefBody>({ required: true });
const { t } = useWords();
const KINDS: readonly HandInKind[] = ['text', 'files', 'photos', 'drawing', 'recording', 'link'];

function toggle(kind: HandInKind): void {
  const { how, accepts } = body.value;
  body.value.how = 'handIn';
  if (how === 'inClass') body.value.accepts = [kind];
  else
    body.value.accepts =
      accepts.includes(kind) && accepts.length > 1 ? accepts.filter((one) => one !== kind) : [...new Set([...accepts, kind])];
}
function inClass(): void {
  body.value.how = 'inClass';
  body.value.accepts = [];
}
</script>

<template>
  <div class="row wrap" role="group" :aria-label="t('compose.handIn')">
    <button
      v-for="kind in KINDS"
      :key="kind"
      type="button"
      class="chip"
      :aria-pressed="body.how === 'handIn' && body.accepts.includes(kind)"
      :disabled="locked"
      @click="toggle(kind)"
    >
      {{ t(`compose.kinds.${kind}`) }}
    </button>
    <button type="button" class="chip" :aria-pressed="body.how === 'inClass'" :disabled="locked" @click="inClass">
      {{ t('compose.kinds.inClass') }}
    </button>
  </div>
</template>

<style scoped>
.chip {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
