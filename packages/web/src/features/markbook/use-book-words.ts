import {
  bookItem,
  derivationOf,
  percentText,
  writtenNumber,
  termWeight,
  totalText,
  unmilli,
  type BookCell,
  type BookColumn,
  type DerivedCategory,
  type LateRule,
  type Ratio,
  type RoundRule,
  type Scheme,
  type Term,
  type Total,
} from '@jolly/core';
import { language } from '../../time/format';
import { useWords } from '../../ui/use-words';

/** A percentage without zeros that say nothing: 40 and not 40.0, but 33.3. */
export const shortPercent = (share: Ratio): string => writtenNumber(language(), percentText(share, 1).replace(/\.0$/, ''));

/** Totals and cells as sentences, from their derivation. */
export function useBookWords() {
  const { t, count, points, number, length } = useWords();

  function leftOutOf({ category, items }: DerivedCategory, scheme: Scheme): string[] {
    const gone = items.filter((item) => item.role === 'leftOut').length;
    if (gone === 0) return [];
    const name = scheme.categories.find((one) => one.id === category)?.name ?? '';
    return [name === '' ? count('book.leftOutPool', gone) : count('book.leftOut', gone, { name })];
  }

  const words = {
    /** How a total comes about, in a sentence; and what has to be said beside it. */
    totalSentence(total: Total, scheme: Scheme): { sum: string; notes: string[] } {
      const derivation = derivationOf(scheme, total);
      if (scheme.kind === 'none') return { sum: t('book.noTotals'), notes: [] };
      if (total.result === null) return { sum: t('book.nothingCounts'), notes: [] };
      const shown = number(totalText(total.result, scheme));
      const notes = derivation.categories.flatMap((one) => leftOutOf(one, scheme));
      const missing = derivation.categories.flatMap((one) => one.items).filter((item) => item.missing && item.role !== 'leftOut').length;
      if (missing > 0) notes.push(count('book.missingCounted', missing, { percent: unmilli(scheme.missing.percent) }));
      if (derivation.unfiled > 0) notes.push(count('book.unfiled', derivation.unfiled));
      if (derivation.pool)
        return {
          sum: t('book.sum.points', { earned: points(derivation.pool.earned), points: points(derivation.pool.points), total: shown }),
          notes,
        };
      const parts: string[] = [];
      for (const { category, result, weight, bonus } of derivation.categories) {
        const { name = '' } = scheme.categories.find((one) => one.id === category) ?? {};
        if (result === null || weight === null) notes.push(t('book.weightGone', { name }));
        else
          parts.push(
            t(bonus ? 'book.partOnTop' : 'book.part', { name, result: number(totalText(result, scheme)), weight: shortPercent(weight) }),
          );
      }
      return { sum: t('book.sum.weighted', { parts: parts.join(' + '), total: shown }), notes };
    },

    /** How the result of one category comes about. */
    categoryText({ within, items, result }: DerivedCategory, scheme: Scheme): string {
      if (result === null) return t('book.full.none');
      const counts = items.filter((item) => item.role === 'counts');
      const all = items.filter((item) => item.role !== 'leftOut');
      const shown = number(totalText(result, scheme));
      if (within === 'equal') return count('book.full.equal', counts.length, { result: shown });
      return t('book.full.pooled', {
        earned: points(all.reduce((sum, item) => sum + item.earned, 0)),
        points: points(counts.reduce((sum, item) => sum + item.points, 0)),
        result: shown,
      });
    },

    /** The year's total from those of its terms. */
    yearSentence(result: Ratio | null, terms: readonly Term[], totals: readonly (Ratio | null)[], scheme: Scheme): string {
      if (result === null) return t(scheme.kind === 'none' ? 'book.noTotals' : 'book.nothingCounts');
      const parts = terms.flatMap(({ name }, index) => {
        const own = totals[index] ?? null;
        const weight = termWeight(scheme, name);
        return own === null || weight === 0 ? [] : [t('book.termPart', { name, result: number(totalText(own, scheme)), weight })];
      });
      return t('book.sum.year', {
        parts:
          parts.length > 1
            ? `(${parts.join(' + ')}) / ${terms.reduce((sum, { name }, index) => sum + (totals[index] ? termWeight(scheme, name) : 0), 0)}`
            : parts.join(),
        total: number(totalText(result, scheme)),
      });
    },

    lateRuleText(rule: LateRule, max: number | null): string {
      if (rule.kind === 'none') return t('book.cell.rule.none');
      if (rule.kind === 'cap') return t('book.cell.rule.cap', { percent: unmilli(rule.percent) });
      return t(`book.cell.rule.${rule.kind}`, {
        percent: unmilli(rule.percent),
        of: rule.of === 'max' ? points(max ?? 0) : t('book.cell.ofEarned'),
      });
    },

    /** How the score of a cell came about and what becomes of it, part by part. */
    cellSentence(
      cell: BookCell | null,
      column: BookColumn | null,
      at: { total: Total | null; scheme: Scheme; rule: LateRule; roundRule?: RoundRule },
    ): string[] {
      if (cell === null || column === null) return [t('book.cell.none')];
      if (cell.locked) return [t(`book.cell.${cell.locked}`)];
      const { total, scheme, rule } = at;
      const parts: string[] = [];
      if (cell.absent) parts.push(t('book.cell.absent'));
      else if (cell.away) parts.push(t('book.cell.away'));
      if (cell.excused) return [...parts, t('book.cell.excused')];
      const { score } = cell;
      const max = column.points === null ? '' : points(column.points);
      if (score) {
        const { earned, effective, takenOff, counted } = score;
        if (earned === null) parts.push(score.word ?? t('book.cell.words'));
        else {
          if (score.word) parts.push(score.word);
          if (counted !== undefined)
            parts.push(t('book.cell.rounds', { rule: t(`book.cell.roundRule.${at.roundRule ?? 'latest'}`), counted: points(counted) }));
          if (takenOff && effective !== null)
            parts.push(
              t('book.cell.late', {
                earned: points(counted ?? earned),
                off: points(takenOff),
                length: length(cell.lateBy ?? 0),
                rule: words.lateRuleText(rule, column.points),
                effective: points(effective),
              }),
            );
          else parts.push(max === '' ? points(earned) : t('book.cell.given', { earned: points(earned), points: max }));
          if (!takenOff && cell.lateBy) parts.push(t('book.cell.lateFree', { length: length(cell.lateBy) }));
        }
        if (cell.state === 'returned')
          parts.push(
            cell.held
              ? t('book.cell.correction', { returned: cell.returned == null ? t('book.cell.words') : points(cell.returned) })
              : t('book.cell.returned'),
          );
        else if (cell.held) parts.push(t('book.cell.held'));
      } else if (cell.state === 'missing') {
        const { kind, percent } = scheme.missing;
        if (kind === 'leaveOut') parts.push(t('book.cell.missingLeftOut'));
        else if (kind === 'whenClosed' && cell.stillAccepted) parts.push(t('book.cell.missingWaits'));
        else parts.push(t('book.cell.missingCounts', { percent: unmilli(percent), points: max }));
      } else parts.push(t(`state.${cell.state}`));
      const item = bookItem(column, cell, 'teacher', scheme);
      if (item && total) parts.push(words.roleText(column, total, scheme));
      else if (score && !column.countsInTotals) parts.push(t('book.cell.notCounted'));
      return parts;
    },

    /** Whether a piece counts in a total, and under what. */
    roleText(column: BookColumn, total: Total, scheme: Scheme): string {
      const name = scheme.categories.find((one) => one.id === column.categoryId)?.name;
      if (!total.counted.includes(column.id)) {
        const cut = total.categories.some((one) => one.leftOut.some((item) => item.id === column.id)) || scheme.kind === 'points';
        if (!cut) return t('book.cell.notCounted');
        return name === undefined ? t('book.cell.role.leftOutPool') : t('book.cell.role.leftOut', { name });
      }
      if (column.bonus) return t('book.cell.role.onTop');
      return name === undefined ? t('book.cell.role.countsPool') : t('book.cell.role.counts', { name });
    },

    /** What the categories weigh, in a line. */
    schemeText(scheme: Scheme): string {
      if (scheme.kind !== 'weighted') return t(scheme.kind === 'points' ? 'book.schemePoints' : 'book.schemeNone');
      return scheme.categories.map(({ name, weight }) => `${name} ${unmilli(weight)}`).join(' · ');
    },
  };
  return words;
}
