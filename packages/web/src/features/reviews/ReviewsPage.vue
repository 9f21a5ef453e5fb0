<script setup lang="ts">
/** Students reviewing each other: dealt out by the teacher, who sees all, may hide one, and decides when authors read theirs. */
import { Button, Checkbox, Input, Textarea } from 'ant-design-vue';
import type { ReviewRoundRequest, ReviewsReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ask, now } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import WhenField from '../../ui/WhenField.vue';
import { useTermLine } from '../termline';
import SelectField from '../../ui/SelectField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ListTable from '../../ui/ListTable.vue';
import { byText } from '../../ui/list-view';
import { AssignmentTabs } from '../marking';
import PageActs from '../../ui/PageActs.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t, count, name, points, when } = useWords();
const route = useRoute();
const line = useTermLine();
const { problem, busy, attempt } = useAttempt();
const id = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(async () => {
  const [reviews, pile] = await Promise.all([
    ask('GET /api/assignments/:assignmentId/reviews', { params: { assignmentId: id.value } }),
    ask('GET /api/assignments/:assignmentId/pile', { params: { assignmentId: id.value } }),
  ]);
  return { ...reviews, assignment: pile.assignments[0]! };
}, [id]);
const zone = computed(() => (value.value ? (line.classOf(value.value.assignment.classId)?.zone ?? line.zone) : line.zone));
const rubric = computed(() => (value.value?.assignment.scoring.by === 'rubric' ? value.value.assignment.scoring.rubric : null));
const round = computed(() => value.value?.round ?? null);
const seed = () => Math.random().toString(36).slice(2, 6);
const form = ref<ReviewRoundRequest>({ byRubric: false, each: 2, guidance: '', due: null, seed: seed() });
watch(
  value,
  (reply) => {
    if (reply?.round)
      form.value = {
        byRubric: reply.round.byRubric,
        each: reply.round.each,
        guidance: reply.round.guidance,
        due: reply.round.due,
        seed: reply.round.seed,
      };
    else if (reply) form.value.byRubric = reply.assignment.scoring.by === 'rubric';
  },
  { once: true },
);
const begun = computed(() => (value.value?.reviews ?? []).some((one) => one.begunAt !== null));
const given = computed(() => (value.value?.reviews ?? []).filter((one) => one.givenAt !== null).length);
const sorted = computed(() =>
  [...(value.value?.reviews ?? [])].sort(
    (a, b) => a.reviewer.familyName.localeCompare(b.reviewer.familyName) || a.reviewer.givenName.localeCompare(b.reviewer.givenName),
  ),
);
const late = computed(
  () =>
    round.value !== null &&
    (round.value.due === null || round.value.due < now()) &&
    (value.value?.reviews ?? []).some((one) => one.begunAt === null),
);
const take = (reply: ReviewsReply) => value.value && (value.value = { ...value.value, ...reply });
const deal = () =>
  attempt(async () =>
    take(await ask('PUT /api/assignments/:assignmentId/reviews', { params: { assignmentId: id.value }, body: form.value })),
  );
const shareOut = () =>
  attempt(async () => take(await ask('POST /api/assignments/:assignmentId/reviews/share-out', { params: { assignmentId: id.value } })));
const show = () =>
  attempt(async () => take(await ask('POST /api/assignments/:assignmentId/reviews/show', { params: { assignmentId: id.value } })));
const hide = (reviewId: string, hidden: boolean) =>
  attempt(async () =>
    take(
      await ask('PUT /api/assignments/:assignmentId/reviews/:reviewId/hidden', {
        params: { assignmentId: id.value, reviewId },
        body: { hidden },
      }),
    ),
  );
const levels = (choices: ReviewsReply['reviews'][number]['choices']) =>
  (rubric.value?.criteria ?? [])
    .flatMap((criterion) => (choices[criterion.id] ? [`${criterion.name}: ${points(choices[criterion.id]!.points)}`] : []))
    .join(' · ');
