import { blankGap, EMPTY_TEXT, MOST_POINTS, parsePoints, TRUE_FALSE, type Question, type RichText } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { question as questionForm } from '../../forms/quizzes';
import { readHtml } from '../quizzes/interchange/html';
import { fromXhtml, type XhtmlReading } from '../quizzes/interchange/xhtml';
import { all, child, children, elements, textIn, type Xml } from '../quizzes/interchange/xml';

/** Questions of QTI 1.2.1, as packages of courses have them, whoever wrote them. */

/** Why an item is not taken: it is left out and said, never guessed. */
export type NoQuestion = 'unknownInteraction' | 'ownProcessing' | 'noKey' | 'unreadable' | 'tooMany';
class NotAQuestion extends Error {
  constructor(readonly why: NoQuestion) {
    super(why);
  }
}

/** An assessment as it was read. */
export interface ReadAssessment {
  title: string;
  instructions: RichText;
  minutes: number | null;
  /** null: as often as wanted */
  tries: number | null;
  questions: Question[];
  notTaken: { item: string; why: NoQuestion }[];
}

const metadata = (of: Xml | undefined, label: string): string | undefined => {
  const fields = of ? all(of, 'qtimetadatafield') : [];
  const found = fields.find((one) => textIn(child(one, 'fieldlabel')).trim().toLowerCase() === label);
  return found && textIn(child(found, 'fieldentry')).trim();
};
const wholeNumber = (text: string | undefined, most: number): number | null => {
  const n = Number(text ?? '');
  return Number.isInteger(n) && n >= 1 && n <= most ? n : null;
};

/** The words of a material: HTML that stands escaped in it, or plain text. */
function words(materials: readonly Xml[], how: XhtmlReading): RichText {
  const content = materials.flatMap((material) =>
    all(material, 'mattext').flatMap((one): RichText['content'] & object => {
      const text = textIn(one);
      const isHtml = (one.attrs.texttype ?? '').toLowerCase() === 'text/html' || elements(one).length > 0;
      if (isHtml) return fromXhtml(elements(one).length > 0 ? one.children : readHtml(text).children, how).content ?? [];
      return text.trim() === '' ? [] : [{ type: 'paragraph', content: [{ type: 'text', text: text.trim() }] }];
    }),
  );
  for (const one of materials.flatMap((material) => all(material, 'matimage'))) {
    const fileId = how.pictureOf(one.attrs.uri ?? '');
    if (fileId === null) how.missed('picture');
    else content.push({ type: 'image', attrs: { fileId, alt: one.attrs.label ?? '' } });
  }
  if (materials.some((material) => all(material, 'mataudio', 'matvideo', 'matapplet', 'matapplication').length > 0)) how.missed('media');
  return content.length > 0 ? { type: 'doc', content } : EMPTY_TEXT;
}
/** The materials of an element that belong to no answer below it. */
const materialsOf = (of: Xml): Xml[] =>
  elements(of).flatMap((one) =>
    one.name === 'material' ? [one] : ['flow', 'flow_mat', 'flow_label'].includes(one.name) ? materialsOf(one) : [],
  );

/** What of an item's scoring gives points: the answers that earn all, in the ways in which they can be put together. */
interface Scored {
  /** each alone is right */
  each: { value: string; ignoreCase: boolean }[];
  /** all of these and none of others are right together */
  together: string[] | null;
}
function scoringOf(item: Xml): Scored {
  const conditions = all(item, 'respcondition')
    .map((one) => ({ one, earns: children(one, 'setvar').map((set) => ({ set, value: Number(textIn(set)) })) }))
    .filter(({ earns }) => earns.some(({ value }) => value > 0));
  const values = conditions.flatMap(({ earns }) => earns.map(({ value }) => value));
  // Points in parts are a reckoning of its own.
  if (new Set(values).size > 1 || conditions.some(({ earns }) => earns.some(({ set }) => !/^(set)?$/i.test(set.attrs.action ?? ''))))
    throw new NotAQuestion('ownProcessing');
  const scored: Scored = { each: [], together: null };
  for (const { one } of conditions) {
    const asked = child(one, 'conditionvar');
    const parts = asked ? elements(asked) : [];
    const [first] = parts;
    if (parts.length > 0 && parts.every((part) => part.name === 'varequal' || part.name === 'not')) {
      if (parts.length === 1 && first!.name === 'varequal')
        scored.each.push({ value: textIn(first).trim(), ignoreCase: !/^yes$/i.test(first!.attrs.case ?? 'no') });
      else together(parts);
    } else if (parts.length === 1 && first!.name === 'and') together(elements(first!));
    else if (parts.length === 1 && first!.name === 'or' && elements(first!).every((part) => part.name === 'varequal'))
      for (const part of elements(first!))
        scored.each.push({ value: textIn(part).trim(), ignoreCase: !/^yes$/i.test(part.attrs.case ?? 'no') });
    else throw new NotAQuestion('ownProcessing');
  }
  function together(parts: readonly Xml[]): void {
    const known = parts.every(
      (part) => part.name === 'varequal' || (part.name === 'not' && elements(part).every((no) => ['varequal', 'or'].includes(no.name))),
    );
    if (!known || scored.together !== null) throw new NotAQuestion('ownProcessing');
    scored.together = parts.filter((part) => part.name === 'varequal').map((part) => textIn(part).trim());
  }
  if (scored.together !== null && scored.each.length > 0) throw new NotAQuestion('ownProcessing');
  return scored;
}

