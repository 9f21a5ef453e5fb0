<script setup lang="ts">
/** One student in one class, for the teacher. */
import type { StudentProgressReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import StandingOf from './StandingOf.vue';

const route = useRoute();
const address = computed(() => `/api/classes/${String(route.params.classId)}/progress/${String(route.params.student)}`);
const { state, value, why, reload } = useLoad(() => ask<StudentProgressReply>('GET', address.value), [address]);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <h1 class="hidden-text">{{ value ? `${value.student.givenName} ${value.student.familyName}` : '' }}</h1>
      <StandingOf v-if="value" :standing="value" :own="false" />
    </div>
  </LoadGate>
</template>
