<script setup lang="ts">
/** A notice as a student reads it: its paper, hands to raise, answers. It counts as read once it has been in sight. */
import { Button } from 'ant-design-vue';
import type { MyHands, ReadNotice } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import ClassSquare from '../../ui/ClassSquare.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';
import HandsBox from './HandsBox.vue';
import NoticeAnswers from './NoticeAnswers.vue';
import NoticePaper from './NoticePaper.vue';
import { useInSight } from './use-in-sight';

const props = defineProps<{ notice: ReadNotice }>();
const emit = defineEmits<{ seen: []; hand: [MyHands]; gone: [] }>();
const { t, count, when } = useWords();
const { problem, busy, attempt } = useAttempt();
const foot = ref<HTMLElement | null>(null);
useInSight(foot, () => emit('seen'));
const open = ref(false);
const takeDown = () =>
  attempt(async () => {
    await ask('DELETE /api/my/notices/:noticeId', { params: { noticeId: props.notice.id } });
    emit('gone');
  });
</script>

<template>
  <NoticePaper
    :said="notice"
    :others="notice.inOthers"
    :read-in="t('wording.readIn')"
    :attachments="notice.attachments"
    :spoken="notice.spoken"
    :marked="!notice.read || notice.pinned"
    :faint="notice.waits || notice.hidden !== null"
  >
    <template v-if="notice.hands" #hands
      ><HandsBox
        :notice-id="notice.id"
        :title="notice.title"
        :zone="notice.zone"
        :hands="notice.hands"
        @stored="(hands) => emit('hand', hands)"
    /></template>
    <template #facts>
      <span v-if="!notice.read && !notice.own" class="fresh">{{ t('notices.fresh') }}</span>
      <span class="row"
        ><ClassSquare :hue="notice.hue" /><span dir="auto">{{ notice.className }}</span></span
      >
      <span dir="auto">{{ notice.own ? t('notices.you') : notice.by }}</span>
      <span v-if="notice.showAt !== null">{{ when(notice.showAt, notice.zone) }}</span>
      <RouterLink
        v-if="notice.about"
        :to="notice.about.kind === 'handout' ? `/handouts/${notice.about.briefId}` : `/work/${notice.about.assignmentId}`"
        dir="auto"
        >{{ notice.about.title }}</RouterLink
      >
      <span v-if="notice.waits">{{ t('notices.ownWaits') }}</span>
      <span v-if="notice.hidden" class="alarm" dir="auto">{{ t('notices.ownTaken', { word: notice.hidden.word }) }}</span>
      <Button v-if="notice.takesAnswers || notice.answerCount > 0" type="link" size="small" :aria-expanded="open" @click="open = !open">{{
        notice.answerCount > 0 ? count('notices.answerCount', notice.answerCount) : t('notices.answer')
      }}</Button>
      <Button v-if="notice.own && !notice.hidden" type="link" size="small" :disabled="busy" @click="takeDown">{{
        t('notices.ownTakeDown')
      }}</Button>
    </template>
    <NoticeAnswers
      v-if="open"
      :notice-id="notice.id"
      :zone="notice.zone"
      :load="() => ask('GET /api/my/notices/:noticeId/answers', { params: { noticeId: notice.id } })"
      :write="
        notice.takesAnswers ? (body) => ask('POST /api/my/notices/:noticeId/answers', { params: { noticeId: notice.id }, body }) : null
      "
      may-begin
      :readers="t(`notices.answerFor.${notice.answers === 'class' ? 'class' : 'teacher'}`)"
    />
    <ProblemNote :problem="problem" />
    <span ref="foot"></span>
  </NoticePaper>
</template>

<style scoped>
.fresh {
  padding: 0 8px;
  border-radius: 9px;
  background: var(--surface-now);
  color: var(--text);
}
.row {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
</style>
