import {
  blankGap,
  milli,
  MOST_POINTS,
  readNumber,
  type AcceptedNumber,
  type Entry,
  type Gap,
  type MilliPoints,
  type Question,
  type QuestionForm,
  type Region,
} from '@jolly/core';
import { fromXhtml, type LeftBehind, type XhtmlReading } from './xhtml';
import { all, child, children, elements, textIn, type Xml } from './xml';

/** Why an item is not taken. It is left out and said, never guessed. */
export type NotTaken =
  'script' | 'noInteraction' | 'severalInteractions' | 'unknownInteraction' | 'noKey' | 'ownProcessing' | 'noPicture' | 'unreadable';

export class ItemProblem extends Error {
  constructor(readonly why: NotTaken) {
    super(why);
    this.name = 'ItemProblem';
  }
}

/** An item as a question of ours, with what of it was left behind. */
export interface ReadItem {
  question: Question;
  missed: LeftBehind[];
}

export interface ItemReading {
  newId: () => string;
  /** @returns the file of ours that this path of the package became, with its size in pixels; null: none */
  pictureOf: (path: string) => { id: string; name: string; size: number; mediaType: string; width: number; height: number } | null;
}

const INTERACTIONS = [
  'choiceInteraction',
  'textEntryInteraction',
  'inlineChoiceInteraction',
  'extendedTextInteraction',
  'matchInteraction',
  'orderInteraction',
  'hotspotInteraction',
  'selectPointInteraction',
  'uploadInteraction',
] as const;
/** Scoring by these templates is what a key of ours does; anything else is a program of its own. */
const TEMPLATES = /\/(match_correct|map_response|map_response_point)(\.xml)?$/;

const isInteraction = (one: Xml) => one.name.endsWith('Interaction');
const toMilli = (text: string | undefined): MilliPoints | null => {
  const value = text === undefined || text.trim() === '' ? NaN : Number(text);
  const rounded = Math.round(value * 1000);
  return Number.isFinite(value) && Math.abs(rounded) <= MOST_POINTS ? milli(rounded / 1000) : null;
};

/** A response of an item: what is right, and what each way of answering earns. */
interface Response {
  cardinality: string;
  baseType: string;
  correct: string[];
  map: { key: string; value: MilliPoints; caseSensitive: boolean }[];
  areas: { shape: string; coords: string; value: MilliPoints }[];
}
function responseOf(item: Xml, interaction: Xml): Response {
  const identifier = interaction.attrs.responseIdentifier ?? 'RESPONSE';
  const declared = children(item, 'responseDeclaration').find((one) => one.attrs.identifier === identifier);
  if (!declared) throw new ItemProblem('noKey');
  const [correct, mapped, areas] = ['correctResponse', 'mapping', 'areaMapping'].map((name) => child(declared, name));
  return {
    cardinality: declared.attrs.cardinality ?? 'single',
    baseType: declared.attrs.baseType ?? 'string',
    correct: correct ? children(correct, 'value').map((one) => textIn(one).trim()) : [],
    map: (mapped ? children(mapped, 'mapEntry') : []).map((one) => ({
      key: (one.attrs.mapKey ?? '').trim(),
      value: toMilli(one.attrs.mappedValue) ?? 0,
      caseSensitive: one.attrs.caseSensitive !== 'false',
    })),
    areas: (areas ? children(areas, 'areaMapEntry') : []).map((one) => ({
      shape: one.attrs.shape ?? '',
      coords: one.attrs.coords ?? '',
      value: toMilli(one.attrs.mappedValue) ?? 0,
    })),
  };
}

