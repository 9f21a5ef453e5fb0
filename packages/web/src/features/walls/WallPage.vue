<script setup lang="ts">
/** A wall for its teachers: what waits for a yes first, then what hangs there, and everything that can be done with it. */
import { Button } from 'ant-design-vue';
import type { WallPiece } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { ask, download } from '../../api/client';
import LoadGate from '../../ui/LoadGate.vue';
import type { Act } from '../../ui/page-acts';
import PageActs from '../../ui/PageActs.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';
import { ClassFrame } from '../classes';
import { useScope } from '../termline';
import HideSheet from './HideSheet.vue';
import { useWall } from './use-wall';
import WallSheet from './WallSheet.vue';
import WallView from './WallView.vue';

const { t, count } = useWords();
const route = useRoute();
const scope = useScope();
const wallId = computed(() => String(route.params.wall));
const { state, value, why, reload, problem, busy, attempt, act } = useWall(wallId);
const params = () => ({ wallId: wallId.value });
const editing = ref(false);

const waiting = computed(() =>
  (value.value?.pieces ?? []).flatMap((piece) => piece.remarks.filter((one) => one.waits).map((remark) => ({ piece, remark }))),
);
const judge = (remarkIds: string[], shown: boolean, word = '') =>
  act(() => ask('PUT /api/walls/:wallId/remarks', { params: params(), body: { remarkIds, shown, word } }));
const judgePiece = (wallPieceId: string, shown: boolean, word = '') =>
  act(() => ask('PUT /api/walls/:wallId/pieces/:wallPieceId/verdict', { params: { ...params(), wallPieceId }, body: { shown, word } }));
const stand = (to: 'open' | 'closed' | 'down') =>
  act(() => {
    const { title, prompt, names, version } = value.value!.wall;
    return ask('PUT /api/walls/:wallId', { params: params(), body: { title, prompt, names, stand: to, version } });
  });

/** what is to be hidden, and whose it is */
const hiding = ref<{ name: string; remarkId: string } | { name: string; piece: WallPiece } | null>(null);
const nameOf = (remarkId: string) =>
  (value.value?.pieces ?? []).flatMap((piece) => piece.remarks).find((one) => one.id === remarkId)?.by ?? '';
const remarkJudged = (remarkId: string, shown: boolean) =>
  shown ? judge([remarkId], true) : void (hiding.value = { name: nameOf(remarkId), remarkId });
const pieceJudged = (piece: WallPiece, shown: boolean) =>
  shown ? judgePiece(piece.id, true) : void (hiding.value = { name: piece.by.join(', '), piece });
async function hide(word: string): Promise<void> {
  const what = hiding.value!;
  const done = 'piece' in what ? await judgePiece(what.piece.id, false, word) : await judge([what.remarkId], false, word);
  // What was typed stays where it could not be stored.
  if (done) hiding.value = null;
}
const save = () => attempt(() => download('GET /api/walls/:wallId/zip', 'wall.zip', { params: params() }));
const print = () => window.print();
const acts = computed<Act[]>(() => {
  const at = value.value?.wall.stand;
  return [
    { title: t('walls.edit'), press: () => (editing.value = true) },
    at === 'closed'
      ? { title: t('walls.open'), press: () => stand('open') }
      : { title: t('walls.close'), press: () => stand('closed'), disabled: at === 'down' },
    at === 'down'
      ? { title: t('walls.putUpAgain'), press: () => stand('open') }
      : { title: t('walls.takeDown'), press: () => stand('down') },
    { title: t('walls.print'), press: print },
  ];
});
</script>

<template>
  <ClassFrame>
    <LoadGate :state="state" :why="why" @retry="reload">
      <template v-if="value">
        <p class="small back no-print">
          <RouterLink :to="{ path: `/class/${value.wall.classId}/walls`, query: scope.kept.value }">{{ t('walls.all') }}</RouterLink>
        </p>
        <div class="heading">
          <h2 dir="auto">{{ value.wall.title }}</h2>
          <span class="muted small grow" dir="auto"
            >{{ count('walls.facts', value.pieces.length)
            }}<template v-if="value.wall.assignment"> · {{ t('walls.ofAssignment', { title: value.wall.assignment }) }}</template></span
          >
          <PageActs class="no-print" :more="t('walls.more')" :rest="acts"
            ><Button :disabled="busy" @click="save">{{ t('walls.save') }}</Button></PageActs
          >
        </div>
        <p v-if="value.wall.prompt" class="prompt" dir="auto">{{ value.wall.prompt }}</p>
        <p v-if="value.wall.stand !== 'open'" class="note">
          {{ t(value.wall.stand === 'closed' ? 'walls.closedNote' : 'walls.downNote') }}
        </p>
        <ProblemNote :problem="problem" />
        <section v-if="waiting.length > 0" class="sheet waiting no-print" :aria-label="t('walls.waitingTitle')">
          <div class="row">
            <h3 class="grow">{{ t('walls.waitingTitle') }}</h3>
            <Button
              v-if="waiting.length > 1"
              :disabled="busy"
              @click="
                judge(
                  waiting.map((one) => one.remark.id),
                  true,
                )
              "
              >{{ t('walls.yesAll', { n: waiting.length }) }}</Button
            >
          </div>
          <div v-for="{ piece, remark } in waiting" :key="remark.id" class="row one">
            <p class="grow" dir="auto">
              <strong>{{ t(`walls.kinds.${remark.kind}`) }}</strong> {{ remark.text }}<br /><span class="small muted"
                >{{ remark.by }} {{ t('walls.onPiece', { name: piece.by.join(', ') }) }}</span
              >
            </p>
            <Button type="primary" :disabled="busy" :aria-label="t('walls.yesOf', { name: remark.by })" @click="judge([remark.id], true)">{{
              t('walls.yes')
            }}</Button><Button
              :disabled="busy"
              :aria-label="t('walls.hideOf', { name: remark.by })"
              @click="remarkJudged(remark.id, false)"
              >{{ t('walls.hide') }}</Button
            >
          </div>
        </section>
        <WallView teacher :reply="value" :busy="busy" @taken="(next) => (value = next)" @judge="remarkJudged" @judge-piece="pieceJudged" />
        <WallSheet
          v-if="editing"
          :class-id="value.wall.classId"
          :wall="value.wall"
          :assignment-id="null"
          @close="editing = false"
          @stored="
            (next) => {
              value = next;
              editing = false;
            }
          "
        />
        <HideSheet v-if="hiding" :name="hiding.name" :problem="problem" :busy="busy" @hide="hide" @close="hiding = null" />
      </template>
    </LoadGate>
  </ClassFrame>
</template>

<style scoped>
.back {
  margin: 0 0 6px;
}
.prompt {
  max-width: 75ch;
  margin-block: 0 14px;
  font-family: var(--font-read);
}
.waiting {
  padding: 12px 16px;
  margin-block-end: 18px;
  border-inline-start: 4px solid var(--now);
}
h3 {
  font-size: 17px;
  margin: 0;
}
.one {
  padding-block: 8px;
  border-block-start: 1px solid var(--line-2);
  align-items: flex-start;
}
.one p {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
