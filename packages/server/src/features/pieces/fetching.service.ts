import { may, type Actor } from '@jolly/core';
import type { WorkFile } from '../../contract';
import { Problem } from '../../http/problem';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { ConversationsService } from '../conversations/conversations.service';
import type { FamiliesService } from '../families/families.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import { namelessFile } from '../marking/desk.service';
import type { ReviewsService } from '../reviews/reviews.service';
import type { LiveQuestionsService } from '../live-questions/live-questions.service';
import type { EventsService } from '../events/events.service';
import type { NotesService } from '../notes/notes.service';
import type { NoticesService } from '../notices/notices.service';
import type { ShelfService } from '../shelf/shelf.service';
import type { BoardService } from './board.service';
import type { FeedbackFilesService } from '../takehome/feedback-files.service';
import { workAt } from './own-pieces.service';
import type { PiecesService } from './pieces.service';
import type { WorksService } from './works.service';
import type { PortfolioWordsService } from '../portfolio/portfolio-words.service';
import type { WallsService } from '../walls/walls.service';
import { STUDENT_VIEWER, type Sight } from './sight';

/** `passing`: may be fetched only for now, so that no browser keeps it without asking again. */
type Fetched = Pick<WorkFile, 'name' | 'mediaType' | 'fingerprint'> & { passing?: true };

interface Collaborators {
  classes: ClassesService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  works: WorksService;
  conversations: ConversationsService;
  feedbackFiles: FeedbackFilesService;
  keptFiles: KeptFilesService;
  shelf: ShelfService;
  liveQuestions: LiveQuestionsService;
  notices: NoticesService;
  events: EventsService;
  reviews: ReviewsService;
  walls: WallsService;
  portfolioWords: PortfolioWordsService;
  notes: NotesService;
  families: FamiliesService;
}

