import Joi from 'joi';
import { briefForm } from './briefs';
import { instantOrNull, localDay, richText } from './fields';
import { question } from './quizzes';
import { keptFile, rubric } from './rubrics';

/** What can be kept for use again, on the shelf or in a package of a course. */

const window = Joi.object({ opens: instantOrNull, due: instantOrNull, closes: instantOrNull }).allow(null).required();
export const shelfBody = Joi.alternatives().conditional('.kind', {
  switch: [
    {
      is: Joi.valid('assignment', 'handout'),
      then: Joi.object({
        kind: Joi.string().required(),
        brief: Joi.object(briefForm).required(),
        window,
        termStart: localDay.allow(null).required(),
      }),
    },
    { is: 'rubric', then: Joi.object({ kind: 'rubric', rubric: rubric.required() }) },
    { is: 'worksheet', then: Joi.object({ kind: 'worksheet', text: richText }) },
    { is: 'question', then: Joi.object({ kind: 'question', question: question.required() }) },
  ],
  otherwise: Joi.object({ kind: Joi.valid('file').required(), file: keptFile.required() }),
});
