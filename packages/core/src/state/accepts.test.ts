import { textOf } from '../richtext';
import { acceptsFile, acceptsText, hasAskedFor, type HandInKind } from '.';

it.each<[HandInKind[], string, boolean]>([
  [['files'], 'application/zip', true],
  [['photos'], 'image/jpeg', true],
  [['photos'], 'application/pdf', false],
  [['drawing'], 'image/png', true],
  [['recording'], 'audio/webm', true],
  [['recording'], 'image/png', false],
  [['text', 'link'], 'image/png', false],
])('where %j are asked for, a file of %s is accepted or not', (accepts, mediaType, accepted) =>
  expect(acceptsFile(accepts, mediaType)).toBe(accepted),
);

it.each<[HandInKind[], string, boolean]>([
  [['text'], 'The river bends.', true],
  [['link'], 'https://tern.example/model', true],
  [['link'], '', true],
  [['link'], 'see https://tern.example', false],
  [['link'], 'javascript:alert(1)', false],
  [['files'], 'The river bends.', false],
])('where %j are asked for, the text “%s” is accepted or not', (accepts, text, accepted) =>
  expect(acceptsText(accepts, textOf(text))).toBe(accepted),
);

it.each<[HandInKind[], string, string[], boolean]>([
  [['recording'], '', ['application/pdf'], false],
  [['recording'], 'Some words', [], false],
  [['recording'], '', ['application/pdf', 'audio/ogg'], true],
  [['text', 'photos'], 'Some words', [], true],
  [['text', 'photos'], ' ', ['image/png'], true],
  [['link'], 'see my page', [], false],
  [['files'], '', ['application/pdf'], true],
])('of %j something asked for is there in “%s” with %j: %s', (accepts, words, files, is) =>
  expect(hasAskedFor(accepts, { text: textOf(words), files })).toBe(is),
);
