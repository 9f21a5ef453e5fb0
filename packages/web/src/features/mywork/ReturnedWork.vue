<script setup lang="ts">
/** What came back: the score and how it came about, words, voice, files, notes in place and as a list, and asking about it. */
import { Button, Textarea } from 'ant-design-vue';
import { isBlank, rubricMax, rubricScore } from '@jolly/core';
import type { MyPieceReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { addressOf, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import RichTextView from '../../ui/RichTextView.vue';
import StoredCheck from '../../ui/StoredCheck.vue';
import { useWords } from '../../ui/use-words';
import { RubricView } from '../assignments';
import { NotedWork, type NoteActs } from '../notes';
import { fileAddress } from '../files';
import FoldedPart from '../../ui/FoldedPart.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ value: MyPieceReply; assignmentId: string; firstName: string }>();
const emit = defineEmits<{ changed: [] }>();
const { t, count, length, points, when } = useWords();
const { problem, busy, attempt } = useAttempt();
const piece = computed(() => props.value.piece);
const returned = computed(() => piece.value.returned);
const zone = computed(() => piece.value.zone);
const rubric = computed(() => (props.value.scoring.by === 'rubric' ? props.value.scoring.rubric : null));
const chosen = computed(() => returned.value?.chosen ?? null);
const word = computed(() =>
  chosen.value?.by === 'words'
    ? chosen.value.word
    : chosen.value?.by === 'done'
      ? t(chosen.value.done ? 'desk.done' : 'desk.notDone')
      : null,
);
const voices = computed(() => props.value.feedbackFiles.filter((file) => file.kind === 'voice'));
const files = computed(() => props.value.feedbackFiles.filter((file) => file.kind === 'file'));
const words = computed(() =>
  (rubric.value?.criteria ?? []).flatMap((criterion) =>
    returned.value?.words[criterion.id] ? [{ name: criterion.name, text: returned.value.words[criterion.id]! }] : [],
  ),
);
const scored = computed(() => (returned.value?.earned == null ? null : returned.value.earned - (returned.value.adjust?.by ?? 0)));
const signed = (milli: number) => `${milli < 0 ? '−' : '+'}${points(Math.abs(milli))}`;
/** what the levels add up to, where the assignment is out of something else */
const scaled = computed(() => {
  const max = rubric.value ? rubricMax(rubric.value) : 0;
  if (
    !rubric.value ||
    chosen.value?.by !== 'rubric' ||
    piece.value.points === null ||
    max === 0 ||
    max === piece.value.points ||
    scored.value === null
  )
    return '';
  return t('returned.scaled', {
    a: points(rubricScore(rubric.value, max, chosen.value.choices).earned),
    b: points(max),
    n: points(scored.value),
    max: points(piece.value.points),
  });
});
/** How the score came about, one step a line; nothing where there is nothing to explain. */
const steps = computed(() => {
  const got = returned.value;
  if (!got || got.effective === null) return [];
  return [
    scaled.value,
    got.adjust && scored.value !== null
      ? t('returned.adjusted', { base: points(scored.value), by: signed(got.adjust.by), reason: got.adjust.reason })
      : '',
    got.rounds.length > 0 && got.counted !== null
      ? t(`returned.rounds.${props.value.roundRule}`, {
          all: [...got.rounds, ...(got.earned === null ? [] : [got.earned])].map(points).join(', '),
          n: points(got.counted),
        })
      : '',
    got.takenOff > 0 && got.counted !== null
      ? t('returned.late', { counted: points(got.counted), off: points(got.takenOff), length: length(piece.value.lateBy) })
      : '',
  ].filter(Boolean);
});
const acts: NoteActs = {
  answer: async (id, text) => {
    await ask('POST /api/my/work/:assignmentId/notes/:noteId/answers', {
      params: { assignmentId: props.assignmentId, noteId: id },
      body: { text },
    });
    emit('changed');
  },
  settle: async (id, settled) => {
    await ask('PUT /api/my/work/:assignmentId/notes/:noteId/settled', {
      params: { assignmentId: props.assignmentId, noteId: id },
      body: { settled },
    });
    emit('changed');
  },
};
const settle = (id: string, settled: boolean) => attempt(() => acts.settle!(id, settled));
const asList = ref(false);
const open = computed(() => props.value.notes.filter((note) => note.settledAt === null).length);
const asking = ref(false);
const question = ref('');
const send = () =>
  attempt(async () => {
    await ask('POST /api/my/work/:assignmentId/score-questions', {
      params: { assignmentId: props.assignmentId },
      body: { text: question.value.trim() },
    });
    asking.value = false;
    question.value = '';
    emit('changed');
  });
</script>

<template>
  <div class="stack">
    <div v-if="returned" class="sheet returned stack" role="region" :aria-label="t('piece.returned')">
      <div class="row wrap">
        <h2 class="grow">{{ t('piece.returned') }}</h2>
        <strong v-if="word" class="result" dir="auto">{{ word }}</strong><strong
          v-if="returned.effective !== null && piece.points !== null"
          class="result"
          >{{ t('piece.returnedScore', { n: points(returned.effective), max: points(piece.points) }) }}</strong
        >
      </div>
      <p v-for="step in steps" :key="step" class="muted small">{{ step }}</p>
      <RichTextView v-if="!isBlank(returned.remark)" class="remark" :text="returned.remark" />
      <audio
        v-for="file in voices"
        :key="file.id"
        controls
        preload="none"
        :src="fileAddress(file.id, 'inline')"
        :aria-label="t('voice.remark')"
      />
      <p v-if="isBlank(returned.remark) && voices.length === 0 && value.notes.length === 0 && words.length === 0" class="muted">
        {{ t('piece.noRemark') }}
      </p>
      <dl v-if="words.length > 0" class="criteria">
        <template v-for="one in words" :key="one.name"
          ><dt dir="auto">{{ one.name }}</dt>
          <dd dir="auto">{{ one.text }}</dd></template
        >
      </dl>
      <ul v-if="files.length > 0" class="plain">
        <li v-for="file in files" :key="file.id">
          <a :href="fileAddress(file.id)" download dir="auto">{{ file.name }}</a>{{ ' '
          }}<span class="muted small">{{ t('piece.feedbackFile') }}</span>
        </li>
      </ul>
      <div v-for="one in value.scoreQuestions" :key="one.id" class="small asked">
        <p dir="auto">
          <strong>{{ t('scoreQuestions.youAsked') }}</strong> “{{ one.text }}” <span class="muted">{{ when(one.at, zone) }}</span>
        </p>
        <p v-if="one.answer !== null" dir="auto">
          <strong>{{ one.answeredBy }}:</strong> {{ one.answer }}
        </p>
        <p v-else class="muted">{{ t('scoreQuestions.waiting') }}</p>
      </div>
      <template v-if="value.mayQuestion">
        <FieldForm v-if="asking" @send="send">
          <FormLine :label="t('scoreQuestions.about')" for="question"
            ><Textarea
              id="question"
              v-model:value="question"
              :auto-size="{ minRows: 3, maxRows: 12 }"
              :maxlength="2000"
              required
              dir="auto"
          /></FormLine>
          <div class="row">
            <Button html-type="submit" :disabled="busy || question.trim() === ''">{{ t('scoreQuestions.send') }}</Button><Button
              type="link"
              @click="asking = false"
            >
              {{ t('common.cancel') }}
            </Button>
          </div>
        </FieldForm>
        <div v-else>
          <Button @click="asking = true">{{ t('scoreQuestions.ask') }}</Button>
        </div>
      </template>
      <ProblemNote :problem="problem" />
    </div>
    <FoldedPart v-if="rubric && returned" class="how" open>
      <template #title>
        {{ t('rubric.title')
        }}<template v-if="rubric.name"
          >: <span dir="auto">{{ rubric.name }}</span></template
        >
      </template>
      <RubricView :rubric="rubric" :choices="chosen?.by === 'rubric' ? chosen.choices : null" />
    </FoldedPart>
    <section v-if="value.reviews.length > 0" class="sheet reviews">
      <h2>{{ t('review.received') }}</h2>
      <article v-for="one in value.reviews" :key="one.number">
        <h3>{{ t('review.reviewerN', { n: one.number }) }}</h3>
        <p dir="auto">{{ one.text }}</p>
        <RubricView v-if="rubric && Object.keys(one.choices).length > 0" :rubric="rubric" :choices="one.choices" />
      </article>
    </section>
    <section v-if="value.marked && (value.notes.length > 0 || returned)" class="marked">
      <div class="row wrap">
        <h2 class="grow">{{ t('returned.yourWork') }}</h2>
        <template v-if="value.notes.length > 0"
          ><span class="small muted"
            >{{ count('returned.notes', value.notes.length)
            }}<template v-if="open > 0"> · {{ t('returned.open', { n: open }) }}</template></span
          ><Button type="link" :aria-pressed="asList" @click="asList = !asList">
            {{ t(asList ? 'returned.inPlace' : 'returned.asList') }}
          </Button></template
        >
      </div>
      <ol v-if="asList" class="plain list">
        <li v-for="note in value.notes" :key="note.id" :class="{ done: note.settledAt !== null }">
          <StoredCheck :on="note.settledAt !== null" :store="(settled) => settle(note.id, settled)"
            ><span dir="auto"
              ><span v-if="note.place.kind === 'text'" class="muted">“{{ note.place.quote }}” </span
              >{{ note.text || t(note.spoken ? 'notes.hear' : 'notes.penOnly') }}</span
            ></StoredCheck
          ><audio v-if="note.spoken" controls preload="none" :src="fileAddress(note.spoken.id, 'inline')" :aria-label="t('notes.hear')" />
        </li>
      </ol>
      <NotedWork
        v-else
        :hand-in="value.marked"
        :notes="value.notes"
        :acts="acts"
        :zone="zone"
        :first-name="firstName"
        keep-key="jolly-none"
        :noted-at="(fileId) => addressOf('GET /api/my/work/:assignmentId/files/:fileId/noted', { params: { assignmentId, fileId } })"
      />
    </section>
  </div>
</template>

<style scoped>
.returned {
  padding: 18px 20px;
  border-inline-start: 6px solid var(--flag-returned);
}
.result {
  font: 650 22px var(--font-head);
}
.remark {
  font-family: var(--font-read);
  font-size: 17px;
  max-width: 70ch;
}
audio {
  inline-size: min(100%, 420px);
}
.criteria {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 3px 14px;
  margin: 0;
}
.criteria dt {
  font-weight: 650;
}
.criteria dd {
  margin: 0;
}
.asked {
  border-block-start: 1px solid var(--line-2);
  padding-block-start: 8px;
}
.reviews {
  padding: 14px 20px;
}
.reviews article + article {
  border-block-start: 1px solid var(--line-2);
  margin-block-start: 8px;
  padding-block-start: 8px;
}
h3 {
  font-size: 15px;
}
.marked > .row {
  margin-block-end: 8px;
}
.list li {
  padding-block: 6px;
  border-block-end: 1px solid var(--line-2);
}
.list .row {
  align-items: flex-start;
}
.done {
  color: var(--text-3);
}
</style>
