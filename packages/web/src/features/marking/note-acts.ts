import type { DeskPieceReply, MarginNote, NoteChange, NoteRequest } from '@jolly/server/contract';
import type { Ref } from 'vue';
import { ask } from '../../api/client';
import type { NoteActs } from '../notes';
import { pieceAt, type PieceAt } from './piece-at';

/** What is done to the notes of a piece. @param note does it to the piece that lies on the desk now, and shows what came of it */
const noteActs = (note: (act: (params: PieceAt) => Promise<MarginNote[]>) => Promise<void>): NoteActs => ({
  add: (body: NoteRequest & { remark?: string }) =>
    note((params) => ask('POST /api/assignments/:assignmentId/pieces/:studentId/notes', { params, body })),
  change: (noteId: string, body: NoteChange) =>
    note((params) => ask('PUT /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId', { params: { ...params, noteId }, body })),
  remove: (noteId: string) =>
    note((params) => ask('DELETE /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId', { params: { ...params, noteId } })),
  answer: (noteId: string, text: string) =>
    note((params) =>
      ask('POST /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/answers', { params: { ...params, noteId }, body: { text } }),
    ),
  settle: (noteId: string, settled: boolean) =>
    note((params) =>
      ask('PUT /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/settled', {
        params: { ...params, noteId },
        body: { settled },
      }),
    ),
});

/**
 * The same for the piece on the desk, which shows its notes as they are then.
 * @param changed something of this piece was changed @param replied the piece as it is stored now
 */
export function deskNoteActs(
  desk: Ref<DeskPieceReply | null>,
  onDesk: Ref<string | null>,
  { changed, replied }: { changed: (key: string) => void; replied: (reply: DeskPieceReply) => void },
): NoteActs {
  return noteActs(async (act) => {
    const at = onDesk.value!;
    const notes = await act(pieceAt(at));
    changed(at);
    if (at !== onDesk.value) return;
    if (desk.value) desk.value = { ...desk.value, notes };
    // A note on what was returned is something to return again.
    if (desk.value?.row.returnedAt != null && !desk.value.row.held)
      replied(await ask('GET /api/assignments/:assignmentId/pieces/:studentId', { params: pieceAt(at) }));
  });
}
