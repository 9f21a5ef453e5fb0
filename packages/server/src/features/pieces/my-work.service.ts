import {
  acceptsFile,
  acceptsText,
  agendaPlace,
  applyLateRule,
  handInRefusal,
  isBlank,
  lateBy,
  may,
  MINUTE_MS,
  takeBackRefusal,
  type Action,
  type Actor,
  type RichText,
} from '@jolly/core';
import type { Transaction } from 'sequelize';
import type { HandInView, MyPiece, MyPieceReply, HandoutReply, MyWorkReply, SaveTextReply, SaveTextRequest, WorkFile } from '../../contract';
import type { TakenFile } from '../../files/take-file';
import { Problem, type ProblemCode } from '../../http/problem';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import { fullName } from '../accounts/accounts.service';
import { refuseIfAway, type ClassesService } from '../classes/classes.service';
import { mayAskForTime, type ExtensionsService } from '../exceptions/extensions.service';
import type { NewsService } from '../news/news.service';
import type { RosterService } from '../roster/roster.service';
import { sightOf, type BoardService, type Sight } from './board.service';
import { lateRuleOf, toReturnedView } from './pieces.mapper';
import type { OpenPiece, PiecesService } from './pieces.service';

type Student = Actor & { userId: string };

const MOST_FILES = 20;
const SAVED_FACT_EVERY_MS = 10 * MINUTE_MS;

/** The sight as the student may know it: a held score does not exist for them. */
function toMyPiece(sight: Sight, now: number): MyPiece {
  const { schoolClass, assignment, resolved, told: piece } = sight;
  return {
    assignmentId: assignment.id,
    classId: schoolClass.id,
    className: schoolClass.label,
    hue: schoolClass.hue,
    zone: schoolClass.calendar.zone,
    title: assignment.title,
    points: assignment.points,
    how: assignment.how,
    accepts: assignment.accepts,
    issuedAt: assignment.issuedAt ?? now,
    window: resolved.window,
    ownDates: resolved.trail.length > 0,
    place: agendaPlace({ zone: schoolClass.calendar.zone, piece, window: resolved.window, now }),
    state: piece.state!,
    lateBy: piece.lateBy,
    stillAccepted: piece.stillAccepted,
    overdue: piece.overdue,
    returned: toReturnedView(sight),
  };
}

/** What it would cost to hand in now, off full marks. */
function costNow(sight: Sight, now: number): MyPieceReply['lateNow'] {
  const { schoolClass, assignment, resolved, record } = sight;
  const due = record?.summary.roundDue ?? resolved.window.due;
  // A round that was sent back keeps the lateness it had; only a missed new date can add to it.
  if (due === null || (sight.piece.state === 'sentBack' && record?.summary.roundDue == null)) return null;
  const late = lateBy({ due, handedInAt: now, graceMinutes: schoolClass.graceMinutes });
  if (late === 0) return null;
  const max = assignment.points ?? 0;
  const rule = lateRuleOf(sight);
  const { takenOff } = applyLateRule({ earned: max, max, late: { calendar: schoolClass.calendar, due, lateBy: late }, rule, waived: sight.waived });
  return { lateBy: late, takenOff, rule };
}

/** To the student a scored piece is locked; that it has a score is not for them to know yet. */
const lockWord = <Refusal extends string | null>(refusal: Refusal) => (refusal === 'scored' ? 'locked' : (refusal as Exclude<Refusal, 'scored'>));

interface Collaborators {
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  extensions: ExtensionsService;
  news: NewsService;
}

