import type { Nothing } from './shape';
import type { RubricChoices } from '@jolly/core';
import type { OwnPaperReply, PaperChangeReply, PaperChangeRequest } from '../papers';
import type { MyPieceReply, MyWorkReply, SaveTextReply, SaveTextRequest, VersionReply } from '../pieces';
import type { HandInView, SheetView, VersionItem, WentView, WorkFile } from '../work';

export interface MyWorkApi {
  'GET /api/my/work': { reply: MyWorkReply };
  'GET /api/my/work/:assignmentId': { reply: MyPieceReply };
  'PUT /api/my/work/:assignmentId/text': { body: SaveTextRequest; reply: SaveTextReply };
  'POST /api/my/work/:assignmentId/files': { upload: true; reply: WorkFile };
  'DELETE /api/my/work/:assignmentId/files/:fileId': Nothing;
  'POST /api/my/work/:assignmentId/hand-in': { reply: HandInView };
  'POST /api/my/work/:assignmentId/take-back': Nothing;
  'POST /api/my/work/:assignmentId/read': Nothing;
  'POST /api/my/work/:assignmentId/look': Nothing;
  'GET /api/my/work/:assignmentId/live': { file: 'text/event-stream' };
  'PUT /api/my/work/:assignmentId/sheets/:attachmentId': { body: SaveTextRequest; reply: SheetView };
  'POST /api/my/work/:assignmentId/sheets/:attachmentId/correction': { body: { version: number }; reply: SheetView };
  'GET /api/my/work/:assignmentId/papers/:attachmentId': { reply: OwnPaperReply };
  'GET /api/my/work/:assignmentId/papers/:attachmentId/changes': { query: { since: number }; reply: PaperChangeReply };
  'POST /api/my/work/:assignmentId/papers/:attachmentId/changes': { body: PaperChangeRequest; reply: PaperChangeReply };
  'POST /api/my/work/:assignmentId/papers/:attachmentId/correction': Nothing;
  'GET /api/my/work/:assignmentId/files/:fileId/noted': { file: 'application/pdf' };
  'GET /api/my/work/:assignmentId/versions': { reply: VersionItem[] };
  'GET /api/my/work/:assignmentId/versions/:versionId': { reply: VersionReply };
  'POST /api/my/work/:assignmentId/versions/:versionId/restore': Nothing;
  'GET /api/my/work/:assignmentId/receipts/:version': { params: { assignmentId: string; version: number }; reply: HandInView };
  'PUT /api/my/work/:assignmentId/self-check': { body: { choices: RubricChoices } };
  'PUT /api/my/work/:assignmentId/went': { body: WentView };
}
