import { plainText, TRUE_FALSE, unmilli, type Entry, type Gap, type Question, type Quiz, type RichText } from '@jolly/core';
import { nameOf } from '../quizzes/interchange/write-item';
import { toXhtml, type XhtmlWriting } from '../quizzes/interchange/xhtml';
import { xmlWriter, type Html } from '../quizzes/interchange/xml';
import { NAMESPACE } from './course';

/** Questions of a package in the standard's own profile of QTI 1.2.1: five kinds, and texts of HTML that stand escaped in them. */

const PROFILES = {
  one: 'cc.multiple_choice.v0p1',
  trueFalse: 'cc.true_false.v0p1',
  several: 'cc.multiple_response.v0p1',
  short: 'cc.fib.v0p1',
  own: 'cc.essay.v0p1',
} as const;
/** Letters of the response that is asked for. */
const RESPONSE = 'response';
const w = xmlWriter('2.1');
const { h } = w;

/** Has the profile a word for it that says the same? Shares, letters that may be wrong and parts of points it cannot say. */
export function isSaidBy(question: Question): question is Question & { kind: keyof typeof PROFILES } {
  if (question.kind === 'several') return question.mode === 'all';
  if (question.kind === 'short') return question.gaps.every(isPlain);
  return question.kind in PROFILES;
}
const isPlain = ({ accepted, near, ignoreAccents, ignorePunctuation }: Gap): boolean =>
  near === 0 && !ignoreAccents && !ignorePunctuation && accepted.length > 0 && accepted.every((one) => one.percent === 100_000);

const field = (label: string, entry: string | number) =>
  h('qtimetadatafield', {}, h('fieldlabel', {}, label), h('fieldentry', {}, String(entry)));
const equals = (value: string, more: Record<string, string> = {}) => h('varequal', { respident: RESPONSE, ...more }, value);
const condition = (inside: readonly Html[], ...does: Html[]) =>
  h('respcondition', { continue: 'Yes' }, h('conditionvar', {}, ...inside), ...does);
const full = h('setvar', { action: 'Set', varname: 'SCORE' }, '100');
const said = (link: string) => h('displayfeedback', { feedbacktype: 'Response', linkrefid: link });

/** A question as an item of the profile. */
function writeItem(question: Question & { kind: keyof typeof PROFILES }, how: XhtmlWriting): Html {
  const html = (text: RichText) =>
    toXhtml(text.content ?? [], w, how)
      .map((one) => one.html)
      .join('');
  const material = (text: RichText) => h('material', {}, h('mattext', { texttype: 'text/html' }, html(text)));
  const words = (text: string) => h('material', {}, h('mattext', { texttype: 'text/plain' }, text));
  const choice = (labels: readonly Html[], several = false) =>
    h('response_lid', { ident: RESPONSE, rcardinality: several ? 'Multiple' : 'Single' }, h('render_choice', {}, ...labels));
  const label = ({ id, text }: Entry) => h('response_label', { ident: nameOf(id) }, material(text));
  const feedbacks: [string, string][] = question.explanation === '' ? [] : [['general', question.explanation]];
  const keys: Html[] = [];
  let response: Html;
  switch (question.kind) {
    case 'one':
    case 'several': {
      response = choice(question.options.map(label), question.kind === 'several');
      for (const { id, explanation } of question.options) if (explanation !== '') feedbacks.push([nameOf(id), explanation]);
      if (question.kind === 'one') keys.push(...question.key.map((id) => condition([equals(nameOf(id))], full)));
      else {
        const other = question.options.filter(({ id }) => !question.key.includes(id));
        const parts = [...question.key.map((id) => equals(nameOf(id))), ...other.map(({ id }) => h('not', {}, equals(nameOf(id))))];
        keys.push(condition([h('and', {}, ...parts)], full));
      }
      break;
    }
    case 'trueFalse':
      response = choice(TRUE_FALSE.map((id) => h('response_label', { ident: id }, words(id))));
      keys.push(...question.key.map((id) => condition([equals(id)], full)));
      break;
    case 'short': {
      const [gap] = question.gaps as [Gap];
      response = h('response_str', { ident: RESPONSE, rcardinality: 'Single' }, h('render_fib', { fibtype: 'String', prompt: 'Dashes' }));
      keys.push(...gap.accepted.map(({ text }) => condition([equals(text, { case: gap.ignoreCase ? 'No' : 'Yes' })], full)));
      break;
    }
    default:
      response = h('response_str', { ident: RESPONSE, rcardinality: 'Single' }, h('render_fib', { fibtype: 'String', prompt: 'Box' }));
  }
  const shown = feedbacks.map(([ident]) => condition([ident === 'general' ? h('other') : equals(ident)], said(ident)));
  const outcome = h('outcomes', {}, h('decvar', { maxvalue: 100, minvalue: 0, varname: 'SCORE', vartype: 'Decimal' }));
  return h(
    'item',
    { ident: nameOf(question.id), title: plainText(question.text).trim().slice(0, 80) || question.kind },
    h(
      'itemmetadata',
      {},
      h('qtimetadata', {}, field('cc_profile', PROFILES[question.kind]), field('cc_weighting', unmilli(question.points))),
    ),
    h('presentation', {}, material(question.text), response),
    keys.length + shown.length > 0 ? h('resprocessing', {}, outcome, ...shown, ...keys) : null,
    ...feedbacks.map(([ident, text]) => h('itemfeedback', { ident }, h('flow_mat', {}, words(text)))),
  );
}

/**
 * A quiz as an assessment of the profile, with the questions that it has words for.
 * @param words what is said before it, as HTML
 * @param tries how often it may be taken; null: as often as wanted
 * @returns null where it has words for none of them
 */
export function writeAssessment(
  { title, words, quiz, tries }: { title: string; words: string; quiz: Quiz; tries: number | null },
  how: XhtmlWriting,
): string | null {
  const items = quiz.questions.filter(isSaidBy).map((one) => writeItem(one, how));
  if (items.length === 0) return null;
  const { limitMinutes } = quiz.run;
  const document = h(
    'questestinterop',
    { xmlns: NAMESPACE.questions },
    h(
      'assessment',
      { ident: 'quiz', title: title || 'quiz' },
      h(
        'qtimetadata',
        {},
        field('cc_profile', 'cc.exam.v0p1'),
        field('qmd_assessmenttype', 'Examination'),
        field('qmd_scoretype', 'Percentage'),
        field('cc_maxattempts', tries ?? 'unlimited'),
        limitMinutes === null ? null : field('qmd_timelimit', limitMinutes),
      ),
      words === '' ? null : h('rubric', {}, h('material', {}, h('mattext', { texttype: 'text/html' }, words))),
      h('section', { ident: 'questions' }, ...items),
    ),
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n${document.html}`;
}
