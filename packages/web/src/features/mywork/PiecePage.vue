<script setup lang="ts">
/** One piece: what to do, the place to work, handing in and taking back, and what came back. */
import { isBlank, isSafeLink, plainText, textOf, unmilli, wordCount } from '@jolly/core';
import type { HandInView, MyPieceReply, WorkFile } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { onBeforeRouteLeave, useRoute } from 'vue-router';
import { ApiProblem, ask, now } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { timeText } from '../../time/format';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import RichTextView from '../../ui/RichTextView.vue';
import StateWord from '../../ui/StateWord.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { AttachmentList, RubricView, useTrail } from '../assignments';
import { useScope } from '../termline';
import MoreTime from './MoreTime.vue';
import { useDraft } from './use-draft';

const { t, count, length, points, when } = useWords();
const trail = useTrail();
const route = useRoute();
const session = useSession();
const { kept } = useScope();
const id = String(route.params.id);
const base = `/api/my/work/${id}`;
const draft = useDraft({ assignmentId: id, userId: session.me?.id ?? '' });
const { state, value, why, reload } = useLoad(async () => {
  const reply = await ask<MyPieceReply>('GET', base);
  if (draft.status.value === 'saved' || draft.status.value === 'refused') draft.begin(reply.draft);
  files.value = reply.draft.files;
  if (reply.piece.returned && reply.piece.returned.readAt === null) void ask('POST', `${base}/read`).catch(() => undefined);
  return reply;
});
const files = ref<WorkFile[]>([]);
const piece = computed(() => value.value?.piece ?? null);
const zone = computed(() => piece.value?.zone ?? 'UTC');
const may = computed(() => value.value?.mayHandIn ?? null);
const working = computed(() => value.value !== null && may.value === null);
const { problem, busy, attempt } = useAttempt();
const words = computed(() => wordCount(draft.text.value));
const rubric = computed(() => (value.value?.scoring.by === 'rubric' ? value.value.scoring.rubric : null));
const accepts = computed(() => piece.value?.accepts ?? []);
const takesText = computed(() => accepts.value.includes('text'));
const takesFiles = computed(() => accepts.value.some((kind) => kind !== 'text' && kind !== 'link'));
/** what the file chooser offers where only some kinds are asked for */
const fileKinds = computed(() => (accepts.value.includes('files') ? undefined : [...(accepts.value.includes('photos') || accepts.value.includes('drawing') ? ['image/*'] : []), ...(accepts.value.includes('recording') ? ['audio/*', 'video/*'] : [])].join(',')));
const onlyKinds = computed(() => (accepts.value.includes('files') ? '' : t('piece.onlyKinds', { kinds: accepts.value.filter((kind) => kind !== 'text' && kind !== 'link').map((kind) => t(`compose.kinds.${kind}`)).join(', ') })));
const badLink = ref(false);
function setLink(typed: string): void {
  const text = typed.trim();
  const address = text === '' || /^https?:\/\//i.test(text) ? text : `https://${text}`;
  badLink.value = address !== '' && !isSafeLink(address);
  if (!badLink.value) draft.change(textOf(address));
}

interface Upload {
  name: string;
  why: string | null;
  abort: AbortController;
}
const uploads = ref<Upload[]>([]);
async function attach(list: FileList | File[] | null): Promise<void> {
  for (const file of list ?? []) {
    const upload: Upload = { name: file.name, why: null, abort: new AbortController() };
    uploads.value.push(upload);
    const shown = uploads.value.at(-1)!;
    try {
      files.value.push(await ask<WorkFile>('POST', `${base}/files`, { file, signal: upload.abort.signal }));
      uploads.value = uploads.value.filter((one) => one !== shown);
    } catch (error) {
      if (upload.abort.signal.aborted) uploads.value = uploads.value.filter((one) => one !== shown);
      else shown.why = error instanceof ApiProblem ? error.title : String(error);
    }
  }
}
function picked(event: Event): void {
  const input = event.target as HTMLInputElement;
  void attach([...(input.files ?? [])]);
  input.value = '';
}
const dropping = ref(false);
function dropped(event: DragEvent): void {
  dropping.value = false;
  if (working.value && takesFiles.value) void attach(event.dataTransfer?.files ?? null);
}
async function detach(file: WorkFile): Promise<void> {
  await attempt(async () => {
    await ask('DELETE', `${base}/files/${file.id}`);
    files.value = files.value.filter((one) => one.id !== file.id);
  });
}

