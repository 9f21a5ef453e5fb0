import { LANGUAGES } from '../languages';
import { PHRASE_IDS, PHRASE_TOPICS, phraseIn, phraseProblem, placesOf, topicIn, type PhraseId } from '.';

const filled = (id: PhraseId) => ({
  id,
  places: Object.fromEntries(
    placesOf(id).map(({ name, kind }) => [name, kind === 'day' ? '2026-11-26' : kind === 'time' ? '10:05' : `<${name}>`]),
  ),
});

it('says every sentence in every language with all that was filled in, and nothing left open', () => {
  expect(PHRASE_IDS.length).toBeGreaterThanOrEqual(40);
  for (const language of LANGUAGES)
    for (const id of PHRASE_IDS) {
      const said = phraseIn(language, filled(id));
      for (const { name, kind } of placesOf(id)) expect(said).toContain(kind === 'day' ? '26' : kind === 'time' ? '10:05' : `<${name}>`);
      expect(said).not.toMatch(/[{}…]/);
      expect(topicIn(language, id)).not.toBe('');
    }
});

it('has each under one topic', () => expect(PHRASE_TOPICS.flatMap(([, ids]) => ids).sort()).toEqual([...PHRASE_IDS].sort()));

it('writes days as the language does', () => {
  const off = { id: 'lessonOff' as const, places: { day: '2026-11-26' } };
  expect(phraseIn('en', off)).toBe('There is no lesson on Thursday 26 November.');
  expect(phraseIn('fr', off)).toBe('Il n’y a pas cours le jeudi 26 novembre.');
});

it.each([
  ['all is there', filled('tripTimes').places, null],
  ['a day that is none', { ...filled('tripTimes').places, day: '2026-02-30' }, 'day'],
  ['a time that is none', { ...filled('tripTimes').places, time2: '25:00' }, 'time2'],
  ['nothing filled in', {}, 'day'],
])('%s', (_case, places, problem) => expect(phraseProblem({ id: 'tripTimes', places })).toBe(problem));

it('takes nothing that stands on every object for a place', () =>
  expect(phraseIn('en', { id: 'bringAlways', places: { constructor: 'x' } })).toBe('Please bring … to every lesson.'));