const editing = ref(false);
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value" class="page">
      <div class="heading">
        <h1 dir="auto">{{ value.assignment.title }}</h1>
        <span class="small grow"
          >{{ t('review.title') }}<template v-if="round"> · {{ t('review.given', { a: given, b: value.reviews.length }) }}</template></span
        >
        <PageActs
          :more="t('review.more')"
          :rest="[
            ...(round && !begun && !editing ? [{ title: t('review.dealAgain'), press: () => (editing = true) }] : []),
            ...(late ? [{ title: t('review.shareOut'), disabled: busy, press: shareOut }] : []),
          ]"
          ><Button v-if="round && round.shownAt === null && given > 0" type="primary" :disabled="busy" @click="show">
            {{ count('review.show', given) }}</Button
          ></PageActs
        >
      </div>
      <AssignmentTabs :id="id" :by="value.assignment.scoring.by" :how="value.assignment.how" />
      <ProblemNote v-if="round && !editing" :problem="problem" />
      <p v-if="round?.shownAt != null" class="note">{{ t('review.shownSince', { when: when(round.shownAt, zone) }) }}</p>
      <FieldForm v-if="!round || editing" :problem="problem" class="sheet form" @send="deal().then((done) => done && (editing = false))">
        <p>{{ count('review.peers', value.peers) }}</p>
        <label class="row"
          ><span class="grow">{{ t('review.each') }}</span
          ><SelectField v-model="form.each" class="short" :options="[1, 2, 3, 4, 5].map((n) => ({ value: n, label: String(n) }))"
        /></label>
        <Checkbox v-if="rubric" v-model:checked="form.byRubric">{{ t('review.byRubric') }}</Checkbox>
        <FormLine :label="t('review.guidance')" for="guidance" path="guidance"
          ><Textarea
            id="guidance"
            v-model:value="form.guidance"
            :auto-size="{ minRows: 3, maxRows: 12 }"
            :maxlength="2000"
            dir="auto"
            :placeholder="t('review.guidanceHint')"
        /></FormLine>
        <FormLine :label="t('review.due')" path="due"
          ><WhenField v-model="form.due" :zone="zone" :usual-time="null" :label="t('review.due')"
        /></FormLine>
        <label class="row"
          ><span class="grow">{{ t('review.seed') }}</span
          ><Input v-model:value="form.seed" :maxlength="40" required class="short" /><Button type="link" @click="form.seed = seed()">
            {{ t('review.otherSeed') }}
          </Button></label
        >
        <p class="muted small">{{ t('review.rules') }}</p>
        <template #acts
          ><Button type="primary" html-type="submit" :disabled="busy || value.peers < 2">
            {{ count('review.deal', Math.max(0, value.peers * form.each)) }}
          </Button>
        </template></FieldForm
      >
      <ListTable
        v-else
        class="all"
        name="reviews"
        :label="t('review.title')"
        :rows="sorted"
        :columns="[
          { key: 'reviewer', title: t('review.reviewer'), sort: byText((one) => `${one.reviewer.familyName} ${one.reviewer.givenName}`) },
          { key: 'author', title: t('review.author'), sort: byText((one) => `${one.author.familyName} ${one.author.givenName}`) },
          { key: 'said', title: t('review.said') },
          { key: 'hide', title: t('review.hide'), acts: true },
        ]"
        :key-of="(one) => one.id"
        empty=""
        :row-class="(one) => (one.hidden ? 'hidden' : '')"
        ><template #reviewer="{ row: one }"
          ><div dir="auto">{{ name(one.reviewer) }}</div></template
        >
        <template #author="{ row: one }"
          ><div dir="auto">{{ name(one.author) || t('review.nameless') }}</div></template
        >
        <template #said="{ row: one }"
          ><div dir="auto">
            <template v-if="one.begunAt === null"
              ><span class="muted">{{ t('review.notBegun') }}</span></template
            ><template v-else
              ><span v-if="one.givenAt === null" class="muted small">{{ t('review.stillWriting') }}</span
              >{{ ' ' }}<span v-if="levels(one.choices)" class="small muted block">{{ levels(one.choices) }}</span
              >{{ one.text }}</template
            >
          </div></template
        >
        <template #hide="{ row: one }"
          ><Button v-if="one.givenAt !== null" :disabled="busy" @click="hide(one.id, !one.hidden)">
            {{ t(one.hidden ? 'review.unhide' : 'review.hide') }}
          </Button></template
        ></ListTable
      >
    </div>
  </LoadGate>
</template>

<style scoped>
.form {
  max-inline-size: 560px;
  padding: 18px 20px;
}
.short {
  inline-size: 96px;
}
.all {
  max-inline-size: 1160px;
}
.all :deep(.hidden td) {
  opacity: 0.6;
}
.block {
  display: block;
}
</style>
