<script setup lang="ts">
/** One student in one class, for the teacher: where they stand and why, what would help most, and everything it follows from. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { localDayText } from '../../time/format';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import StudentSheet from './StudentSheet.vue';
import TermChoice from './TermChoice.vue';
import { useLooking } from './use-looking';

const route = useRoute();
const { t, name } = useWords();
const { term } = useLooking();
const own = computed(() => ({ classId: String(route.params.classId), studentId: String(route.params.student) }));
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/classes/:classId/progress/:studentId', { params: own.value, query: term.value }),
  [own, () => term.value.term],
);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value" class="page">
      <div class="heading">
        <h1 dir="auto">{{ name(value.student) }}</h1>
        <span class="small grow"
          ><ClassSquare :hue="value.hue" /><span class="after" dir="auto">{{ value.className }}</span> ·
          {{ t('progress.joined', { day: localDayText(value.joined) })
          }}<template v-if="value.left"> · {{ t('progress.left', { day: localDayText(value.left) }) }}</template></span
        >
        <TermChoice :terms="value.of.terms" :looking="value.looking" />
      </div>
      <p v-if="value.away" class="note">{{ t('progress.putAway') }}</p>
      <StudentSheet :standing="value" @changed="reload" />
    </div>
  </LoadGate>
</template>
