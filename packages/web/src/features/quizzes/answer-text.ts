import { isNoAnswer, plainText, saidIn, type Answer, type AskedQuestion, type Entry } from '@jolly/core';
import type { Translate } from '../../i18n/use-t';

/** An answer in words, for whoever was asked: nothing of a key is needed for it. */
export function answerText(asked: AskedQuestion, answer: Answer, t: Translate): string {
  if (isNoAnswer(answer)) return t('quiz.nothing');
  if (saidIn(asked.kind, answer) !== null) return t('quiz.saidAloud');
  const named = (entries: readonly Entry[], id: unknown): string => {
    const found = entries.find((one) => one.id === id);
    return found ? plainText(found.text).trim() : String(id);
  };
  const list = Array.isArray(answer) ? (answer as readonly unknown[]) : [answer];
  switch (asked.kind) {
    case 'trueFalse':
      return t(answer === 'true' ? 'quiz.true' : 'quiz.false');
    case 'one':
    case 'several':
    case 'order':
      return list.map((id) => named(asked.entries, id)).join(asked.kind === 'order' ? ', ' : '; ');
    case 'gaps':
      return list.map((one) => (typeof one === 'string' && one.trim() !== '' ? one : '…')).join(' / ');
    case 'match':
      return Object.entries(answer as Record<string, string>)
        .map(([left, right]) => `${named(asked.entries, left)} – ${named(asked.partners, right)}`)
        .join('; ');
    case 'place':
      return t('quiz.place', { x: Math.round(Number(list[0]) / 100), y: Math.round(Number(list[1]) / 100) });
    case 'number':
      return `${String(answer)} ${asked.unit}`.trim();
    case 'file':
    case 'drawing':
    case 'recording':
      return t('quiz.files', { n: list.length }, list.length);
    default:
      return String(answer);
  }
}
