import type { FirstSteps, TodayReply } from '../looking';

export interface TodayApi {
  'GET /api/today': { reply: TodayReply };
  'GET /api/first-steps': { reply: FirstSteps[] };
}
