<script setup lang="ts">
/** What lies on the desk: of which assignment and class, due when, in which state. */
import { Button } from 'ant-design-vue';
import type { AssignmentReply, DeskPieceReply } from '@jolly/server/contract';
import { useRoute } from 'vue-router';
import { arrowFor } from '../../ui/arrows';
import StateWord from '../../ui/StateWord.vue';
import { useWords } from '../../ui/use-words';
import LinkButton from '../../ui/LinkButton.vue';

defineProps<{ assignment: AssignmentReply | null; className: string; desk: DeskPieceReply | null; zone: string }>();
defineEmits<{ compare: []; settings: [] }>();
const { t, count, length, when } = useWords();
const route = useRoute();
</script>

<template>
  <header class="top row">
    <LinkButton v-if="route.query.back === 'mark-book'" :to="{ path: '/mark-book', query: { ...route.query, back: undefined } }"
      >{{ arrowFor(-1).shown }} {{ t('nav.markBook') }}</LinkButton
    >
    <h1 class="clip" dir="auto" :data-of="className">{{ assignment?.title }}</h1>
    <span class="muted small nowrap"
      >{{ className
      }}<template v-if="desk?.row.window.due != null"> · {{ t('common.due', { when: when(desk.row.window.due, zone) }) }}</template></span
    >
    <span v-if="desk?.row.state" class="small nowrap"
      ><StateWord :state="desk.row.state" /><template v-if="desk.row.lateBy > 0">
        · {{ t('common.late', { length: length(desk.row.lateBy) }) }}</template
      ><template v-if="desk.handIn"> · {{ count('desk.version', desk.handIn.version) }}</template></span
    >
    <span class="grow" />
    <Button v-if="desk && desk.handIns.length > 1" @click="$emit('compare')">
      {{ t('rounds.title') }}
    </Button>
    <Button @click="$emit('settings')">
      {{ t(assignment?.namesHidden ? 'pile.namesHidden' : 'pile.title') }}
    </Button>
  </header>
</template>

<style scoped>
.top {
  margin-block-end: 10px;
  gap: 2px 14px;
  flex-wrap: wrap;
}
.top h1 {
  font-size: 21px;
  max-width: 100%;
}
.top > span:not(.grow) {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
}
.nowrap {
  white-space: nowrap;
}
</style>
