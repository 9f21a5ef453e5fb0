<script setup lang="ts">
/** Reports that teachers gave a family on a child, each as PDF. */
import { addressOf, ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { useFamilyWords } from './use-family';

const props = defineProps<{ childId: string; zone: string }>();
const { t, when } = useFamilyWords();
const { value } = useLoad(() => ask('GET /api/family/children/:studentId/reports', { params: { studentId: props.childId } }));
</script>

<template>
  <section v-if="value && value.length > 0">
    <div class="heading">
      <h2>{{ t('family.reports') }}</h2>
      <span class="muted">{{ value.length }}</span>
    </div>
    <ul class="plain">
      <li v-for="one in value" :key="one.id">
        <strong class="grow" dir="auto">{{ one.title }}</strong>
        <span class="small muted" dir="auto">{{
          t('family.reportNote', { className: one.className, when: when(one.givenAt, zone) })
        }}</span>
        <a
          :href="addressOf('GET /api/family/reports/:reportId/file', { params: { reportId: one.id } })"
          download
          :aria-label="`${one.title}: ${t('family.reportGet')}`"
          >{{ t('family.reportGet') }}</a
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 12px;
  padding-block: 8px;
  border-block-end: 1px solid var(--line);
  overflow-wrap: anywhere;
}
@media (max-width: 640px) {
  li a {
    padding-block: 10px;
  }
}
</style>
