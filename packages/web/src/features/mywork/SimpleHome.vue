<script setup lang="ts">
/** The simple view's first page: one piece at a time, what is due first, then what came back. */
import { Button } from 'ant-design-vue';
import type { MyPiece } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask, now } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LinkButton from '../../ui/LinkButton.vue';
import ListenButton from '../../ui/ListenButton.vue';
import LoadGate from '../../ui/LoadGate.vue';
import SignPicture, { type Sign } from '../../ui/SignPicture.vue';
import { useWords } from '../../ui/use-words';
import { AskedNow } from '../live-questions';
import { NoticesStrip } from '../notices';
import JoiningBox from './JoiningBox.vue';

const { t, soon } = useWords();
const { state, value, why, reload } = useLoad(() => ask('GET /api/my/work'));
const dueOf = (piece: MyPiece) => piece.againBy ?? piece.window.due ?? Infinity;
const things = computed(() => {
  const pieces = value.value?.pieces ?? [];
  const toDo = pieces
    .filter((piece) => (piece.place === 'doNow' || piece.place === 'next') && piece.state !== 'notOpen')
    .sort((a, b) => dueOf(a) - dueOf(b));
  const back = pieces
    .filter((piece) => piece.returned !== null && piece.returned.readAt === null && !toDo.includes(piece))
    .sort((a, b) => b.returned!.at - a.returned!.at);
  return [...toDo, ...back];
});
/** counts up when something was asked or put up in a class */
const beat = ref(0);
const at = ref(0);
const here = computed(() => things.value[Math.min(at.value, things.value.length - 1)] ?? null);
const place = computed(() => (here.value ? things.value.indexOf(here.value) : 0));
const isBack = computed(() => here.value?.returned != null && here.value.state !== 'sentBack');

function signOf({ how, accepts }: MyPiece): Sign {
  if (how === 'quiz') return 'quiz';
  if (how === 'inClass') return 'done';
  const of = { drawing: 'draw', photos: 'photo', recording: 'voice', text: 'write', files: 'file', link: 'file' } as const;
  return of[(['drawing', 'photos', 'recording', 'text', 'files', 'link'] as const).find((kind) => accepts.includes(kind)) ?? 'text'];
}
const until = computed(() => {
  if (!here.value || isBack.value) return '';
  const due = dueOf(here.value);
  if (due === Infinity) return '';
  return due < now() ? t('simple.late') : soon(due, here.value.zone, now());
});
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page simple-home">
      <JoiningBox @joined="reload" />
      <AskedNow @heard="beat += 1" />
      <template v-if="here">
        <section class="sheet card" :aria-label="here.title">
          <div class="picture" :style="{ background: `var(--hue-${here.hue})` }">
            <SignPicture :sign="isBack ? 'returned' : signOf(here)" />
          </div>
          <div class="what">
            <p class="muted" dir="auto">{{ here.className }}</p>
            <h1 dir="auto">{{ here.title }}</h1>
            <p v-if="isBack" class="good">{{ t('simple.isBack') }}</p>
            <p v-else-if="until" :class="{ alarm: here.overdue }">{{ until }}</p>
          </div>
          <ListenButton :recording="null" :words="`${here.title}. ${isBack ? t('simple.isBack') : until}`" />
          <LinkButton type="primary" class="open" :to="`/work/${here.assignmentId}`"
            ><span>{{ t(isBack ? 'simple.look' : 'simple.open') }}</span
            ><SignPicture sign="forward"
          /></LinkButton>
        </section>
        <nav v-if="things.length > 1" class="turn" :aria-label="t('simple.one', { a: place + 1, b: things.length })">
          <Button class="arrow" shape="circle" :disabled="place === 0" :aria-label="t('simple.before')" @click="at = place - 1"
            ><SignPicture sign="back"
          /></Button>
          <span class="dots" aria-hidden="true"
            ><span v-for="(one, index) in things" :key="one.assignmentId" class="dot" :class="{ on: index === place }"
          /></span>
          <Button
            class="arrow"
            shape="circle"
            :disabled="place === things.length - 1"
            :aria-label="t('simple.after')"
            @click="at = place + 1"
            ><SignPicture sign="forward"
          /></Button>
        </nav>
      </template>
      <section v-else class="sheet card none">
        <div class="picture calm"><SignPicture sign="done" /></div>
        <div class="what">
          <h1>{{ t('simple.nothing') }}</h1>
          <p>{{ t('simple.nothingMore') }}</p>
        </div>
      </section>
      <NoticesStrip :beat="beat" />
    </div>
  </LoadGate>
</template>

<style scoped>
.simple-home {
  max-inline-size: 720px;
  margin-inline: auto;
  display: grid;
  gap: 18px;
}
.card {
  display: grid;
  justify-items: center;
  gap: 18px;
  padding: 0 0 24px;
  overflow: hidden;
  text-align: center;
}
.picture {
  inline-size: 100%;
  block-size: 190px;
  display: grid;
  place-items: center;
  color: #fff;
}
.picture .sign {
  inline-size: 110px;
}
.calm {
  background: var(--good);
}
.what {
  padding-inline: 20px;
}
.what > * + * {
  margin-block-start: 6px;
}
h1 {
  font-size: 32px;
  overflow-wrap: anywhere;
}
.open.open {
  inline-size: calc(100% - 40px);
  max-inline-size: 420px;
  block-size: auto;
  min-block-size: 72px;
  font-size: 26px;
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 12px;
}
.open .sign {
  inline-size: 30px;
}
.turn {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.arrow.arrow {
  inline-size: 72px;
  block-size: 72px;
  padding: 18px;
}
.dots {
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 8px;
}
.dot {
  inline-size: 12px;
  block-size: 12px;
  border-radius: 3px;
  background: var(--line);
}
.dot.on {
  background: var(--act);
}
</style>
