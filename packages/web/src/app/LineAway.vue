<script setup lang="ts">
/** One line above everything while the server cannot be reached: what one sees, what becomes of what is written, and trying again. */
import { Alert, Button } from 'ant-design-vue';
import { computed } from 'vue';
import { askSession } from '../api/client';
import { lineAway } from '../api/last-seen';
import { useAttempt } from '../api/use-attempt';
import { useSession } from '../features/accounts';
import { useTermLine } from '../features/termline';
import { useWords } from '../ui/use-words';

const { t, when } = useWords();
const session = useSession();
const line = useTermLine();
const { busy, attempt } = useAttempt();
const says = computed(() => {
  const since = lineAway.value?.since ?? null;
  const words = [since === null ? t('common.away') : t('common.awaySince', { when: when(since, line.zone) })];
  if (session.me?.role === 'student') words.push(t('common.awayKept'));
  return words.join(' ');
});
</script>

<template>
  <Alert v-if="lineAway" class="away" banner type="warning" role="status" :message="says">
    <template #action>
      <Button type="link" :disabled="busy" @click="attempt(askSession)">{{ t('common.retry') }}</Button>
    </template>
  </Alert>
</template>

<style scoped>
.away {
  padding-inline: 20px;
}
</style>
