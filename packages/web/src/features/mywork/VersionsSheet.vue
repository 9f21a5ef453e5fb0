<script setup lang="ts">
/** Every version of a work, with times: one to look at, two to compare with differences marked, one to restore. */
import { Button } from 'ant-design-vue';
import { compareTexts, type RichNode } from '@jolly/core';
import type { VersionItem, VersionReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useAttempt } from '../../api/use-attempt';
import RichTextView from '../../ui/RichTextView.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { fileAddress } from '../files';
import { PaperReading } from '../paper';
import SelectField from '../../ui/SelectField.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{
  open: boolean;
  versions: readonly VersionItem[];
  fetch: (versionId: string) => Promise<VersionReply>;
  /** null where nobody may restore one */
  restore: ((versionId: string) => Promise<void>) | null;
  zone: string;
  /** when the draft was last saved, which is not a version yet */
  draftSavedAt?: number | null;
  /** where the receipts are, for who has them */
  receipts?: string;
}>();
const emit = defineEmits<{ close: []; restored: [] }>();
const { t, count, when } = useWords();
const { problem, busy, attempt } = useAttempt();

const chosen = ref<string | null>(null);
const against = ref<string | null>(null);
const known = ref<Record<string, VersionReply>>({});
const later = computed(() => (chosen.value ? (known.value[chosen.value] ?? null) : null));
const earlier = computed(() => (against.value ? (known.value[against.value] ?? null) : null));
const fetchOne = (id: string | null) =>
  id === null || known.value[id]
    ? Promise.resolve(true)
    : attempt(async () => (known.value = { ...known.value, [id]: await props.fetch(id) }));

watch(
  () => props.open,
  (open) => {
    if (!open) return;
    chosen.value = props.versions[0]?.id ?? null;
    against.value = null;
  },
);
watch(chosen, async (id) => {
  await fetchOne(id);
  // Beside it stands the one before it.
  const at = props.versions.findIndex((one) => one.id === id);
  against.value = props.versions[at + 1]?.id ?? null;
});
watch(against, fetchOne);

const name = (one: VersionItem) => (one.kind === 'handedIn' ? t('versions.handedIn', { n: one.number ?? 0 }) : t(`versions.${one.kind}`));
/** Everything written in a version as one text: what is compared. */
const whole = (one: VersionReply): RichNode => ({
  type: 'doc',
  content: [...(one.text?.content ?? []), ...one.sheets.flatMap((sheet) => sheet.text.content ?? [])],
});
const differences = computed(() => (later.value && earlier.value ? compareTexts(whole(earlier.value), whole(later.value)) : null));
const fileChanges = computed(() => {
  if (!later.value || !earlier.value) return [];
  const [then, now] = [earlier.value.workFiles, later.value.workFiles];
  return [
    ...now.filter((file) => !then.some((one) => one.id === file.id)).map((file) => ({ kind: 'added', name: file.name })),
    ...then.filter((file) => !now.some((one) => one.id === file.id)).map((file) => ({ kind: 'removed', name: file.name })),
  ];
});
const restoreChosen = () =>
  attempt(async () => {
    await props.restore!(chosen.value!);
    emit('restored');
    emit('close');
  });
</script>

<template>
  <SideSheet :open="open" :title="t('versions.title')" :width="760" @close="emit('close')">
    <p v-if="versions.length === 0" class="muted">
      {{ draftSavedAt ? t('versions.noneYet', { when: when(draftSavedAt, zone) }) : t('versions.none') }}
    </p>
    <div v-else class="columns">
      <ol class="plain list" :aria-label="t('versions.title')">
        <li v-for="one in versions" :key="one.id">
          <Button
            type="text"
            class="bare one"
            :class="{ handed: one.kind === 'handedIn' }"
            :aria-pressed="chosen === one.id"
            @click="chosen = one.id"
          >
            <strong>{{ name(one) }}</strong><span class="small">{{ when(one.at, zone) }}</span
            ><span class="muted small"
              >{{ count('desk.words', one.words)
              }}<template v-if="one.paperCount > 0"> · {{ count('piece.whatSheets', one.paperCount) }}</template
              ><template v-if="one.files > 0"> · {{ count('piece.whatFiles', one.files) }}</template></span
            ><span v-if="one.by" class="muted small" dir="auto">{{ one.by }}</span>
          </Button>
        </li>
      </ol>
      <div v-if="later" class="stack whole">
        <div class="row wrap">
          <label class="row small"
            >{{ t('versions.against')
            }}<SelectField
              v-model="against"
              :options="[
                { value: null, label: t('versions.nothing') },
                ...versions
                  .filter((other) => other.id !== chosen)
                  .map((one) => ({ value: one.id, label: `${name(one)}, ${when(one.at, zone)}` })),
              ]"
          /></label>
        </div>
        <div v-if="differences" class="marked rich-text" dir="auto">
          <template v-for="(one, index) in differences" :key="index"
            ><ins v-if="one.kind === 'added'">{{ one.text }}</ins
            ><del v-else-if="one.kind === 'removed'">{{ one.text }}</del
            ><span v-else>{{ one.text }}</span></template
          >
        </div>
        <template v-else
          ><RichTextView v-if="later.text" :text="later.text" />
          <div v-for="sheet in later.sheets" :key="sheet.attachmentId">
            <h3 dir="auto">{{ sheet.title }}</h3>
            <RichTextView :text="sheet.text" /></div
        ></template>
        <PaperReading v-for="paper in later.papers" :key="`${paper.attachmentId} ${paper.studentId}`" :paper="paper" />
        <ul v-if="against ? fileChanges.length > 0 : later.workFiles.length > 0" class="plain small">
          <template v-if="against"
            ><li v-for="one in fileChanges" :key="one.name">
              <ins v-if="one.kind === 'added'" dir="auto">{{ one.name }}</ins><del v-else dir="auto">{{ one.name }}</del>
            </li></template
          ><template v-else
            ><li v-for="file in later.workFiles" :key="file.id">
              <a :href="fileAddress(file.id)" download dir="auto">{{ file.name }}</a>
            </li></template
          >
        </ul>
        <p v-if="differences" class="muted small">{{ t('versions.legend') }}</p>
        <RouterLink v-if="receipts && later.kind === 'handedIn'" :to="`${receipts}?version=${later.number}`">{{
          t('piece.receipt')
        }}</RouterLink>
        <div v-if="restore">
          <Button :disabled="busy" @click="restoreChosen">{{ t('versions.restore') }}</Button>
          <p class="muted small">{{ t('versions.restoreHint') }}</p>
        </div>
      </div>
    </div>
    <ProblemNote :problem="problem" />
  </SideSheet>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 20px;
}
.list {
  max-block-size: calc(100vh - 140px);
  overflow: auto;
}
.one {
  justify-content: stretch;
  align-items: stretch;
  border-radius: 0;
  display: grid;
  inline-size: 100%;
  text-align: start;
  gap: 1px;
  padding: 8px 10px;
  border: 1px solid transparent;
  border-radius: 6px;
  background: none;
  color: inherit;
  cursor: pointer;
}
.one[aria-pressed='true'] {
  border-color: var(--text);
  background: var(--surface-2);
}
.handed {
  border-inline-start: 5px solid var(--flag-in);
}
.marked {
  white-space: pre-wrap;
}
ins {
  background: var(--surface-now);
  text-decoration: underline 2px;
  text-decoration-color: var(--now);
}
del {
  color: var(--text-3);
  text-decoration: line-through 2px;
  text-decoration-color: var(--alarm);
}
@media (max-width: 640px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .list {
    max-block-size: 200px;
  }
}
</style>
