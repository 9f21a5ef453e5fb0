import type { Nothing } from './shape';
import type { NewsReply, TellingSettings } from '../news';

export interface NewsApi {
  'GET /api/news': { reply: NewsReply };
  'POST /api/news/seen': Nothing;
  'GET /api/news/settings': { reply: TellingSettings };
  'PUT /api/news/settings': { body: TellingSettings };
}
