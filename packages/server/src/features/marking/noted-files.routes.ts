import { sendFile } from '../../files/write-table';
import { asStudent, asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { NotedFilesService } from './noted-files.service';
import { notedFileParams, ownNotedFileParams } from './noted-files.schema';

/** Files of hand-ins with the notes on them. */
export const notedFileRoutes = ({ notedFiles }: { notedFiles: NotedFilesService }): Route[] => [
  {
    route: 'GET /api/assignments/:assignmentId/pieces/:studentId/files/:fileId/noted',
    action: 'piece.look',
    does: 'A PDF or a picture of a hand-in as a PDF with the notes and pen marks on it.',
    params: notedFileParams,
    repliesItself: true,
    handle: async ({ actor, params, now, res }) => sendFile(res, await notedFiles.ofPiece(asTeacher(actor), params, now)),
  },
  {
    route: 'GET /api/my/work/:assignmentId/files/:fileId/noted',
    action: 'ownWork.look',
    does: 'The same of what was returned to you, with the notes that came with it.',
    params: ownNotedFileParams,
    repliesItself: true,
    handle: async ({ actor, params, now, res }) => sendFile(res, await notedFiles.own(asStudent(actor), params, now)),
  },
];