/** What is said with the results: to everybody, and to who chose an option. */
function feedbackOf(item: Xml): { general: string; of: ReadonlyMap<string, string> } {
  const texts = new Map(
    all(item, 'itemfeedback').map((one) => [
      one.attrs.ident ?? '',
      all(one, 'mattext')
        .map((text) => (/html/i.test(text.attrs.texttype ?? '') ? textIn(readHtml(textIn(text))) : textIn(text)).trim())
        .join('\n')
        .slice(0, 2000),
    ]),
  );
  let general = '';
  const of = new Map<string, string>();
  for (const one of all(item, 'respcondition')) {
    const text = children(one, 'displayfeedback')
      .map((shown) => texts.get(shown.attrs.linkrefid ?? '') ?? '')
      .filter(Boolean)
      .join('\n');
    const asked = child(one, 'conditionvar');
    const [first, ...rest] = asked ? elements(asked) : [];
    if (text === '' || !first || rest.length > 0) continue;
    if (first.name === 'other') general ||= text;
    else if (first.name === 'varequal') of.set(textIn(first).trim(), text);
  }
  return { general, of };
}

function readItem(item: Xml, how: XhtmlReading): Question {
  const presentation = child(item, 'presentation');
  const responses = presentation ? all(presentation, 'response_lid', 'response_str', 'response_num', 'response_xy', 'response_grp') : [];
  const [response] = responses;
  if (!presentation || !response || responses.length > 1) throw new NotAQuestion('unknownInteraction');
  const text = words(materialsOf(presentation), how);
  const profile = metadata(item, 'cc_profile') ?? '';
  const weight = parsePoints(metadata(item, 'cc_weighting') ?? '');
  const points = weight !== null && weight <= MOST_POINTS ? weight : 1000;
  const feedback = feedbackOf(item);
  const common = {
    ...{ id: randomUUID() as string, text, spoken: null, points, explanation: feedback.general },
    ...{ aims: [], setId: null, storeId: null },
  };
  if (response.name === 'response_str') {
    if (/pattern_match/.test(profile) || all(item, 'varsubstring').length > 0) throw new NotAQuestion('unknownInteraction');
    const { each, together } = scoringOf(item);
    if (each.length === 0 && together === null) {
      if (/fib/.test(profile)) throw new NotAQuestion('noKey');
      return { ...common, kind: 'own', rubric: null };
    }
    if (together !== null || new Set(each.map((one) => one.ignoreCase)).size > 1) throw new NotAQuestion('ownProcessing');
    const accepted = each.map(({ value }) => ({ text: value, percent: 100_000 }));
    return { ...common, kind: 'short', gaps: [{ ...blankGap(), accepted, ignoreCase: each[0]!.ignoreCase }] };
  }
  const labels = response.name === 'response_lid' && all(response, 'render_choice').length === 1 ? all(response, 'response_label') : [];
  if (labels.length === 0) throw new NotAQuestion('unknownInteraction');
  const { each, together } = scoringOf(item);
  const idents = labels.map((one) => one.attrs.ident ?? '');
  const several = /^multiple$/i.test(response.attrs.rcardinality ?? '');
  const right = several ? (together ?? each.map((one) => one.value)) : each.map((one) => one.value);
  if (right.length === 0 || right.some((one) => !idents.includes(one))) throw new NotAQuestion('noKey');
  // Several that are each right alone are no choice of several.
  if (several ? together === null && right.length > 1 : together !== null) throw new NotAQuestion('ownProcessing');
  if (!several && idents.length === 2 && TRUE_FALSE.every((one) => idents.includes(one)))
    return { ...common, kind: 'trueFalse', key: right as ('true' | 'false')[] };
  const options = labels.map((one) => ({
    ...{ id: randomUUID() as string, text: words(materialsOf(one), how), staysLast: false },
    explanation: feedback.of.get(one.attrs.ident ?? '') ?? '',
  }));
  const key = right.map((one) => options[idents.indexOf(one)]!.id);
  return several ? { ...common, kind: 'several', options, key, mode: 'all' } : { ...common, kind: 'one', options, key };
}

/** An assessment or a stock of questions. @param most how many questions are taken */
export function readAssessment(document: Xml, how: XhtmlReading, most: number): ReadAssessment {
  const about = all(document, 'assessment', 'objectbank')[0] ?? document;
  const instructions = child(about, 'rubric') ?? child(about, 'presentation_material');
  const own = children(about, 'qtimetadata')[0];
  const read: ReadAssessment = {
    title: about.attrs.title ?? '',
    instructions: instructions ? words([instructions], how) : EMPTY_TEXT,
    minutes: wholeNumber(metadata(own, 'qmd_timelimit'), 6000),
    tries: wholeNumber(metadata(own, 'cc_maxattempts'), 50),
    questions: [],
    notTaken: [],
  };
  for (const item of all(about, 'item')) {
    const title = item.attrs.title ?? item.attrs.ident ?? '';
    try {
      if (read.questions.length >= most) throw new NotAQuestion('tooMany');
      const question = readItem(item, how);
      if (questionForm.validate(question).error) throw new NotAQuestion('unreadable');
      read.questions.push(question);
    } catch (error) {
      if (!(error instanceof NotAQuestion)) throw error;
      read.notTaken.push({ item: title, why: error.why });
    }
  }
  return read;
}
