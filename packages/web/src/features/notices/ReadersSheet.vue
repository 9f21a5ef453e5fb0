<script setup lang="ts">
/** Who has read a notice, those first who have not. */
import type { NoticeReadersReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ classId: string; noticeId: string; title: string; zone: string }>();
const emit = defineEmits<{ close: [] }>();
const { t, name, when, count } = useWords();
const { state, value, why, reload } = useLoad(() =>
  ask('GET /api/classes/:classId/notices/:noticeId/readers', { params: { classId: props.classId, noticeId: props.noticeId } }),
);
type Reader = NoticeReadersReply['students'][number];
const rows = computed(() => [...(value.value?.students ?? [])].sort((a, b) => Number(a.readAt !== null) - Number(b.readAt !== null)));
const homes = ({ families, familiesRead }: Reader) => (families === 0 ? '' : t('notices.homes', { n: familiesRead, of: families }));
</script>

<template>
  <SideSheet open :title="t('notices.whoOf', { title })" @close="emit('close')">
    <LoadGate :state="state" :why="why" @retry="reload">
      <ul class="plain readers">
        <li v-for="one in rows" :key="one.student.id" class="row">
          <span class="grow" dir="auto">{{ name(one.student) }}</span>
          <span class="small muted">{{ homes(one) }}</span>
          <span v-if="one.tickedBy.length > 0" class="small good" dir="auto">{{
            t('notices.tickedBy', { names: one.tickedBy.join(', ') })
          }}</span>
          <span class="small" :class="{ alarm: one.readAt === null }"
            >{{ one.readAt === null ? t('notices.notRead') : when(one.readAt, zone)
            }}<template v-if="one.earlierWording">, {{ count('notices.earlierWording', 1) }}</template></span
          >
        </li>
      </ul>
    </LoadGate>
  </SideSheet>
</template>

<style scoped>
.readers li {
  padding-block: 6px;
  border-block-end: 1px solid var(--line-2);
}
</style>
