import { keepTyped, typedSince, useOwnWords } from './own-words';

it('keeps what was typed since it was sent, and takes what is stored for all else', () => {
  const sent = { score: '7', remark: 'So', words: { a: 'x', b: 'y' } };
  const typed = { score: '7', remark: 'Solid answer on tides.', words: { a: 'x', b: 'yes' } };
  const stored = { score: '7', remark: 'So', words: { a: 'X', b: 'y' } };
  expect(keepTyped({ before: sent, typed, stored })).toEqual({ score: '7', remark: 'Solid answer on tides.', words: { a: 'X', b: 'yes' } });
});

it('takes a list or a record of another shape as one field', () => {
  expect(keepTyped<unknown>({ before: [1], typed: [1, 2], stored: [1, 3] })).toEqual([1, 2]);
  expect(keepTyped<unknown>({ before: null, typed: { by: 'points' }, stored: { by: 'words' } })).toEqual({ by: 'points' });
  expect(keepTyped<unknown>({ before: null, typed: null, stored: { by: 'words' } })).toEqual({ by: 'words' });
});

it.each([
  ['See you.', 'See you.', ''],
  ['See you. And bring the map', 'See you.', 'And bring the map'],
  ['Written anew', 'See you.', 'Written anew'],
])('leaves of “%s” after “%s” was sent “%s”', (typed, sent, left) => expect(typedSince(typed, sent)).toBe(left));

it('is dirty only for what was typed and not stored, and begins anew when told to', () => {
  const own = useOwnWords({ name: '', room: '' });
  own.begin({ name: 'Tides', room: '12' });
  expect(own.dirty.value).toBe(false);
  own.typed.value.name = 'Tides and wind';
  const sent = own.sent();
  own.typed.value.room = '14';
  own.arrive({ name: 'Tides and wind', room: '12' }, sent);
  expect([own.typed.value, own.dirty.value]).toEqual([{ name: 'Tides and wind', room: '14' }, true]);
  own.arrive({ name: 'Theirs', room: '9' });
  expect(own.typed.value).toEqual({ name: 'Theirs', room: '14' });
  own.begin({ name: 'Theirs', room: '9' });
  expect([own.typed.value.room, own.dirty.value]).toEqual(['9', false]);
});
