import type { Nothing } from './shape';
import type { RescoringReply } from '../assignments';
import type {
  AcrossReply,
  DeskPieceReply,
  HeldPile,
  MarkingChange,
  NoteChange,
  NoteRequest,
  OutcomeReply,
  PileDeskReply,
  PilesReply,
  ReturnReply,
  ReturnRequest,
  ReturnsReply,
  ReturnsRequest,
  ScoreRequest,
  ScoresReply,
  ScoresRequest,
  SecondReply,
  SecondScoreRequest,
  SendBackRequest,
  WaiveRequest,
} from '../marking';
import type { MarginNote } from '../work';

export interface MarkingApi {
  'GET /api/piles': { reply: PilesReply };
  'GET /api/assignments/:assignmentId/pile': { query: { sections?: 'together' | 'apart' }; reply: PileDeskReply };
  'PUT /api/assignments/:assignmentId/marking': { body: MarkingChange };
  'PUT /api/assignments/:assignmentId/scores': { body: ScoresRequest; reply: ScoresReply };
  'GET /api/assignments/:assignmentId/across': { reply: AcrossReply };
  'GET /api/assignments/:assignmentId/seconds': { reply: SecondReply };
  'GET /api/assignments/:assignmentId/outcome': { reply: OutcomeReply };
  'POST /api/assignments/:assignmentId/return': { body: ReturnRequest; reply: ReturnReply };
  'GET /api/held': { reply: HeldPile[] };
  'POST /api/returns': { body: ReturnsRequest; reply: ReturnsReply };
  'DELETE /api/assignments/:assignmentId/timed-returns/:timedId': Nothing;
  'GET /api/assignments/:assignmentId/rescoring': { reply: RescoringReply };
  'POST /api/assignments/:assignmentId/rescoring': { body: { studentIds: string[] }; reply: { rescored: number } };
  'GET /api/assignments/:assignmentId/pieces/:studentId': { reply: DeskPieceReply };
  'GET /api/assignments/:assignmentId/pieces/:studentId/rounds/:version': {
    params: { assignmentId: string; studentId: string; version: number };
    reply: Pick<DeskPieceReply, 'handIn' | 'notes'>;
  };
  'PUT /api/assignments/:assignmentId/pieces/:studentId/score': { body: ScoreRequest; reply: DeskPieceReply };
  'POST /api/assignments/:assignmentId/pieces/:studentId/send-back': { body: SendBackRequest; reply: DeskPieceReply };
  'PUT /api/assignments/:assignmentId/pieces/:studentId/waiver': { body: WaiveRequest; reply: DeskPieceReply };
  'PUT /api/assignments/:assignmentId/pieces/:studentId/second-score': { body: SecondScoreRequest; reply: DeskPieceReply };
  'PUT /api/assignments/:assignmentId/pieces/:studentId/agreed-score': {
    body: Pick<ScoreRequest, 'version' | 'earned' | 'chosen'>;
    reply: DeskPieceReply;
  };
  'POST /api/assignments/:assignmentId/pieces/:studentId/feedback-files': {
    query: { as: 'file' | 'voice' };
    upload: true;
    reply: DeskPieceReply;
  };
  'DELETE /api/assignments/:assignmentId/pieces/:studentId/feedback-files/:fileId': { reply: DeskPieceReply };
  'POST /api/assignments/:assignmentId/pieces/:studentId/score-questions/:questionId/answer': {
    body: { text: string };
    reply: DeskPieceReply;
  };
  'POST /api/assignments/:assignmentId/pieces/:studentId/notes': { body: NoteRequest; reply: MarginNote[] };
  'PUT /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId': { body: NoteChange; reply: MarginNote[] };
  'DELETE /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId': { reply: MarginNote[] };
  'POST /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/answers': { body: { text: string }; reply: MarginNote[] };
  'PUT /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/settled': { body: { settled: boolean }; reply: MarginNote[] };
  'POST /api/assignments/:assignmentId/pieces/:studentId/notes/read': Nothing;
  'POST /api/my/work/:assignmentId/notes/:noteId/answers': { body: { text: string } };
  'PUT /api/my/work/:assignmentId/notes/:noteId/settled': { body: { settled: boolean } };
  'POST /api/my/work/:assignmentId/notes/read': Nothing;
  'POST /api/my/work/:assignmentId/score-questions': { body: { text: string } };
}
