import { LANGUAGES } from '@jolly/core';
import { computed, type Ref } from 'vue';
import type { ApiProblem } from '../../api/client';
import { i18n } from '../../i18n';
import type { FormProblem } from '../../ui/form-problem';
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
const FIELDS = {
  'any.required': 'empty',
  'string.empty': 'empty',
  'string.min': 'short',
  'string.max': 'long',
  'string.email': 'mail',
} as const;
const wordOf = (code: string) => (code in KNOWN ? KNOWN[code as keyof typeof KNOWN] : 'other');

/** What goes wrong for a family, in words for families where there are some, else as the server says it in their language. */
export function useFamilyWords() {
  const words = useWords();
  return {
    ...words,
    /** What was refused of a form, with a sentence at each field. */
    refusedOf: (problem: Ref<ApiProblem | null>) =>
      computed<FormProblem | null>(
        () =>
          problem.value && {
            title:
              problem.value.code in KNOWN || problem.value.title === ''
                ? words.t(`family.problems.${wordOf(problem.value.code)}`)
                : problem.value.title,
            errors: problem.value.errors.map(({ path, code }) => ({
              path,
              message: words.t(`family.fields.${code !== undefined && code in FIELDS ? FIELDS[code as keyof typeof FIELDS] : 'other'}`),
            })),
          },
      ),
    language: computed(() => LANGUAGES.find((one) => one === i18n.global.locale.value) ?? 'en'),
  };
}