/** What the item says it is out of: its declared maximum, else the most its map gives, else one point. */
function pointsOf(item: Xml, responses: readonly Response[]): MilliPoints {
  const outcome = (name: string) => children(item, 'outcomeDeclaration').find((one) => one.attrs.identifier === name);
  const stated = outcome('MAXSCORE');
  const fromMax = stated && child(stated, 'defaultValue') ? toMilli(textIn(child(stated, 'defaultValue')).trim()) : null;
  const said = fromMax ?? toMilli(outcome('SCORE')?.attrs.normalMaximum);
  if (said !== null && said > 0) return said;
  const mapped = responses.reduce((sum, one) => {
    const values = [...one.map, ...one.areas].map((entry) => entry.value).filter((value) => value > 0);
    return sum + (one.cardinality === 'multiple' ? values.reduce((all_, value) => all_ + value, 0) : Math.max(0, ...values));
  }, 0);
  return mapped > 0 ? mapped : 1000;
}

/** @throws ItemProblem for an item that scores itself by more than its key */
function requirePlainScoring(item: Xml, kind: string): void {
  const processing = child(item, 'responseProcessing');
  if (!processing || TEMPLATES.test(processing.attrs.template ?? '')) return;
  if (elements(processing).length === 0 && !processing.attrs.template) return;
  const names = new Set(
    all(
      processing,
      'mapResponse',
      'mapResponsePoint',
      'correct',
      'equal',
      'match',
      'customOperator',
      'lookupOutcomeValue',
      'exitResponse',
      'random',
      'templateProcessing',
    ).map((one) => one.name),
  );
  const own = ['customOperator', 'lookupOutcomeValue', 'exitResponse', 'random'].some((name) => names.has(name));
  if (own || names.size === 0 || (names.has('equal') && kind !== 'textEntryInteraction')) throw new ItemProblem('ownProcessing');
}

const gapOf = ({ correct, map }: Response, full: MilliPoints): Gap => {
  const most = Math.max(0, ...map.map((one) => one.value));
  const share = (value: MilliPoints) =>
    most === 0 ? 100_000 : Math.round((value / Math.max(most, full > 0 ? Math.min(full, most) : most)) * 100_000);
  const mapped = map.filter((one) => one.value > 0).map((one) => ({ text: one.key, percent: Math.min(100_000, share(one.value)) }));
  const known = new Set(mapped.map((one) => one.text));
  const accepted = [...mapped, ...correct.filter((text) => !known.has(text)).map((text) => ({ text, percent: 100_000 }))];
  return { ...blankGap(), accepted, ignoreCase: map.length === 0 ? false : map.every((one) => !one.caseSensitive) };
};

function regionOf(
  { shape, coords, value }: Response['areas'][number],
  { width, height }: { width: number; height: number },
  most: MilliPoints,
): Region | null {
  const numbers = coords.split(/[\s,]+/).map(Number);
  if (numbers.some((one) => !Number.isFinite(one))) return null;
  const within = (of: number, size: number) => Math.min(10_000, Math.max(0, Math.round((of * 10_000) / size)));
  const [x, y] = [(of: number) => within(of, width), (of: number) => within(of, height)];
  const percent = most === 0 ? 100_000 : Math.min(100_000, Math.round((value / most) * 100_000));
  const [a = 0, b = 0, c = 0, d = 0] = numbers;
  switch (shape) {
    case 'rect':
      return { shape: 'rect', x: x(a), y: y(b), w: x(c) - x(a), h: y(d) - y(b), percent };
    case 'circle':
      return { shape: 'ellipse', cx: x(a), cy: y(b), rx: x(c), ry: y(c), percent };
    case 'ellipse':
      return { shape: 'ellipse', cx: x(a), cy: y(b), rx: x(c), ry: y(d), percent };
    case 'poly':
      return numbers.length < 6
        ? null
        : {
            shape: 'polygon',
            points: Array.from({ length: Math.floor(numbers.length / 2) }, (_, index) => [
              x(numbers[index * 2]!),
              y(numbers[index * 2 + 1]!),
            ]),
            percent,
          };
    default:
      return null;
  }
}

/**
 * Reads an item of the standard. What it asks, with its key, is taken whole or not at all.
 * @throws ItemProblem with why it is not taken
 */
