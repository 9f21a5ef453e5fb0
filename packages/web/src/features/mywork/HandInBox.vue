<script setup lang="ts">
/** Handing in: of what, what being late means, and what still stands in its way. */
import { Button } from 'ant-design-vue';
import { hasAskedFor, unmilli, type RichText } from '@jolly/core';
import type { MyPieceReply, WorkFile } from '@jolly/server/contract';
import { computed } from 'vue';
import { now } from '../../api/client';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  value: MyPieceReply;
  text: RichText;
  words: number;
  files: readonly WorkFile[];
  sheetsBegun: number;
  /** files that are still being sent */
  onTheWay: number;
  /** there is nothing to hand in */
  nothing: boolean;
  busy: boolean;
}>();
defineEmits<{ handIn: [] }>();
const { t, count, length, points } = useWords();
const piece = computed(() => props.value.piece);
const accepts = computed(() => piece.value.accepts);
const what = computed(() => {
  const parts = [
    props.words > 0 ? count('piece.whatWords', props.words) : '',
    props.sheetsBegun > 0 ? count('piece.whatSheets', props.sheetsBegun) : '',
    props.files.length > 0 ? count('piece.whatFiles', props.files.length) : '',
  ].filter(Boolean);
  return parts.length < 2 ? (parts[0] ?? '') : t('piece.and', { a: parts.slice(0, -1).join(', '), b: parts.at(-1) });
});
/** Something is there, but nothing of what the teacher asked for. */
const notAskedFor = computed(
  () =>
    !props.nothing &&
    props.sheetsBegun === 0 &&
    !hasAskedFor(accepts.value, {
      text: props.text,
      files: props.files.map((file) => file.mediaType),
      said: props.files.some((file) => file.answers !== null),
    }),
);
const pastDue = computed(() => piece.value.window.due !== null && piece.value.window.due < now());
</script>

<template>
  <section class="sheet hand-in stack">
    <p v-if="nothing" class="muted">{{ t('piece.notEnough') }}</p>
    <p v-else>{{ t(value.team ? 'piece.handInTeam' : 'piece.handInWhat', { what }) }}</p>
    <p v-if="notAskedFor" class="note">
      {{ t('piece.notAskedFor', { kinds: accepts.map((kind) => t(`compose.kinds.${kind}`)).join(', ') }) }}
    </p>
    <template v-if="value.lateNow">
      <p class="alarm">
        <strong>{{ t(value.lateNow.grows ? 'piece.lateNow' : 'piece.lateKept', { length: length(value.lateNow.lateBy) }) }}</strong>
      </p>
      <p class="small">
        {{
          value.lateNow.takenOff > 0
            ? t('piece.lateCost', { n: unmilli(value.lateNow.takenOff), max: points(piece.points ?? 0) })
            : t('piece.lateFree')
        }}
      </p>
    </template>
    <p v-else-if="piece.window.due !== null && !pastDue" class="good">{{ t('piece.onTime') }}</p>
    <p v-if="onTheWay > 0" class="small">{{ count('piece.onTheWay', onTheWay) }}</p>
    <Button type="primary" block :disabled="busy || nothing || onTheWay > 0" @click="$emit('handIn')">
      {{ t(value.team ? 'piece.handInAll' : 'piece.handIn') }}
    </Button>
  </section>
</template>

<style scoped>
.hand-in {
  padding: 16px 18px;
}
</style>
