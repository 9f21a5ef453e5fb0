import Joi from 'joi';
import type { ShelfChange, ShelfRequest } from '../../contract';
import { asTeacher } from '../../http/as-role';
import { id, instantOrNull, line, localDay, richText, version } from '../../forms/fields';
import type { Route } from '../../http/route';
import type { ShelfService } from './shelf.service';
import { briefForm } from '../../forms/briefs';
import { keptFile, rubric } from '../../forms/rubrics';

const brief = Joi.object(briefForm).required();
const window = Joi.object({ opens: instantOrNull, due: instantOrNull, closes: instantOrNull }).allow(null).required();
const body = Joi.alternatives().conditional('.kind', {
  switch: [
    {
      is: Joi.valid('assignment', 'handout'),
      then: Joi.object({ kind: Joi.string().required(), brief, window, termStart: localDay.allow(null).required() }),
    },
    { is: 'rubric', then: Joi.object({ kind: 'rubric', rubric: rubric.required() }) },
    { is: 'worksheet', then: Joi.object({ kind: 'worksheet', text: richText }) },
  ],
  otherwise: Joi.object({ kind: Joi.valid('file').required(), file: keptFile.required() }),
});
const form = {
  title: line.min(1).max(200).required(),
  folder: line.max(200).allow('').required(),
  tags: Joi.array().items(line.min(1).max(60)).max(20).unique().required(),
  body: body.required(),
};
export const shelfParams = Joi.object({ itemId: id });
export const keepQuery = Joi.object<{ from?: string }>({ from: id.optional() });
export const keepBody = Joi.object<ShelfRequest, true>(form);
export const changeShelfBody = Joi.object<ShelfChange, true>({
  ...form,
  sharedWith: Joi.array().items(id.optional()).max(200).unique().required(),
  version,
});

export const shelfRoutes = ({ shelf }: { shelf: ShelfService }): Route[] => [
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
];