export function readItem(item: Xml, { newId, pictureOf }: ItemReading): ReadItem {
  if (item.name !== 'assessmentItem') throw new ItemProblem('unreadable');
  if (all(item, 'script', 'customInteraction', 'portableCustomInteraction', 'interactionModules').length > 0)
    throw new ItemProblem('script');
  const body = child(item, 'itemBody');
  if (!body) throw new ItemProblem('noInteraction');
  const found = allInteractions(body);
  const kinds = [...new Set(found.map((one) => one.name))];
  const asGaps = kinds.every((name) => name === 'textEntryInteraction' || name === 'inlineChoiceInteraction');
  if (found.length === 0) throw new ItemProblem('noInteraction');
  if (kinds.some((name) => !(INTERACTIONS as readonly string[]).includes(name))) throw new ItemProblem('unknownInteraction');
  if (found.length > 1 && !asGaps) throw new ItemProblem('severalInteractions');
  const [first] = found as [Xml];
  requirePlainScoring(item, first.name);
  const responses = found.map((one) => responseOf(item, one));
  const [response] = responses as [Response];
  const missed = new Set<LeftBehind>();
  const how = (interaction: XhtmlReading['interaction']): XhtmlReading => ({
    pictureOf: (path) => pictureOf(path)?.id ?? null,
    interaction,
    missed: (what) => void missed.add(what),
  });
  // The words around the interaction and its prompt are what is asked; a gap stands where it is filled in.
  const prompt = child(first, 'prompt');
  const gapMark = asGaps && (found.length > 1 || hasWordsAround(body, first)) ? '___' : '';
  const around = fromXhtml(
    body.children,
    how((element) => (isInteraction(element) ? gapMark : element.name === 'rubricBlock' ? '' : null)),
  );
  const own = prompt
    ? fromXhtml(
        prompt.children,
        how(() => null),
      )
    : null;
  const text = own ? { ...own, content: [...withoutBlank(around.content), ...(own.content ?? [])] } : around;
  const entry = (one: Xml): Entry => ({
    id: newId(),
    text: fromXhtml(
      one.children,
      how(() => null),
    ),
  });
  const explanation = children(item, 'modalFeedback')
    .map((one) => textIn(one).replace(/\s+/g, ' ').trim())
    .filter(Boolean)
    .join('\n')
    .slice(0, 5000);
  const points = pointsOf(item, responses);
  const common = { id: newId(), text, spoken: null, points, explanation, aims: [], setId: null, storeId: null };
  const question = { ...common, ...formOf(first, { item, found, responses, response, points, entry, pictureOf, gapMark }) } as Question;
  return { question, missed: [...missed] };
}

const allInteractions = (of: Xml): Xml[] => elements(of).flatMap((one) => (isInteraction(one) ? [one] : allInteractions(one)));
const withoutBlank = (content: readonly { type: string; content?: unknown[] }[] | undefined) =>
  (content ?? []).filter((one) => one.type !== 'paragraph' || (one.content ?? []).length > 0) as never[];
/** Does the field stand in the middle of a sentence, so that it is a gap, or alone below what is asked? */
function hasWordsAround(body: Xml, interaction: Xml): boolean {
  const parentOf = (of: Xml): Xml | null => {
    if (of.children.includes(interaction)) return of;
    for (const one of elements(of)) {
      const inside = parentOf(one);
      if (inside) return inside;
    }
    return null;
  };
  const parent = parentOf(body);
  return (
    parent !== null &&
    parent !== body &&
    parent.children.some((one) => (typeof one === 'string' ? one.trim() !== '' : one !== interaction && textIn(one).trim() !== ''))
  );
}

interface Forming {
  item: Xml;
  found: readonly Xml[];
  responses: readonly Response[];
  response: Response;
  points: MilliPoints;
  entry: (one: Xml) => Entry;
  pictureOf: ItemReading['pictureOf'];
  gapMark: string;
}

