import { textOf } from '../richtext';
import { acceptsFile, acceptsText, type HandInKind } from '.';

it.each<[HandInKind[], string, boolean]>([
  [['files'], 'application/zip', true],
  [['photos'], 'image/jpeg', true],
  [['photos'], 'application/pdf', false],
  [['drawing'], 'image/png', true],
  [['recording'], 'audio/webm', true],
  [['recording'], 'image/png', false],
  [['text', 'link'], 'image/png', false],
])('where %j are asked for, a file of %s is accepted or not', (accepts, mediaType, accepted) => expect(acceptsFile(accepts, mediaType)).toBe(accepted));

it.each<[HandInKind[], string, boolean]>([
  [['text'], 'The river bends.', true],
  [['link'], 'https://tern.example/model', true],
  [['link'], '', true],
  [['link'], 'see https://tern.example', false],
  [['link'], 'javascript:alert(1)', false],
  [['files'], 'The river bends.', false],
])('where %j are asked for, the text “%s” is accepted or not', (accepts, text, accepted) => expect(acceptsText(accepts, textOf(text))).toBe(accepted));
