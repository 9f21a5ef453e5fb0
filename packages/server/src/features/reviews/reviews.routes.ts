import Joi from 'joi';
import type { ReviewRequest, ReviewRoundRequest } from '../../contract';
import { asStudent, asTeacher } from '../../http/as-role';
import { id, instantOrNull, version } from '../../forms/fields';
import type { Route } from '../../http/route';
import type { ReviewsService } from './reviews.service';
import { rubricChoices } from '../../forms/briefs';
import { assignmentParams } from '../../forms/params';

const roundBody = Joi.object<ReviewRoundRequest, true>({
  byRubric: Joi.boolean().strict().required(),
  each: Joi.number().strict().integer().min(1).max(5).required(),
  guidance: Joi.string().trim().max(2000).allow('').required(),
  due: instantOrNull,
  seed: Joi.string().trim().min(1).max(40).required(),
});
const hiddenBody = Joi.object<{ hidden: boolean }, true>({ hidden: Joi.boolean().strict().required() });
const reviewBody = Joi.object<ReviewRequest, true>({
  choices: rubricChoices,
  text: Joi.string().trim().max(4000).allow('').required(),
  give: Joi.boolean().strict().required(),
  version,
});
const oneParams = Joi.object({ assignmentId: id, reviewId: id });
const ownParams = Joi.object({ reviewId: id });

export const reviewRoutes = ({ reviews }: { reviews: ReviewsService }): Route[] => [
  {
    route: 'GET /api/assignments/:assignmentId/reviews',
    action: 'review.look',
    does: 'Who reviews whom, and what they said.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => reviews.look(asTeacher(actor), params.assignmentId, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/reviews',
    action: 'review.set',
    does: 'Deals reviews out among those whose work is in, from a seed; anew as long as nobody has begun.',
    params: assignmentParams,
    body: roundBody,
    handle: ({ actor, params, body, now }) => reviews.deal(asTeacher(actor), params.assignmentId, body, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/reviews/share-out',
    action: 'review.set',
    does: 'Gives late reviews that nobody has begun to those who are done.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => reviews.shareOut(asTeacher(actor), params.assignmentId, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/reviews/show',
    action: 'review.set',
    does: 'Lets authors read what was said about their work; each is told once.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => reviews.show(asTeacher(actor), params.assignmentId, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/reviews/:reviewId/hidden',
    action: 'review.set',
    does: 'Hides one review from its author, or not after all.',
    params: oneParams,
    body: hiddenBody,
    handle: ({ actor, params, body, now }) => reviews.hide(asTeacher(actor), params.assignmentId, params.reviewId, body.hidden, now),
  },
  {
    route: 'GET /api/my/reviews',
    action: 'ownReview.look',
    does: 'What one is to review of others.',
    handle: ({ actor, now }) => reviews.toGive(asStudent(actor), now),
  },
  {
    route: 'GET /api/my/reviews/:reviewId',
    action: 'ownReview.look',
    does: 'One review to give, with the work and without its name.',
    params: ownParams,
    handle: ({ actor, params, now }) => reviews.one(asStudent(actor), params.reviewId, now),
  },
  {
    route: 'PUT /api/my/reviews/:reviewId',
    action: 'ownReview.write',
    does: 'Keeps what was written in a review, and gives it when told to.',
    params: ownParams,
    body: reviewBody,
    handle: ({ actor, params, body, now }) => reviews.write(asStudent(actor), params.reviewId, body, now),
  },
];
