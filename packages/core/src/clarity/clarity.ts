import type { Instant } from '../quantities';
import { add, compare, ratio, type Ratio } from '../quantities';
import { plainText, type RichNode } from '../richtext';
import type { HandInKind } from '../state';

/** A long word has more letters than this: Björnsson's measure. */
const LONG_LETTERS = 6;
const WORD = /[\p{L}\p{N}][\p{L}\p{N}\p{M}'’-]*/gu;
const SENTENCE_END = /(?<=[.!?…؟。！？]["'”’»)\]]*)\s+(?!\p{Ll})/u;

const wordsIn = (text: string): string[] => text.match(WORD) ?? [];

/** How hard a text is to read, from what can be counted in it. */
export interface Readability {
  words: number;
  sentences: number;
  longWords: number;
  /** words/sentences + 100 × long words/words; null without words */
  lix: Ratio | null;
  /** the sentence with the most words, the first of several */
  longest: { words: number; text: string } | null;
}

/**
 * Counts words and sentences of a text. A sentence ends with . ! ? … or their like in other writings, before a space that no small
 * letter follows, and with each paragraph, point of a list, heading and cell; what has no word is none. A word is a run of letters
 * and digits; a long one has more than six letters.
 * @example readability(textOf('Draw the river. Explain why it meanders.')) -> 7 words, 2 sentences, 2 long: 7/2 + 200/7
 */
export function readability(text: RichNode | null): Readability {
  const sentences = plainText(text)
    .split('\n')
    .flatMap((line) => line.split(SENTENCE_END))
    .map((sentence) => ({ text: sentence.trim(), words: wordsIn(sentence) }))
    .filter((sentence) => sentence.words.length > 0);
  const words = sentences.flatMap((sentence) => sentence.words);
  const longWords = words.filter((word) => (word.match(/\p{L}/gu)?.length ?? 0) > LONG_LETTERS).length;
  const longest = sentences.reduce<(typeof sentences)[number] | null>(
    (most, one) => (most === null || one.words.length > most.words.length ? one : most),
    null,
  );
  return {
    words: words.length,
    sentences: sentences.length,
    longWords,
    lix: words.length === 0 ? null : add(ratio(words.length, sentences.length), ratio(100 * longWords, words.length)),
    longest: longest && { words: longest.words.length, text: longest.text },
  };
}

export type LixBand = 'veryEasy' | 'easy' | 'middling' | 'hard' | 'veryHard';
const BANDS: readonly (readonly [below: number, band: LixBand])[] = [
  [30, 'veryEasy'],
  [40, 'easy'],
  [50, 'middling'],
  [60, 'hard'],
];
/** What a LIX says. @example lixBand(ratio(40)) -> 'middling' */
export const lixBand = (lix: Ratio): LixBand => BANDS.find(([below]) => compare(lix, ratio(below)) < 0)?.[1] ?? 'veryHard';

/** What students will ask because it is not said: by when, in which form, how long, what good looks like. */
export type Unsaid = 'when' | 'form' | 'howLong' | 'good';
export interface ToldOf {
  instructions: RichNode | null;
  how: 'handIn' | 'quiz' | 'inClass';
  accepts: readonly HandInKind[];
  /** about how long it takes */
  minutes: number | null;
  scoredBy: 'points' | 'rubric' | 'words' | 'done' | 'none';
  /** attachments that show what good looks like */
  examples: number;
  /** the due date of each class it is set for */
  dues: readonly (Instant | null)[];
}

// Words by which instructions in the languages of the interface say it themselves.
const A_NUMBER =
  '(?:\\p{N}+|one|two|three|four|five|six|ten|half an?|un[ae]?|dos|tres|cuatro|cinco|media|deux|trois|quatre|cinq|demi|واحدة?|اثنان|ثلاثة?|أربعة?|خمسة?|نصف)';
const A_LENGTH =
  '(?:words?|pages?|lines?|sentences?|paragraphs?|minutes?|min|hours?|slides?|sides?|examples?|palabras?|páginas?|líneas?|frases?|oraciones|oración|párrafos?|minutos?|horas?|ejemplos?|mots?|lignes?|phrases?|paragraphes?|heures?|exemples?|كلمات?|كلمة|صفحات?|صفحة|أسطر|سطر|جمل|جملة|فقرات?|فقرة|دقائق|دقيقة|ساعات?|ساعة|أمثلة|مثال)';
const SAYS: Record<Exclude<Unsaid, 'when'>, RegExp> = {
  howLong: new RegExp(`${A_NUMBER}[\\s-]+${A_LENGTH}`, 'iu'),
  form: /\b(hand (?:it |them )?in|upload|attach|photograph|photos?|pictures? of|record|draw|type|sketch|entrega|sube|adjunta|fotos?|fotografía|graba|dibuja|rend(?:s|ez|re)|dépos\p{L}+|joign\p{L}+|photographi\p{L}+|enregistr\p{L}+|dessin\p{L}+)\b|سلّ?م|ارفع|أرفق|صوّ?ر|سجّ?ل|ارسم/iu,
  good: /\b(criteria|criterion|full marks|look (?:for|at)|good (?:answer|work|piece|report|text)s?|(?:should|must) (?:show|have|include|explain|say)|criterios?|se valora\p{L}*|(?:debe|deben|tiene que) (?:mostrar|tener|incluir|explicar)|critères?|(?:doit|doivent) (?:montrer|avoir|contenir|expliquer))\b|معايير|معيار|يجب أن/iu,
};

/**
 * What is not said of an assignment, in the order in which students would ask. Nothing before there is a word of instructions.
 * - `when`: a class has no due date.
 * - `form`: several kinds are accepted, and the instructions name none of them.
 * - `howLong`: neither an estimate of the time nor a number of words, pages, minutes … in the instructions.
 * - `good`: no rubric, no worked example, no word of what is looked for; it does not arise where nothing is scored but done or not.
 */
export function unsaid({ instructions, how, accepts, minutes, scoredBy, examples, dues }: ToldOf): Unsaid[] {
  const text = plainText(instructions);
  if (wordsIn(text).length === 0) return [];
  const asked: Unsaid[] = [];
  if (dues.some((due) => due === null)) asked.push('when');
  if (how === 'handIn' && accepts.length > 1 && !SAYS.form.test(text)) asked.push('form');
  if (how === 'handIn' && minutes === null && !SAYS.howLong.test(text)) asked.push('howLong');
  const judged = how === 'handIn' && (scoredBy === 'points' || scoredBy === 'words');
  if (judged && examples === 0 && !SAYS.good.test(text)) asked.push('good');
  return asked;
}
