<script setup lang="ts">
/** One piece to do: what, until when, how much time is left, and the next act. */
import type { MyPiece } from '@jolly/server/contract';
import { computed } from 'vue';
import { now } from '../../api/client';
import SignalFlag from '../../ui/SignalFlag.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import LinkButton from '../../ui/LinkButton.vue';

const props = defineProps<{ piece: MyPiece; first: boolean }>();
const { t, count, points, soon, when } = useWords();
const { kept } = useScope();

const about = computed(() =>
  [
    t(`state.${props.piece.state}`),
    props.piece.className,
    props.piece.group ? t('work.inGroup', { name: props.piece.group }) : null,
    props.piece.how === 'inClass' ? t('work.inClass') : null,
    props.piece.points === null ? t('work.words') : count('common.points', Number(points(props.piece.points))),
  ]
    .filter(Boolean)
    .join(' · '),
);
const date = computed(() => {
  const { piece } = props;
  const { closes, opens } = piece.window;
  if (piece.againBy !== null)
    return {
      main: t('work.againBy', { when: when(piece.againBy, piece.zone) }),
      sub: piece.againBy < now() ? '' : soon(piece.againBy, piece.zone, now()),
      alarm: piece.overdue,
    };
  const { due } = piece.window;
  const day = due === null ? t('common.noDue') : when(due, piece.zone);
  if (piece.state === 'missing')
    return {
      main: closes === null ? t('assignment.stillAccepted') : t('work.closesIn', { soon: soon(closes, piece.zone, now()) }),
      sub: [
        t('work.wasDue', { when: day }),
        piece.lateNow ? t('work.lateNow', { n: points(piece.lateNow), max: points(piece.points ?? 0) }) : '',
      ]
        .filter(Boolean)
        .join(' · '),
      alarm: true,
    };
  if (piece.state === 'notOpen' && opens !== null)
    return {
      main: t('work.opensOn', { when: when(opens, piece.zone) }),
      sub: due === null ? '' : t('common.due', { when: day }),
      alarm: false,
    };
  return {
    main: day,
    sub: [piece.ownDates ? t('work.yourDate') : '', due === null || due < now() ? '' : soon(due, piece.zone, now())]
      .filter(Boolean)
      .join(' · '),
    alarm: false,
  };
});
/** How much of the time from issue to due is gone, in percent. */
const gone = computed(() => {
  const {
    issuedAt,
    againBy,
    window: { due: usual, opens },
  } = props.piece;
  const due = againBy ?? usual;
  if (due === null || props.piece.state === 'missing') return null;
  const from = opens ?? issuedAt;
  return due <= from ? 100 : Math.min(100, Math.max(0, (100 * (now() - from)) / (due - from)));
});
const act = computed(() =>
  props.piece.how === 'inClass' || props.piece.state === 'notOpen'
    ? 'look'
    : props.piece.state === 'sentBack'
      ? 'open'
      : props.piece.begun
        ? 'goOn'
        : 'start',
);
</script>

<template>
  <article class="sheet card" :style="{ '--own': `var(--hue-${piece.hue})` }">
    <div class="grow">
      <h3 dir="auto">{{ piece.title }}</h3>
      <p class="muted small about">
        <SignalFlag :state="piece.state" /> {{ about
        }}<span v-if="piece.unread > 0" class="unread">{{ count('talk.unread', piece.unread) }}</span>
      </p>
    </div>
    <div class="date">
      <p :class="{ alarm: date.alarm }">
        <strong>{{ date.main }}</strong>
      </p>
      <p v-if="date.sub" class="muted small">{{ date.sub }}</p>
      <div v-if="gone !== null" class="bar" aria-hidden="true"><i :style="{ inlineSize: `${gone}%` }" /></div>
    </div>
    <LinkButton :type="first ? 'primary' : 'default'" class="act" :to="{ path: `/work/${piece.assignmentId}`, query: kept }"
      >{{ t(`work.${act}`) }}<span class="hidden-text">: {{ piece.title }}</span></LinkButton
    >
  </article>
</template>

<style scoped>
.card {
  position: relative;
  display: flex;
  align-items: center;
  gap: 16px;
  padding: 12px 16px 12px 20px;
  margin-block-end: 10px;
  overflow: hidden;
}
.card::before {
  content: '';
  position: absolute;
  inset-block: 0;
  inset-inline-start: 0;
  width: 7px;
  background: var(--own);
}
.card h3 {
  font-size: 17px;
  overflow-wrap: anywhere;
}
.about {
  display: flex;
  align-items: center;
  gap: 6px;
  flex-wrap: wrap;
}
.unread {
  padding: 0 8px;
  border-radius: 9px;
  background: var(--surface-now);
  color: var(--text);
}
.date {
  width: 190px;
  flex: none;
}
.bar {
  height: 6px;
  border-radius: 2px;
  background: var(--surface-2);
  margin-block-start: 5px;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--own);
  border-radius: 2px;
}
.act {
  width: 110px;
}
@media (max-width: 640px) {
  .card {
    flex-wrap: wrap;
    gap: 8px 12px;
  }
  .card > .grow {
    flex-basis: 100%;
  }
  .date {
    flex: 1;
    width: auto;
  }
  .act {
    width: 96px;
  }
}
</style>
