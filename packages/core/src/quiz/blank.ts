import { EMPTY_TEXT } from '../richtext';
import type { Choice, Entry, Gap, Question, QuestionForm, QuestionKind } from './question';

/** A gap that takes nothing yet, without regard to capitals. */
export const blankGap = (): Gap => ({
  accepted: [],
  weight: 1000,
  ignoreCase: true,
  ignoreAccents: false,
  ignorePunctuation: false,
  near: 0,
  nearPercent: 100_000,
});

function blankForm(kind: QuestionKind, newId: () => string): QuestionForm {
  const entry = (): Entry => ({ id: newId(), text: EMPTY_TEXT });
  const choice = (): Choice => ({ ...entry(), staysLast: false, explanation: '' });
  switch (kind) {
    case 'one':
      return { kind, options: [choice(), choice(), choice()], key: [] };
    case 'several':
      return { kind, options: [choice(), choice(), choice(), choice()], key: [], mode: 'each' };
    case 'trueFalse':
      return { kind, key: [] };
    case 'gaps':
      return { kind, gaps: [] };
    case 'short':
      return { kind, gaps: [blankGap()] };
    case 'number':
      return { kind, accepted: [], unit: '' };
    case 'match': {
      const [left, right] = [
        [entry(), entry(), entry()],
        [entry(), entry(), entry()],
      ];
      return { kind, left, right, pairs: left.map((one, index) => [one.id, right[index]!.id]), mode: 'each' };
    }
    case 'order':
      return { kind, items: [entry(), entry(), entry()], mode: 'pairs' };
    case 'place':
      return { kind, picture: null, regions: [] };
    default:
      return { kind, rubric: null };
  }
}

/**
 * A question of a kind that asks nothing yet, for one point.
 * @param newId makes an id that no other question has; the core has no chance of its own
 */
export function blankQuestion(kind: QuestionKind, newId: () => string): Question {
  const common = { id: newId(), text: EMPTY_TEXT, spoken: null, points: 1000, explanation: '', aims: [], setId: null, storeId: null };
  return { ...common, ...blankForm(kind, newId) };
}

/**
 * The same question with ids of its own, as a copy has.
 * @param newId as for blankQuestion
 */
export function copiedQuestion(question: Question, newId: () => string): Question {
  const renamed = new Map<string, string>();
  const own = (id: string): string => {
    if (!renamed.has(id)) renamed.set(id, newId());
    return renamed.get(id)!;
  };
  const copy = { ...(JSON.parse(JSON.stringify(question)) as Question), id: newId() };
  const renamedIn = <T>(byId: Record<string, T>) => Object.fromEntries(Object.entries(byId).map(([id, one]) => [own(id), one]));
  for (const words of Object.values(copy.otherWords ?? {})) {
    words.entries = renamedIn(words.entries);
    if (words.ofOptions) words.ofOptions = renamedIn(words.ofOptions);
  }
  switch (copy.kind) {
    case 'one':
    case 'several':
      return { ...copy, options: copy.options.map((one) => ({ ...one, id: own(one.id) })), key: copy.key.map(own) };
    case 'match':
      return {
        ...copy,
        left: copy.left.map((one) => ({ ...one, id: own(one.id) })),
        right: copy.right.map((one) => ({ ...one, id: own(one.id) })),
        pairs: copy.pairs.map(([left, right]) => [own(left), own(right)]),
      };
    case 'order':
      return { ...copy, items: copy.items.map((one) => ({ ...one, id: own(one.id) })) };
    default:
      return copy;
  }
}
