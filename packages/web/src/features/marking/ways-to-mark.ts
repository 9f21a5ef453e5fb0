import type { WordKey } from '../../i18n/use-t';

/** A page on which an assignment is marked or looked back on. */
export interface WayToMark {
  path: string;
  title: WordKey;
}

/** Other ways to mark an assignment than one piece after another, and looking back on it. */
export function waysToMark({ id, scoring }: { id: string; scoring: { by: string } }): WayToMark[] {
  const all: (WayToMark & { rubricOnly?: true })[] = [
    { path: `/marking/${id}/sheet`, title: 'sheet.title' },
    { path: `/marking/${id}/across`, title: 'across.title', rubricOnly: true },
    { path: `/marking/${id}/outcome`, title: 'outcome.title' },
    { path: `/marking/${id}/two`, title: 'two.title' },
  ];
  return all.filter((one) => !one.rubricOnly || scoring.by === 'rubric');
}
