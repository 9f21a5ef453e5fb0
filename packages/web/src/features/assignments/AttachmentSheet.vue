<script setup lang="ts">
/** One thing that goes with a brief: a file, a link, a worksheet written here, or a handout. */
import { Button, Checkbox, Input } from 'ant-design-vue';
import { EMPTY_TEXT, isPaper, readLink, type RichText } from '@jolly/core';
import type { AssignmentListItem, Attachment, KeptFile, PaperSetting } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useT } from '../../i18n/use-t';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useUnsaved } from '../../ui/use-unsaved';
import { PaperSetUp } from '../paper';
import { keepPicture } from './keep-picture';
import ToggleButton from '../../ui/ToggleButton.vue';
import SelectField from '../../ui/SelectField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import FileButton from '../../ui/FileButton.vue';

const props = defineProps<{
  open: boolean;
  attachment: Attachment | null;
  /** something new is first of all a worked example */ asExample?: boolean;
  handouts: readonly Pick<AssignmentListItem, 'briefId' | 'title'>[];
  classIds: readonly string[];
}>();
const emit = defineEmits<{ close: []; set: [Attachment]; remove: [] }>();
const { t } = useT();
const { problem, busy, attempt } = useAttempt();

const KINDS = ['file', 'link', 'worksheet', 'handout'] as const;
const kind = ref<Attachment['kind']>('file');
const title = ref('');
const use = ref<Attachment['use']>('toRead');
const example = ref(false);
const file = ref<KeptFile | null>(null);
const url = ref('');
const paper = ref<PaperSetting>({ places: [], stickers: [] });
const text = ref<RichText>(EMPTY_TEXT);
const briefId = ref('');
const uploading = ref('');
const asked = ref(false);

const { unsaved, settle } = useUnsaved(() => [title.value, url.value, text.value, file.value?.id, paper.value]);
watch(
  [() => props.open, () => props.attachment],
  () => {
    const one = props.attachment;
    kind.value = one?.kind ?? 'file';
    title.value = one?.title ?? '';
    use.value = one?.use ?? 'toRead';
    example.value = one?.example ?? props.asExample ?? false;
    file.value = one?.kind === 'file' ? one.file : null;
    paper.value = (one?.kind === 'file' && one.paper) || { places: [], stickers: [] };
    url.value = one?.kind === 'link' ? one.url : '';
    text.value = one?.kind === 'worksheet' ? one.text : EMPTY_TEXT;
    briefId.value = one?.kind === 'handout' ? one.briefId : '';
    asked.value = false;
    settle();
  },
  { immediate: true },
);
watch(kind, (now, before) => {
  // A worksheet is for writing on; everything else is first of all to read.
  if (before && !props.attachment) use.value = now === 'worksheet' ? 'oneEach' : 'toRead';
});

async function picked([chosen]: File[]): Promise<void> {
  if (!chosen) return;
  uploading.value = chosen.name;
  await attempt(async () => {
    file.value = await ask('POST /api/files', { file: chosen });
    if (title.value === '') title.value = chosen.name;
  });
  uploading.value = '';
}
const link = computed(() => readLink(url.value));
const address = computed(() => (link.value && 'href' in link.value ? link.value.href : ''));
const badUrl = computed(() => kind.value === 'link' && address.value === '');
const linkProblem = computed(() => (link.value && 'problem' in link.value ? link.value.problem : null));
/** A file that students write on, whose pages are shown here. */
const writtenOn = computed(() => kind.value === 'file' && use.value !== 'toRead' && file.value !== null && isPaper(file.value.mediaType));
const mayBeWritten = ref(true);
watch(writtenOn, () => (mayBeWritten.value = true));
const ready = computed(() =>
  kind.value === 'file'
    ? file.value !== null && mayBeWritten.value
    : kind.value === 'link'
      ? !badUrl.value
      : kind.value === 'handout'
        ? briefId.value !== ''
        : title.value.trim() !== '',
);

