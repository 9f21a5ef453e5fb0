import Joi from 'joi';
import type { BringRequest } from '../../contract';
import { id, line } from '../../forms/fields';

export const archiveParams = Joi.object({ jobId: id });
const folder = line.max(200).allow('').required();
export const folderBody = Joi.object<{ folder: string }, true>({ folder });
export const bringBody: Joi.Schema<BringRequest> = Joi.alternatives().conditional('.as', {
  switch: [
    { is: 'drafts', then: Joi.object({ as: 'drafts', classId: id }) },
    { is: 'shelf', then: Joi.object({ as: 'shelf', folder }) },
  ],
  otherwise: Joi.object({ as: Joi.string().valid('past', 'new').required() }),
});