// The key stays the same until the server has answered, so that trying again cannot hand in twice.
let handInKey = crypto.randomUUID();
const handIn = () =>
  attempt(async () => {
    if (!(await draft.save())) {
      if (draft.refusal.value) throw new ApiProblem('piece.refused', draft.refusal.value, 409);
      throw new ApiProblem('network', t('common.keptHere'), 0);
    }
    await ask<HandInView>('POST', `${base}/hand-in`, { idempotencyKey: handInKey });
    handInKey = crypto.randomUUID();
    await reload();
  });
const takeBack = () =>
  attempt(async () => {
    await ask('POST', `${base}/take-back`);
    await reload();
  });
const what = computed(() => {
  const parts = [words.value > 0 ? count('piece.whatWords', words.value) : '', files.value.length > 0 ? count('piece.whatFiles', files.value.length) : ''].filter(Boolean);
  return parts.length === 2 ? t('piece.and', { a: parts[0], b: parts[1] }) : (parts[0] ?? '');
});
const nothing = computed(() => isBlank(draft.text.value) && files.value.length === 0);
const pastDue = computed(() => piece.value?.window.due != null && piece.value.window.due < now());
const size = (bytes: number) => (bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`);
const refusalText = computed(() => {
  const window_ = piece.value?.window;
  switch (may.value) {
    case 'closed':
      return t('piece.closed', { when: when(window_?.closes ?? 0, zone.value) });
    case 'notOpen':
      return t('piece.notOpen', { when: when(window_?.opens ?? 0, zone.value) });
    case 'excused':
    case 'inClass':
      return t(`piece.${may.value}`);
    default:
      return null;
  }
});
// Leaving the page sends what is still on its way; it is kept in the browser in any case.
onBeforeRouteLeave(() => void draft.save());
watch(() => route.params.id, () => window.location.reload());
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value && piece" class="page columns" @dragover.prevent="dropping = working" @dragleave="dropping = false" @drop.prevent="dropped">
      <section class="work">
        <header class="stack head">
          <h1 dir="auto">{{ piece.title }}</h1>
          <p class="muted"><StateWord :state="piece.state" /><template v-if="piece.lateBy > 0">, {{ t('common.late', { length: length(piece.lateBy) }) }}</template> · {{ piece.className }} · {{ value.teachers.join(', ') }}</p>
        </header>
        <div v-if="piece.returned" class="sheet returned stack" role="region" :aria-label="t('piece.returned')">
          <div class="row wrap"><h2 class="grow">{{ t('piece.returned') }}</h2><strong v-if="piece.returned.effective !== null && piece.points !== null" class="result">{{ t('piece.returnedScore', { n: points(piece.returned.effective), max: points(piece.points) }) }}</strong></div>
          <p v-if="piece.returned.takenOff > 0" class="muted small">{{ t('piece.lateOff', { earned: points(piece.returned.earned ?? 0), off: points(piece.returned.takenOff) }) }}</p>
          <p class="remark" dir="auto">{{ piece.returned.remark || t('piece.noRemark') }}</p>
        </div>
        <div v-if="value.sentBack && piece.state === 'sentBack'" class="note stack"><strong>{{ t('piece.sentBack', { when: when(value.sentBack.at, zone) }) }}</strong><p dir="auto">{{ value.sentBack.reason }}</p><p v-if="value.sentBack.newDue !== null">{{ t('piece.sentBackBy', { when: when(value.sentBack.newDue, zone) }) }}</p></div>
        <div><h2 class="label-head">{{ t('piece.toDo') }}</h2><RichTextView :text="value.instructions" /><AttachmentList class="with" :attachments="value.attachments" :spoken="value.spoken" /></div>
        <details v-if="rubric" class="how" :open="piece.returned !== null"><summary>{{ t('rubric.title') }}<template v-if="rubric.name">: <span dir="auto">{{ rubric.name }}</span></template></summary><RubricView :rubric="rubric" :choices="piece.returned?.chosen?.by === 'rubric' ? piece.returned.chosen.choices : null" /></details>

        <div v-if="value.handIn" class="sheet handed stack">
          <div class="row wrap"><h2 class="grow">{{ t(piece.lateBy > 0 ? 'piece.inNowLate' : 'piece.inNow') }}</h2><RouterLink class="btn" :to="{ path: `/work/${id}/receipt`, query: kept }">{{ t('piece.receipt') }}</RouterLink></div>
          <dl class="receipt"><dt>{{ t('piece.receiptTime') }}</dt><dd>{{ when(value.handIn.at, zone) }}</dd><dt>{{ t('piece.receiptVersion') }}</dt><dd>{{ value.handIn.version }}</dd><dt>{{ t('piece.receiptCode') }}</dt><dd>{{ value.handIn.receipt }}</dd></dl>
          <ul v-if="value.handIn.files.length > 0" class="plain"><li v-for="file in value.handIn.files" :key="file.id" class="file"><a :href="`/api/files/${file.id}`" download class="grow clip" dir="auto">{{ file.name }}</a><span class="muted small" :title="file.fingerprint">{{ t('piece.receiptFingerprint') }} {{ t('piece.fingerprintShort', { start: file.fingerprint.slice(0, 8) }) }}</span></li></ul>
          <RichTextView v-if="value.handIn.text && value.handIn.words > 0" class="own-text" :text="value.handIn.text" />
          <template v-if="value.mayTakeBack === null">
            <p>{{ t('piece.takeBackWhy') }} <template v-if="pastDue">{{ t('piece.takeBackLate') }}</template></p>
            <div><button class="btn" :disabled="busy" @click="takeBack">{{ t('piece.takeBack') }}</button></div>
          </template>
          <p v-else-if="value.mayTakeBack === 'closed'" class="muted">{{ t('piece.takeBackClosed', { when: when(piece.window.closes ?? 0, zone) }) }}</p>
          <p v-else-if="value.mayTakeBack === 'locked'" class="muted">{{ t('piece.locked') }}</p>
        </div>
        <div v-else-if="refusalText" class="note stack">
          <strong>{{ refusalText }}</strong>
          <p v-if="may === 'excused' && value.exceptionReason" dir="auto">{{ value.exceptionReason }}</p>
          <p v-if="may === 'closed' && !nothing" class="muted">{{ t('piece.closedKept') }}</p>
          <RichTextView v-if="may === 'closed' && words > 0" :text="draft.text.value" />
        </div>
        <div v-else-if="working" class="stack">
          <h2 class="label-head">{{ t('piece.yourWork') }}</h2>
          <div v-if="takesText" class="sheet editor-sheet">
            <RichTextEditor :model-value="draft.text.value" tall :label="t('piece.textLabel')" :placeholder="t('piece.textPlaceholder')" @update:model-value="draft.change" />
            <p class="small muted saved" role="status">
              <span>{{ count('desk.words', words) }}</span>
              <span v-if="draft.status.value === 'saved' && draft.savedAt.value !== null">{{ t('common.saved', { time: timeText(draft.savedAt.value, zone) }) }}</span>
              <span v-else-if="draft.status.value === 'saving' || draft.status.value === 'changed'">{{ t('common.saving') }}</span>
            </p>
          </div>
          <p v-if="draft.status.value === 'kept'" class="note">{{ t('common.keptHere') }}</p>
          <p v-if="draft.status.value === 'refused'" class="note bad" role="alert">{{ draft.refusal.value }}</p>
          <div v-if="draft.status.value === 'conflict' && draft.other.value" class="note bad stack" role="alert">
            <p>{{ t('piece.twoTabs') }}</p>
            <div class="sheet other"><RichTextView :text="draft.other.value.text" /></div>
            <div class="row"><button class="btn" @click="draft.keepMine()">{{ t('piece.keepMine') }}</button><button class="btn" @click="draft.takeOther()">{{ t('piece.takeOther') }}</button></div>
          </div>
          <div v-if="!takesText && piece.accepts.includes('link')" class="sheet editor-sheet"><label class="label" for="work-link">{{ t('piece.link') }}</label><input id="work-link" class="field" inputmode="url" :value="plainText(draft.text.value).trim()" placeholder="https://" dir="ltr" @change="setLink(($event.target as HTMLInputElement).value)" /><p v-if="badLink" class="alarm small" role="alert">{{ t('attach.badUrl') }}</p></div>
          <div v-if="takesFiles" class="sheet files" :class="{ dropping }">
            <ul class="plain">
              <li v-for="file in files" :key="file.id" class="file"><a :href="`/api/files/${file.id}`" download class="grow clip" dir="auto">{{ file.name }}</a><span class="muted small">{{ size(file.size) }}</span><button class="btn quiet" :aria-label="t('piece.remove', { name: file.name })" @click="detach(file)">×</button></li>
              <li v-for="upload in uploads" :key="upload.name" class="file"><span class="grow clip" :class="{ alarm: upload.why }" :role="upload.why ? 'alert' : undefined">{{ upload.why ? t('piece.uploadFailed', { name: upload.name, why: upload.why }) : t('piece.sending', { name: upload.name }) }}</span><button v-if="!upload.why" class="btn quiet" @click="upload.abort.abort()">{{ t('piece.stop') }}</button><button v-else class="btn quiet" :aria-label="t('common.close')" @click="uploads = uploads.filter((one) => one !== upload)">×</button></li>
            </ul>
            <label class="btn pick"><input class="hidden-text" type="file" multiple :accept="fileKinds" @change="picked" />{{ t('piece.addFiles') }}</label>
            <span class="muted small">{{ onlyKinds || t('piece.fileHint') }}</span>
          </div>
        </div>
        <p v-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
      </section>
      <aside class="stack">
        <section class="sheet dates">
          <h2>{{ t('piece.dates') }}</h2>
          <dl class="receipt">
            <template v-for="field in ['opens', 'due', 'closes'] as const" :key="field"><template v-if="piece.window[field] !== null"><dt>{{ t(`compose.${field}`) }}</dt><dd :class="{ strong: field === 'due' }">{{ when(piece.window[field]!, zone) }}</dd></template></template>
            <template v-if="piece.window.due === null"><dt>{{ t('compose.due') }}</dt><dd>{{ t('common.noDue') }}</dd></template>
            <dt>{{ t('desk.score') }}</dt><dd>{{ piece.points === null ? t('work.words') : t('assignment.outOf', { n: points(piece.points) }) }}</dd>
          </dl>
          <MoreTime :assignment-id="id" :requests="value.requests" :may-ask="value.mayAsk" :due="piece.window.due" :zone="zone" @changed="reload" />
          <details v-if="value.trail.length > 0" class="why"><summary>{{ t('piece.why') }}</summary><p v-for="one in trail.sentences(value.trail, zone)" :key="one" class="small">{{ one }}</p></details>
        </section>
        <section v-if="working" class="sheet dates stack">
          <p v-if="nothing" class="muted">{{ t('piece.notEnough') }}</p>
          <p v-else>{{ t('piece.handInWhat', { what }) }}</p>
          <template v-if="value.lateNow">
            <p class="alarm"><strong>{{ t('piece.lateNow', { length: length(value.lateNow.lateBy) }) }}</strong></p>
            <p class="small">{{ value.lateNow.takenOff > 0 ? t('piece.lateCost', { n: unmilli(value.lateNow.takenOff), max: points(piece.points ?? 0) }) : t('piece.lateFree') }}</p>
          </template>
          <p v-else-if="piece.window.due !== null && !pastDue" class="good">{{ t('piece.onTime') }}</p>
          <button class="btn main wide" :disabled="busy || nothing || uploads.some((one) => !one.why)" @click="handIn">{{ t('piece.handIn') }}</button>
        </section>
      </aside>
    </div>
  </LoadGate>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: minmax(0, 1fr) 316px; gap: 28px; max-width: 1180px; align-items: start; }
.work > * + * { margin-block-start: 20px; }
.with { margin-block-start: 14px; }
.how summary { cursor: pointer; font-weight: 600; margin-block-end: 8px; }
.head h1 { font-size: 28px; overflow-wrap: anywhere; }
.head > * + * { margin-block-start: 4px; }
.label-head { font-size: 15px; color: var(--text-2); margin-block-end: 6px; }
.returned { padding: 18px 20px; border-inline-start: 6px solid var(--good); }
.result { font: 700 26px var(--font-head); }
.remark { font: 17px/1.55 var(--font-read); white-space: pre-wrap; max-width: 70ch; }
.handed { padding: 18px 20px; border-inline-start: 6px solid var(--flag-in); }
.own-text { border-block-start: 1px solid var(--line); padding-block-start: 14px; }
.receipt { display: grid; grid-template-columns: auto 1fr; gap: 4px 16px; margin: 0; }
.receipt dt { color: var(--text-3); }
.receipt dd { margin: 0; }
.strong { font-weight: 700; }
.editor-sheet { padding: 12px 22px 10px; }
.saved { display: flex; justify-content: space-between; border-block-start: 1px solid var(--line-2); padding-block-start: 8px; margin-block-start: 10px; }
.files { padding: 14px 18px; display: flex; flex-wrap: wrap; gap: 8px 12px; align-items: center; }
.files ul { flex-basis: 100%; }
.files.dropping { outline: 3px dashed var(--now); }
.file { display: flex; align-items: center; gap: 10px; padding-block: 3px; }
.pick:focus-within { outline: 3px solid var(--focus); outline-offset: 2px; }
.dates { padding: 16px 18px; }
.dates h2 { font-size: 16px; margin-block-end: 8px; }
.why { margin-block-start: 10px; }
.why summary { cursor: pointer; }
.wide { width: 100%; min-height: 42px; }
.other { padding: 14px; max-height: 240px; overflow: auto; }
@media (max-width: 900px) { .columns { grid-template-columns: minmax(0, 1fr); } }
</style>
