import type { AreaPlace, Place, TextPlace } from '@jolly/core';
import { onBeforeUnmount, ref } from 'vue';
import { sentencesOf, spanOf, type Part } from './places';

const STEP = 25;

/** What a note can be pinned to by the keyboard, in the order of the page. */
type Target = TextPlace | AreaPlace | { kind: 'recording'; fileId: string };

/**
 * Choosing a place by the keyboard alone: sentence by sentence through the text, with Shift several at once;
 * on pictures and pages a pin that the arrows move. Tab goes on to the next part or file, Enter takes the
 * place, Escape leaves it.
 */
export function usePlacing(of: {
  parts: () => readonly Part[];
  files: () => { id: string; kind: string }[];
  moment: (fileId: string) => void;
  take: (place: Place) => void;
  shown: (place: Place | null) => void;
}) {
  const chosen = ref<TextPlace | AreaPlace | null>(null);
  let targets: Target[] = [];
  let at = 0;
  let anchor = 0;

  const isText = (target: Target | undefined): target is TextPlace => target?.kind === 'text';
  const groupOf = (target: Target) => (isText(target) ? target.part : target.fileId);
  function show(): void {
    const target = targets[at];
    if (!target || target.kind === 'recording') chosen.value = null;
    else if (isText(target)) {
      const from = targets[anchor];
      chosen.value =
        isText(from) && from.part === target.part
          ? spanOf(
              from,
              target,
              of.parts().find((one) => one.key === target.part)!,
            )
          : target;
    } else chosen.value = target;
    of.shown(chosen.value);
  }
  function stop(): void {
    window.removeEventListener('keydown', key, true);
    chosen.value = null;
  }
  function goTo(next: number, { keepAnchor = false } = {}): void {
    at = Math.min(targets.length - 1, Math.max(0, next));
    if (!keepAnchor) anchor = at;
    show();
  }
  function nextGroup(): void {
    const group = groupOf(targets[at]!);
    const next = targets.findIndex((one, index) => index > at && groupOf(one) !== group);
    goTo(next < 0 ? 0 : next);
  }
  function key(event: KeyboardEvent): void {
    const target = targets[at]!;
    const steps: Record<string, [number, number]> = { ArrowDown: [0, 1], ArrowUp: [0, -1], ArrowRight: [1, 0], ArrowLeft: [-1, 0] };
    const step = steps[event.key];
    if (event.key === 'Escape') stop();
    else if (event.key === 'Tab') nextGroup();
    else if (event.key === 'Enter') {
      const place = chosen.value;
      stop();
      if (target.kind === 'recording') of.moment(target.fileId);
      else if (place) of.take(place);
    } else if (step && isText(target)) goTo(at + step[0] + step[1], { keepAnchor: event.shiftKey });
    else if (step && target.kind === 'area') {
      targets[at] = {
        ...target,
        x: Math.min(1000, Math.max(0, target.x + step[0] * STEP)),
        y: Math.min(1000, Math.max(0, target.y + step[1] * STEP)),
      };
      show();
    } else if ((event.key === 'PageDown' || event.key === 'PageUp') && target.kind === 'area') {
      targets[at] = { ...target, page: Math.max(1, target.page + (event.key === 'PageDown' ? 1 : -1)) };
      show();
    } else return;
    event.preventDefault();
    event.stopPropagation();
  }
  /** Begins at the first place; nothing happens where there is none. */
  function begin(): void {
    stop();
    const files = of.files().flatMap(({ id, kind }): Target[] => {
      if (kind === 'picture' || kind === 'pdf') return [{ kind: 'area', fileId: id, page: 1, x: 500, y: 500, width: 0, height: 0 }];
      return kind === 'sound' || kind === 'film' ? [{ kind: 'recording', fileId: id }] : [];
    });
    targets = [...of.parts().flatMap(sentencesOf), ...files];
    if (targets.length === 0) return;
    window.addEventListener('keydown', key, true);
    goTo(0);
  }
  onBeforeUnmount(stop);
  return { chosen, begin, stop };
}
