/** @jest-environment @happy-dom/jest-environment */
import { arrowFor, arrowStep } from './arrows';
import { runShortcut, useShortcuts } from './use-shortcuts';
import { mount } from '@vue/test-utils';

afterEach(() => (document.documentElement.dir = 'ltr'));

it.each([
  ['ltr', 1, '→'],
  ['rtl', -1, '←'],
] as const)('an arrow leads on in the direction a page is read (%s)', (dir, right, on) => {
  document.documentElement.dir = dir;
  expect([arrowStep('ArrowRight'), arrowStep('ArrowLeft'), arrowStep('ArrowDown'), arrowStep('Enter')]).toEqual([right, -right, 0, 0]);
  expect([arrowFor(1).shown, arrowStep(arrowFor(1).key), arrowStep(arrowFor(-1).key)]).toEqual([on, 1, -1]);
});

it('a page that lies mirrored goes on with the arrow to the left', () => {
  document.documentElement.dir = 'rtl';
  const steps: number[] = [];
  mount({
    setup: () =>
      useShortcuts([
        { ...arrowFor(1), does: 'desk.next', run: () => steps.push(1) },
        { ...arrowFor(-1), does: 'desk.previous', run: () => steps.push(-1) },
      ]),
    template: '<p />',
  });
  for (const key of ['ArrowLeft', 'ArrowLeft', 'ArrowRight']) runShortcut(new KeyboardEvent('keydown', { key }));
  expect(steps).toEqual([1, 1, -1]);
});