function done(): void {
  asked.value = true;
  if (!ready.value) return;
  const common = { id: props.attachment?.id ?? crypto.randomUUID(), title: title.value.trim(), use: use.value, example: example.value };
  const named = (otherwise: string) => ({ ...common, title: common.title || otherwise });
  if (kind.value === 'file')
    emit('set', { ...named(file.value!.name), kind: 'file', file: file.value!, ...(writtenOn.value ? { paper: paper.value } : {}) });
  else if (kind.value === 'link') emit('set', { ...named(address.value), kind: 'link', url: address.value });
  else if (kind.value === 'worksheet') emit('set', { ...common, kind: 'worksheet', text: text.value });
  else
    emit('set', {
      ...named(props.handouts.find((one) => one.briefId === briefId.value)?.title ?? ''),
      kind: 'handout',
      briefId: briefId.value,
      use: 'toRead',
    });
}
</script>

<template>
  <SideSheet
    :open="open"
    :title="t('attach.title')"
    :width="kind === 'worksheet' || writtenOn ? 720 : 460"
    :unsaved="unsaved"
    @close="emit('close')"
  >
    <FieldForm :problem="problem" @send="done">
      <div v-if="!attachment" class="row wrap" role="group" :aria-label="t('attach.kind')">
        <ToggleButton v-for="one in KINDS" :key="one" :on="kind === one" @click="kind = one">
          {{ t(`attach.kinds.${one}`) }}
        </ToggleButton>
      </div>
      <div v-if="kind === 'file'" class="row wrap">
        <FileButton :disabled="busy" @files="picked">{{ t('attach.pick') }}</FileButton>
        <span v-if="uploading" class="muted small">{{ t('attach.uploading', { name: uploading }) }}</span><span
          v-else-if="file"
          class="clip"
          dir="auto"
          >{{ file.name }}</span
        >
      </div>
      <FormLine v-if="kind === 'link'" :label="t('attach.url')" for="attach-url"
        ><Input
          id="attach-url"
          v-model:value="url"
          inputmode="url"
          :maxlength="2000"
          :aria-invalid="(asked && badUrl) || undefined"
          dir="ltr"
          :status="asked && badUrl ? 'error' : ''"
        />
        <p v-if="linkProblem === 'scheme' || (asked && badUrl)" class="alarm small" role="alert">
          {{ t(`common.linkProblem.${linkProblem ?? 'notAnAddress'}`) }}
        </p></FormLine
      >
      <FormLine v-if="kind === 'handout'" :label="t('attach.handout')" for="attach-handout">
        <p v-if="handouts.length === 0" class="muted">{{ t('attach.noHandouts') }}</p>
        <SelectField
          v-else
          id="attach-handout"
          v-model="briefId"
          :options="handouts.map((one) => ({ value: one.briefId, label: one.title }))"
      /></FormLine>
      <FormLine v-if="kind !== 'handout'" :label="t('attach.name')" for="attach-title"
        ><Input id="attach-title" v-model:value="title" :maxlength="200" dir="auto"
      /></FormLine>
      <RichTextEditor
        v-if="kind === 'worksheet'"
        v-model="text"
        class="sheet written"
        tall
        worksheet
        :label="t('attach.worksheet')"
        :placeholder="t('attach.worksheetPlaceholder')"
        :keep-picture="keepPicture"
      />
      <div v-if="kind === 'worksheet' || kind === 'file'" class="row wrap" role="group" :aria-label="t('attach.use')">
        <span class="muted">{{ t('attach.use') }}</span><ToggleButton
          v-for="one in ['toRead', 'oneEach', 'onePerGroup'] as const"
          :key="one"
          :on="use === one"
          @click="use = one"
        >
          {{ t(`attach.uses.${one}`) }}
        </ToggleButton>
      </div>
      <PaperSetUp v-if="writtenOn && file" :key="file.id" v-model="paper" :file="file" @checked="mayBeWritten = $event" />
      <p v-else-if="kind === 'file' && file && use !== 'toRead'" class="muted small">{{ t('paper.setUp.elsewhere') }}</p>
      <Checkbox v-model:checked="example"> {{ t('attach.example') }}</Checkbox>
      <template #acts>
        <div class="row">
          <Button type="primary" html-type="submit" :disabled="busy || (kind !== 'link' && !ready)">
            {{ t(attachment ? 'attach.change' : 'attach.add') }}</Button><Button v-if="attachment" @click="emit('remove')">
            {{ t('attach.remove') }}
          </Button>
        </div>
      </template>
    </FieldForm>
  </SideSheet>
</template>

<style scoped>
.written {
  padding: 12px 18px;
}
.pick:focus-within {
  outline: 3px solid var(--focus);
}
</style>