function formOf(first: Xml, { item, found, responses, response, points, entry, pictureOf, gapMark }: Forming): QuestionForm {
  const rights = (list: readonly { id: string; identifier: string }[], ids: readonly string[]) =>
    list.filter((one) => ids.includes(one.identifier)).map((one) => one.id);
  const gained = response.map.filter((one) => one.value > 0).map((one) => one.key);
  const keys =
    response.correct.length > 0 && response.map.length === 0
      ? response.correct
      : [...new Set([...gained, ...(gained.length === 0 ? response.correct : [])])];
  switch (first.name) {
    case 'choiceInteraction': {
      const options = children(first, 'simpleChoice').map((one) => ({
        ...entry(one),
        identifier: one.attrs.identifier ?? '',
        staysLast: one.attrs.fixed === 'true',
        explanation: '',
      }));
      const key = rights(options, keys);
      if (key.length === 0) throw new ItemProblem('noKey');
      const truth = options.map((one) => /^(?:i_)?(true|false)$/i.exec(one.identifier)?.[1]?.toLowerCase());
      if (options.length === 2 && new Set(truth).size === 2 && !truth.includes(undefined) && response.cardinality === 'single')
        return { kind: 'trueFalse', key: [truth[options.findIndex((one) => key.includes(one.id))] as 'true' | 'false'] };
      const bare = options.map(({ identifier: _, ...one }) => one);
      if (response.cardinality === 'multiple')
        return { kind: 'several', options: bare, key, mode: response.map.length > 0 ? 'each' : 'all' };
      return { kind: 'one', options: bare, key };
    }
    case 'textEntryInteraction':
    case 'inlineChoiceInteraction': {
      const isNumber =
        found.length === 1 && first.name === 'textEntryInteraction' && (response.baseType === 'float' || response.baseType === 'integer');
      if (isNumber) return { kind: 'number', unit: '', accepted: numbersOf(response, item, points) };
      const gaps = found.map((one, index) => {
        const given = responses[index]!;
        if (one.name === 'textEntryInteraction') return gapOf(given, points);
        const words = new Map(
          children(one, 'inlineChoice').map((choice) => [choice.attrs.identifier ?? '', textIn(choice).replace(/\s+/g, ' ').trim()]),
        );
        const right = given.correct.length > 0 ? given.correct : given.map.filter((entry_) => entry_.value > 0).map((entry_) => entry_.key);
        return { ...blankGap(), accepted: right.flatMap((id) => (words.get(id) ? [{ text: words.get(id)!, percent: 100_000 }] : [])) };
      });
      if (gaps.some((gap) => gap.accepted.length === 0)) throw new ItemProblem('noKey');
      return gapMark === '' ? { kind: 'short', gaps } : { kind: 'gaps', gaps };
    }
    case 'extendedTextInteraction':
      return { kind: 'own', rubric: null };
    case 'uploadInteraction':
      return {
        kind: /^image\//.test(first.attrs.type ?? '') ? 'drawing' : /^audio\//.test(first.attrs.type ?? '') ? 'recording' : 'file',
        rubric: null,
      };
    case 'orderInteraction': {
      const items = children(first, 'simpleChoice').map((one) => ({ identifier: one.attrs.identifier ?? '', entry: entry(one) }));
      const inOrder = response.correct.flatMap((id) => items.find((one) => one.identifier === id)?.entry ?? []);
      if (inOrder.length < 2 || inOrder.length < items.length) throw new ItemProblem('noKey');
      return { kind: 'order', items: inOrder, mode: 'all' };
    }
    case 'matchInteraction': {
      const [from = [], to = []] = children(first, 'simpleMatchSet').map((set) =>
        children(set, 'simpleAssociableChoice').map((one) => ({ identifier: one.attrs.identifier ?? '', entry: entry(one) })),
      );
      const pairs = keys.flatMap((pair): [string, string][] => {
        const [l, r] = pair.split(/\s+/).map((id, side) => (side === 0 ? from : to).find((one) => one.identifier === id)?.entry.id);
        return l && r ? [[l, r]] : [];
      });
      if (pairs.length < 2 || new Set(pairs.map(([l]) => l)).size < pairs.length || pairs.length < from.length)
        throw new ItemProblem('noKey');
      return {
        kind: 'match',
        left: from.map((one) => one.entry),
        right: to.map((one) => one.entry),
        pairs,
        mode: response.map.length > 0 ? 'each' : 'all',
      };
    }
    default: {
      const object = all(first, 'object', 'img')[0];
      const picture = object ? pictureOf(object.attrs.src ?? object.attrs.data ?? '') : null;
      if (!object || !picture) throw new ItemProblem('noPicture');
      const sized = { width: Number(object.attrs.width) || picture.width, height: Number(object.attrs.height) || picture.height };
      const right = new Set(keys);
      const spots = children(first, 'hotspotChoice')
        .filter((one) => right.has(one.attrs.identifier ?? ''))
        .map((one) => ({ shape: one.attrs.shape ?? '', coords: one.attrs.coords ?? '', value: points }));
      const areas = first.name === 'hotspotInteraction' ? spots : response.areas.filter((one) => one.value > 0);
      const most = Math.max(0, ...areas.map((one) => one.value));
      const regions = areas.flatMap(
        (one) => regionOf(one, sized, Math.max(most, first.name === 'hotspotInteraction' ? 0 : Math.min(points, most))) ?? [],
      );
      if (regions.length === 0) throw new ItemProblem('noKey');
      const { id, name, size, mediaType } = picture;
      return {
        kind: 'place',
        picture: { id, name, size, mediaType, alt: (object.attrs.alt ?? textIn(object)).trim().slice(0, 500) },
        regions,
      };
    }
  }
}

