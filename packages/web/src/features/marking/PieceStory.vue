<script setup lang="ts">
/** What belongs to a piece besides its score: questions about it, what was given before, files that go along, words with the student. */
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
const attach = (event: Event) =>
  attempt(async () => {
    const input = event.target as HTMLInputElement;
    for (const file of [...(input.files ?? [])])
      emit(
        'replied',
        await ask('POST /api/assignments/:assignmentId/pieces/:studentId/feedback-files', {
          params: props.at,
          query: { as: 'file' },
          file,
        }),
      );
    input.value = '';
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
      <form class="stack" @submit.prevent="reply(one.id)">
        <textarea
          v-model="answer"
          class="field"
          rows="2"
          maxlength="2000"
          required
          dir="auto"
          :aria-label="t('scoreQuestions.answer')"
        /><button class="btn" :disabled="busy">
          {{ t('scoreQuestions.answer') }}
        </button>
      </form>
    </div>
    <p v-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
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
        ><button
          v-if="!file.returned"
          type="button"
          class="btn quiet"
          :aria-label="t('piece.remove', { name: file.kind === 'voice' ? t('voice.remark') : file.name })"
          @click="remove(file.id)"
        >
          ×
        </button>
      </li>
    </ul>
    <label v-if="!desk.nameless" class="btn quiet pick"
      >{{ t('desk.attach') }}<input class="hidden-text" type="file" multiple :disabled="busy" @change="attach"
    /></label>
    <details v-if="desk.row.collecting.selfCheck && scoring.by === 'rubric'">
      <summary>{{ t('selfCheck.theirs') }}</summary>
      <RubricView :rubric="scoring.rubric" :choices="desk.row.collecting.selfCheck" />
    </details>
    <details v-if="desk.before.length > 0">
      <summary>{{ count('before.title', desk.before.length) }}</summary>
      <ol class="plain before">
        <li v-for="(one, index) in desk.before" :key="index">
          <span class="muted">{{ when(one.at, zone) }} · {{ one.by }}</span> {{ t(`before.${one.kind}`) }}
          <strong v-if="one.earned !== null">{{ points(one.earned) }}</strong><span v-if="one.why" class="muted">
            ({{ t(`book.history.why.${one.why}`) }})</span
          ><span v-if="one.kind === 'scored' && !isBlank(one.remark)" class="said" dir="auto">“{{ plainText(one.remark).trim() }}”</span>
        </li>
      </ol>
    </details>
    <details v-if="desk.scoreQuestions.some((one) => one.answeredAt !== null)">
      <summary>{{ t('scoreQuestions.answered') }}</summary>
      <ul class="plain">
        <li v-for="one in desk.scoreQuestions.filter((question) => question.answeredAt !== null)" :key="one.id" dir="auto">
          “{{ one.text }}” — {{ one.answeredBy }}: {{ one.answer }}
        </li>
      </ul>
    </details>
    <details v-if="!desk.nameless" :key="desk.row.student.id" @toggle="talking = ($event.target as HTMLDetailsElement).open">
      <summary>
        {{ t('talk.title')
        }}<strong v-if="desk.row.collecting.unread > 0"> · {{ count('talk.unread', desk.row.collecting.unread) }}</strong>
      </summary>
      <ConversationBox v-if="talking" :at="at" :readers="name" :zone="zone" @read="emit('read')" />
    </details>
  </div>
</template>

<style scoped>
.pick {
  padding-inline: 0;
  align-self: flex-start;
  inline-size: max-content;
}
.pick:focus-within {
  outline: 3px solid var(--focus);
}
.story summary {
  cursor: pointer;
}
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
