<script setup lang="ts">
/** A display wall as a family sees it: pieces and what was said about them, under the names that the class is shown. */
import { Button } from 'ant-design-vue';
import type { RichText } from '@jolly/core';
import { reactive } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { WallPaper } from '../walls';
import { useFamilyWords } from './use-family';

const props = defineProps<{ wallId: string }>();
const { t } = useFamilyWords();
const { state, value, reload } = useLoad(() => ask('GET /api/walls/:wallId', { params: { wallId: props.wallId } }));
/** the whole of pieces that were asked for, by piece */
const whole = reactive(new Map<string, RichText[]>());
async function read(wallPieceId: string): Promise<void> {
  const { text, sheets } = await ask('GET /api/walls/:wallId/pieces/:wallPieceId', { params: { wallId: props.wallId, wallPieceId } });
  whole.set(wallPieceId, [...(text ? [text] : []), ...sheets.map((one) => one.text)]);
}
</script>

<template>
  <LoadGate :state="state" :why="t('family.problems.other')" @retry="reload">
    <template v-if="value">
      <p v-if="value.wall.prompt" dir="auto">{{ value.wall.prompt }}</p>
      <p v-if="value.pieces.length === 0" class="muted">{{ t('family.wallEmpty') }}</p>
      <WallPaper
        v-for="piece in value.pieces"
        :key="piece.id"
        class="piece"
        whole
        :piece="whole.has(piece.id) ? { ...piece, excerpt: '' } : piece"
        :whose="piece.by.join(', ') || piece.title"
        :about="value.wall.assignmentId === null && piece.by.length > 0 ? piece.title : undefined"
      >
        <RichTextView v-for="(text, index) in whole.get(piece.id) ?? []" :key="index" :text="text" />
        <Button v-if="piece.more && !whole.has(piece.id)" size="small" @click="read(piece.id).catch(() => reload())">{{
          t('family.wallRead')
        }}</Button>
        <p v-for="one in piece.remarks" :key="one.id" class="small said" dir="auto">
          <strong>{{ t(`family.wallKinds.${one.kind}`) }}</strong> {{ one.text }}
          <span v-if="one.by" class="muted">{{ one.by }}</span>
        </p>
      </WallPaper>
    </template>
  </LoadGate>
</template>

<style scoped>
.piece {
  margin-block: 12px;
}
.said {
  margin: 6px 0 0;
}
</style>
