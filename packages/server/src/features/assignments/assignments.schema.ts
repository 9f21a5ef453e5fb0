import Joi from 'joi';
import type { BriefChange, BriefRequest, IssueRequest, LoadRequest, RubricTableRequest, SetFor } from '../../contract';
import { id, instantOrNull, line, version } from '../../forms/fields';
import { audience } from '../../forms/audiences';
import { briefForm } from '../../forms/briefs';
import { rubric } from '../../forms/rubrics';

const shortText = (most: number) => line.max(most).allow('').required();
const filing = {
  unitId: id.allow(null),
  categoryId: id.allow(null),
  countsInTotals: Joi.boolean().strict().required(),
  bonus: Joi.boolean().strict().required(),
};
const setFor = Joi.object<SetFor, true>({
  classId: id,
  opens: instantOrNull,
  due: instantOrNull,
  closes: instantOrNull,
  ...filing,
  audience: audience.required(),
  groupingId: id.allow(null),
});

const classes = Joi.array()
  .items(setFor)
  .min(1)
  .max(40)
  .unique((a: SetFor, b: SetFor) => a.classId === b.classId)
  .required();

export const listQuery = Joi.object({ kind: Joi.valid('assignment', 'handout') });
export const newBriefBody = Joi.object<BriefRequest, true>({ ...briefForm, classes, fromShelf: id.allow(null) });
export const changeBriefBody = Joi.object<BriefChange, true>({
  ...briefForm,
  classes,
  version,
  tell: Joi.boolean().strict().required(),
  scores: Joi.string().valid('keep', 'scale'),
});
export const issueBody = Joi.object<IssueRequest, true>({ version, at: instantOrNull });
export const withdrawBody = Joi.object<{ version: number }, true>({ version });
export const loadBody = Joi.object<LoadRequest, true>({
  classes: Joi.array()
    .items(
      Joi.object({
        classId: id,
        due: Joi.number().strict().integer().min(0).max(4_102_444_800_000).required(),
        opens: instantOrNull,
        audience: audience.required(),
      }),
    )
    .min(1)
    .max(40)
    .required(),
  minutes: briefForm.minutes,
  briefId: id.allow(null),
});
export const readRubricBody = Joi.object<{ name: string }, true>({ name: shortText(200) });
export const rubricTableBody = Joi.object<RubricTableRequest, true>({
  rubric: rubric.required(),
  format: Joi.string().valid('csv', 'xlsx').required(),
});
