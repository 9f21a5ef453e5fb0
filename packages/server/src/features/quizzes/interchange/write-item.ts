import {
  isTeacherScored,
  keyOf,
  numberRatio,
  plainText,
  quizMax,
  ratio,
  roundHalfUp,
  TRUE_FALSE,
  unmilli,
  type Entry,
  type Gap,
  type Question,
  type Region,
} from '@jolly/core';
import { toXhtml, type XhtmlWriting } from './xhtml';
import type { Html, XmlWriter } from './xml';

const NAMESPACE = {
  '2.1': [
    'http://www.imsglobal.org/xsd/imsqti_v2p1',
    'http://www.imsglobal.org/xsd/imsqti_v2p1 http://www.imsglobal.org/xsd/qti/qtiv2p1/imsqti_v2p1.xsd',
    'http://www.imsglobal.org/question/qti_v2p1/rptemplates/',
  ],
  '3.0': [
    'http://www.imsglobal.org/xsd/imsqtiasi_v3p0',
    'http://www.imsglobal.org/xsd/imsqtiasi_v3p0 https://purl.imsglobal.org/spec/qti/v3p0/schema/xsd/imsqti_asiv3p0_v1p0.xsd',
    'https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/',
  ],
} as const;

/** Names that the standard takes: letters first. */
export const nameOf = (id: string): string => `i_${id}`;
const points = (milli: number): number => unmilli(milli);
/** A share of points with at most three decimals, as the standard's maps hold floats. */
const shareOf = (milli: number, of: number): number => unmilli(Number(roundHalfUp(ratio(milli, of))));

/** A question and the files that stand in it, for writing it down. */
export interface ItemWriting extends XhtmlWriting {
  /** of a place's picture: its address in the package and its size */
  pictureOf: (fileId: string) => { path: string; mediaType: string; width: number; height: number } | null;
}

