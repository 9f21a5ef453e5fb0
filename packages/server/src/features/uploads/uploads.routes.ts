import Joi from 'joi';
import { asStudent } from '../../http/as-role';
import { id } from '../../forms/fields';
import { Problem } from '../../http/problem';
import { CHECKED, fieldProblemsOf } from '../../http/sentences';
import type { Ask, Route } from '../../http/route';
import type { UploadsService } from './uploads.service';
import { type UploadOf } from './uploads.service';

const uploadParams = Joi.object({ uploadId: id });
const begun = Joi.object<UploadOf>({
  assignmentId: id,
  name: Joi.string().max(2000).required(),
  size: Joi.number().integer().min(0).required(),
  // Which written part a recording answers, as JSON in a value of the metadata; left out for a file of its own.
  answers: Joi.object({
    attachmentId: id.allow(null).required(),
    placeId: Joi.string().max(200).allow(null).required(),
  })
    .allow(null)
    .required(),
});

/** A value of the metadata as JSON; what cannot be read is refused by its form. */
function parsed(text: string): unknown {
  if (text === '') return null;
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

/** The protocol's own headers: the length, and pairs of a name and a value in base64. */
function uploadOf(req: Ask['req']): UploadOf {
  const pairs = (req.get('upload-metadata') ?? '').split(',').map((pair) => pair.trim().split(' '));
  const value = (name: string) => Buffer.from(pairs.find(([key]) => key === name)?.[1] ?? '', 'base64').toString();
  const { error, value: checked } = begun.validate(
    {
      assignmentId: value('assignmentId'),
      name: value('name'),
      size: req.get('upload-length'),
      answers: parsed(value('answers')),
    },
    CHECKED,
  );
  if (error) throw new Problem('request.malformed', { errors: fieldProblemsOf(error) });
  return checked;
}

export const uploadRoutes = ({ uploads }: { uploads: UploadsService }): Route[] => [
  {
    route: 'POST /api/my/uploads',
    action: 'ownWork.write',
    does: 'Begins a file of up to 50 MB that comes in parts (tus 1.0); its metadata name it and the assignment.',
    repliesItself: true,
    handle: ({ actor, now, req, res }) => uploads.begin(asStudent(actor), uploadOf(req), now, { req, res }),
  },
  {
    route: 'HEAD /api/my/uploads/:uploadId',
    action: 'ownWork.write',
    does: 'How many bytes of it are here.',
    params: uploadParams,
    repliesItself: true,
    handle: ({ actor, params, req, res }) => uploads.go(asStudent(actor), params.uploadId, { req, res }),
  },
  {
    route: 'PATCH /api/my/uploads/:uploadId',
    action: 'ownWork.write',
    does: 'Takes more of its bytes, from where they ended.',
    params: uploadParams,
    repliesItself: true,
    handle: ({ actor, params, req, res }) => uploads.go(asStudent(actor), params.uploadId, { req, res }),
  },
  {
    route: 'POST /api/my/uploads/:uploadId/finish',
    action: 'ownWork.write',
    does: 'Attaches the file once it is here whole; can be asked again.',
    params: uploadParams,
    handle: ({ actor, params, now }) => uploads.finish(asStudent(actor), params.uploadId, now),
  },
  {
    route: 'DELETE /api/my/uploads/:uploadId',
    action: 'ownWork.write',
    does: 'Gives it up.',
    params: uploadParams,
    handle: ({ actor, params }) => uploads.stop(asStudent(actor), params.uploadId),
  },
];
