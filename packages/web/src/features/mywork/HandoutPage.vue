<script setup lang="ts">
/** A handout as a student reads it. A teacher who follows a link to one comes to where it is written. */
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { AttachmentList } from '../assignments';
import { useTermLine } from '../termline';

const { t, when } = useWords();
const route = useRoute();
const router = useRouter();
const session = useSession();
const line = useTermLine();
const { state, value, why, reload } = useLoad(async () => {
  if (session.me?.role === 'teacher') {
    await router.replace(`/compose/${String(route.params.id)}`);
    return null;
  }
  const found = (await ask('GET /api/my/work')).handouts.find((one) => one.briefId === route.params.id) ?? null;
  // That it was opened is noted by the way; without a line it is noted the next time.
  if (found && found.openedAt === null)
    void ask('POST /api/my/handouts/:assignmentId/opened', { params: { assignmentId: found.id } }).catch(() => undefined);
  return found;
}, [() => route.params.id]);
const zone = computed(() => line.classOf(value.value?.classId ?? '')?.zone ?? line.zone);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <article v-if="value" class="page stack narrow">
      <h1 dir="auto">{{ value.title }}</h1>
      <p class="muted">
        {{ value.className }}<template v-if="value.unit"> · {{ value.unit }}</template> · {{ when(value.issuedAt, zone) }}
      </p>
      <RichTextView :text="value.instructions" />
      <AttachmentList :attachments="value.attachments" :spoken="value.spoken" />
    </article>
    <div v-else class="page">
      <p class="note">{{ t('missingPage.title') }}</p>
    </div>
  </LoadGate>
</template>

<style scoped>
.narrow {
  max-width: 780px;
}
h1 {
  overflow-wrap: anywhere;
}
</style>
