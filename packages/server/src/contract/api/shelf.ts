import type { Nothing } from './shape';
import type { ShelfChange, ShelfItem, ShelfItemReply, ShelfReply, ShelfRequest } from '../shelf';

export interface ShelfApi {
  'GET /api/shelf': { reply: ShelfReply };
  'POST /api/shelf': { query: { from?: string }; body: ShelfRequest; reply: ShelfItem };
  'GET /api/shelf/:itemId': { reply: ShelfItemReply };
  'PUT /api/shelf/:itemId': { body: ShelfChange; reply: ShelfItemReply };
  'DELETE /api/shelf/:itemId': Nothing;
}
