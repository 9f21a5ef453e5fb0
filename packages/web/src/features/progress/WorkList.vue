<script setup lang="ts">
/** Every piece of what is looked at, newest first: date, flag, title, score. */
import type { ProgressPiece, StudentProgressReply } from '@jolly/server/contract';
import { computed } from 'vue';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import { useProgressWords } from './use-progress-words';

const props = defineProps<{ standing: StudentProgressReply; own: boolean }>();
const { t, points, day } = useWords();
const { workText } = useProgressWords();
const { kept } = useScope();
const dateOf = ({ window, belongs }: ProgressPiece) => window.due ?? belongs;
const pieces = computed(() => [...props.standing.pieces].sort((a, b) => dateOf(b) - dateOf(a)));
const zone = computed(() => props.standing.of.zone);
const address = (id: string) => ({ path: props.own ? `/work/${id}` : `/marking/${id}/${props.standing.student.id}`, query: kept.value });
</script>

<template>
  <section>
    <h2>{{ t('progress.work') }}</h2>
    <p v-if="pieces.length === 0" class="muted">{{ t('progress.workNone') }}</p>
    <ul v-else class="plain">
      <li v-for="piece in pieces" :key="piece.id">
        <RouterLink class="piece" :to="address(piece.id)">
          <span class="muted small date">{{ day(dateOf(piece), zone) }}</span>
          <SignalFlag :state="piece.state!" :label="t(`state.${piece.state!}`)" />
          <span class="grow"
            ><strong dir="auto">{{ piece.title }}</strong
            ><span class="muted small state"
              >{{ t(`state.${piece.state!}`)
              }}<template v-if="workText(piece, zone, own)"> · {{ workText(piece, zone, own) }}</template></span
            ></span
          >
          <span class="score" :class="{ muted: piece.effective === null }">{{
            piece.state === 'excused'
              ? '–'
              : piece.points === null
                ? piece.effective === null
                  ? ''
                  : points(piece.effective)
                : piece.effective === null
                  ? t('desk.outOf', { n: points(piece.points) })
                  : `${points(piece.effective)} / ${points(piece.points)}`
          }}</span>
        </RouterLink>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  margin-block-end: 4px;
}
.piece {
  display: flex;
  gap: 12px;
  align-items: center;
  padding-block: 7px;
  border-block-end: 1px solid var(--line);
  text-decoration: none;
}
.piece:hover strong {
  text-decoration: underline;
}
.date {
  inline-size: 82px;
  flex: none;
}
.state {
  display: block;
}
.score {
  font-weight: 650;
  white-space: nowrap;
}
@media (max-width: 480px) {
  .date {
    inline-size: 62px;
  }
}
</style>
