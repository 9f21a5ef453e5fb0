<script setup lang="ts">
/** The way into a quiz from its piece: beginning it, going on in it, or looking at what one answered. */
import type { MyPieceReply } from '@jolly/server/contract';
import { computed } from 'vue';
import LinkButton from '../../ui/LinkButton.vue';
import { useT } from '../../i18n/use-t';

const props = defineProps<{ value: MyPieceReply }>();
const { t } = useT();
const act = computed(() => {
  const { state, begun } = props.value.piece;
  if (state === 'notOpen' || state === 'excused') return 'look';
  if (props.value.handIn !== null || state === 'returned') return 'answers';
  return state === 'sentBack' ? 'again' : begun ? 'goOn' : 'begin';
});
</script>

<template>
  <div class="stack box">
    <p class="muted small">{{ t('piece.quiz.is') }}</p>
    <LinkButton
      :type="act === 'look' || act === 'answers' ? 'default' : 'primary'"
      class="whole"
      :to="`/work/${value.piece.assignmentId}/quiz`"
      >{{ t(`piece.quiz.${act}`) }}</LinkButton
    >
  </div>
</template>

<style scoped>
.whole {
  inline-size: 100%;
}
</style>
