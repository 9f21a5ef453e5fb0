<script setup lang="ts">
/** A student's quiz: before a try, in it, and what came of those that are over. Nothing else is on the page. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useSession } from '../accounts';
import QuizDoor from './QuizDoor.vue';
import QuizTry from './QuizTry.vue';

const route = useRoute();
const session = useSession();
const id = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(() => ask('GET /api/my/quizzes/:assignmentId', { params: { assignmentId: id.value } }), [id]);
const { problem, busy, attempt } = useAttempt();
const begin = () =>
  attempt(async () => (value.value = await ask('POST /api/my/quizzes/:assignmentId/tries', { params: { assignmentId: id.value } })));
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <template v-if="value">
      <QuizTry
        v-if="value.running"
        :key="value.running.number"
        :quiz="value"
        :user-id="session.me?.id ?? ''"
        @changed="(quiz) => (value = quiz)"
        @over="reload"
      />
      <QuizDoor v-else :quiz="value" :busy="busy" :problem="problem" @begin="begin" @again="reload" />
    </template>
  </LoadGate>
</template>
