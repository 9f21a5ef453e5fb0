<script setup lang="ts">
/** A wall: what hangs on it, and opening a piece. The same for teachers and students; what each may do comes with the reply. */
import { Button } from 'ant-design-vue';
import { WALL_REMARK_KINDS } from '@jolly/core';
import type { WallPiece, WallReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import ActMenu from '../../ui/ActMenu.vue';
import { useWords } from '../../ui/use-words';
import WallPaper from './WallPaper.vue';
import WallPieceSheet from './WallPieceSheet.vue';

const props = defineProps<{ reply: WallReply; teacher: boolean; busy: boolean }>();
const emit = defineEmits<{
  taken: [WallReply];
  judge: [remarkId: string, shown: boolean];
  judgePiece: [piece: WallPiece, shown: boolean];
  unsay: [remarkId: string];
}>();
const { t, count } = useWords();
const openedId = ref<string | null>(null);
// Taken back while it is read, a piece is gone from the sheet too.
const opened = computed(() => props.reply.pieces.find((one) => one.id === openedId.value) ?? null);
const whose = (piece: WallPiece) => (piece.own && !props.teacher ? t('walls.mine') : piece.by.join(', ') || piece.title);
const saidOf = (piece: WallPiece) =>
  WALL_REMARK_KINDS.flatMap((kind) => {
    const n = piece.remarks.filter((one) => one.kind === kind && !one.waits && !one.hidden).length;
    return n === 0 ? [] : [count(`walls.counts.${kind}`, n)];
  });
const actsOf = (piece: WallPiece) =>
  piece.hidden
    ? [{ title: t('walls.showAgain'), press: () => emit('judgePiece', piece, true) }]
    : [{ title: t('walls.hidePiece'), press: () => emit('judgePiece', piece, false) }];
</script>

<template>
  <p v-if="reply.pieces.length === 0" class="note">{{ t(teacher ? 'walls.emptyTeacher' : 'walls.empty') }}</p>
  <div v-else class="wall">
    <WallPaper
      v-for="piece in reply.pieces"
      :key="piece.id"
      :piece="piece"
      :whose="whose(piece)"
      :printed="piece.shownAs.join(', ') || piece.title"
      :about="reply.wall.assignmentId === null && whose(piece) !== piece.title ? piece.title : undefined"
    >
      <template #acts
        ><span v-if="teacher" class="no-print"
          ><ActMenu small :title="t('walls.acts')" :label="t('walls.actsOf', { name: whose(piece) })" :acts="actsOf(piece)" /></span
      ></template>
      <p v-if="piece.hidden" class="small" dir="auto">
        {{ piece.hidden.word ? t('walls.hiddenWord', { word: piece.hidden.word }) : t('walls.hidden') }}
      </p>
      <p class="row wrap foot small">
        <span class="grow muted">{{ saidOf(piece).join(' · ') }}</span><Button
          class="no-print"
          size="small"
          :aria-label="t('walls.readOf', { name: whose(piece) })"
          @click="openedId = piece.id"
          >{{ t('walls.read') }}</Button
        >
      </p>
    </WallPaper>
  </div>
  <WallPieceSheet
    v-if="opened"
    :key="opened.id"
    :wall="reply.wall"
    :piece="opened"
    :whose="whose(opened)"
    :teacher="teacher"
    :may-remark="reply.mayRemark"
    :busy="busy"
    @close="openedId = null"
    @taken="(next) => emit('taken', next)"
    @judge="(id, shown) => emit('judge', id, shown)"
    @unsay="(id) => emit('unsay', id)"
  />
</template>

<style scoped>
.wall {
  columns: 3 300px;
  column-gap: 18px;
}
.wall > :deep(.hung) {
  margin-block-end: 18px;
}
.foot {
  margin: 8px 0 0;
}
</style>
