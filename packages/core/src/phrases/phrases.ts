import { LOCALE_OF, type Language } from '../languages';
import { isLocalDate, type LocalDate } from '../quantities';
import { fillIn } from '../report';
import { ar } from './stock.ar';
import { en, type Stock } from './stock.en';
import { es } from './stock.es';
import { fr } from './stock.fr';

/** Sentences for notices, kept in every language of the interface, with places to fill in. */
const STOCK: Record<Language, Stock> = { en, es, fr, ar };

export type PhraseId = keyof Stock['sentences'];
export type PhraseTopic = keyof Stock['topics'];
export const PHRASE_IDS = Object.keys(en.sentences) as PhraseId[];

/** Which topic a sentence is found under; a notice without a title of its own is called by the topic of its first one. */
const BY_TOPIC: Record<PhraseTopic, readonly PhraseId[]> = {
  bring: ['bringThing', 'bringAlways', 'bringMoney', 'bringClothes', 'bringCharged', 'bringBack'],
  lesson: ['lessonOff', 'lessonOffAt', 'lessonLate', 'lessonEarly', 'lessonMoved', 'lessonRoom', 'lessonOther', 'lessonCall'],
  trip: ['tripOn', 'tripTimes', 'tripMeet', 'tripCost', 'tripFood', 'tripOff'],
  slip: ['slipSign', 'slipAttached', 'slipMissing', 'slipSeen'],
  quiz: ['quizOn', 'testOn', 'testMoved', 'revise', 'resultsBack'],
  work: ['workDue', 'workMissing', 'workTime'],
  talk: ['callMe', 'writeMe', 'talkOn', 'eveningOn'],
  praise: ['wellDone', 'wellDoneClass', 'thanks'],
  school: ['noSchool', 'photos', 'helpers'],
};
export const PHRASE_TOPICS = Object.entries(BY_TOPIC) as [PhraseTopic, readonly PhraseId[]][];

/** A sentence of the stock with what was filled in. Days are YYYY-MM-DD, times HH:MM; words stay as they were typed. */
export interface FilledPhrase {
  id: PhraseId;
  places: Record<string, string>;
}

export interface PhrasePlace {
  name: string;
  /** what is filled in there */
  kind: 'day' | 'time' | 'words';
}

/**
 * The places of a sentence, in its order.
 * @example placesOf('bringThing') -> [{ name: 'what', kind: 'words' }, { name: 'day', kind: 'day' }]
 */
export const placesOf = (id: PhraseId): PhrasePlace[] =>
  [...en.sentences[id].matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name: name!,
    kind: name!.startsWith('day') ? 'day' : name!.startsWith('time') ? 'time' : 'words',
  }));

const TIME = /^([01]\d|2[0-3]):[0-5]\d$/;
export const LONGEST_PLACE = 200;

/** What is missing or not what its place takes: the first such place. null: it can be said. */
export function phraseProblem({ id, places }: FilledPhrase): string | null {
  const wrong = placesOf(id).find(({ name, kind }) => {
    const given = Object.hasOwn(places, name) ? places[name]!.trim() : '';
    if (given === '' || given.length > LONGEST_PLACE) return true;
    return kind === 'day' ? !isLocalDate(given) : kind === 'time' && !TIME.test(given);
  });
  return wrong?.name ?? null;
}

/** Thursday 26 November, as the language writes it. */
const dayIn = (language: Language, day: LocalDate): string =>
  new Intl.DateTimeFormat(LOCALE_OF[language], { timeZone: 'UTC', weekday: 'long', day: 'numeric', month: 'long' })
    .format(Date.parse(`${day}T00:00:00Z`))
    .replace(/[,،]/g, '');

/**
 * A sentence of the stock in a language.
 * @param blank what is shown in a place that nothing is filled into yet
 * @example phraseIn('en', { id: 'lessonOff', places: { day: '2026-11-26' } }) -> 'There is no lesson on Thursday 26 November.'
 */
export function phraseIn(language: Language, { id, places }: FilledPhrase, blank: (place: string) => string = () => '…'): string {
  const values = placesOf(id).map(({ name, kind }) => {
    const given = places[name]?.trim() ?? '';
    return [name, given === '' ? blank(name) : kind === 'day' && isLocalDate(given) ? dayIn(language, given) : given] as const;
  });
  return fillIn(STOCK[language].sentences[id], Object.fromEntries(values));
}

/** What a sentence is about, in a language. @example topicIn('fr', 'bringThing') -> 'À apporter' */
export const topicIn = (language: Language, id: PhraseId): string =>
  STOCK[language].topics[PHRASE_TOPICS.find(([, ids]) => ids.includes(id))![0]];
