<script setup lang="ts">
/** The address under which news readers and the school's own pages find what a class's notices say to all of it. */
import { Button } from 'ant-design-vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import CopyField from '../../ui/CopyField.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ classId: string }>();
const { t } = useWords();
const params = () => ({ classId: props.classId });
const { value: feed } = useLoad(() => ask('GET /api/classes/:classId/notices/feed', { params: params() }));
const { problem, busy, attempt } = useAttempt();
const renew = () =>
  attempt(async () => {
    feed.value = await ask('POST /api/classes/:classId/notices/feed', { params: params() });
  });
const end = () =>
  attempt(async () => {
    await ask('DELETE /api/classes/:classId/notices/feed', { params: params() });
    feed.value = { address: null };
  });
</script>

<template>
  <section v-if="feed" class="stack">
    <h3>{{ t('notices.feed') }}</h3>
    <p class="muted small">{{ t('notices.feedWhy') }}</p>
    <CopyField v-if="feed.address" :value="feed.address" :label="t('notices.feedAddress')"
      ><Button :disabled="busy" @click="renew">{{ t('common.calendar.renew') }}</Button
      ><Button :disabled="busy" @click="end">{{ t('notices.feedEnd') }}</Button></CopyField
    >
    <div v-else>
      <Button :disabled="busy" @click="renew">{{ t('common.calendar.make') }}</Button>
    </div>
    <ProblemNote :problem="problem" />
  </section>
</template>
