import Joi from 'joi';
import type { RemarkChange, RemarkRequest } from '../../contract';
import { asTeacher } from '../../http/as-role';
import { id, line, version } from '../../forms/fields';
import type { Route } from '../../http/route';
import type { RemarksService } from './remarks.service';

const form = {
  text: Joi.string().trim().min(1).max(4000).required(),
  folder: line.max(80).allow('').required(),
  aim: line.max(120).allow('').required(),
  criterion: line.max(200).allow('').required(),
  shared: Joi.boolean().strict().required(),
};
const remarkBody = Joi.object<RemarkRequest, true>(form);
const changeBody = Joi.object<RemarkChange, true>({ ...form, version });
const params = Joi.object({ remarkId: id });

export const remarkRoutes = ({ remarks }: { remarks: RemarksService }): Route[] => [
  {
    route: 'GET /api/remarks',
    action: 'remark.use',
    does: 'Saved remarks, one’s own and those that colleagues share, with how often each was used.',
    handle: ({ actor }) => remarks.list(asTeacher(actor)),
  },
  {
    route: 'POST /api/remarks',
    action: 'remark.use',
    does: 'Keeps a remark for use again; the same words are kept once.',
    body: remarkBody,
    status: 201,
    handle: ({ actor, body, now }) => remarks.keep(asTeacher(actor), body, now),
  },
  {
    route: 'PUT /api/remarks/:remarkId',
    action: 'remark.use',
    does: 'Changes a remark of one’s own; where it was used before it stays as it was.',
    params,
    body: changeBody,
    handle: ({ actor, params: { remarkId }, body }) => remarks.change(asTeacher(actor), remarkId, body),
  },
  {
    route: 'DELETE /api/remarks/:remarkId',
    action: 'remark.use',
    does: 'Lets a remark of one’s own go.',
    params,
    handle: ({ actor, params: { remarkId } }) => remarks.remove(asTeacher(actor), remarkId),
  },
];
