<script setup lang="ts">
/**
 * What was handed in, with notes beside the places they are about. Whoever marks selects words or points at a
 * picture and writes; whoever reads answers below.
 */
import { Button } from 'ant-design-vue';
import type { Place } from '@jolly/core';
import type { HandInView, KeptFile, MarginNote, NoteChange, NoteRequest, SavedRemark } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { useAttempt } from '../../api/use-attempt';
import RichTextView, { type Stretch } from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { useRemarks } from '../remarks';
import NoteCard from './NoteCard.vue';
import NoteWriting from './NoteWriting.vue';
import PinnedFile from './PinnedFile.vue';
import { partsOf, selectedPlace } from './places';
import { useMargin } from './use-margin';
import { usePlacing } from './use-placing';
import type { Focusable } from '../../ui/focus-first';
import ProblemNote from '../../ui/ProblemNote.vue';

/** What can be done with notes; each throws ApiProblem when it fails. */
export interface NoteActs {
  add?: (request: NoteRequest & { remark?: string }) => Promise<void>;
  change?: (id: string, change: NoteChange) => Promise<void>;
  remove?: (id: string) => Promise<void>;
  answer?: (id: string, text: string) => Promise<void>;
  settle?: (id: string, settled: boolean) => Promise<void>;
}
const props = defineProps<{
  handIn: HandInView;
  notes: readonly MarginNote[];
  acts: NoteActs;
  zone: string;
  firstName: string;
  /** where a note that is being written is kept in this browser */ keepKey: string;
  /** where a file is kept with the notes on it, by its id */ notedAt?: (fileId: string) => string;
}>();
const { t, count } = useWords();
const { problem, busy, attempt } = useAttempt();

const box = ref<HTMLElement | null>(null);
const field = ref<Focusable | null>(null);
const active = ref<string | null>(null);
const parts = computed(() => partsOf(props.handIn));
const may = computed(() => props.acts.add !== undefined);

/** A note that is being written: a new one, or one of one's own that is changed. */
interface Draft {
  place: Place;
  text: string;
  spoken: KeptFile | null;
  id: string | null;
  edition: number;
  remark?: string;
}
const kept = (): Draft | null => JSON.parse(localStorage.getItem(props.keepKey) ?? 'null') as Draft | null;
const draft = ref<Draft | null>(may.value ? kept() : null);
watch(
  () => props.keepKey,
  () => {
    draft.value = may.value ? kept() : null;
    active.value = null;
    problem.value = null;
  },
);
watch(
  draft,
  (now) =>
    now && (now.text !== '' || now.spoken)
      ? localStorage.setItem(props.keepKey, JSON.stringify(now))
      : localStorage.removeItem(props.keepKey),
  { deep: true },
);

const placed = computed(() => props.notes.filter((note) => note.here !== null));
const elsewhere = computed(() => props.notes.filter((note) => note.here === null));
/** Pins of pictures and pages are numbered; words and moments say themselves where they are. */
const numbers = computed(() =>
  Object.fromEntries(placed.value.filter((note) => note.here?.kind === 'area').map((note, index) => [note.id, index + 1])),
);
const draftHere = computed<Place | null>(() => draft.value?.place ?? placing.chosen.value);
function stretchesOf(part: string): Stretch[] {
  const notes = placed.value.flatMap((note): Stretch[] =>
    note.here?.kind === 'text' && note.here.part === part
      ? [{ id: note.id, start: note.here.start, end: note.here.end, kind: note.id === active.value ? 'here' : 'note' }]
      : [],
  );
  const now = draftHere.value;
  return now?.kind === 'text' && now.part === part ? [...notes, { id: 'draft', start: now.start, end: now.end, kind: 'chosen' }] : notes;
}

async function begin(
  place: Place,
  of: Pick<Draft, 'text' | 'spoken' | 'id' | 'edition'> = { text: '', spoken: null, id: null, edition: 0 },
): Promise<void> {
  // Another one that is being written is not thrown away by pointing elsewhere: it moves there.
  draft.value = { ...of, text: of.text || (of.id === null && draft.value?.id === null ? draft.value.text : ''), place };
  placing.stop();
  offer.value = null;
  window.getSelection()?.removeAllRanges();
  await nextTick();
  field.value?.focus({ preventScroll: true });
  margin.lay();
}
const files = ref<InstanceType<typeof PinnedFile>[]>([]);
const placing = usePlacing({
  parts: () => parts.value,
  files: () => files.value.map(({ id, kind }) => ({ id, kind })),
  moment: (fileId) => files.value.find((one) => one.id === fileId)?.pinMoment(),
  take: (place) => void begin(place),
  shown: () =>
    void nextTick(() => box.value?.querySelector('[data-stretch~="draft"], [data-pin="draft"]')?.scrollIntoView({ block: 'center' })),
});
const margin = useMargin(box, [() => props.notes, draftHere, active, () => props.handIn]);

