<script setup lang="ts">
/** The sheet of one student: dial and reasons, next best steps and all work, own dates, course, feedback and talks. */
import { Button } from 'ant-design-vue';
import type { StudentProgressReply } from '@jolly/server/contract';
import { computed, ref, toRef } from 'vue';
import { useRoute } from 'vue-router';
import { useWords } from '../../ui/use-words';
import { WriteHomeSheet } from '../families';
import { RegisterCounts } from '../register';
import { useScope } from '../termline';
import BarsOf from './BarsOf.vue';
import CourseOf from './CourseOf.vue';
import DatesOf from './DatesOf.vue';
import DialCard from './DialCard.vue';
import NextSteps from './NextSteps.vue';
import TalkNotes from './TalkNotes.vue';
import TermsOf from './TermsOf.vue';
import { useProgressWords } from './use-progress-words';
import { useTrial } from './use-trial';
import WorkList from './WorkList.vue';
import LinkButton from '../../ui/LinkButton.vue';

const props = defineProps<{ standing: StudentProgressReply }>();
defineEmits<{ changed: [] }>();
const { t, count, percent } = useWords();
const { reasonText } = useProgressWords();
const { kept } = useScope();
const { typed, refused, view: trial, end } = useTrial(toRef(props, 'standing'));
const shown = computed(() => props.standing.view);
// From the news of a message one comes to read it.
const writing = ref(useRoute().query.home !== undefined);
const categories = computed(() =>
  shown.value.categories.map((one) => ({
    key: one.id,
    name: one.name,
    note: one.bonus ? t('progress.onTop') : props.standing.of.scheme.kind === 'weighted' ? percent(one.weight / 1000) : '',
    percent: one.result,
    empty: t('progress.categoryNone'),
  })),
);
const aims = computed(() =>
  [...props.standing.aims]
    .sort((a, b) => Number(a.typical) - Number(b.typical))
    .map((one) => ({
      key: one.aim,
      name: one.aim,
      note: `${t('progress.aimLatest', { n: one.latest })} · ${count('progress.aimCount', one.pieces)}`,
      percent: one.typical,
      empty: '',
    })),
);
const report = computed(() => ({
  path: '/reports',
  query: { ...kept.value, class: props.standing.classId, student: props.standing.student.id },
}));
</script>

<template>
  <article class="student">
    <section class="stack">
      <div class="sheet card">
        <div class="row head">
          <h2 class="grow">{{ t(`progress.why.${shown.standing.bearing}`) }}</h2>
          <Button v-if="trial || refused.size > 0" @click="end">{{ t('progress.trialEnd') }}</Button>
        </div>
        <p v-for="one in shown.standing.reasons" :key="one.why" class="reason">{{ reasonText(one) }}</p>
        <p v-if="shown.standing.reasons.length === 0" class="muted small">
          {{ t(shown.standing.bearing === 'noBearing' ? 'progress.whyNoBearing' : 'progress.whyNone') }}
        </p>
        <RegisterCounts :counts="standing.register" />
        <DialCard :view="shown" :pass-line="standing.of.settings.passLine / 1000" :trial="trial" />
      </div>
      <BarsOf v-if="categories.length > 0" :title="t('progress.categories')" none="" :bars="categories" />
      <TermsOf :view="shown" />
      <BarsOf v-if="aims.length > 0" :title="t('progress.byAim')" :sub="t('progress.byAimHint')" none="" :bars="aims" />
    </section>
    <section class="stack wide">
      <NextSteps :standing="standing" :own="false" :typed="typed" :refused="refused" />
      <WorkList :standing="standing" :own="false" />
    </section>
    <section class="stack">
      <DatesOf :standing="standing"
        ><LinkButton class="more" :to="{ path: `/class/${standing.classId}/exceptions`, query: kept }">{{
          t('progress.act.time')
        }}</LinkButton></DatesOf
      >
      <CourseOf :standing="standing" />
      <div>
        <h2>{{ t('progress.feedback') }}</h2>
        <p>{{ t('progress.feedbackCounts', { a: standing.counts.returned, b: standing.counts.unread }) }}</p>
        <div class="row wrap">
          <Button @click="writing = true">{{ t('progress.act.home') }}</Button><LinkButton type="primary" :to="report">{{
            t('progress.report')
          }}</LinkButton
          ><LinkButton :to="{ path: `/progress/${standing.classId}/${standing.student.id}/portfolio`, query: kept }">{{
            t('progress.portfolio')
          }}</LinkButton>
        </div>
      </div>
      <TalkNotes :class-id="standing.classId" :student-id="standing.student.id" :zone="standing.of.zone" />
    </section>
    <WriteHomeSheet :open="writing" :class-id="standing.classId" :student="standing.student" @close="writing = false" />
  </article>
</template>

<style scoped>
.student {
  display: grid;
  grid-template-columns: 318px minmax(0, 1fr) 316px;
  gap: 24px;
}
.card {
  padding: 14px 18px;
}
.head {
  margin: 0;
  font-size: 16px;
}
.student h2 {
  font-size: 18px;
  margin-block-end: 4px;
}
.reason {
  margin: 0 0 4px;
  text-wrap: pretty;
}
.wide > * + * {
  margin-block-start: 24px;
}
.more {
  margin-block-start: 12px;
}
@media (max-width: 1100px) {
  .student {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
