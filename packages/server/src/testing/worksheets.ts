import type { RichNode, RichText } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Attachment } from '../contract';

/** Paragraphs, spaces to answer in, and worksheets made of them. */
export const p = (text: string): RichNode => ({ type: 'paragraph', content: [{ type: 'text', text }] });
export const space = (key: string, ...content: RichNode[]): RichNode => ({
  type: 'answerSpace',
  attrs: { key },
  content: content.length > 0 ? content : [{ type: 'paragraph' }],
});
export const sheetOf = (...content: RichNode[]): RichText => ({ type: 'doc', content });
export const aWorksheet = (text: RichText, use: Attachment['use'] = 'oneEach'): Attachment & { kind: 'worksheet' } => ({
  id: randomUUID(),
  kind: 'worksheet',
  title: 'Depths',
  text,
  use,
  example: false,
});
