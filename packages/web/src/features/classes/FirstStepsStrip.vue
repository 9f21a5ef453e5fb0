<script setup lang="ts">
/** One strip for a new class: what is there, what is still missing, and the next act. It goes once everything is there. */
import type { FirstSteps } from '@jolly/server/contract';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import LinkButton from '../../ui/LinkButton.vue';

const props = defineProps<{ steps: FirstSteps; /** of the class, where it does not stand above already */ name?: string }>();
const { t, count } = useWords();
const { kept } = useScope();
const parts = computed(() => {
  const { classId, students, canSignIn, issued, draft } = props.steps;
  const query = { ...kept.value, class: classId };
  const all = [
    {
      key: 'students' as const,
      done: students > 0,
      said: students > 0 ? count('common.students', students) : t('firstSteps.noStudents'),
      to: { path: `/class/${classId}`, query: { ...kept.value, add: '' } },
    },
    {
      key: 'signIn' as const,
      done: canSignIn > 0,
      said:
        canSignIn > 0
          ? t('firstSteps.canSignIn', { a: canSignIn, b: students })
          : t(students > 0 ? 'firstSteps.nobodySignsIn' : 'firstSteps.signInLater'),
      to: { path: `/class/${classId}`, query: { ...kept.value, cards: '' } },
    },
    {
      key: 'work' as const,
      done: issued > 0,
      said: issued > 0 ? count('firstSteps.issued', issued) : t(draft ? 'firstSteps.draft' : 'firstSteps.noWork'),
      to: draft ? { path: `/compose/${draft}`, query } : { path: '/compose', query },
    },
  ];
  const next = all.find((one) => !one.done);
  // Who can sign in is asked once there is somebody.
  return all.map((one) => ({ ...one, next: one === next, shown: !one.done && !(one.key === 'signIn' && students === 0) }));
});
const title = computed(() => (props.name ? t('firstSteps.titleOf', { name: props.name }) : t('firstSteps.title')));
const actOf = (key: (typeof parts.value)[number]['key']) =>
  t(key === 'work' && props.steps.draft ? 'firstSteps.acts.draft' : `firstSteps.acts.${key}`);
</script>

<template>
  <section class="sheet strip" :aria-label="title">
    <h2 dir="auto">{{ title }}</h2>
    <ol class="plain parts">
      <li v-for="one in parts" :key="one.key" :class="{ done: one.done }">
        <strong>{{ t(`firstSteps.parts.${one.key}`) }}</strong>
        <span class="small">{{ one.said }}</span>
        <LinkButton v-if="one.shown" :type="one.next ? 'primary' : 'default'" :to="one.to">{{ actOf(one.key) }}</LinkButton>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.strip {
  padding: 10px 16px 14px;
  margin-block-end: 16px;
  border-inline-start: 5px solid var(--now);
  max-inline-size: 1240px;
}
.strip h2 {
  font-size: 17px;
  margin-block-end: 8px;
  overflow-wrap: anywhere;
}
.parts {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 18px;
}
.parts li {
  display: grid;
  gap: 3px;
  justify-items: start;
  align-content: start;
  border-block-start: 3px solid var(--line);
  padding-block-start: 6px;
}
.parts .done {
  border-block-start-color: var(--good);
}
.parts .ant-btn {
  margin-block-start: 4px;
}
@media (max-width: 760px) {
  .parts {
    grid-template-columns: 1fr;
  }
}
</style>