/** A question as an item of the standard. What the standard cannot say lies beside it (package.ts). */
export function writeItem(question: Question, title: string, w: XmlWriter, how: ItemWriting): string {
  const { q, h, dialect } = w;
  const [namespace, schema, templates] = NAMESPACE[dialect];
  const key = keyOf(question);
  const responses: Html[] = [];
  const prompt = toXhtml(question.text.content ?? [], w, how);
  const entry = (one: Entry) => toXhtml(one.text.content ?? [], w, how);
  const values = (ids: readonly string[]) => (ids.length === 0 ? null : q('correctResponse', {}, ...ids.map((id) => q('value', {}, id))));
  const mapping = (entries: readonly (readonly [string, number])[], more: Record<string, string | number | boolean | null> = {}) =>
    q(
      'mapping',
      { defaultValue: 0, lowerBound: 0, ...more },
      ...entries.map(([mapKey, mappedValue]) =>
        q('mapEntry', { mapKey, mappedValue, caseSensitive: more.caseSensitive === undefined ? null : Boolean(more.caseSensitive) }),
      ),
    );
  const declare = (identifier: string, cardinality: string, baseType: string | null, ...inside: (Html | null)[]) =>
    void responses.push(q('responseDeclaration', { identifier, cardinality, baseType }, ...inside));
  let template: 'match_correct' | 'map_response' | 'map_response_point' | null = 'match_correct';
  let body: Html;

  switch (question.kind) {
    case 'one':
    case 'trueFalse': {
      const ids = key.kind === 'one' || key.kind === 'trueFalse' ? key.key.map(nameOf) : [];
      // Several that count one for one are a map: a single correct value would forget the others.
      if (ids.length > 1) template = 'map_response';
      declare(
        'RESPONSE',
        'single',
        'identifier',
        values(ids.slice(0, 1)),
        ids.length > 1 ? mapping(ids.map((id) => [id, points(question.points)] as const)) : null,
      );
      const choices =
        question.kind === 'one'
          ? question.options.map((one) => q('simpleChoice', { identifier: nameOf(one.id), fixed: one.staysLast }, ...entry(one)))
          : TRUE_FALSE.map((one) => q('simpleChoice', { identifier: nameOf(one), fixed: true }, one === 'true' ? 'True' : 'False'));
      body = q(
        'choiceInteraction',
        { responseIdentifier: 'RESPONSE', shuffle: question.kind === 'one', maxChoices: 1 },
        q('prompt', {}, ...prompt),
        ...choices,
      );
      break;
    }
    case 'several': {
      const each = shareOf(question.points, question.key.length || 1);
      if (question.mode === 'each') template = 'map_response';
      const all = question.options.map((one) => [nameOf(one.id), question.key.includes(one.id) ? each : -each] as const);
      declare(
        'RESPONSE',
        'multiple',
        'identifier',
        values(question.key.map(nameOf)),
        question.mode === 'each' ? mapping(all, { upperBound: points(question.points) }) : null,
      );
      const choices = question.options.map((one) => q('simpleChoice', { identifier: nameOf(one.id), fixed: one.staysLast }, ...entry(one)));
      body = q(
        'choiceInteraction',
        { responseIdentifier: 'RESPONSE', shuffle: true, maxChoices: 0 },
        q('prompt', {}, ...prompt),
        ...choices,
      );
      break;
    }
    case 'gaps':
    case 'short': {
      template = null;
      const weight = question.gaps.reduce((sum, gap) => sum + gap.weight, 0) || 1;
      const identifier = (index: number) => (question.gaps.length === 1 ? 'RESPONSE' : `RESPONSE${index + 1}`);
      question.gaps.forEach((gap, index) => {
        const full = Number(roundHalfUp(ratio(question.points * gap.weight, weight)));
        declare(identifier(index), 'single', 'string', values(gap.accepted.slice(0, 1).map((one) => one.text)), gapMap(gap, full, mapping));
      });
      let next = 0;
      const put = () => q('textEntryInteraction', { responseIdentifier: identifier(next++), expectedLength: 20 });
      body = {
        html:
          question.kind === 'gaps'
            ? toXhtml(question.text.content ?? [], w, { ...how, gap: put })
                .map((one) => one.html)
                .join('')
            : `${prompt.map((one) => one.html).join('')}${h('p', {}, put()).html}`,
      };
      break;
    }
    case 'number': {
      template = null;
      const [first] = question.accepted;
      declare('RESPONSE', 'single', 'float', first ? values([decimalOf(first.value)]) : null);
      body = {
        html: `${prompt.map((one) => one.html).join('')}${h('p', {}, q('textEntryInteraction', { responseIdentifier: 'RESPONSE', expectedLength: 12 }), question.unit === '' ? null : ` ${question.unit}`).html}`,
      };
      break;
    }
    case 'match': {
      if (question.mode === 'each') template = 'map_response';
      const pairs = question.pairs.map(([l, r]) => `${nameOf(l)} ${nameOf(r)}`);
      const each = shareOf(question.points, pairs.length || 1);
      declare(
        'RESPONSE',
        'multiple',
        'directedPair',
        values(pairs),
        question.mode === 'each'
          ? mapping(
              pairs.map((pair) => [pair, each] as const),
              { upperBound: points(question.points) },
            )
          : null,
      );
      const set = (list: readonly Entry[], most: number) =>
        q(
          'simpleMatchSet',
          {},
          ...list.map((one) => q('simpleAssociableChoice', { identifier: nameOf(one.id), matchMax: most }, ...entry(one))),
        );
      body = q(
        'matchInteraction',
        { responseIdentifier: 'RESPONSE', shuffle: true, maxAssociations: question.left.length },
        q('prompt', {}, ...prompt),
        set(question.left, 1),
        set(question.right, question.left.length),
      );
      break;
    }
    case 'order':
      declare('RESPONSE', 'ordered', 'identifier', values(question.items.map((one) => nameOf(one.id))));
      body = q(
        'orderInteraction',
        { responseIdentifier: 'RESPONSE', shuffle: true },
        q('prompt', {}, ...prompt),
        ...question.items.map((one) => q('simpleChoice', { identifier: nameOf(one.id) }, ...entry(one))),
      );
      break;
    case 'place': {
      template = 'map_response_point';
      const picture = question.picture ? how.pictureOf(question.picture.id) : null;
      const size = picture ?? { path: '', mediaType: 'image/png', width: 10_000, height: 10_000 };
      const areas = question.regions.map((region) =>
        q('areaMapEntry', { ...areaOf(region, size), mappedValue: shareOf(question.points * region.percent, 100_000) }),
      );
      declare(
        'RESPONSE',
        'single',
        'point',
        q('areaMapping', { defaultValue: 0, lowerBound: 0, upperBound: points(question.points) }, ...areas),
      );
      const object =
        dialect === '3.0'
          ? h('img', { src: size.path, width: size.width, height: size.height, alt: question.picture?.alt ?? '' })
          : h('object', { type: size.mediaType, data: size.path, width: size.width, height: size.height }, question.picture?.alt ?? '');
      body = q('selectPointInteraction', { responseIdentifier: 'RESPONSE', maxChoices: 1 }, q('prompt', {}, ...prompt), object);
      break;
    }
    case 'own':
      template = null;
      declare('RESPONSE', 'single', 'string');
      body = q('extendedTextInteraction', { responseIdentifier: 'RESPONSE', expectedLines: 6 }, q('prompt', {}, ...prompt));
      break;
    default:
      template = null;
      declare('RESPONSE', 'single', 'file');
      body = q(
        'uploadInteraction',
        {
          responseIdentifier: 'RESPONSE',
          type: question.kind === 'drawing' ? 'image/*' : question.kind === 'recording' ? 'audio/*' : null,
        },
        q('prompt', {}, ...prompt),
      );
  }

  const outcome = (identifier: string, value: number, more: object = {}) =>
    q(
      'outcomeDeclaration',
      { identifier, cardinality: 'single', baseType: 'float', ...more },
      q('defaultValue', {}, q('value', {}, String(value))),
    );
  const suffix = dialect === '3.0' ? '.xml' : '';
  const processing = template
    ? q('responseProcessing', { template: `${templates}${template}${suffix}` })
    : isTeacherScored(question.kind)
      ? null
      : q('responseProcessing', {}, ...(question.kind === 'number' ? numberRules(question, w) : sumOfMaps(responses.length, w)));
  const feedback =
    question.explanation === ''
      ? null
      : q(
          'modalFeedback',
          { outcomeIdentifier: 'FEEDBACK', identifier: 'EXPLANATION', showHide: 'show' },
          dialect === '3.0' ? q('contentBody', {}, h('p', {}, question.explanation)) : h('p', {}, question.explanation),
        );
  const root = q(
    'assessmentItem',
    {
      xmlns: namespace,
      'xmlns:xsi': 'http://www.w3.org/2001/XMLSchema-instance',
      'xsi:schemaLocation': schema,
      identifier: nameOf(question.id),
      title: title.slice(0, 120) || question.id,
      adaptive: false,
      timeDependent: false,
    },
    ...responses,
    outcome('SCORE', 0, { normalMaximum: points(question.points) }),
    outcome('MAXSCORE', points(question.points)),
    question.explanation === '' ? null : q('outcomeDeclaration', { identifier: 'FEEDBACK', cardinality: 'single', baseType: 'identifier' }),
    q('itemBody', {}, body),
    processing,
    feedback,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n${root.html}\n`;
}

type Mapping = (entries: readonly (readonly [string, number])[], more?: Record<string, string | number | boolean | null>) => Html;
const gapMap = (gap: Gap, full: number, mapping: Mapping): Html =>
  mapping(
    gap.accepted.map((one) => [one.text, shareOf(full * one.percent, 100_000)] as const),
    { caseSensitive: !gap.ignoreCase },
  );

/** A fraction as the decimals a float can hold. */
function decimalOf(value: string): string {
  const exact = numberRatio(value);
  return exact && value.includes('/') ? String(Number(exact.num) / Number(exact.den)) : value;
}

function sumOfMaps(count: number, { q }: XmlWriter): Html[] {
  const identifiers = count === 1 ? ['RESPONSE'] : Array.from({ length: count }, (_, index) => `RESPONSE${index + 1}`);
  return [
    q('setOutcomeValue', { identifier: 'SCORE' }, q('sum', {}, ...identifiers.map((identifier) => q('mapResponse', { identifier })))),
  ];
}

function numberRules(question: Question & { kind: 'number' }, { q }: XmlWriter): Html[] {
  const rules = question.accepted.map((one) => {
    const percent = one.tolerance === null && one.tolerancePercent !== null;
    const by = percent ? one.tolerancePercent! : (one.tolerance ?? '0');
    const exact = one.tolerance === null && one.tolerancePercent === null;
    const equal = q(
      'equal',
      exact
        ? { toleranceMode: 'exact' }
        : { toleranceMode: percent ? 'relative' : 'absolute', tolerance: `${decimalOf(by)} ${decimalOf(by)}` },
      q('variable', { identifier: 'RESPONSE' }),
      q('baseValue', { baseType: 'float' }, decimalOf(one.value)),
    );
    const value = q(
      'setOutcomeValue',
      { identifier: 'SCORE' },
      q('baseValue', { baseType: 'float' }, String(shareOf(question.points * one.percent, 100_000))),
    );
    return { equal, value };
  });
  const [first, ...others] = rules;
  if (!first) return [];
  return [
    q(
      'responseCondition',
      {},
      q('responseIf', {}, first.equal, first.value),
      ...others.map((one) => q('responseElseIf', {}, one.equal, one.value)),
    ),
  ];
}

/** A part of a picture in its pixels. */
function areaOf(region: Region, { width, height }: { width: number; height: number }): { shape: string; coords: string } {
  const [x, y] = [(value: number) => Math.round((value * width) / 10_000), (value: number) => Math.round((value * height) / 10_000)];
  switch (region.shape) {
    case 'rect':
      return { shape: 'rect', coords: [x(region.x), y(region.y), x(region.x + region.w), y(region.y + region.h)].join(',') };
    case 'ellipse':
      return { shape: 'ellipse', coords: [x(region.cx), y(region.cy), x(region.rx), y(region.ry)].join(',') };
    case 'polygon':
      return { shape: 'poly', coords: region.points.flatMap(([px, py]) => [x(px), y(py)]).join(',') };
  }
}

/** What a test of these questions is out of, in points. */
export const testMaximum = (questions: readonly Question[], sets: Parameters<typeof quizMax>[1]): number =>
  points(quizMax(questions, sets));
/** What an item is called: its first words. */
export const itemTitle = (question: Question): string => plainText(question.text).replace(/\s+/g, ' ').trim().slice(0, 80);
