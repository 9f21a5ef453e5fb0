<script setup lang="ts">
/** A question as students see it, for whoever writes it: in their order, without anything to press. */
import { askedQuestion, isTeacherScored, type Question, type QuestionKind, type TeacherScored } from '@jolly/core';
import { computed, h, type VNodeChild } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { fileAddress } from '../files';

const props = defineProps<{ question: Question }>();
const { t } = useWords();
/** An order to look at; each student has one of their own. */
const asked = computed(() => askedQuestion(props.question, { seed: 'seen', ownOptions: false }));
const blank = (): VNodeChild => h('span', { class: 'blank-line', role: 'img', 'aria-label': t('quizMaking.aGap') });
/** Has it words that say what is asked for, instead of something to see? */
const isAsked = (kind: QuestionKind): kind is TeacherScored | 'place' => isTeacherScored(kind) || kind === 'place';
const isChoice = computed(() => ['one', 'several', 'trueFalse'].includes(props.question.kind));
const choices = computed(() =>
  asked.value.kind === 'trueFalse' ? [t('quiz.true'), t('quiz.false')] : asked.value.entries.map((entry) => entry.text),
);
</script>

<template>
  <div class="seen" :class="{ empty: question.text.content === undefined }">
    <p v-if="question.spoken" class="small muted">{{ t('quizMaking.hasSound') }}</p>
    <RichTextView class="asked" :text="question.text" :gap="question.kind === 'gaps' ? blank : null" />
    <ul v-if="isChoice" class="plain choices">
      <li v-for="(choice, index) in choices" :key="index" class="row">
        <span class="dot" :class="{ several: question.kind === 'several' }" aria-hidden="true"></span
        ><template v-if="typeof choice === 'string'">{{ choice }}</template
        ><RichTextView v-else :text="choice" />
      </li>
    </ul>
    <p v-else-if="question.kind === 'number' || question.kind === 'short'" class="row"><span class="blank-line"></span>{{ asked.unit }}</p>
    <p v-else-if="question.kind === 'order'" class="row wrap">
      <span v-for="entry in asked.entries" :key="entry.id" class="row mini"
        ><span aria-hidden="true">≡</span><RichTextView :text="entry.text"
      /></span>
    </p>
    <div v-else-if="question.kind === 'match'" class="match">
      <div>
        <RichTextView v-for="entry in asked.entries" :key="entry.id" :text="entry.text" />
      </div>
      <div class="muted">
        <RichTextView v-for="entry in asked.partners" :key="entry.id" :text="entry.text" />
      </div>
    </div>
    <img v-else-if="asked.picture" class="picture" :src="fileAddress(asked.picture.id)" :alt="asked.picture.alt" />
    <p v-else-if="isAsked(question.kind)" class="muted small">{{ t(`quiz.asks.${question.kind}`) }}</p>
  </div>
</template>

<style scoped>
.asked {
  font: 18px/1.4 var(--font-read);
}
.choices {
  display: grid;
  gap: 4px;
  margin-block-start: 6px;
}
.choices li {
  align-items: baseline;
}
.choices :deep(.rich-text),
.mini :deep(.rich-text),
.match :deep(.rich-text) {
  font: 15px/1.4 var(--font);
}
.dot {
  inline-size: 13px;
  block-size: 13px;
  flex: none;
  border: 1.5px solid var(--text-3);
  border-radius: 50%;
  transform: translateY(2px);
}
.several {
  border-radius: 3px;
}
.seen :deep(.blank-line) {
  display: inline-block;
  inline-size: 92px;
  border-block-end: 2px solid var(--text);
  block-size: 1em;
}
.mini {
  gap: 6px;
}
.match {
  display: grid;
  grid-template-columns: auto auto;
  justify-content: start;
  gap: 2px 40px;
  margin-block-start: 6px;
}
.picture {
  max-inline-size: 260px;
  max-block-size: 150px;
  margin-block-start: 6px;
  border-radius: 6px;
}
p.row {
  margin-block-start: 8px;
}
</style>
