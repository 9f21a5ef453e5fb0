<script setup lang="ts">
/** One criterion, or one question of a worksheet, across all students, one after another. */
import { answersOf, EMPTY_TEXT, type RichText } from '@jolly/core';
import type { AcrossReply, Chosen } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ApiProblem, ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { FileView } from '../files';
import { useScope, useTermLine } from '../termline';
import ChoiceLadder from './ChoiceLadder.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import SelectField from '../../ui/SelectField.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import LinkButton from '../../ui/LinkButton.vue';
import AssignmentTabs from './AssignmentTabs.vue';
import BesideRow from './BesideRow.vue';

const { t, count, name } = useWords();
const route = useRoute();
const router = useRouter();
const { kept } = useScope();
const line = useTermLine();
const id = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/assignments/:assignmentId/across', { params: { assignmentId: id.value } }),
  [id],
);
const assignment = computed(() => value.value?.assignment ?? null);
const pieces = computed(() => value.value?.pieces ?? []);
const rubric = computed(() => (assignment.value?.scoring.by === 'rubric' ? assignment.value.scoring.rubric : null));
const criterion = computed(() =>
  typeof route.query.criterion === 'string' ? route.query.criterion : (rubric.value?.criteria[0]?.id ?? null),
);
/** The spaces to answer in, of the worksheets that were handed in, in their order. */
const choices = computed(() => {
  const seen = new Map<string, string>();
  for (const { sheets } of pieces.value)
    for (const sheet of sheets)
      Object.keys(answersOf(sheet.text)).forEach(
        (key, index) => seen.has(key) || seen.set(key, t('across.question', { title: sheet.title, n: index + 1 })),
      );
  return [...seen].map(([key, label]) => ({ key, label }));
});
const question = computed(() => (typeof route.query.question === 'string' && route.query.question !== '' ? route.query.question : null));
const choose = (query: object) => void router.replace({ query: { ...route.query, ...query } });
function textOfPiece({ text, sheets }: AcrossReply['pieces'][number]): RichText[] {
  if (question.value === null) return [text, ...sheets.map((sheet) => sheet.text)].flatMap((one) => (one ? [one] : []));
  return sheets.flatMap((sheet) => {
    const answer = answersOf(sheet.text)[question.value!];
    return answer ? [{ type: 'doc' as const, content: answer }] : [];
  });
}
const chosenOf = ref<Record<string, Chosen | null>>({});
// A choice that is on its way stays as it was made, whatever comes of the others meanwhile.
watch(
  pieces,
  (all) =>
    (chosenOf.value = Object.fromEntries(
      all.map(({ row }) => [
        row.student.id,
        going.has(row.student.id) ? (chosenOf.value[row.student.id] ?? null) : (row.score?.chosen ?? null),
      ]),
    )),
);
const failed = ref<Record<string, string>>({});
const going = new Map<string, Promise<void>>();
/** how many choices were made for a student */
const turns = new Map<string, number>();
/** Each choice is held at once, and the next student has the focus. */
async function set(studentId: string, chosen: Chosen | null, index: number): Promise<void> {
  chosenOf.value = { ...chosenOf.value, [studentId]: chosen };
  void nextTick(() =>
    document.querySelectorAll<HTMLElement>('.one')[index + 1]?.querySelector<HTMLElement>('[role=radio][tabindex="0"]')?.focus(),
  );
  const before = going.get(studentId);
  const turn = (turns.get(studentId) ?? 0) + 1;
  turns.set(studentId, turn);
  const work = (async () => {
    await before;
    const piece = pieces.value.find(({ row }) => row.student.id === studentId);
    if (!piece || !value.value) return;
    const { score, version } = piece.row;
    try {
      const body = {
        earned: null,
        chosen,
        remark: score?.remark ?? EMPTY_TEXT,
        words: score?.words ?? {},
        adjust: score?.adjust ?? null,
        version,
      };
      const reply = await ask('PUT /api/assignments/:assignmentId/pieces/:studentId/score', {
        params: { assignmentId: id.value, studentId },
        body,
      });
      delete failed.value[studentId];
      value.value = {
        ...value.value!,
        pieces: value.value!.pieces.map((one) => (one.row.student.id === studentId ? { ...one, row: reply.row } : one)),
      };
    } catch (error) {
      failed.value[studentId] = error instanceof ApiProblem ? error.title : String(error);
      // What is stored shows again, unless another choice was made meanwhile.
      if (turns.get(studentId) === turn) going.delete(studentId);
      await reload();
    }
  })();
  going.set(studentId, work);
  await work;
  if (turns.get(studentId) === turn) going.delete(studentId);
}
const done = computed(
  () =>
    pieces.value.filter(
      ({ row }) => row.score?.chosen?.by === 'rubric' && criterion.value !== null && row.score.chosen.choices[criterion.value],
    ).length,
);
const nameOf = (piece: AcrossReply['pieces'][number], index: number) =>
  piece.row.nameless ? t('desk.nameless', { n: index + 1 }) : name(piece.row.student);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="assignment" class="page">
      <div class="heading">
        <h1 dir="auto" :data-of="line.classOf(assignment.classId)?.name">{{ assignment.title }}</h1>
        <span class="small grow"
          >{{ t('across.title') }} · {{ line.classOf(assignment.classId)?.name
          }}<template v-if="rubric"> · {{ t('desk.progress', { a: done, b: pieces.length }) }}</template></span
        ><LinkButton :to="{ path: `/marking/${id}`, query: kept }">{{ t('sheet.toDesk') }}</LinkButton>
      </div>
      <AssignmentTabs :id="id" :by="assignment.scoring.by" :how="assignment.how" />
      <div v-if="rubric" class="row wrap pick">
        <span class="label">{{ t('across.criterion') }}</span><ToggleButton
          v-for="one in rubric.criteria"
          :key="one.id"
          :on="criterion === one.id"
          @click="choose({ criterion: one.id })"
        >
          <span dir="auto">{{ one.name }}</span>
        </ToggleButton>
      </div>
      <div v-if="choices.length > 0" class="row wrap pick">
        <label class="label" for="question">{{ t('across.show') }}</label><SelectField
          id="question"
          :model-value="question ?? ''"
          :options="[{ value: '', label: t('across.everything') }, ...choices.map((one) => ({ value: one.key, label: one.label }))]"
          @update:model-value="choose({ question: $event })"
        />
      </div>
      <p v-if="pieces.length === 0" class="note">{{ t('across.none') }}</p>
      <p v-else-if="!rubric" class="note">{{ t('across.noRubric') }}</p>
      <BesideRow v-for="(piece, index) in pieces" :key="piece.row.student.id">
        <template #default>
          <h2 dir="auto">
            <RouterLink class="row-link" :to="{ path: `/marking/${id}/${piece.row.student.id}`, query: kept }">{{
              nameOf(piece, index)
            }}</RouterLink>
          </h2>
          <div class="words" tabindex="0" role="group" :aria-label="nameOf(piece, index)">
            <RichTextView v-for="(text, part) in textOfPiece(piece)" :key="part" :text="text" />
            <p v-if="textOfPiece(piece).length === 0 && piece.files.length === 0" class="muted">{{ t('across.noAnswer') }}</p>
          </div>
          <FoldedPart v-if="piece.files.length > 0 && question === null" :title="count('piece.whatFiles', piece.files.length)">
            <FileView v-for="file in piece.files" :key="file.id" :file="file" />
          </FoldedPart>
        </template>
        <template v-if="rubric && criterion" #given>
          <ChoiceLadder
            :model-value="chosenOf[piece.row.student.id] ?? null"
            :scoring="assignment.scoring"
            :points="assignment.points"
            :only="criterion"
            @update:model-value="(chosen) => set(piece.row.student.id, chosen, index)"
          />
          <p v-if="failed[piece.row.student.id]" class="note bad small" role="alert">{{ failed[piece.row.student.id] }}</p>
        </template>
      </BesideRow>
    </div>
  </LoadGate>
</template>

<style scoped>
.pick {
  margin-block-end: 10px;
}
.pick .ant-select {
  inline-size: auto;
}
.words {
  max-block-size: 190px;
  overflow: auto;
}
</style>
