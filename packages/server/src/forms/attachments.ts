import Joi from 'joi';
import { id } from './fields';
import { keptFile, shortText } from './rubrics';

/** A file or a link that goes with a notice or an event. */
const attachmentOf = (kind: string, more: Joi.PartialSchemaMap) =>
  Joi.object({ id, kind: Joi.valid(kind).required(), title: shortText(200), ...more });
export const noticeAttachment = Joi.alternatives().conditional('.kind', {
  is: 'file',
  then: attachmentOf('file', { file: keptFile.required() }),
  otherwise: attachmentOf('link', {
    url: Joi.string()
      .max(2000)
      .uri({ scheme: ['http', 'https'] })
      .required(),
  }),
});
