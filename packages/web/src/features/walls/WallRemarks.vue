<script setup lang="ts">
/** Remarks on a piece, each by what it is; a teacher hides one or shows it again, its author takes it back. */
import { Button } from 'ant-design-vue';
import type { WallRemark } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';

defineProps<{ remarks: readonly WallRemark[]; teacher?: boolean; busy?: boolean }>();
const emit = defineEmits<{ judge: [remark: WallRemark, shown: boolean]; unsay: [remark: WallRemark] }>();
const { t } = useWords();
</script>

<template>
  <ul class="plain remarks">
    <li v-for="one in remarks" :key="one.id" :class="{ kept: one.waits || one.hidden }">
      <p dir="auto">
        <strong class="kind">{{ t(`walls.kinds.${one.kind}`) }}</strong> {{ one.text }}
      </p>
      <p class="row small muted">
        <span class="grow" dir="auto">{{ one.own ? t('walls.mine') : one.by || t('walls.noName') }}</span>
        <template v-if="teacher">
          <Button
            v-if="one.waits"
            type="primary"
            size="small"
            :disabled="busy"
            :aria-label="t('walls.yesOf', { name: one.by })"
            @click="emit('judge', one, true)"
            >{{ t('walls.yes') }}</Button
          >
          <Button v-if="one.hidden" type="link" size="small" :disabled="busy" @click="emit('judge', one, true)">{{
            t('walls.showAgain')
          }}</Button>
          <Button
            v-else
            type="link"
            size="small"
            :disabled="busy"
            :aria-label="t('walls.hideOf', { name: one.by })"
            @click="emit('judge', one, false)"
            >{{ t('walls.hide') }}</Button
          >
        </template>
        <Button v-else-if="one.own" type="link" size="small" :disabled="busy" @click="emit('unsay', one)">{{ t('walls.unsay') }}</Button>
      </p>
      <p v-if="one.hidden" class="small" dir="auto">
        {{ one.hidden.word ? t('walls.hiddenWord', { word: one.hidden.word }) : t('walls.hidden') }}
      </p>
      <p v-else-if="one.waits && !teacher" class="small">{{ t('walls.waits') }}</p>
    </li>
  </ul>
</template>

<style scoped>
li {
  padding: 8px 0;
  border-block-start: 1px solid var(--line-2);
  overflow-wrap: anywhere;
}
p {
  margin: 0;
}
.kind {
  font-family: var(--font-head);
}
.kept {
  padding-inline-start: 10px;
  border-inline-start: 3px solid var(--now);
}
</style>
