import type {
  FamilyPortfolioPiece,
  LookBack,
  OwnPortfolioRequest,
  PortfolioChoice,
  PortfolioPiece,
  PortfolioReply,
  PortfolioWaiting,
  PortfolioWord,
} from '../portfolio';
import type { Nothing } from './shape';

export interface PortfolioApi {
  'GET /api/my/portfolio': { reply: PortfolioReply };
  'PUT /api/my/portfolio': { body: PortfolioChoice; reply: PortfolioReply };
  'GET /api/my/look-back': { reply: LookBack[] };
  'PUT /api/my/portfolio/own/:pieceId': { body: OwnPortfolioRequest; reply: PortfolioPiece };
  'POST /api/my/portfolio/own/:pieceId/files': { upload: true; reply: PortfolioPiece };
  'DELETE /api/my/portfolio/own/:pieceId/files/:fileId': { reply: PortfolioPiece };
  'DELETE /api/my/portfolio/:pieceId': Nothing;
  'GET /api/my/portfolio/zip': { file: 'application/zip' };
  'GET /api/portfolio/waiting': { reply: PortfolioWaiting[] };
  'PUT /api/portfolio/:pieceId/word': { body: PortfolioWord };
  'GET /api/family/children/:studentId/portfolio': { reply: FamilyPortfolioPiece[] };
  'GET /api/classes/:classId/progress/:studentId/portfolio': { reply: PortfolioReply };
  'PUT /api/classes/:classId/progress/:studentId/portfolio': { body: PortfolioChoice; reply: PortfolioReply };
  'DELETE /api/classes/:classId/progress/:studentId/portfolio/:pieceId': Nothing;
}
