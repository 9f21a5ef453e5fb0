import { filesIn, questionContent, questionTitle, questionWords } from '@jolly/core';
import { createHash } from 'node:crypto';
import type { ShelfBody } from '../../contract';
import { filesOf, filesOfQuestion } from '../assignments/brief-body';
import { BLANK_BRIEF } from '../assignments/drafts';
import type { ShelfItemRow } from './shelf.model';

/** Files that something on the shelf shows. */
export function filesOfBody(body: ShelfBody): string[] {
  switch (body.kind) {
    case 'assignment':
    case 'handout':
      return filesOf(body.brief);
    case 'worksheet':
      return filesIn(body.text);
    case 'file':
      return [body.file.id];
    case 'question':
      return filesOfQuestion(body.question);
    case 'rubric':
      return [];
  }
}

/** What was kept, with what briefs have learnt to say since: an older one says nothing of it. */
export const toBody = (stored: ShelfBody): ShelfBody =>
  stored.kind === 'assignment' || stored.kind === 'handout' ? { ...stored, brief: { ...BLANK_BRIEF, ...stored.brief } } : stored;

const MOST_WORDS = 8000;

/** What stands in the columns of a row for what is kept: of a question also what it is found by. */
export function toColumns({
  title,
  folder,
  tags,
  body,
}: {
  title: string;
  folder: string;
  tags: readonly string[];
  body: ShelfBody;
}): Pick<ShelfItemRow, 'kind' | 'title' | 'folder' | 'tags' | 'body' | 'questionKind' | 'aims' | 'words' | 'contentHash'> {
  const common = { kind: body.kind, folder, tags };
  if (body.kind !== 'question') return { ...common, title, body, questionKind: null, aims: null, words: null, contentHash: null };
  const question = { ...body.question, setId: null, storeId: null };
  return {
    ...common,
    title: questionTitle(question) || title,
    body: { kind: 'question', question },
    questionKind: question.kind,
    aims: question.aims,
    words: [questionWords(question), ...tags, ...question.aims].join('\n').slice(0, MOST_WORDS),
    contentHash: createHash('sha256').update(questionContent(question)).digest('hex'),
  };
}
