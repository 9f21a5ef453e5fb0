<script setup lang="ts">
/** The address under which news readers and the school's own pages find what a class's notices say to all of it. */
import { Button, Input } from 'ant-design-vue';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ classId: string }>();
const { t } = useWords();
const params = () => ({ classId: props.classId });
const { value: feed } = useLoad(() => ask('GET /api/classes/:classId/notices/feed', { params: params() }));
const { problem, busy, attempt } = useAttempt();
const copied = ref(false);
const renew = () =>
  attempt(async () => {
    feed.value = await ask('POST /api/classes/:classId/notices/feed', { params: params() });
    copied.value = false;
  });
const end = () =>
  attempt(async () => {
    await ask('DELETE /api/classes/:classId/notices/feed', { params: params() });
    feed.value = { address: null };
  });
const copy = () =>
  navigator.clipboard.writeText(feed.value?.address ?? '').then(
    () => (copied.value = true),
    () => undefined,
  );
</script>

<template>
  <section v-if="feed" class="stack">
    <h3>{{ t('notices.feed') }}</h3>
    <p class="muted small">{{ t('notices.feedWhy') }}</p>
    <template v-if="feed.address">
      <Input
        readonly
        :value="feed.address"
        :aria-label="t('notices.feedAddress')"
        dir="ltr"
        @focus="($event.target as HTMLInputElement).select()"
      />
      <div class="row wrap">
        <Button @click="copy">{{ t(copied ? 'common.calendar.copied' : 'common.calendar.copy') }}</Button><Button
          :disabled="busy"
          @click="renew"
          >{{ t('common.calendar.renew') }}</Button
        ><Button :disabled="busy" @click="end">{{ t('notices.feedEnd') }}</Button>
      </div>
    </template>
    <div v-else>
      <Button :disabled="busy" @click="renew">{{ t('common.calendar.make') }}</Button>
    </div>
    <ProblemNote :problem="problem" />
  </section>
</template>
