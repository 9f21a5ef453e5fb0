<script setup lang="ts">
/** The teacher's private notes about a student: what was talked about, and that they want to speak with them. */
import { Button, Textarea } from 'ant-design-vue';
import type { Jotting, JottingRequest } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { typedSince } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import FieldForm from '../../ui/FieldForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ classId: string; studentId: string; zone: string }>();
const { t, day } = useWords();
const { problem, busy, attempt } = useAttempt();
const { value: notes, reload } = useLoad(
  () => ask('GET /api/classes/:classId/progress/:studentId/jottings', { params: { classId: props.classId, studentId: props.studentId } }),
  [() => `${props.classId} ${props.studentId}`],
);
const text = ref('');
// The id is made before the first try: sent twice, it is one note.
let id = crypto.randomUUID();
const write = (kind: JottingRequest['kind']) =>
  attempt(async () => {
    const sent = text.value;
    await ask('POST /api/classes/:classId/progress/:studentId/jottings', {
      params: { classId: props.classId, studentId: props.studentId },
      body: { id, kind, text: sent.trim() },
    });
    id = crypto.randomUUID();
    text.value = typedSince(text.value, sent);
    await reload();
  });
const done = (note: Jotting, is: boolean) =>
  attempt(async () => {
    await ask('PUT /api/jottings/:jottingId/done', { params: { jottingId: note.id }, body: { done: is } });
    await reload();
  });
const remove = (note: Jotting) =>
  attempt(async () => {
    await ask('DELETE /api/jottings/:jottingId', { params: { jottingId: note.id } });
    await reload();
  });
</script>

<template>
  <section>
    <div class="heading">
      <h2>{{ t('progress.talks') }}</h2>
      <span class="small">{{ t('progress.talksHint') }}</span>
    </div>
    <FieldForm lies="own" @send="write('talk')">
      <label class="hidden-text" for="talk">{{ t('progress.talkSays') }}</label>
      <Textarea
        id="talk"
        v-model:value="text"
        :auto-size="{ minRows: 2, maxRows: 12 }"
        :maxlength="2000"
        dir="auto"
        :placeholder="t('progress.talkSays')"
      />
      <div class="row acts">
        <Button html-type="submit" :disabled="busy || text.trim() === ''">{{ t('progress.talkKeep') }}</Button><Button
          type="link"
          :disabled="busy || text.trim() === ''"
          @click="write('toSpeak')"
        >
          {{ t('progress.act.speak') }}
        </Button>
      </div>
    </FieldForm>
    <ProblemNote :problem="problem" />
    <p v-if="notes?.length === 0" class="muted small">{{ t('progress.talkNone') }}</p>
    <ul class="plain">
      <li v-for="note in notes ?? []" :key="note.id" class="talk">
        <p class="small muted">
          {{ day(note.at, zone)
          }}<template v-if="note.kind === 'toSpeak'">
            · {{ note.doneAt === null ? t('progress.toSpeak') : t('progress.spokenOn', { when: day(note.doneAt, zone) }) }}</template
          >
        </p>
        <p dir="auto" class="says">{{ note.text }}</p>
        <div class="row">
          <Button v-if="note.kind === 'toSpeak' && note.doneAt === null" @click="done(note, true)">
            {{ t('progress.spoken') }}</Button><Button type="link" @click="remove(note)">{{ t('progress.removeTalk') }}</Button>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.acts {
  margin-block-start: 6px;
}
.talk {
  padding-block: 8px;
  border-block-end: 1px solid var(--line-2);
}
.talk p {
  margin: 0;
}
.says {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
