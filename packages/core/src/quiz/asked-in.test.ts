import type { Language } from '../languages';
import { textOf } from '../richtext';
import { askedIn, askedQuestion, blankQuestion, copiedQuestion, explainedIn, explanationOf, keyOf, questionFaults, type Question } from '.';

let made = 0;
const newId = () => `e${(made += 1)}`;
const question = (): Question => {
  const one = blankQuestion('match', newId);
  if (one.kind !== 'match') throw new Error();
  one.left.forEach((entry, at) => (entry.text = textOf(`left ${at}`)));
  one.right.forEach((entry, at) => (entry.text = textOf(`right ${at}`)));
  return {
    ...one,
    text: textOf('What belongs together?'),
    explanation: 'Because.',
    language: 'en',
    otherWords: {
      fr: {
        text: textOf('Qu’est-ce qui va ensemble ?'),
        spoken: null,
        entries: Object.fromEntries([...one.left, ...one.right].map((entry, at) => [entry.id, textOf(`fr ${at}`)])),
        explanation: 'Parce que.',
      },
    },
  };
};
const texts = (entries: readonly { text: unknown }[]) => entries.map((one) => JSON.stringify(one.text)).sort();

it('a question is asked in the dearest language, by the same ids, and turns back', () => {
  const one = question();
  const asked = askedQuestion(one, { seed: 's', ownOptions: true });
  const turned = askedIn(['ar', 'fr'], asked);
  expect(turned).toMatchObject({ text: textOf('Qu’est-ce qui va ensemble ?'), language: 'fr' });
  expect(turned.entries.map((entry) => entry.id)).toEqual(asked.entries.map((entry) => entry.id));
  expect(texts([...turned.entries, ...turned.partners])).toEqual(texts([0, 1, 2, 3, 4, 5].map((at) => ({ text: textOf(`fr ${at}`) }))));
  expect(askedIn(['en'], turned)).toMatchObject({ text: asked.text, entries: asked.entries, partners: asked.partners });
  expect(askedIn(['es'], asked)).toBe(asked);
});

it('nothing that is said with the results is in what is asked, in no language', () => {
  expect(JSON.stringify(askedQuestion(question(), { seed: 's', ownOptions: false }))).not.toMatch(/Because|Parce que/);
  const said = (wanted: Language[], one = question(), answer: string | null = null) => explanationOf(explainedIn(wanted, one), answer);
  expect([said(['fr']), said(['ar'])]).toEqual(['Parce que.', 'Because.']);
  const choice = blankQuestion('one', newId);
  if (choice.kind !== 'one') throw new Error();
  const [first, second] = choice.options.map((one, at) => ({ ...one, explanation: `Option ${at}.` }));
  const words = { text: textOf('Lequel ?'), spoken: null, entries: {}, explanation: '', ofOptions: { [first!.id]: 'Le premier.' } };
  const one: Question = { ...choice, options: [first!, second!], language: 'en', otherWords: { fr: words } };
  // Each is read by itself: what was not said in French is said as it was first.
  expect([said(['fr'], one, first!.id), said(['fr'], one, second!.id), said(['en', 'fr'], one, first!.id)]).toEqual([
    'Le premier.',
    'Option 1.',
    'Option 0.',
  ]);
  expect(JSON.stringify(askedQuestion(one, { seed: 's', ownOptions: false }))).not.toMatch(/Le premier|Option/);
  const copy = copiedQuestion(one, newId);
  if (copy.kind !== 'one') throw new Error();
  expect(copy.otherWords!.fr!.ofOptions).toEqual({ [copy.options[0]!.id]: 'Le premier.' });
});

it('a copy has its words in other languages under its own ids', () => {
  const copy = copiedQuestion(question(), newId);
  const key = keyOf(copy);
  if (key.kind !== 'match') throw new Error();
  expect(Object.keys(copy.otherWords!.fr!.entries).sort()).toEqual([...key.pairs.flat(), ...key.extra].sort());
});

it('in every language there must be as many gaps as answers', () => {
  const gaps: Question = {
    ...blankQuestion('gaps', newId),
    ...{ kind: 'gaps' as const, gaps: [{ accepted: [{ text: 'ford', percent: 100_000 }], weight: 1000 } as never] },
    text: textOf('A ___ here'),
    language: 'en',
  };
  const inFrench = (text: string): Question => ({
    ...gaps,
    otherWords: { fr: { text: textOf(text), spoken: null, entries: {}, explanation: '' } },
  });
  expect([questionFaults(inFrench('Un ___ ici')), questionFaults(inFrench('Un gué ici')), questionFaults(inFrench(''))]).toEqual([
    [],
    ['gapsDiffer'],
    [],
  ]);
});
