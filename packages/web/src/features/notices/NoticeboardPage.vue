<script setup lang="ts">
/** The noticeboard of a class: what is up, what waits, what was said and shown by hands. */
import { Button } from 'ant-design-vue';
import type { StudentName } from '@jolly/core';
import type { EventReply, TeacherNotice } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import FoldedPart from '../../ui/FoldedPart.vue';
import LoadGate from '../../ui/LoadGate.vue';
import PageActs from '../../ui/PageActs.vue';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { ClassFrame, useClasses } from '../classes';
import { TwoWeeks } from '../dates';
import { titleOf } from './blank-notice';
import NoticeCard from './NoticeCard.vue';
import NoticeSettings from './NoticeSettings.vue';
import NoticeSheet from './NoticeSheet.vue';
import ReadersSheet from './ReadersSheet.vue';
import VotesSheet from './VotesSheet.vue';

const { t } = useWords();
const route = useRoute();
const router = useRouter();
const classes = useClasses();
const classId = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/classes/:classId/notices', { params: { classId: classId.value } }),
  [classId],
);
const all = computed(() => value.value?.notices ?? []);
const groups = computed(() => [
  { key: 'waiting' as const, notices: all.value.filter((one) => one.waits && !one.hidden) },
  { key: 'up' as const, notices: all.value.filter((one) => one.stand === 'up' && !one.hidden && !one.waits) },
  { key: 'later' as const, notices: all.value.filter((one) => one.stand === 'timed' && !one.hidden) },
  { key: 'drafts' as const, notices: all.value.filter((one) => one.stand === 'draft' && !one.waits && !one.hidden) },
]);
const over = computed(() => all.value.filter((one) => one.stand === 'over' || one.hidden));
const nothing = computed(() => groups.value.every((one) => one.notices.length === 0));
type Open =
  | { what: 'new' | 'hands' }
  | { what: 'event'; event: EventReply }
  | { what: 'edit' | 'readers' | 'votes'; notice: TeacherNotice }
  | { what: 'settings'; student: (StudentName & { id: string }) | null };
const open = ref<Open | null>(null);
// An event that is to be told comes from its sheet.
watch(
  () => route.query.event,
  async (id) => {
    if (typeof id !== 'string') return;
    const event = await ask('GET /api/events/:eventId', { params: { eventId: id } }).catch(() => null);
    if (route.query.event !== id) return;
    if (event) open.value = { what: 'event', event };
    void router.replace({ query: {} });
  },
  { immediate: true },
);
const isAway = computed(() => classes.all?.find((one) => one.id === classId.value)?.putAwayAt != null);
const begin = (what: 'new' | 'hands') => isAway.value || (open.value = { what });
useShortcuts([
  { key: 'b', shown: 'B', does: 'notices.new', run: () => void begin('new') },
  { key: 'h', shown: 'H', does: 'notices.newHands', run: () => void begin('hands') },
]);
async function stored(): Promise<void> {
  open.value = null;
  await reload();
}
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <div class="heading top">
      <h2>{{ t('notices.title') }}</h2>
      <span class="muted small grow">{{ t('notices.sub', { name: schoolClass.label }) }}</span>
      <PageActs
        v-if="schoolClass.putAwayAt === null"
        :more="t('notices.settings')"
        :rest="[{ title: t('notices.settings'), press: () => (open = { what: 'settings', student: null }) }]"
        ><Button @click="begin('hands')">{{ t('notices.newHands') }}</Button
        ><Button type="primary" @click="begin('new')">{{ t('notices.new') }}</Button></PageActs
      >
    </div>
    <div class="columns">
      <section>
        <LoadGate :state="state" :why="why" @retry="reload">
          <div v-if="nothing" class="note stack">
            <p>{{ t('notices.none') }}</p>
            <p class="muted">{{ t('notices.noneHint') }}</p>
          </div>
          <template v-for="group in groups" :key="group.key">
            <h3 v-if="group.notices.length > 0 && group.key !== 'up'" class="part">{{ t(`notices.${group.key}`) }}</h3>
            <NoticeCard
              v-for="one in group.notices"
              :key="one.id"
              :notice="one"
              :school-class="schoolClass"
              @changed="reload"
              @edit="open = { what: 'edit', notice: one }"
              @readers="open = { what: 'readers', notice: one }"
              @votes="open = { what: 'votes', notice: one }"
              @pause="open = { what: 'settings', student: one.student }"
            />
          </template>
          <FoldedPart v-if="over.length > 0" :title="`${t('notices.over')} · ${over.length}`">
            <NoticeCard
              v-for="one in over"
              :key="one.id"
              :notice="one"
              :school-class="schoolClass"
              @changed="reload"
              @edit="open = { what: 'edit', notice: one }"
              @readers="open = { what: 'readers', notice: one }"
              @votes="open = { what: 'votes', notice: one }"
              @pause="open = { what: 'settings', student: one.student }"
            />
          </FoldedPart>
        </LoadGate>
      </section>
      <aside><TwoWeeks :school-class="schoolClass" /></aside>
    </div>
    <NoticeSheet
      v-if="open?.what === 'new' || open?.what === 'hands' || open?.what === 'edit' || open?.what === 'event'"
      :school-class="schoolClass"
      :classes="classes.active"
      :notice="open.what === 'edit' ? open.notice : null"
      :asks-hands="open.what === 'hands'"
      :event="open.what === 'event' ? open.event : null"
      @close="open = null"
      @stored="stored"
    />
    <ReadersSheet
      v-if="open?.what === 'readers'"
      :class-id="schoolClass.id"
      :notice-id="open.notice.id"
      :title="titleOf(open.notice)"
      :zone="schoolClass.calendar.zone"
      @close="open = null"
    />
    <VotesSheet v-if="open?.what === 'votes'" :class-id="schoolClass.id" :notice="open.notice" @close="open = null" />
    <NoticeSettings v-if="open?.what === 'settings'" :school-class="schoolClass" :pausing="open.student" @close="open = null" />
  </ClassFrame>
</template>

<style scoped>
.top {
  gap: 12px;
  margin-block-end: 14px;
}
.part {
  font-size: 15px;
  color: var(--text-2);
  margin-block: 18px 8px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 388px;
  gap: 22px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
