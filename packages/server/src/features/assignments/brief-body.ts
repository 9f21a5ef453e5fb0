import { entriesOf, filesIn, LANGUAGES, questionFaults, quizFaults, rubricRemarks, type Question } from '@jolly/core';
import type { BriefBody } from '../../contract';
import { fieldProblem, rubricCode, type FieldProblem } from '../../http/field-problems';

/** What a brief says and asks, looked at by itself: the files in it, and what keeps it from being issued. */

/** Files that a brief shows, wherever in it. */
export function filesOf(body: Pick<BriefBody, 'instructions' | 'spoken' | 'otherWords' | 'attachments' | 'quiz'>): string[] {
  const attached = body.attachments.flatMap((one) =>
    one.kind === 'file'
      ? [one.file.id, ...(one.paper?.stickers ?? []).map((sticker) => sticker.id)]
      : one.kind === 'worksheet'
        ? filesIn(one.text)
        : [],
  );
  const asked = body.quiz?.questions.flatMap(filesOfQuestion) ?? [];
  const said = [body, ...LANGUAGES.flatMap((one) => body.otherWords[one] ?? [])].flatMap(({ instructions, spoken }) => [
    ...filesIn(instructions),
    ...(spoken ? [spoken.id] : []),
  ]);
  return [...new Set([...said, ...attached, ...asked])];
}

/** Files that a question shows or plays. */
export function filesOfQuestion(question: Question): string[] {
  const picture = question.kind === 'place' && question.picture ? [question.picture.id] : [];
  const spoken = question.spoken ? [question.spoken.id] : [];
  const others = LANGUAGES.flatMap((one) => {
    const words = question.otherWords?.[one];
    return words
      ? [...[words.text, ...Object.values(words.entries)].flatMap((text) => filesIn(text)), ...(words.spoken ? [words.spoken.id] : [])]
      : [];
  });
  return [...filesIn(question.text), ...entriesOf(question).flatMap((entry) => filesIn(entry.text)), ...picture, ...spoken, ...others];
}

/** Everything that keeps the questions of a quiz from being asked. */
function quizErrors({ quiz }: BriefBody): FieldProblem[] {
  if (!quiz) return [];
  const ofQuiz = quizFaults(quiz.questions, quiz.sets).map((fault) =>
    fault.what === 'noQuestions'
      ? fieldProblem('quiz', 'quiz.noQuestions')
      : fieldProblem(`quiz.sets.${quiz.sets.findIndex((set) => set.id === fault.setId)}`, `quiz.${fault.what}`),
  );
  const ofQuestions = quiz.questions.flatMap((question, index) =>
    questionFaults(question).map((fault) => fieldProblem(`quiz.questions.${index}`, `quiz.${fault}`, { n: index + 1 })),
  );
  return [...ofQuiz, ...ofQuestions];
}

/** Everything that keeps a brief from being issued. */
export function issueErrors(body: BriefBody): FieldProblem[] {
  const errors: FieldProblem[] = [];
  if (body.title === '') errors.push(fieldProblem('title', 'brief.noTitle'));
  if (body.kind === 'handout') return errors;
  const { scoring } = body;
  if (body.points === null && scoring.by !== 'none' && scoring.by !== 'done') errors.push(fieldProblem('points', 'brief.noPoints'));
  if (scoring.by === 'words' && scoring.words.length === 0) errors.push(fieldProblem('scoring', 'brief.noWords'));
  if (scoring.by === 'words' && scoring.words.some((word) => word.name === '')) errors.push(fieldProblem('scoring', 'brief.emptyWord'));
  if (scoring.by === 'rubric') {
    const refused = rubricRemarks(scoring.rubric).find((one) => one.only === 'refused');
    if (refused) errors.push(fieldProblem(`scoring.rubric.${refused.path}`, rubricCode(refused.why)));
  }
  if (body.how === 'handIn' && body.accepts.length === 0) errors.push(fieldProblem('accepts', 'brief.acceptsNothing'));
  return [...errors, ...quizErrors(body)];
}
