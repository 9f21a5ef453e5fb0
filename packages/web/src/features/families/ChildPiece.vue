<script setup lang="ts">
/** A piece of a child's work as the child sees it, as far as its class shows it: what is asked, what was handed in, what came back. */
import { Button, Input } from 'ant-design-vue';
import { isBlank, type Language } from '@jolly/core';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { useLanguage } from '../../i18n';
import ClassSquare from '../../ui/ClassSquare.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import { useKeptHere, useKeptText } from '../../ui/kept-here';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import StateWord from '../../ui/StateWord.vue';
import { useTurned } from '../../ui/use-turned';
import WhenField from '../../ui/WhenField.vue';
import WordLanguages from '../../ui/WordLanguages.vue';
import { AttachmentList, RubricView } from '../assignments';
import { fileAddress } from '../files';
import { NotedWork } from '../notes';
import { FinishedTryView } from '../quizzes';
import { useFamilyWords } from './use-family';

const props = defineProps<{ childId: string; assignmentId: string }>();
const { t, when, points, name, language, refusedOf } = useFamilyWords();
const params = { studentId: props.childId, assignmentId: props.assignmentId };
const { state, value, why, reload } = useLoad(async () => {
  // What is shown of the work is said in words that families do not otherwise read.
  await useLanguage(language.value as Language, 'whole');
  return ask('GET /api/family/children/:studentId/work/:assignmentId', { params });
});
const turned = useTurned(() => value.value?.words);
const shown = turned.shown;
const { problem, busy, attempt } = useAttempt();
const refused = refusedOf(problem);
const tick = (seen: boolean) =>
  attempt(async () => (value.value = await ask('PUT /api/family/children/:studentId/work/:assignmentId/tick', { params, body: { seen } })));
const asking = ref(false);
const wanted = ref<number | null>(null);
const placeOf = useKeptHere();
const { text: reason, begin: beginReason, sent } = useKeptText(() => placeOf('more-time', params.assignmentId, params.studentId));
function begin(): void {
  beginReason();
  [asking.value, wanted.value] = [true, value.value?.proposedDue ?? null];
}
const send = () =>
  attempt(async () => {
    value.value = await ask('POST /api/family/children/:studentId/work/:assignmentId/requests', {
      params,
      body: { reason: reason.value.trim(), wantedDue: wanted.value },
    });
    asking.value = false;
    sent();
  });
const score = computed(() => {
  const effective = value.value?.returned?.effective ?? null;
  const max = value.value?.points ?? null;
  return effective === null ? '' : max === null ? points(effective) : t('family.points', { a: points(effective), b: points(max) });
});
const due = computed(() => {
  const { againBy, window, zone } = value.value!;
  if (againBy !== null) return t('family.againBy', { when: when(againBy, zone) });
  return window.due === null ? t('family.noDue') : t('family.due', { when: when(window.due, zone) });
});
const words = computed(() =>
  (value.value?.rubric?.criteria ?? []).flatMap(({ id, name: criterion }) => {
    const text = value.value!.returned?.words[id];
    return text ? [{ criterion, text }] : [];
  }),
);
const choices = computed(() => (value.value?.returned?.chosen?.by === 'rubric' ? value.value.returned.chosen.choices : null));
const voices = computed(() => (value.value?.feedbackFiles ?? []).filter((file) => file.kind === 'voice'));
const files = computed(() => (value.value?.feedbackFiles ?? []).filter((file) => file.kind === 'file'));
</script>

