<script setup lang="ts">
/** Two answers, given on two devices that did not know of each other: the student says which one stands. */
import { Button } from 'ant-design-vue';
import type { Answer, AskedQuestion } from '@jolly/core';
import type { StandingAnswer } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';
import { answerText } from './answer-text';

defineProps<{ asked: AskedQuestion; stands: Answer; beside: readonly StandingAnswer[] }>();
const emit = defineEmits<{ choose: [Answer] }>();
const { t } = useWords();
</script>

<template>
  <div class="note stack" role="alert">
    <p>{{ t('quizTaking.twoAnswers', { mine: answerText(asked, stands, t) }) }}</p>
    <div v-for="one in beside" :key="one.id" class="row wrap">
      <span class="grow" dir="auto">{{ answerText(asked, one.answer, t) }}</span><Button size="small" @click="emit('choose', one.answer)">{{
        t('quizTaking.takeThis')
      }}</Button>
    </div>
    <Button size="small" @click="emit('choose', stands)">{{ t('quizTaking.keepMine') }}</Button>
  </div>
</template>
