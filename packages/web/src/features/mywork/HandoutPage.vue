<script setup lang="ts">
/** A handout as a student reads it. A teacher who follows a link to one comes to where it is written. */
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useTurned } from '../../ui/use-turned';
import { useWords } from '../../ui/use-words';
import WordLanguages from '../../ui/WordLanguages.vue';
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
const turned = useTurned(() => value.value);
const shown = turned.shown;
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <article v-if="value && shown" class="page stack narrow">
      <h1 dir="auto">{{ shown.title }}</h1>
      <WordLanguages :label="t('wording.readIn')" :language="shown.language" :others="turned.others.value" @choose="turned.choose" />
      <p class="muted">
        {{ value.className }}<template v-if="value.unit"> · {{ value.unit }}</template> · {{ when(value.issuedAt, zone) }}
      </p>
      <RichTextView :text="shown.instructions" />
      <AttachmentList :attachments="value.attachments" :spoken="shown.spoken" />
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