/** Numbers that count. Where the item compares them itself, by how far an answer may lie beside them. */
function numbersOf({ correct, map }: Response, item: Xml, points: MilliPoints): AcceptedNumber[] {
  const number = (text: string) => readNumber(text, '.');
  const share = (value: MilliPoints) => Math.min(100_000, Math.round((value / points) * 100_000));
  const processing = child(item, 'responseProcessing');
  const compared = (processing ? all(processing, 'responseIf', 'responseElseIf') : []).flatMap((rule): AcceptedNumber[] => {
    const equal = child(rule, 'equal');
    const base = equal && child(equal, 'baseValue');
    const value = base && number(textIn(base).trim());
    if (!equal || !value) return [];
    const [below, above = below] = (equal.attrs.tolerance ?? '').trim().split(/\s+/).map(number);
    const mode = equal.attrs.toleranceMode ?? 'exact';
    if (mode !== 'exact' && (below == null || below !== above)) throw new ItemProblem('ownProcessing');
    const set = child(rule, 'setOutcomeValue');
    const given = set && child(set, 'baseValue') ? toMilli(textIn(child(set, 'baseValue')).trim()) : null;
    return [
      {
        value,
        tolerance: mode === 'absolute' ? below! : null,
        tolerancePercent: mode === 'relative' ? below! : null,
        percent: given === null ? 100_000 : share(given),
      },
    ];
  });
  if (compared.length > 0) return compared;
  if (processing && all(processing, 'equal').length > 0) throw new ItemProblem('ownProcessing');
  const exact = (text: string, percent: number): AcceptedNumber[] => {
    const value = number(text);
    return value === null ? [] : [{ value, tolerance: null, tolerancePercent: null, percent }];
  };
  const mapped = map.filter((one) => one.value > 0).flatMap((one) => exact(one.key, share(one.value)));
  const accepted = mapped.length > 0 ? mapped : correct.flatMap((text) => exact(text, 100_000));
  if (accepted.length === 0) throw new ItemProblem('noKey');
  return accepted;
}

/** The words of an item for the report of what was not taken. */
export const titleOf = (item: Xml): string => (item.attrs.title ?? item.attrs.identifier ?? '').slice(0, 120);
