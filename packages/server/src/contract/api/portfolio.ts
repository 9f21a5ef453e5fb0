import type { Nothing } from './shape';
import type { PortfolioChoice, PortfolioReply } from '../portfolio';

export interface PortfolioApi {
  'GET /api/my/portfolio': { reply: PortfolioReply };
  'PUT /api/my/portfolio': { body: PortfolioChoice; reply: PortfolioReply };
  'DELETE /api/my/portfolio/:pieceId': Nothing;
  'GET /api/my/portfolio/zip': { file: 'application/zip' };
  'GET /api/classes/:classId/progress/:studentId/portfolio': { reply: PortfolioReply };
  'PUT /api/classes/:classId/progress/:studentId/portfolio': { body: PortfolioChoice; reply: PortfolioReply };
  'DELETE /api/classes/:classId/progress/:studentId/portfolio/:pieceId': Nothing;
}
