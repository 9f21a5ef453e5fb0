<script setup lang="ts">
/** One piece of a portfolio: what it is, why it is there, how it begins, and what a teacher says of it. */
import { Button } from 'ant-design-vue';
import type { PortfolioPiece } from '@jolly/server/contract';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import { fileAddress, kindOf } from '../files';
import { useScope, useTermLine } from '../termline';

const props = defineProps<{
  piece: PortfolioPiece;
  /** the page of the work, if it is work that was handed in */
  to: string | null;
  /** may it be changed by whoever reads it? */
  mine: boolean;
}>();
const emit = defineEmits<{ remove: []; change: [] }>();
defineSlots<{ default?: () => unknown }>();
const { t, count, points, day } = useWords();
const line = useTermLine();
const { kept } = useScope();
const picture = computed(() => props.piece.files.find((file) => kindOf(file) === 'picture'));
const facts = computed(() => [
  props.piece.className,
  ...(props.piece.kind === 'work' ? [] : [t(`portfolio.kinds.${props.piece.kind}`)]),
  ...(props.piece.kind !== 'work' ? [day(props.piece.at, line.zone)] : []),
  ...(props.piece.handedInAt === null ? [] : [day(props.piece.handedInAt, line.zone)]),
  ...(props.piece.files.length > 0 ? [count('portfolio.files', props.piece.files.length)] : []),
]);
</script>

<template>
  <li class="sheet piece" :class="piece.stand">
    <div class="row">
      <RouterLink v-if="to !== null" class="row-link grow" :to="{ path: to, query: kept }" dir="auto">{{ piece.title }}</RouterLink><strong
        v-else
        class="grow"
        dir="auto"
        >{{ piece.title }}</strong
      ><strong v-if="piece.effective !== null && piece.points !== null">{{ points(piece.effective) }} / {{ points(piece.points) }}</strong
      ><span class="stand small">{{ t(`portfolio.stands.${piece.stand}`) }}</span>
    </div>
    <p class="small muted" dir="auto">{{ facts.join(' · ') }}</p>
    <p v-if="piece.why" class="note why" dir="auto">{{ piece.why }}</p>
    <p v-if="piece.excerpt" class="excerpt" dir="auto">{{ piece.excerpt }}</p>
    <img v-if="picture" :src="fileAddress(picture.id, 'inline')" :alt="picture.name" loading="lazy" />
    <ul v-if="piece.kind !== 'work'" class="plain small">
      <li v-for="file in piece.files.filter((one) => one.id !== picture?.id)" :key="file.id">
        <a :href="fileAddress(file.id, 'inline')" target="_blank" rel="noopener" dir="auto">{{ file.name }}</a>
      </li>
    </ul>
    <p v-if="piece.word" class="note" dir="auto">{{ t('portfolio.saidWith', { name: piece.saidBy, word: piece.word }) }}</p>
    <p class="row small muted">
      <span class="grow" dir="auto"
        >{{ piece.kind === 'work' ? t('portfolio.chosenBy', { name: piece.by }) : ''
        }}<template v-if="piece.stand === 'yes' && !piece.word && piece.saidBy !== piece.by">
          · {{ t('portfolio.stands.yes') }} {{ t('portfolio.saidBy', { name: piece.saidBy }) }}</template
        ></span
      ><Button
        v-if="mine && piece.kind !== 'work'"
        size="small"
        :aria-label="t('portfolio.changeOf', { title: piece.title })"
        @click="emit('change')"
        >{{ t('portfolio.change') }}</Button
      ><Button
        v-if="piece.removable"
        type="link"
        size="small"
        :aria-label="`${t('portfolio.remove')}: ${piece.title}`"
        @click="emit('remove')"
        >{{ t('portfolio.remove') }}</Button
      >
    </p>
    <slot />
  </li>
</template>

<style scoped>
.piece {
  padding: 14px 18px;
  margin-block-end: 12px;
}
.piece p {
  margin: 4px 0 0;
}
.stand {
  padding: 0 8px;
  border: 1px solid var(--line);
  border-radius: 9px;
  white-space: nowrap;
}
.waits .stand,
.back .stand {
  background: var(--surface-now);
}
.draft {
  border-style: dashed;
}
.why {
  margin-block-start: 8px !important;
}
.excerpt {
  font-family: var(--font-read);
  color: var(--text-2);
  overflow-wrap: anywhere;
  white-space: pre-line;
}
img {
  max-inline-size: 100%;
  max-block-size: 260px;
  margin-block: 8px;
  border: 1px solid var(--line);
  border-radius: 4px;
  display: block;
}
</style>
