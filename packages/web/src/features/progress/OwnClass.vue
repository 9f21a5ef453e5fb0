<script setup lang="ts">
/** A student's own standing in one class: the same facts, said to them, and compared with nobody. */
import { Button } from 'ant-design-vue';
import type { StudentProgressReply } from '@jolly/server/contract';
import { computed, toRef } from 'vue';
import ClassSquare from '../../ui/ClassSquare.vue';
import { useWords } from '../../ui/use-words';
import BarsOf from './BarsOf.vue';
import CourseOf from './CourseOf.vue';
import DatesOf from './DatesOf.vue';
import DialCard from './DialCard.vue';
import NextSteps from './NextSteps.vue';
import TermChoice from './TermChoice.vue';
import TermsOf from './TermsOf.vue';
import { useProgressWords } from './use-progress-words';
import { useTrial } from './use-trial';
import WorkList from './WorkList.vue';
import { RegisterCounts } from '../register';

const props = defineProps<{ standing: StudentProgressReply }>();
const { t, count, percent } = useWords();
const { ownReasonText } = useProgressWords();
const { typed, refused, view: trial, end } = useTrial(toRef(props, 'standing'));
const shown = computed(() => props.standing.view);
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
  props.standing.aims.map((one) => ({
    key: one.aim,
    name: one.aim,
    note: count('progress.aimCount', one.pieces),
    percent: one.latest,
    empty: '',
  })),
);
</script>

<template>
  <article class="own">
    <section class="stack">
      <div class="sheet card">
        <div class="row head">
          <h2 class="grow" dir="auto">
            <ClassSquare :hue="standing.hue" /><span class="after">{{ standing.className }}</span>
          </h2>
          <Button v-if="trial || refused.size > 0" @click="end">{{ t('progress.trialEnd') }}</Button>
        </div>
        <TermChoice :terms="standing.of.terms" :looking="standing.looking" />
        <p v-for="one in shown.standing.reasons" :key="one.why" class="small reason">{{ ownReasonText(one) }}</p>
        <RegisterCounts :counts="standing.register" />
        <DialCard :view="shown" :pass-line="standing.of.settings.passLine / 1000" :trial="trial" />
      </div>
    </section>
    <section class="stack">
      <NextSteps :standing="standing" :own="true" :typed="typed" :refused="refused" />
      <WorkList :standing="standing" :own="true" />
    </section>
    <section class="stack">
      <CourseOf :standing="standing" />
      <BarsOf v-if="categories.length > 0" :title="t('progress.categories')" none="" :bars="categories" />
      <TermsOf :view="shown" />
      <DatesOf :standing="standing" />
      <BarsOf v-if="aims.length > 0" :title="t('progress.byAim')" none="" :bars="aims" />
    </section>
  </article>
</template>

<style scoped>
.own {
  display: grid;
  grid-template-columns: 318px minmax(0, 1fr) 316px;
  gap: 24px;
  margin-block-end: 34px;
}
.card {
  padding: 14px 18px;
}
.head {
  margin-block-end: 8px;
}
.card h2 {
  overflow-wrap: anywhere;
  font-size: 19px;
}
.own :deep(h2) {
  font-size: 18px;
}
.reason {
  margin: 4px 0 0;
  text-wrap: pretty;
}
@media (max-width: 1100px) {
  .own {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
