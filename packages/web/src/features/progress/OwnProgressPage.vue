<script setup lang="ts">
/** The student's own progress, class by class, from the same facts the teacher sees once they are returned. */
import type { StudentProgressReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { useI18n } from 'vue-i18n';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useScope } from '../termline';
import StandingOf from './StandingOf.vue';

const { t } = useI18n();
const { inScope } = useScope();
const { state, value, why, reload } = useLoad(() => ask<StudentProgressReply[]>('GET', '/api/my/progress'));
const shown = computed(() => (value.value ?? []).filter((one) => inScope(one.classId)));
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <div class="heading"><h1>{{ t('progress.own') }}</h1><span class="small">{{ t('progress.ownSub') }}</span></div>
      <p v-if="shown.length === 0" class="note">{{ t('progress.ownEmpty') }}</p>
      <StandingOf v-for="one in shown" :key="one.classId" :standing="one" :own="true" />
    </div>
  </LoadGate>
</template>