/** Words are selected: a note to them is offered beside them. */
const offer = ref<{ place: Place; top: number } | null>(null);
function selected(): void {
  if (!may.value || !box.value) return;
  const place = selectedPlace(box.value, parts.value);
  if (!place) return void (offer.value = null);
  const { top } = window.getSelection()!.getRangeAt(0).getBoundingClientRect();
  offer.value = { place, top: top - box.value.getBoundingClientRect().top };
}
function clicked(event: MouseEvent): void {
  const ids =
    (event.target as HTMLElement)
      .closest<HTMLElement>('[data-stretch]')
      ?.dataset.stretch?.split(' ')
      .filter((id) => id !== 'draft') ?? [];
  // Where several notes are about the same words, each click shows the next.
  if (ids.length > 0) void open(ids[(ids.indexOf(active.value ?? '') + 1) % ids.length]!);
}
async function open(id: string): Promise<void> {
  active.value = id;
  await nextTick();
  margin.lay();
  box.value?.querySelector(`[data-card="${id}"]`)?.scrollIntoView({ block: 'nearest' });
}

// A student has no saved remarks to load.
const {
  remarks,
  keep: keepRemark,
  used,
} = may.value ? useRemarks() : { remarks: ref<SavedRemark[]>([]), keep: () => Promise.reject(new Error()), used: () => undefined };
async function store(): Promise<void> {
  const now = draft.value;
  if (!now || busy.value || (now.text.trim() === '' && !now.spoken && now.place.kind !== 'pen')) return;
  const done = await attempt(async () => {
    const { id, place, text, spoken, edition, remark } = now;
    if (id === null) await props.acts.add!({ version: props.handIn.version, place, text, spoken, ...(remark ? { remark } : {}) });
    else await props.acts.change!(id, { place, text, spoken, edition });
    if (remark) used(remark);
  });
  if (!done) return;
  draft.value = null;
  emit('stored');
}
const emit = defineEmits<{ stored: [] }>();

/** Strokes on one page are one note as long as nobody has it: the last stroke can be taken back. */
const ownPen = (fileId: string, page?: number) =>
  placed.value.findLast(
    (note) =>
      note.mine &&
      !note.shown &&
      note.here?.kind === 'pen' &&
      note.here.fileId === fileId &&
      (page === undefined || note.here.page === page),
  );
const stroke = ({ fileId, page, stroke: points }: { fileId: string; page: number; stroke: number[] }) =>
  attempt(async () => {
    const note = ownPen(fileId, page);
    if (note?.place.kind === 'pen')
      await props.acts.change!(note.id, {
        place: { ...note.place, strokes: [...note.place.strokes, points] },
        text: note.text,
        spoken: note.spoken,
        edition: note.edition,
      });
    else await props.acts.add!({ version: props.handIn.version, place: { kind: 'pen', fileId, page, strokes: [points] }, text: '' });
  });
const undo = (fileId: string) =>
  attempt(async () => {
    const note = ownPen(fileId);
    if (note?.place.kind !== 'pen') return;
    const strokes = note.place.strokes.slice(0, -1);
    if (strokes.length === 0 && note.text === '') await props.acts.remove!(note.id);
    else if (strokes.length > 0)
      await props.acts.change!(note.id, { place: { ...note.place, strokes }, text: note.text, spoken: note.spoken, edition: note.edition });
  });
const answer = (note: MarginNote, text: string, sent: () => void) =>
  attempt(async () => {
    await props.acts.answer!(note.id, text);
    sent();
  });
const keptAs = ref<string | null>(null);
const keep = (note: MarginNote) =>
  attempt(async () => {
    await keepRemark(note.text);
    keptAs.value = note.id;
  });
const empty = computed(() => parts.value.length === 0 && props.handIn.files.length === 0);
defineExpose({ beginNote: () => (offer.value ? void begin(offer.value.place) : placing.begin()), open });
</script>