/** The student's side of a piece: seeing it, working on it, handing it in, taking it back. */
export function myWorkService({ classes, roster, assignments, board, pieces, extensions, news }: Collaborators) {
  /** The student's sight of an issued assignment. @throws Problem `thing.unknown` when it is not theirs */
  async function sight(student: Student, action: Action, assignmentId: string, now: number): Promise<Sight> {
    const assignment = await assignments.byId(assignmentId);
    if (!assignment || !isIssued(assignment, now)) throw new Problem('thing.unknown');
    const [found] = await board.ofAssignment(assignment, now, [student.userId]);
    const relation = found && found.piece.state !== null ? 'student' : 'none';
    if (may(student, action, { relation, own: true }) !== 'allowed') throw new Problem('thing.unknown');
    refuseIfAway(found!.schoolClass, action);
    return found!;
  }

  /** The same sight on the piece as it is inside the transaction, which may be newer than what was loaded. */
  const fresh = (before: Sight, piece: OpenPiece, now: number): Sight => sightOf({ ...before, record: piece.record, now });

  const refusalOf = ({ told: piece, assignment, resolved, record }: Sight, now: number) =>
    handInRefusal({ piece, how: assignment.how, window: resolved.window, handedInAt: record?.summary.handedInAt ?? null, now });

  function requireOpen(at: Sight, now: number): void {
    const refusal = refusalOf(at, now);
    if (refusal === null) return;
    const more = refusal === 'closed' ? { title: closedSentence(at) } : {};
    throw new Problem(`piece.${refusal}` as ProblemCode, more);
  }

  function closedSentence({ schoolClass, resolved }: Sight): string {
    const closes = new Intl.DateTimeFormat('en-GB', { timeZone: schoolClass.calendar.zone, weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
    return `This closed on ${closes.format(resolved.window.closes ?? 0)}. Nothing was handed in; what you wrote is kept.`;
  }

  /** Changes the draft: notes that work has begun, and when it was saved. */
  async function changeDraft<T>(student: Student, assignmentId: string, now: number, work: (piece: OpenPiece, at: Sight) => Promise<T>): Promise<T> {
    const before = await sight(student, 'ownWork.write', assignmentId, now);
    return pieces.change({ assignmentId, studentId: student.userId }, async (piece) => {
      requireOpen(fresh(before, piece, now), now);
      if (piece.record.summary.begunAt === null) await piece.append({ kind: 'opened', at: now }, student.userId);
      const result = await work(piece, before);
      // Every few seconds of typing is saved, but the story keeps a line only every ten minutes of it.
      if (now - (piece.record.draft.savedAt ?? 0) >= SAVED_FACT_EVERY_MS) await piece.append({ kind: 'saved', at: now }, student.userId);
      piece.set({ draftSavedAt: new Date(now) });
      return result;
    });
  }

  /** Teachers who want to hear of late hand-ins do. */
  async function tellLate({ schoolClass, assignment, member, told }: Sight, version: number, transaction: Transaction, now: number): Promise<void> {
    if (told.lateBy === 0) return;
    const teachers = (await classes.teachersOf([schoolClass.id])).get(schoolClass.id) ?? [];
    const about = { assignmentId: assignment.id, classId: schoolClass.id, zone: schoolClass.calendar.zone };
    const data = { title: assignment.title, className: schoolClass.label, who: fullName(member.student) };
    await news.tell(
      teachers.map(({ id }) => ({ userId: id, kind: 'inLate' as const, onceKey: `late:${assignment.id}:${member.student.id}:${version}`, ...about, data })),
      now,
      transaction,
    );
  }

  const service = {
    /** All of a student's pieces; of classes that are put away only if asked for. */
    async mySights(student: Student, now: number, { away = false } = {}): Promise<Sight[]> {
      const mine = (await classes.load(await roster.classesOf(student.userId))).filter((one) => away || one.putAwayAt === null);
      return (await board.sights({ classes: mine, studentIds: [student.userId], now })).filter(({ piece }) => piece.state !== null);
    },

    async list(student: Student, now: number): Promise<MyWorkReply> {
      const [sights, handouts] = await Promise.all([service.mySights(student, now), service.handouts(student, now)]);
      return { pieces: sights.map((one) => toMyPiece(one, now)), handouts };
    },

    /** What a student has been given to read or watch, by unit, newest first. */
    async handouts(student: Student, now: number): Promise<HandoutReply[]> {
      const mine = (await classes.load(await roster.classesOf(student.userId))).filter((one) => one.putAwayAt === null);
      const sights = (await board.sights({ classes: mine, studentIds: [student.userId], kind: 'handout', now })).filter(({ theirs }) => theirs);
      const units = await classes.unitsOfAll(mine.map((one) => one.id));
      return sights
        .map(({ assignment, schoolClass }): HandoutReply => {
          const { id, briefId, classId, title, instructions, spoken, attachments, unitId, issuedAt } = assignment;
          const unit = units.get(classId)?.find((one) => one.id === unitId)?.name ?? null;
          return { id, briefId, classId, className: schoolClass.label, hue: schoolClass.hue, title, instructions, spoken, attachments, unit, issuedAt: issuedAt ?? now };
        })
        .sort((a, b) => b.issuedAt - a.issuedAt);
    },

    async one(student: Student, assignmentId: string, now: number): Promise<MyPieceReply> {
      const at = await sight(student, 'ownWork.look', assignmentId, now);
      const { record, assignment, resolved, exception } = at;
      const standing = record?.summary.handedInAt ?? null;
      const [teachers, files, story, sentBack, requests] = await Promise.all([
        classes.teachersOf([at.schoolClass.id]),
        record ? pieces.draftFiles(record.id) : [],
        record ? pieces.handInsOf(record.id, assignment.title) : null,
        record && record.summary.roundsSentBack > 0 ? pieces.lastSendBack(record.id) : null,
        extensions.own(student, assignmentId),
      ]);
      return {
        piece: toMyPiece(at, now),
        instructions: assignment.instructions,
        spoken: assignment.spoken,
        attachments: assignment.attachments,
        scoring: assignment.scoring,
        minutes: assignment.minutes,
        rounds: assignment.rounds,
        requests,
        mayAsk: mayAskForTime(at.told.state, resolved.window) && !requests.some((one) => one.state === 'waiting'),
        trail: resolved.trail,
        teachers: (teachers.get(at.schoolClass.id) ?? []).map((teacher) => teacher.name),
        exceptionReason: exception?.reason || null,
        draft: { text: record?.draft.text ?? null, files, savedAt: record?.draft.savedAt ?? null, version: record?.draft.version ?? 0 },
        handIn: standing === null ? null : (story?.latest ?? null),
        sentBack,
        mayHandIn: refusalOf(at, now),
        mayTakeBack: lockWord(takeBackRefusal({ piece: at.piece, how: assignment.how, window: resolved.window, handedInAt: standing, now })),
        lateNow: costNow(at, now),
      };
    },

    /** @throws Problem `conflict.changedMeanwhile` with the newer text, which another tab or device saved */
    async saveText(student: Student, assignmentId: string, request: SaveTextRequest, now: number): Promise<SaveTextReply> {
      return changeDraft(student, assignmentId, now, async (piece, at) => {
        if (!acceptsText(at.assignment.accepts, request.text)) throw new Problem('piece.kindNotAccepted');
        if (piece.record.draft.version !== request.version) throw new Problem('conflict.changedMeanwhile', { current: piece.record.draft });
        const version = request.version + 1;
        piece.set({ draftText: request.text, draftVersion: version });
        return { savedAt: now, version };
      });
    },

    async attach(student: Student, assignmentId: string, file: TakenFile, now: number): Promise<WorkFile> {
      return changeDraft(student, assignmentId, now, async (piece, at) => {
        if (!acceptsFile(at.assignment.accepts, file.mediaType)) throw new Problem('piece.kindNotAccepted');
        if ((await piece.draftFiles()).length >= MOST_FILES) throw new Problem('file.tooMany');
        return piece.addFile(file, now);
      });
    },

    async detach(student: Student, assignmentId: string, fileId: string, now: number): Promise<void> {
      await changeDraft(student, assignmentId, now, async (piece) => {
        if (!(await piece.dropFile(fileId))) throw new Problem('thing.unknown');
      });
    },

    /**
     * Hands in what the draft holds: text, files and the fact in one transaction, or nothing.
     * @param now when the server received the request; lateness counts by it
     */
    async handIn(student: Student, assignmentId: string, idempotencyKey: string | null, now: number): Promise<HandInView> {
      const before = await sight(student, 'ownWork.handIn', assignmentId, now);
      return pieces.change({ assignmentId, studentId: student.userId }, (piece) =>
        pieces.onceFor(piece, { userId: student.userId, idempotencyKey, about: `handIn ${assignmentId}`, now }, async () => {
          requireOpen(fresh(before, piece, now), now);
          const text: RichText | null = piece.record.draft.text;
          if (isBlank(text) && (await piece.draftFiles()).length === 0) throw new Problem('piece.empty');
          const handIn = { ...(await piece.handIn(now)), receivedFor: before.assignment.title };
          await piece.append({ kind: 'handedIn', at: now }, student.userId, { version: handIn.version, receipt: handIn.receipt });
          await tellLate(fresh(before, piece, now), handIn.version, piece.transaction, now);
          return handIn;
        }),
      );
    },

    async takeBack(student: Student, assignmentId: string, now: number): Promise<void> {
      const before = await sight(student, 'ownWork.handIn', assignmentId, now);
      await pieces.change({ assignmentId, studentId: student.userId }, async (piece) => {
        const at = fresh(before, piece, now);
        const refusal = takeBackRefusal({ piece: at.piece, how: at.assignment.how, window: at.resolved.window, handedInAt: piece.record.summary.handedInAt, now });
        if (refusal === 'closed') throw new Problem('piece.closed', { title: 'This is closed, so it cannot be taken back any more. It stays handed in.' });
        if (refusal) throw new Problem(`piece.${lockWord(refusal)}`);
        await piece.append({ kind: 'takenBack', at: now }, student.userId);
      });
    },

    /** Opening what was returned is reading it; noted once per return. */
    async read(student: Student, assignmentId: string, now: number): Promise<void> {
      await sight(student, 'ownWork.look', assignmentId, now);
      await pieces.change({ assignmentId, studentId: student.userId }, async (piece) => {
        const { lastReturnAt, readAt } = piece.record.summary;
        if (lastReturnAt !== null && readAt === null) await piece.append({ kind: 'read', at: now }, student.userId);
      });
    },
  };
  return service;
}

export type MyWorkService = ReturnType<typeof myWorkService>;
