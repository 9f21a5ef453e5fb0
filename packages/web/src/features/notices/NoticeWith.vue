<script setup lang="ts">
/** What goes with a notice: files, links, a recording, work it points at. */
import { Button, Input } from 'ant-design-vue';
import { readLink } from '@jolly/core';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import FileButton from '../../ui/FileButton.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';
import type { NoticeDraft } from './blank-notice';

const notice = defineModel<NoticeDraft>({ required: true });
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const put = (files: File[]) =>
  attempt(async () => {
    for (const file of files) {
      const kept = await ask('POST /api/files', { file });
      notice.value.attachments.push({ id: crypto.randomUUID(), kind: 'file', title: '', file: kept });
    }
  });
const linking = ref(false);
const url = ref('');
const link = computed(() => readLink(url.value));
function addLink(): void {
  if (!link.value || !('href' in link.value)) return;
  notice.value.attachments.push({ id: crypto.randomUUID(), kind: 'link', title: '', url: link.value.href });
  [url.value, linking.value] = ['', false];
}
const nameOf = (one: NoticeDraft['attachments'][number]) => one.title || (one.kind === 'file' ? one.file.name : one.url);
</script>

<template>
  <div>
    <ul v-if="notice.attachments.length > 0" class="plain">
      <li v-for="one in notice.attachments" :key="one.id" class="row">
        <span class="clip grow" dir="auto">{{ nameOf(one) }}</span><Button
          type="link"
          size="small"
          :aria-label="t('notices.drop', { name: nameOf(one) })"
          @click="notice.attachments = notice.attachments.filter((other) => other.id !== one.id)"
          >×</Button
        >
      </li>
    </ul>
    <div class="row wrap">
      <span class="muted">{{ t('notices.with') }}</span><FileButton :disabled="busy" multiple @files="put">{{
        t('notices.file')
      }}</FileButton
      ><Button v-if="!linking" @click="linking = true">{{ t('notices.link') }}</Button>
      <template v-else
        ><Input
          v-model:value="url"
          class="grow"
          inputmode="url"
          :maxlength="2000"
          :aria-label="t('notices.linkAt')"
          :placeholder="t('notices.linkAt')"
          dir="ltr"
          @keydown.enter.prevent="addLink"
        /><Button :disabled="!link || !('href' in link)" @click="addLink">{{ t('notices.addLink') }}</Button></template
      >
    </div>
    <ProblemNote :problem="problem" />
  </div>
</template>
