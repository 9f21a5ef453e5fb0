import Joi from 'joi';
import type { OrderRequest } from '../../contract';
import { id } from '../../forms/fields';

export const orderBody = Joi.object<OrderRequest, true>({
  unitId: id.allow(null),
  assignmentIds: Joi.array().items(id).max(400).unique().required(),
});