<template>
  <p>
    <RouterLink class="alone" :to="{ path: '/family', query: { child: childId } }">{{ t('family.workBack') }}</RouterLink>
  </p>
  <LoadGate :state="state" :why="why" @retry="reload">
    <article v-if="value && shown" class="stack piece">
      <header class="stack">
        <h1 dir="auto">{{ shown.title }}</h1>
        <WordLanguages :label="t('family.readIn')" :language="shown.language" :others="turned.others.value" @choose="turned.choose" />
        <p class="muted">
          <ClassSquare :hue="value.hue" /> <bdi>{{ value.className }}</bdi> · <bdi>{{ name(value.student) }}</bdi>
        </p>
        <p><StateWord :state="value.state" /> · {{ due }}</p>
      </header>
      <section v-if="value.tick.stand === 'asked' || value.tick.stand === 'given'" class="note row wrap">
        <template v-if="value.tick.stand === 'asked'"
          ><span class="grow">{{ t('family.tickAsk') }}</span
          ><Button type="primary" :disabled="busy" @click="tick(true)">{{ t('family.tickGo') }}</Button></template
        ><template v-else
          ><span class="grow" role="status">{{ t('family.tickGiven', { when: when(value.tick.at!, value.zone) }) }}</span
          ><Button type="link" :disabled="busy" @click="tick(false)">{{ t('family.tickTake') }}</Button></template
        >
      </section>
      <p v-else-if="value.tick.stand === 'toCome'" class="muted small">{{ t('family.tickToCome') }}</p>
      <section v-if="value.returned" class="sheet back stack">
        <div class="row wrap">
          <h2 class="grow">{{ t('family.returned') }}</h2>
          <strong v-if="score" class="result">{{ score }}</strong>
        </div>
        <p v-for="one in [...value.returns].reverse()" :key="one" class="muted small">
          {{ t('family.cameBackOn', { when: when(one, value.zone) }) }}
        </p>
        <p v-if="!value.shows.feedback" class="muted small">{{ t('family.feedbackHidden') }}</p>
        <RichTextView v-if="!isBlank(value.returned.remark)" class="remark" :text="value.returned.remark" />
        <audio
          v-for="file in voices"
          :key="file.id"
          controls
          preload="none"
          :src="fileAddress(file.id, 'inline')"
          :aria-label="file.name"
        />
        <dl v-if="words.length > 0" class="criteria">
          <template v-for="one in words" :key="one.criterion"
            ><dt dir="auto">{{ one.criterion }}</dt>
            <dd dir="auto">{{ one.text }}</dd></template
          >
        </dl>
        <ul v-if="files.length > 0" class="plain">
          <li v-for="file in files" :key="file.id">
            <a :href="fileAddress(file.id)" download dir="auto">{{ file.name }}</a>
          </li>
        </ul>
        <RubricView v-if="value.rubric && choices" :rubric="value.rubric" :choices="choices" />
      </section>
      <section v-if="value.sentBack && value.state === 'sentBack'" class="note">
        <strong>{{ t('family.again') }}</strong>
        <p v-if="value.sentBack.reason" dir="auto">{{ value.sentBack.reason }}</p>
      </section>
      <section v-if="value.shows.work" class="stack">
        <h2>{{ t('family.toDo') }}</h2>
        <RichTextView :text="shown.instructions" />
        <AttachmentList :attachments="value.attachments" :spoken="shown.spoken" />
        <RubricView v-if="value.rubric && !choices" :rubric="value.rubric" />
      </section>
      <p v-else class="muted small">{{ t('family.workHidden') }}</p>
      <section v-if="value.shows.work && value.how === 'handIn'" class="stack">
        <h2>
          {{ value.handIn ? t('family.handedIn', { when: when(value.handIn.at, value.zone) }) : t('family.handedInNot') }}
        </h2>
        <NotedWork
          v-if="value.marked ?? value.handIn"
          :hand-in="(value.marked ?? value.handIn)!"
          :notes="value.notes"
          :acts="{}"
          :zone="value.zone"
          :first-name="value.student.givenName"
          keep-key="jolly-none"
        />
      </section>
      <template v-if="value.quiz">
        <p v-if="value.quiz.finished.length === 0" class="muted">{{ t('family.handedInNot') }}</p>
        <FinishedTryView
          v-for="one in [...value.quiz.finished].reverse()"
          :key="one.number"
          :finished="one"
          :quiz="value.quiz"
          :zone="value.zone"
          :several="value.quiz.finished.length > 1"
          :heading="t('family.answered')"
        />
      </template>
      <section v-if="value.requests.length > 0 || value.mayAsk" class="stack">
        <p v-for="one in value.requests" :key="one.id" class="small" dir="auto">
          {{ t('family.askedBy', { who: one.askedBy ?? name(value.student), when: when(one.askedAt, value.zone), reason: one.reason }) }}
          <strong>{{ t(`family.askStates.${one.state}`) }}</strong><template v-if="one.word"> “{{ one.word }}”</template>
        </p>
        <div v-if="value.mayAsk && !asking">
          <Button @click="begin">{{ t('family.askTime') }}</Button>
        </div>
        <FieldForm v-else-if="value.mayAsk" class="sheet ask" :problem="refused" @send="send">
          <FormLine :label="t('family.askWhy')" for="ask-why" path="reason"
            ><Input id="ask-why" v-model:value="reason" required :maxlength="500" dir="auto"
          /></FormLine>
          <FormLine :label="t('family.askUntil')" path="wantedDue"
            ><WhenField v-model="wanted" stacked :zone="value.zone" :usual-time="null" :label="t('family.askUntil')"
          /></FormLine>
          <template #acts
            ><div class="row">
              <Button type="primary" html-type="submit" :disabled="busy || reason.trim() === ''">{{ t('family.askSend') }}</Button><Button
                type="link"
                @click="asking = false"
                >{{ t('family.absenceNot') }}</Button
              >
            </div></template
          >
        </FieldForm>
      </section>
      <p v-if="refused && !asking" class="note bad" role="alert">{{ refused.title }}</p>
    </article>
  </LoadGate>
</template>

<style scoped>
.piece {
  max-inline-size: 900px;
  gap: 18px;
}
h1 {
  overflow-wrap: anywhere;
}
.back,
.ask {
  padding: 16px 18px;
}
.back {
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
</style>
