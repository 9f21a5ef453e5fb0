import type { ReportSettings } from '@jolly/core';
import { computed, type Ref } from 'vue';
import { localDayText } from '../../time/format';
import { useWords } from '../../ui/use-words';

const MOST_NAMED = 3;

/** What each part of the settings of a report says, in a line: read while it is folded. */
export function useFormSummary(settings: Ref<ReportSettings>, labelOf: (classId: string) => string) {
  const { t, count } = useWords();
  const some = (all: readonly string[]) =>
    all.length > MOST_NAMED ? [...all.slice(0, MOST_NAMED), `+ ${all.length - MOST_NAMED}`].join(', ') : all.join(', ');
  return computed(() => {
    const { classIds, studentIds, by, time, parts, sort, sortWork, above, below, signature, landscape, language } = settings.value;
    const written = [above && 'above', below && 'noteBelow', signature && 'signature'].filter(Boolean) as (
      'above' | 'noteBelow' | 'signature'
    )[];
    return {
      who: [
        some(classIds.map(labelOf).filter(Boolean)),
        studentIds === null ? t('report.all') : count('report.chosenStudents', studentIds.length),
        t(`report.bys.${by}`),
      ]
        .filter(Boolean)
        .join(' · '),
      when:
        time.kind === 'dates'
          ? `${localDayText(time.from)} – ${localDayText(time.to)}`
          : time.kind === 'term'
            ? (time.name ?? t('report.times.now'))
            : t('report.times.year'),
      what: some(parts.map((one) => t(`report.parts.${one}`))),
      order: `${t(`report.sorts.${sort}`)} · ${t(`report.workSorts.${sortWork}`)}`,
      words: written.map((one) => t(`report.${one}`)).join(', '),
      paper: `${t(landscape ? 'report.landscape' : 'report.portrait')} · ${t(`wording.languages.${language}`)}`,
    };
  });
}
