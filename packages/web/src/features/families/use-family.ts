import { LANGUAGES } from '@jolly/core';
import { computed } from 'vue';
import type { ApiProblem } from '../../api/client';
import { i18n } from '../../i18n';
import { useWords } from '../../ui/use-words';

const KNOWN = {
  'family.unknownCode': 'unknownCode',
  'family.codeUsed': 'codeUsed',
  'family.codeOld': 'codeOld',
  'family.studentLeft': 'studentLeft',
  'session.wrong': 'wrong',
  'session.tooMany': 'tooMany',
  'account.userNameTaken': 'taken',
  'request.malformed': 'malformed',
  'session.needed': 'ended',
  network: 'network',
} as const;
const wordOf = (code: string) => (code in KNOWN ? KNOWN[code as keyof typeof KNOWN] : 'other');

/** What goes wrong for a family, in their language: the server's sentences are English. */
export function useFamilyWords() {
  const words = useWords();
  return {
    ...words,
    problemText: (problem: ApiProblem): string => words.t(`family.problems.${wordOf(problem.code)}`),
    language: computed(() => LANGUAGES.find((one) => one === i18n.global.locale.value) ?? 'en'),
  };
}
