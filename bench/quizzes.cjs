// Quizzes to measure with: questions of every kind that a key scores, and answers that are now right, now wrong.

const text = (words) => ({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }] });
const OPTIONS = ['a', 'b', 'c', 'd'];
const gap = (accepted) => ({
  accepted: [{ text: accepted, percent: 100_000 }],
  weight: 1000,
  ignoreCase: true,
  ignoreAccents: false,
  ignorePunctuation: false,
  near: 1,
  nearPercent: 100_000,
});
const choice = (id) => ({ id, text: text(`Option ${id}`), staysLast: false, explanation: '' });
const FORMS = [
  () => ({ kind: 'one', options: OPTIONS.map(choice), key: ['b'] }),
  () => ({ kind: 'several', options: OPTIONS.map(choice), key: ['a', 'c'], mode: 'each' }),
  () => ({ kind: 'gaps', gaps: [gap('abrasion'), gap('sediment')] }),
  () => ({ kind: 'number', unit: 'm', accepted: [{ value: '0.625', tolerance: '0.01', tolerancePercent: null, percent: 100_000 }] }),
  () => ({ kind: 'order', items: OPTIONS.map((id) => ({ id, text: text(id) })), mode: 'pairs' }),
];
const ANSWERS = {
  one: (n) => OPTIONS[n % 4],
  several: (n) => OPTIONS.filter((_, at) => (n >> at) % 2 === 0),
  gaps: (n) => [n % 3 === 0 ? 'abrassion' : 'abrasion', n % 4 === 0 ? null : `sediment${n % 5 === 0 ? n : ''}`],
  number: (n) => (n % 3 === 0 ? '0.63' : String(n)),
  order: (n) => (n % 2 === 0 ? OPTIONS : [...OPTIONS].reverse()),
};

const questionsOf = (count) =>
  Array.from({ length: count }, (_, n) => ({
    id: `q${n}`,
    text: text(`Question ${n} ___ ___`),
    spoken: null,
    points: 2000,
    explanation: '',
    aims: [],
    setId: null,
    storeId: null,
    ...FORMS[n % FORMS.length](),
  }));
const answerOf = (question, n) => ANSWERS[question.kind](n);

/** Forty students with an answer to most of sixty questions. */
function outcomeOf40() {
  const questions = questionsOf(60);
  const tries = Array.from({ length: 40 }, (_, who) =>
    Object.fromEntries(questions.flatMap((one, n) => ((who + n) % 17 === 0 ? [] : [[one.id, answerOf(one, who * 7 + n)]]))),
  );
  return { questions, tries };
}

module.exports = { answerOf, outcomeOf40, questionsOf };
