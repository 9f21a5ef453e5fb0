<script setup lang="ts">
/** Notices for the families of a child's classes, in the family's language where the teacher wrote it, else said in which it is. */
import { Button } from 'ant-design-vue';
import type { ReadNotice } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { NoticePaper } from '../notices';
import NoticeSeen from './NoticeSeen.vue';
import { useFamilyWords } from './use-family';

const props = defineProps<{ childId: string }>();
const { t, when, refusedOf } = useFamilyWords();
const { problem, busy, attempt } = useAttempt();
const refused = refusedOf(problem);
const params = () => ({ studentId: props.childId });
const { value } = useLoad(() => ask('GET /api/family/children/:studentId/notices', { params: params() }));
const notices = computed(() => value.value ?? []);
const foreign = (one: ReadNotice) => one.wordsLanguage !== null && one.wordsLanguage !== one.language;
const seen = (one: ReadNotice) =>
  one.read ||
  void ask('POST /api/family/children/:studentId/notices/read', { params: params(), body: { noticeIds: [one.id] } }).catch(() => undefined);
const tick = (one: ReadNotice, isSeen: boolean) =>
  attempt(async () => {
    value.value = await ask('PUT /api/family/children/:studentId/notices/:noticeId/tick', {
      params: { ...params(), noticeId: one.id },
      body: { seen: isSeen },
    });
  });
</script>

<template>
  <section v-if="notices.length > 0">
    <div class="heading">
      <h2>{{ t('family.notices') }}</h2>
      <strong v-if="notices.some((one) => !one.read)" class="fresh">{{
        t('family.unread', { n: notices.filter((one) => !one.read).length })
      }}</strong>
    </div>
    <NoticePaper
      v-for="one in notices"
      :key="one.id"
      :said="one"
      :others="one.inOthers"
      :read-in="t('family.readIn')"
      :attachments="one.attachments"
      :spoken="one.spoken"
      :marked="!one.read || one.pinned"
    >
      <template #facts
        ><span dir="auto">{{ one.className }}</span
        ><span dir="auto">{{ one.by }}</span
        ><span v-if="one.showAt !== null">{{ when(one.showAt, one.zone) }}</span
        ><span v-if="one.about" dir="auto">{{ one.about.title }}</span
        ><span v-if="foreign(one)">{{ t(`family.writtenIn.${one.wordsLanguage!}`) }}</span></template
      >
      <p v-if="one.tick" class="row wrap tick">
        <template v-if="one.tick.at === null"
          ><span class="grow">{{ t('family.tickNotice') }}</span
          ><Button type="primary" :disabled="busy" @click="tick(one, true)">{{ t('family.tickGo') }}</Button></template
        ><template v-else
          ><span class="grow" role="status">{{ t('family.tickGiven', { when: when(one.tick.at, one.zone) }) }}</span
          ><Button type="link" :disabled="busy" @click="tick(one, false)">{{ t('family.tickTake') }}</Button></template
        >
      </p>
      <p v-if="one.tick && refused" class="note bad small" role="alert">{{ refused.title }}</p>
      <NoticeSeen @seen="seen(one)" />
    </NoticePaper>
  </section>
</template>

<style scoped>
.fresh {
  background: var(--now);
  color: #14262e;
  border-radius: 9px;
  padding: 0 8px;
  font-size: 13px;
}
</style>
