<script setup lang="ts">
/** Where one student stands in one class: the dial, the counts, and every piece. The same for teacher and student. */
import type { PieceState } from '@jolly/core';
import type { ProgressPiece, StudentProgressReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { localDayText } from '../../time/format';
import ClassSquare from '../../ui/ClassSquare.vue';
import CompassDial from '../../ui/CompassDial.vue';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useWords } from '../../ui/use-words';
import { useTrail } from '../assignments';
import { useScope } from '../termline';
import { useBearingWords } from './use-bearing-words';

const props = defineProps<{ standing: StudentProgressReply; own: boolean }>();
const { t, points, when, length, name } = useWords();
const trail = useTrail();
const { reasonText } = useBearingWords();
const { kept } = useScope();

const GROUPS: { key: 'missing' | 'coming' | 'waiting' | 'held' | 'returned' | 'excused'; states: PieceState[] }[] = [
  { key: 'missing', states: ['missing'] },
  { key: 'coming', states: ['sentBack', 'started', 'open', 'notOpen'] },
  { key: 'waiting', states: ['in', 'inLate', 'inClass'] },
  { key: 'held', states: ['scored'] },
  { key: 'returned', states: ['returned'] },
  { key: 'excused', states: ['excused'] },
];
const groups = computed(() => GROUPS.map(({ key, states }) => ({ key, pieces: props.standing.pieces.filter((piece) => states.includes(piece.state)) })).filter(({ pieces }) => pieces.length > 0));
const summary = computed(() => (['missing', 'coming', 'waiting', 'returned'] as const).map((key) => ({ key, n: props.standing.row[key] })));
const differing = computed(() => props.standing.pieces.filter((piece) => piece.trail.length > 0 || piece.exceptionReason));
const number = (text: string | null) => (text === null ? null : Number(text));
const zone = computed(() => props.standing.zone);
const address = (piece: ProgressPiece) => ({ path: props.own ? `/work/${piece.assignmentId}` : `/marking/${piece.assignmentId}/${props.standing.student.id}`, query: kept.value });
function detail(piece: ProgressPiece): string {
  const parts = [piece.window.due === null ? t('common.noDue') : t('common.due', { when: when(piece.window.due, zone.value) })];
  if (piece.lateBy > 0) parts.push(t('common.late', { length: length(piece.lateBy) }));
  if (piece.state === 'missing') parts.push(piece.stillAccepted ? t('assignment.stillAccepted') : t('assignment.closedNow'));
  if (piece.overdue) parts.push(t('assignment.overdue'));
  if (piece.state === 'returned' && !props.own) parts.push(piece.readAt === null ? t('progress.unread') : t('progress.read', { when: when(piece.readAt, zone.value) }));
  return parts.join(' · ');
}
</script>

<template>
  <article class="standing">
    <section class="stack">
      <div class="sheet card">
        <h2 dir="auto"><ClassSquare v-if="own" :hue="standing.hue" /> {{ own ? standing.className : name(standing.student) }}</h2>
        <p v-if="!own" class="muted small"><ClassSquare :hue="standing.hue" /> {{ standing.className }} · {{ t('progress.joined', { day: localDayText(standing.joined) }) }}<template v-if="standing.left"> · {{ t('progress.left', { day: localDayText(standing.left) }) }}</template></p>
        <CompassDial :percent="number(standing.row.standing.total)" :at-least="number(standing.row.standing.atLeast)" :at-most="number(standing.row.standing.atMost)" :label="t('progress.dial')" :empty="t(standing.row.standing.hasTotals ? 'progress.noScores' : 'progress.noTotals')" />
        <template v-if="standing.row.standing.possible > 0">
          <p v-if="standing.row.standing.band" class="middle"><strong dir="auto">{{ standing.row.standing.band }}</strong></p>
          <p class="small middle">{{ t('progress.dialAll', { a: points(standing.row.standing.earned), b: points(standing.row.standing.possible) }) }}</p>
          <p class="small muted middle">{{ t('progress.reach', { least: standing.row.standing.atLeast, most: standing.row.standing.atMost }) }}</p>
        </template>
      </div>
      <p v-if="!own && standing.row.standing.bearing !== 'noBearing'" class="bearing"><strong>{{ t(`bearing.${standing.row.standing.bearing}`) }}</strong><span v-for="reason in standing.row.standing.reasons" :key="reason.why" class="small reason">{{ reasonText(reason) }}</span></p>
      <dl class="counts"><template v-for="one in summary" :key="one.key"><dt>{{ t(`progress.${one.key}`) }}</dt><dd :class="{ alarm: one.key === 'missing' && one.n > 0 }">{{ one.n }}</dd></template></dl>
    </section>
    <section>
      <div v-for="group in groups" :key="group.key" class="group">
        <h3>{{ t(`progress.${group.key}`) }} <span class="muted small">{{ group.pieces.length }}</span></h3>
        <ul class="plain">
          <li v-for="piece in group.pieces" :key="piece.assignmentId">
            <RouterLink class="piece" :to="address(piece)">
              <SignalFlag :state="piece.state" :label="t(`state.${piece.state}`)" />
              <span class="grow"><strong dir="auto">{{ piece.title }}</strong><span class="muted small detail">{{ detail(piece) }}</span></span>
              <span class="score">{{ piece.points === null ? (piece.effective === null ? '' : points(piece.effective)) : piece.effective === null ? t('desk.outOf', { n: points(piece.points) }) : `${points(piece.effective)} / ${points(piece.points)}` }}</span>
            </RouterLink>
          </li>
        </ul>
      </div>
    </section>
    <section>
      <h3>{{ t('progress.dates') }}</h3>
      <div class="sheet differing">
        <p v-if="differing.length === 0" class="muted small">{{ t('progress.datesNone') }}</p>
        <div v-for="piece in differing" :key="piece.assignmentId" class="difference">
          <strong dir="auto">{{ piece.title }}</strong>
          <p v-if="piece.state === 'excused'" class="small">{{ t('state.excused') }}</p>
          <p v-for="one in trail.sentences(piece.trail, zone)" :key="one" class="small">{{ one }}</p>
          <p v-if="piece.exceptionReason && piece.trail.length === 0" class="muted small" dir="auto">{{ piece.exceptionReason }}</p>
        </div>
      </div>
    </section>
  </article>
</template>

<style scoped>
.standing { display: grid; grid-template-columns: 318px minmax(0, 1fr) 316px; gap: 24px; margin-block-end: 34px; }
.card { padding: 18px; }
.card h2 { overflow-wrap: anywhere; }
.reason { display: block; }
.middle { text-align: center; }
.counts { display: grid; grid-template-columns: 1fr auto; row-gap: 6px; margin-block-end: 0; }
.counts dd { margin: 0; font-weight: 650; text-align: end; }
.group { margin-block-end: 20px; }
.group h3, .standing > section > h3 { margin-block-end: 6px; }
.piece { display: flex; gap: 10px; align-items: flex-start; padding-block: 8px; border-block-end: 1px solid var(--line); text-decoration: none; }
.piece:hover strong { text-decoration: underline; }
.piece .flag { margin-block-start: 4px; }
.detail { display: block; }
.score { font-weight: 650; white-space: nowrap; }
.differing { padding: 12px 14px; }
.difference + .difference { margin-block-start: 12px; }
@media (max-width: 1000px) { .standing { grid-template-columns: minmax(0, 1fr); } }
</style>
