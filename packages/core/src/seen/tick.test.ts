import { tickStand } from '.';

it.each([
  ['nobody asked', false, 100, 200, 'none'],
  ['there is nothing to see yet', true, null, null, 'toCome'],
  ['it came back', true, 100, null, 'asked'],
  ['it was seen', true, 100, 100, 'given'],
  ['it came back again since', true, 200, 100, 'asked'],
] as const)('a tick when %s', (_case, asked, returnedAt, tickedAt, stand) =>
  expect(tickStand({ asked, returnedAt, tickedAt })).toEqual({ stand, at: stand === 'given' ? tickedAt : null }),
);
