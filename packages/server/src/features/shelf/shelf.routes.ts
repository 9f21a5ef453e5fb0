import Joi from 'joi';
import { QUESTION_KINDS } from '@jolly/core';
import type { KeepQuestions, QuestionSearch, QuestionsChange, ShelfChange, ShelfRequest } from '../../contract';
import { asTeacher } from '../../http/as-role';
import { id, line, version } from '../../forms/fields';
import type { Route } from '../../http/route';
import type { QuestionStoreService } from './question-store.service';
import type { ShelfService } from './shelf.service';
import { MOST_QUESTIONS, question } from '../../forms/quizzes';
import { shelfBody } from '../../forms/shelf';

const tags = Joi.array().items(line.min(1).max(60)).max(20).unique().required();
const colleagues = Joi.array().items(id.optional()).max(200).unique().required();
const form = {
  title: line.min(1).max(200).required(),
  folder: line.max(200).allow('').required(),
  tags,
  body: shelfBody.required(),
};
export const shelfParams = Joi.object({ itemId: id });
export const keepQuery = Joi.object<{ from?: string }>({ from: id.optional() });
export const keepBody = Joi.object<ShelfRequest, true>(form);
export const changeShelfBody = Joi.object<ShelfChange, true>({
  ...form,
  sharedWith: colleagues,
  version,
});

export const searchQuery = Joi.object<QuestionSearch>({
  text: Joi.string().trim().max(200).allow(''),
  tag: Joi.string().max(60),
  aim: Joi.string().max(120),
  kind: Joi.string().valid(...QUESTION_KINDS),
  whose: Joi.string().valid('own', 'shared'),
  ids: Joi.string().pattern(/^[\w-]{36}(,[\w-]{36}){0,99}$/),
  page: Joi.number().integer().min(1).max(1000),
});
export const keepQuestionsBody = Joi.object<KeepQuestions, true>({
  questions: Joi.array().items(question).min(1).max(MOST_QUESTIONS).unique('id').required(),
  tags,
  sharedWith: colleagues,
  from: id.allow(null),
});
export const changeQuestionsBody = Joi.object<QuestionsChange, true>({
  itemIds: Joi.array().items(id.optional()).min(1).max(MOST_QUESTIONS).unique().required(),
  addTags: tags,
  shareWith: colleagues,
});

export const shelfRoutes = ({ shelf, questionStore }: { shelf: ShelfService; questionStore: QuestionStoreService }): Route[] => [
  {
    route: 'GET /api/shelf',
    action: 'shelf.use',
    does: 'What is on your shelf, and what colleagues share with you.',
    handle: ({ actor }) => shelf.list(asTeacher(actor)),
  },
  {
    route: 'POST /api/shelf',
    action: 'shelf.use',
    does: 'Keeps something for use again; `from` names the brief it comes from.',
    query: keepQuery,
    body: keepBody,
    status: 201,
    handle: ({ actor, query, body, now }) => shelf.keep(asTeacher(actor), body, query.from ?? null, now),
  },
  {
    route: 'GET /api/shelf/pictures',
    action: 'shelf.use',
    does: 'Your own pictures on the shelf: stickers for papers that students write on.',
    handle: ({ actor }) => shelf.pictures(asTeacher(actor)),
  },
  {
    route: 'GET /api/shelf/:itemId',
    action: 'shelf.use',
    does: 'One thing on the shelf, and where it was set.',
    params: shelfParams,
    handle: ({ actor, params }) => shelf.one(asTeacher(actor), params.itemId),
  },
  {
    route: 'PUT /api/shelf/:itemId',
    action: 'shelf.use',
    does: 'Changes something on your shelf, and with whom it is shared; carries the version that was seen.',
    params: shelfParams,
    body: changeShelfBody,
    handle: ({ actor, params, body, now }) => shelf.change(asTeacher(actor), params.itemId, body, now),
  },
  {
    route: 'DELETE /api/shelf/:itemId',
    action: 'shelf.use',
    does: 'Takes something off your shelf; what was set from it stays.',
    params: shelfParams,
    handle: ({ actor, params }) => shelf.takeOff(asTeacher(actor), params.itemId),
  },
  {
    route: 'GET /api/questions',
    action: 'shelf.use',
    does: 'Kept questions by words, tag, aim and kind, your own and what colleagues share with you, a page at a time.',
    query: searchQuery,
    handle: ({ actor, query }) => questionStore.search(asTeacher(actor), query),
  },
  {
    route: 'POST /api/questions',
    action: 'shelf.use',
    does: 'Keeps questions for use again; what is kept already is not kept twice.',
    body: keepQuestionsBody,
    status: 201,
    handle: ({ actor, body, now }) => questionStore.keep(asTeacher(actor), body, now),
  },
  {
    route: 'POST /api/questions/changes',
    action: 'shelf.use',
    does: 'Gives several kept questions of yours the same tags and shares them with the same colleagues.',
    body: changeQuestionsBody,
    handle: ({ actor, body, now }) => questionStore.changeMany(asTeacher(actor), body, now),
  },
  {
    route: 'GET /api/questions/:itemId',
    action: 'shelf.use',
    does: 'One kept question.',
    params: shelfParams,
    handle: ({ actor, params }) => questionStore.one(asTeacher(actor), params.itemId),
  },
  {
    route: 'GET /api/questions/:itemId/uses',
    action: 'shelf.use',
    does: 'The quizzes of your classes that a kept question was asked in, and what its figures say there.',
    params: shelfParams,
    handle: ({ actor, params, now }) => questionStore.uses(asTeacher(actor), params.itemId, now),
  },
];