<template>
  <div ref="box" class="noted" :class="{ wide: margin.wide.value }" @mouseup="selected" @keyup.shift="selected" @click="clicked">
    <div class="paper">
      <section v-for="part in parts" :key="part.key" :data-part="part.key">
        <h2 v-if="part.title" dir="auto">{{ part.title }}</h2>
        <RichTextView :text="part.text" :stretches="stretchesOf(part.key)" />
      </section>
      <p v-if="handIn.words > 0" class="muted small words">{{ count('desk.words', handIn.words) }}</p>
      <PinnedFile
        v-for="file in handIn.files"
        ref="files"
        :key="file.id"
        :file="file"
        :notes="placed"
        :numbers="numbers"
        :active="active"
        :draft="draftHere"
        :may="may"
        :noted="notedAt?.(file.id) ?? ''"
        @place="begin"
        @strokes="stroke"
        @open="open"
        @undo="undo(file.id)"
      />
      <p v-if="empty" class="muted">{{ t('notes.emptyHandIn') }}</p>
    </div>
    <div class="margin" :style="margin.wide.value ? { minBlockSize: `${margin.height.value}px` } : {}">
      <Button v-if="offer" class="offer" :style="{ top: `${offer.top}px` }" @mousedown.prevent="begin(offer.place)">
        {{ t('notes.add') }} <span class="key">N</span>
      </Button>
      <p v-if="placing.chosen.value" class="note small hint" role="status">
        {{ t(placing.chosen.value.kind === 'text' ? 'notes.placingText' : 'notes.placingPin') }}
      </p>
      <NoteWriting
        v-if="draft"
        ref="field"
        v-model:text="draft.text"
        v-model:spoken="draft.spoken"
        class="card-place"
        data-card="draft"
        :style="{ top: `${margin.tops.value.draft ?? 0}px` }"
        :busy="busy"
        :may-be-silent="draft.place.kind === 'pen'"
        :has-remarks="remarks.length > 0"
        @remark="(id) => draft && (draft.remark = id)"
        @grown="margin.lay"
        @store="store"
        @cancel="draft = null"
      />
      <ProblemNote :problem="problem" />
      <div
        v-for="note in [...placed, ...elsewhere]"
        :key="note.id"
        class="card-place"
        :data-card="note.id"
        :style="{ top: `${margin.tops.value[note.id] ?? 0}px` }"
      >
        <NoteCard
          v-if="draft?.id !== note.id"
          :note="note"
          :number="numbers[note.id] ?? null"
          :active="note.id === active"
          :zone="zone"
          :first-name="firstName"
          :may-answer="acts.answer !== undefined"
          :apart="note.here === null || note.version !== handIn.version"
          :quoted="note.here === null || !margin.wide.value"
          :keeps="may && keptAs !== note.id"
          @open="open(note.id)"
          @edit="begin(note.place, { text: note.text, spoken: note.spoken, id: note.id, edition: note.edition })"
          @remove="attempt(() => acts.remove!(note.id))"
          @keep="keep(note)"
          @answer="(text, sent) => answer(note, text, sent)"
          @settle="(settled) => attempt(() => acts.settle!(note.id, settled))"
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
.noted {
  position: relative;
  display: grid;
  gap: 14px;
}
.noted.wide {
  grid-template-columns: minmax(0, 1fr) 244px;
}
.paper {
  background: var(--surface);
  border: 1px solid var(--line);
  border-radius: 4px;
  box-shadow: 0 2px 0 var(--line);
  padding: 30px 38px;
  min-inline-size: 0;
}
.paper :deep(mark) {
  background: color-mix(in srgb, var(--now) 26%, transparent);
  color: inherit;
  box-shadow: inset 0 -2px 0 var(--now);
  cursor: pointer;
}
.paper :deep(mark.is-here) {
  background: color-mix(in srgb, var(--now) 52%, transparent);
}
.paper :deep(mark.is-chosen) {
  outline: 2px solid var(--focus);
  background: var(--surface-now);
}
.words {
  margin-block: 10px 18px;
}
.margin {
  position: relative;
  min-inline-size: 0;
}
.wide .card-place {
  position: absolute;
  inset-inline: 0;
  transition: top 120ms;
}
.noted:not(.wide) .card-place {
  margin-block-end: 8px;
}
.offer {
  position: absolute;
  inset-inline-start: 0;
  z-index: 2;
}
.hint {
  position: sticky;
  inset-block-start: 6px;
  z-index: 4;
}
@media (prefers-reduced-motion: reduce) {
  .wide .card-place {
    transition: none;
  }
}
@media (max-width: 640px) {
  .paper {
    padding: 18px;
  }
}
</style>
