import type { ReviewReply, ReviewRequest, ReviewRoundRequest, ReviewToGive, ReviewsReply } from '../reviews';

export interface ReviewsApi {
  'GET /api/assignments/:assignmentId/reviews': { reply: ReviewsReply };
  'PUT /api/assignments/:assignmentId/reviews': { body: ReviewRoundRequest; reply: ReviewsReply };
  'POST /api/assignments/:assignmentId/reviews/share-out': { reply: ReviewsReply };
  'POST /api/assignments/:assignmentId/reviews/show': { reply: ReviewsReply };
  'PUT /api/assignments/:assignmentId/reviews/:reviewId/hidden': { body: { hidden: boolean }; reply: ReviewsReply };
  'GET /api/my/reviews': { reply: ReviewToGive[] };
  'GET /api/my/reviews/:reviewId': { reply: ReviewReply };
  'PUT /api/my/reviews/:reviewId': { body: ReviewRequest; reply: ReviewReply };
}