/** Whether somebody may fetch a file: a student's work, or what a teacher put up. */
export function fetchingService({
  classes,
  assignments,
  board,
  pieces,
  works,
  conversations,
  feedbackFiles,
  keptFiles,
  shelf,
  reviews,
  liveQuestions,
  notices,
  events,
  walls,
  portfolioWords,
  notes,
  families,
}: Collaborators) {
  type Person = Actor & { userId: string };

  async function mayFetch(actor: Person, { assignmentId, own }: { assignmentId: string; own: boolean }): Promise<boolean> {
    const assignment = await assignments.byId(assignmentId);
    if (!assignment) return false;
    const relation = own ? 'student' : await classes.relationOf(actor, assignment.classId);
    return may(actor, 'file.fetch', { relation, own }) === 'allowed';
  }

  /** Is this what the student works on? Who has left a group before anything was begun has nothing to do with its work. */
  async function worksOn(actor: Person, assignmentId: string, workId: string, now: number): Promise<boolean> {
    const assignment = actor.role === 'student' ? await assignments.byId(assignmentId) : null;
    const [sight] = assignment ? await board.as(STUDENT_VIEWER).ofAssignment(assignment, now, [actor.userId]) : [];
    return sight !== undefined && workAt(sight)?.id === workId;
  }

  /** Are names hidden of whoever marks this? Then a file's own name could tell whose it is. */
  async function isMarkedNameless(assignmentId: string): Promise<boolean> {
    return (await assignments.byId(assignmentId))?.namesHidden ?? false;
  }

  /** Is this the work of a child of this family, in a class that shows families this of it? */
  async function childDid(
    actor: Person,
    assignmentId: string,
    workId: string,
    shows: 'familyWork' | 'familyFeedback',
    now: number,
  ): Promise<boolean> {
    const sights = await childrenAt(actor, [assignmentId], now);
    return sights.some((sight) => sight.schoolClass[shows] && workAt(sight)?.id === workId);
  }
  /** The sights of a family's children on assignments that are theirs, in classes that go on. */
  async function childrenAt(actor: Person, assignmentIds: readonly string[], now: number): Promise<Sight[]> {
    if (actor.role !== 'family') return [];
    const [all, children] = await Promise.all([assignments.byIds(assignmentIds), families.childrenOf(actor.userId)]);
    const ids = children.map((child) => child.id);
    const out = all.filter((one) => isIssued(one, now));
    if (ids.length === 0 || out.length === 0) return [];
    return (await board.as(STUDENT_VIEWER).ofAssignments(out, now, ids)).filter(
      ({ theirs, member, schoolClass }) => theirs && member.left === null && schoolClass.putAwayAt === null,
    );
  }

  /** A file of a student's work, for whoever shares it and for the class's teachers, who may look on while it is written. */
  async function ofWork(actor: Person, fileId: string, now: number): Promise<Fetched | null> {
    const found = await works.file(fileId);
    const piece = found && (await pieces.ofWork(found.workId));
    if (!found || !piece) return null;
    const { assignmentId } = piece;
    const own = await worksOn(actor, assignmentId, found.workId, now);
    if (await mayFetch(actor, { assignmentId, own }))
      return own || !(await isMarkedNameless(assignmentId)) ? found.file : { ...found.file, name: namelessFile(found.file.name, 1) };
    // Whoever reviews it gets the file, not the name that its author gave it.
    const reviewing = actor.role === 'student' && (await reviews.mayFetch(actor, assignmentId, found.workId));
    if (reviewing) return { ...found.file, name: namelessFile(found.file.name, 1) };
    if (await portfolioWords.mayFamilyFetch(actor, assignmentId, found.workId, fileId)) return { ...found.file, passing: true };
    if (await childDid(actor, assignmentId, found.workId, 'familyWork', now)) return { ...found.file, passing: true };
    const onWall = await walls.mayFetch(actor, found.workId, fileId, now);
    return onWall && { ...found.file, ...(onWall.named ? {} : { name: namelessFile(found.file.name, 1) }), passing: true };
  }

  /** A file of a conversation, for its student and the class's teachers; one that is not sent yet only for who put it up. */
  async function ofConversation(actor: Person, fileId: string): Promise<Fetched | null> {
    const found = await conversations.file(fileId);
    if (!found || (!found.sent && found.byUser !== actor.userId)) return null;
    const { assignmentId, studentId } = found.about;
    return (await mayFetch(actor, { assignmentId, own: studentId === actor.userId })) ? found.file : null;
  }

  /** An annotated file that came back, for the student only once it is returned. */
  async function ofFeedback(actor: Person, fileId: string, now: number): Promise<Fetched | null> {
    const found = await feedbackFiles.byId(fileId);
    const piece = found && (await pieces.byId(found.pieceId));
    if (!found || !piece) return null;
    const own = piece.studentId === actor.userId;
    if (actor.role === 'family') {
      const sights = found.returned ? await childrenAt(actor, [piece.assignmentId], now) : [];
      const shown = sights.some(({ schoolClass, member }) => schoolClass.familyFeedback && member.student.id === piece.studentId);
      return shown ? { ...found.file, passing: true } : null;
    }
    return (!own || found.returned) && (await mayFetch(actor, { assignmentId: piece.assignmentId, own })) ? found.file : null;
  }

  /** Is this brief theirs to see: a teacher of one of its classes, or a student who has it? */
  async function seesBrief(actor: Actor & { userId: string }, briefId: string, now: number): Promise<boolean> {
    const set = await assignments.ofBriefs([briefId]);
    if (actor.role === 'teacher') {
      const taught = await classes.taughtBy(actor.userId, { away: true });
      return set.some((one) => taught.includes(one.classId));
    }
    if (actor.role === 'family') {
      const sights = await childrenAt(
        actor,
        set.map((one) => one.id),
        now,
      );
      return sights.some(({ schoolClass }) => schoolClass.familyWork);
    }
    const sights = await board.as(STUDENT_VIEWER).ofAssignments(
      set.filter((one) => isIssued(one, now)),
      now,
      [actor.userId],
    );
    return sights.some(({ theirs }) => theirs);
  }

  /** May they hear what is said in a note: a teacher of the class, and once it is shown who shares the work? */
  async function hearsNote(actor: Person, noteId: string, now: number): Promise<boolean> {
    const note = await notes.place(noteId);
    const piece = note && (await pieces.ofWork(note.workId));
    if (!note || !piece) return false;
    if (actor.role === 'student') return note.shown && (await worksOn(actor, piece.assignmentId, note.workId, now));
    if (actor.role === 'family') return note.shown && (await childDid(actor, piece.assignmentId, note.workId, 'familyFeedback', now));
    return mayFetch(actor, { assignmentId: piece.assignmentId, own: false });
  }

  /** A file that a teacher put up, for them and for whoever may see what shows it. */
  async function kept(actor: Actor & { userId: string }, fileId: string, now: number): Promise<Fetched | null> {
    const found = await keptFiles.byId(fileId);
    if (!found) return null;
    if (found.ownerId === actor.userId) return found.file;
    const sees = {
      brief: (id: string) => seesBrief(actor, id, now),
      shelfItem: async (id: string) => actor.role === 'teacher' && (await shelf.maySee(actor, id)),
      liveQuestion: (id: string) => liveQuestions.maySee(actor, id),
      notice: (id: string) => notices.maySee(actor, id, now),
      event: (id: string) => events.maySee(actor, id),
      marginNote: (id: string) => hearsNote(actor, id, now),
    };
    for (const { holderKind, holderId } of found.holders) if (await sees[holderKind](holderId)) return found.file;
    return null;
  }

  /** A file of a piece of a student's own in their portfolio. */
  async function ofPortfolio(actor: Person, fileId: string, now: number): Promise<Fetched | null> {
    const found = await portfolioWords.file(actor, fileId);
    if (!found) return null;
    if (found.readable) return { ...found.file, ...(found.passing ? { passing: true } : {}) };
    const onWall = await walls.mayFetch(actor, found.pieceId, fileId, now);
    return onWall && { ...found.file, ...(onWall.named ? {} : { name: namelessFile(found.file.name, 1) }), passing: true };
  }

  return {
    /** @throws Problem `thing.unknown` for a file that is not theirs to see, as for one that does not exist */
    async file(actor: Actor, fileId: string, now: number): Promise<Fetched> {
      if (actor.role === 'anonymous') throw new Problem('thing.unknown');
      const found =
        (await ofWork(actor, fileId, now)) ??
        (await kept(actor, fileId, now)) ??
        (await ofConversation(actor, fileId)) ??
        (await ofFeedback(actor, fileId, now)) ??
        (await ofPortfolio(actor, fileId, now));
      if (!found) throw new Problem('thing.unknown');
      return found;
    },
  };
}

export type FetchingService = ReturnType<typeof fetchingService>;
