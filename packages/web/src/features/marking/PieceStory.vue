<script setup lang="ts">
/** What belongs to a piece besides its score: questions about it, what was given before, files that go along, words with the student. */
import { Button, Textarea } from 'ant-design-vue';
import { isBlank, plainText } from '@jolly/core';
import type { DeskPieceReply, Scoring } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useWords } from '../../ui/use-words';
import { ConversationBox } from '../conversations';
import { RubricView } from '../assignments';
import type { PieceAt } from './piece-at';
import { fileAddress } from '../files';
import FileButton from '../../ui/FileButton.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import FieldForm from '../../ui/FieldForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ desk: DeskPieceReply; at: PieceAt; name: string; zone: string; scoring: Scoring }>();
const emit = defineEmits<{ replied: [DeskPieceReply]; read: [] }>();
const { t, count, points, when } = useWords();
const { problem, busy, attempt } = useAttempt();
const talking = ref(false);
const answer = ref('');
const reply = (id: string) =>
  attempt(async () => {
    emit(
      'replied',
      await ask('POST /api/assignments/:assignmentId/pieces/:studentId/score-questions/:questionId/answer', {
        params: { ...props.at, questionId: id },
        body: { text: answer.value.trim() },
      }),
    );
    answer.value = '';
  });
const attach = (files: File[]) =>
  attempt(async () => {
    for (const file of files)
      emit(
        'replied',
        await ask('POST /api/assignments/:assignmentId/pieces/:studentId/feedback-files', {
          params: props.at,
          query: { as: 'file' },
          file,
        }),
      );
  });
const remove = (id: string) =>
  attempt(async () =>
    emit(
      'replied',
      await ask('DELETE /api/assignments/:assignmentId/pieces/:studentId/feedback-files/:fileId', { params: { ...props.at, fileId: id } }),
    ),
  );
</script>

<template>
  <div class="stack story small">
    <div v-for="one in desk.scoreQuestions.filter((question) => question.answeredAt === null)" :key="one.id" class="note stack">
      <p>
        <strong>{{ t('scoreQuestions.asks', { name }) }}</strong> <span dir="auto">“{{ one.text }}”</span>
      </p>
      <FieldForm @send="reply(one.id)">
        <Textarea
          v-model:value="answer"
          :auto-size="{ minRows: 2, maxRows: 12 }"
          :maxlength="2000"
          required
          dir="auto"
          :aria-label="t('scoreQuestions.answer')"
        /><Button html-type="submit" :disabled="busy">
          {{ t('scoreQuestions.answer') }}
        </Button>
      </FieldForm>
    </div>
    <ProblemNote :problem="problem" />
    <ul v-if="desk.row.collecting.feedbackFiles.length > 0" class="plain">
      <li v-for="file in desk.row.collecting.feedbackFiles" :key="file.id" class="row wrap">
        <audio
          v-if="file.kind === 'voice'"
          controls
          preload="none"
          :src="fileAddress(file.id, 'inline')"
          :aria-label="t('voice.remark')"
        /><a v-else :href="fileAddress(file.id)" download dir="auto" class="grow clip">{{ file.name }}</a
        ><span class="muted">{{ t(file.returned ? 'desk.fileReturned' : 'desk.fileHeld') }}</span
        ><Button
          v-if="!file.returned"
          type="link"
          :aria-label="t('piece.remove', { name: file.kind === 'voice' ? t('voice.remark') : file.name })"
          @click="remove(file.id)"
        >
          ×
        </Button>
      </li>
    </ul>
    <FileButton v-if="!desk.nameless" :disabled="busy" multiple link @files="attach">{{ t('desk.attach') }}</FileButton>
    <FoldedPart v-if="desk.row.collecting.selfCheck && scoring.by === 'rubric'" :title="t('selfCheck.theirs')">
      <RubricView :rubric="scoring.rubric" :choices="desk.row.collecting.selfCheck" />
    </FoldedPart>
    <FoldedPart v-if="desk.before.length > 0" :title="count('before.title', desk.before.length)">
      <ol class="plain before">
        <li v-for="(one, index) in desk.before" :key="index">
          <span class="muted">{{ when(one.at, zone) }} · {{ one.by }}</span> {{ t(`before.${one.kind}`) }}
          <strong v-if="one.earned !== null">{{ points(one.earned) }}</strong><span v-if="one.why" class="muted">
            ({{ t(`book.history.why.${one.why}`) }})</span
          ><span v-if="one.kind === 'scored' && !isBlank(one.remark)" class="said" dir="auto">“{{ plainText(one.remark).trim() }}”</span>
        </li>
      </ol>
    </FoldedPart>
    <FoldedPart v-if="desk.scoreQuestions.some((one) => one.answeredAt !== null)" :title="t('scoreQuestions.answered')">
      <ul class="plain">
        <li v-for="one in desk.scoreQuestions.filter((question) => question.answeredAt !== null)" :key="one.id" dir="auto">
          “{{ one.text }}” — {{ one.answeredBy }}: {{ one.answer }}
        </li>
      </ul>
    </FoldedPart>
    <FoldedPart v-if="!desk.nameless" :key="desk.row.student.id" @toggle="talking = $event">
      <template #title>
        {{ t('talk.title')
        }}<strong v-if="desk.row.collecting.unread > 0"> · {{ count('talk.unread', desk.row.collecting.unread) }}</strong>
      </template>
      <ConversationBox v-if="talking" :at="at" :readers="name" :zone="zone" @read="emit('read')" />
    </FoldedPart>
  </div>
</template>

<style scoped>
.story:empty {
  display: none;
}
audio {
  block-size: 34px;
  max-inline-size: 220px;
}
.before li {
  padding-block: 3px;
  border-block-end: 1px solid var(--line-2);
}
.said {
  display: block;
}
</style>
