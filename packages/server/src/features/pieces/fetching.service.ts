import { may, type Actor } from '@jolly/core';
import type { WorkFile } from '../../contract';
import { Problem } from '../../http/problem';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import type { ShelfService } from '../shelf/shelf.service';
import type { BoardService } from './board.service';
import type { PiecesService } from './pieces.service';

type Fetched = Pick<WorkFile, 'name' | 'mediaType' | 'fingerprint'>;

interface Collaborators {
  classes: ClassesService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  keptFiles: KeptFilesService;
  shelf: ShelfService;
}

/** Whether somebody may fetch a file: a student's work, or what a teacher put up. */
export function fetchingService({ classes, assignments, board, pieces, keptFiles, shelf }: Collaborators) {
  /** A file of a piece, for its student, or for the class's teachers once it was handed in. */
  async function ofPiece(actor: Actor & { userId: string }, fileId: string): Promise<Fetched | null> {
    const found = await pieces.file(fileId);
    const assignment = found && (await assignments.byId(found.assignmentId));
    if (!found || !assignment) return null;
    const own = found.studentId === actor.userId;
    const relation = own ? 'student' : await classes.relationOf(actor, assignment.classId);
    return may(actor, 'file.fetch', { relation, own }) === 'allowed' && (own || found.handedIn) ? found.file : null;
  }

  /** Is this brief theirs to see: a teacher of one of its classes, or a student who has it? */
  async function seesBrief(actor: Actor & { userId: string }, briefId: string, now: number): Promise<boolean> {
    const set = await assignments.ofBriefs([briefId]);
    if (actor.role === 'teacher') {
      const taught = await classes.taughtBy(actor.userId, { away: true });
      return set.some((one) => taught.includes(one.classId));
    }
    const sights = await board.ofAssignments(
      set.filter((one) => isIssued(one, now)),
      now,
      [actor.userId],
    );
    return sights.some(({ theirs }) => theirs);
  }

  /** A file that a teacher put up, for them and for whoever may see what shows it. */
  async function kept(actor: Actor & { userId: string }, fileId: string, now: number): Promise<Fetched | null> {
    const found = await keptFiles.byId(fileId);
    if (!found) return null;
    if (found.ownerId === actor.userId) return found.file;
    for (const { holderKind, holderId } of found.holders) {
      const sees = holderKind === 'brief' ? await seesBrief(actor, holderId, now) : actor.role === 'teacher' && (await shelf.maySee(actor, holderId));
      if (sees) return found.file;
    }
    return null;
  }

  return {
    /** @throws Problem `thing.unknown` for a file that is not theirs to see, as for one that does not exist */
    async file(actor: Actor, fileId: string, now: number): Promise<Fetched> {
      if (actor.role === 'anonymous') throw new Problem('thing.unknown');
      const found = (await ofPiece(actor, fileId)) ?? (await kept(actor, fileId, now));
      if (!found) throw new Problem('thing.unknown');
      return found;
    },
  };
}

export type FetchingService = ReturnType<typeof fetchingService>;
