import { FIRST_NAME, isPaper, type Actor } from '@jolly/core';
import type { HandInView, MarginNote } from '../../contract';
import type { FileStore } from '../../files/file-store';
import type { Flattening } from '../../files/flattening';
import type { NoteOnPaper } from '../../files/noted-pdf';
import type { TakenOut } from '../../files/write-table';
import { Problem } from '../../http/problem';
import { wordsIn } from '../../words';
import type { AccountsService } from '../accounts/accounts.service';
import type { MyWorkService } from '../pieces/my-work.service';
import type { Student } from '../pieces/own-pieces.service';
import type { WorksService } from '../pieces/works.service';
import type { DeskService } from './desk.service';

interface Collaborators {
  accounts: AccountsService;
  desk: DeskService;
  myWork: MyWorkService;
  works: WorksService;
  fileStore: FileStore;
  flattening: Flattening;
}

/** Files of hand-ins with the notes and pen marks on them, to keep and to print: for who reads the notes, with what they read. */
export function notedFilesService({ accounts, desk, myWork, works, fileStore, flattening }: Collaborators) {
  async function copyOf(
    reader: { userId: string },
    fileId: string,
    handIn: HandInView | null,
    notes: readonly MarginNote[],
    firstName: string,
  ): Promise<TakenOut> {
    const shown = handIn?.files.find((one) => one.id === fileId);
    const found = shown && (await works.file(fileId));
    if (!shown || !found) throw new Problem('thing.unknown');
    if (!isPaper(shown.mediaType)) throw new Problem('paper.notPaper');
    const bytes = await fileStore.at(found.file.fingerprint);
    if (!bytes) throw new Problem('file.gone');
    // Pins have the numbers that they have on the page: in the order of all that stand in this hand-in.
    let pins = 0;
    // On paper a recording can only be told of.
    const { saidAloud } = wordsIn(await accounts.languageOf(reader.userId)).pages;
    const onFile = notes.flatMap(({ id, here, text: words, spoken }): NoteOnPaper[] => {
      const text = words || (spoken ? saidAloud : '');
      const number = here?.kind === 'area' ? (pins += 1) : null;
      if ((here?.kind !== 'area' && here?.kind !== 'pen') || here.fileId !== fileId) return [];
      return [{ id, place: here, number, text: firstName ? text.replaceAll(FIRST_NAME, () => firstName) : text }];
    });
    const name = shown.name.replace(/\.(pdf|png|jpe?g)$/i, '');
    const made = await flattening.withNotes({ path: bytes.path, mediaType: shown.mediaType, title: name, notes: onFile });
    return { name: `${name}.pdf`, mediaType: 'application/pdf', bytes: made };
  }

  return {
    async ofPiece(
      teacher: Actor & { userId: string },
      { fileId, ...at }: { assignmentId: string; studentId: string; fileId: string },
      now: number,
    ): Promise<TakenOut> {
      const { handIn, notes, row } = await desk.look(teacher, at, now);
      return copyOf(teacher, fileId, handIn, notes, row.nameless ? '' : row.student.givenName);
    },

    /** What was returned, with the notes that came with it. */
    async own(student: Student, { assignmentId, fileId }: { assignmentId: string; fileId: string }, now: number): Promise<TakenOut> {
      const { marked, notes } = await myWork.one(student, assignmentId, now);
      return copyOf(student, fileId, marked, notes, '');
    },
  };
}

export type NotedFilesService = ReturnType<typeof notedFilesService>;
