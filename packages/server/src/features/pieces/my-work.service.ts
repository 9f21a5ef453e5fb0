import { agendaPlace, nextChangeAt } from '@jolly/core';
import type { Sequelize } from 'sequelize';
import type { HandoutReply, MyPiece, MyPieceReply, MyWorkReply, Unit } from '../../contract';
import { stampsOf } from '../../db/class-changes';
import type { MakeCache } from '../../db/stamped-cache';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { ExtensionsService } from '../exceptions/extensions.service';
import { mayAskForTime, proposedDue } from '../exceptions/extension-rules';
import type { RosterService } from '../roster/roster.service';
import type { BoardService } from './board.service';
import type { ConversationsService } from '../conversations/conversations.service';
import type { ScoreQuestionsService } from '../marking/score-questions.service';
import type { NotesService } from '../notes/notes.service';
import type { PeerReviewsService } from '../reviews/peer-reviews.service';
import type { FeedbackFilesService } from '../takehome/feedback-files.service';
import { costNow, whyNotHandIn, whyNotTakeBack, workAt, type OwnPiecesService, type Student } from './own-pieces.service';

import type { PiecesService } from './pieces.service';
import { toPaperSheets } from './papers';
import { toSheetViews } from './sheets';
import type { WorkingService } from './working.service';
import type { YearShelfService } from '../year-shelf/year-shelf.service';
import type { WallsService } from '../walls/walls.service';
import type { WorksService } from './works.service';
import { toReturnedView, wordsOf } from './piece-views';
import { isWithTeacher } from './records';
import { STUDENT_READER, type Sight } from './sight';

/** The sight as the student may know it: a held score does not exist for them. */
function toMyPiece(sight: Sight, unread: number, now: number): MyPiece {
  const { schoolClass, assignment, resolved, toldState: piece, record } = sight;
  // After a send-back the date that counts is the one it is wanted again by.
  const againBy = piece.state === 'sentBack' ? (record?.summary.roundDue ?? null) : null;
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
    place: agendaPlace({
      zone: schoolClass.calendar.zone,
      piece,
      window: againBy === null ? resolved.window : { ...resolved.window, due: againBy },
      now,
    }),
    state: piece.state!,
    lateBy: piece.lateBy,
    stillAccepted: piece.stillAccepted,
    overdue: piece.overdue,
    againBy,
    group: sight.team?.name ?? null,
    lateNow:
      piece.state === 'missing' && piece.stillAccepted && assignment.points !== null ? (costNow(sight, now)?.takenOff ?? null) : null,
    begun: sight.record?.summary.begunAt != null,
    unread,
    returned: toReturnedView(sight),
  };
}

/** Students whose own boards are kept. */
const MOST_KEPT = 300;

/** Everything a student has been set, as they may know it. */
export interface OwnBoard {
  classes: SchoolClass[];
  sights: Sight[];
  handouts: Sight[];
  units: Map<string, Unit[]>;
}

/** Of a class that is not put away. */
export const isCurrent = ({ schoolClass }: Pick<Sight, 'schoolClass'>): boolean => schoolClass.putAwayAt === null;

const toHandouts = ({ handouts, units }: OwnBoard, now: number): HandoutReply[] =>
  handouts
    .filter(isCurrent)
    .map(({ assignment, schoolClass }): HandoutReply => {
      const { id, briefId, classId, attachments, unitId, issuedAt } = assignment;
      const unit = units.get(classId)?.find((one) => one.id === unitId)?.name ?? null;
      return {
        ...{ id, briefId, classId, attachments, unit },
        ...wordsOf(assignment),
        className: schoolClass.label,
        hue: schoolClass.hue,
        issuedAt: issuedAt ?? now,
      };
    })
    .sort((a, b) => b.issuedAt - a.issuedAt);

interface Collaborators {
  sequelize: Sequelize;
  cache: MakeCache;
  assignments: AssignmentsService;
  classes: ClassesService;
  roster: RosterService;
  board: BoardService;
  pieces: PiecesService;
  works: WorksService;
  working: WorkingService;
  ownPieces: OwnPiecesService;
  extensions: ExtensionsService;
  conversations: ConversationsService;
  feedbackFiles: FeedbackFilesService;
  notes: NotesService;
  scoreQuestions: ScoreQuestionsService;
  peerReviews: PeerReviewsService;
  yearShelf: YearShelfService;
  walls: WallsService;
}

/** What a student sees of their own work. */
export function myWorkService({
  sequelize,
  cache,
  assignments,
  classes,
  roster,
  board,
  pieces,
  works,
  working,
  ownPieces,
  extensions,
  conversations,
  feedbackFiles,
  notes,
  scoreQuestions,
  peerReviews,
  yearShelf,
  walls,
}: Collaborators) {
  const kept = cache<OwnBoard>(MOST_KEPT);

  /** A student's own board, kept until one of their classes has changed or a state changes by time. */
  async function ownBoard(student: Student, now: number): Promise<OwnBoard> {
    const stamps = await stampsOf(sequelize, await roster.classesOf(student.userId));
    const ids = [...stamps.keys()];
    return kept.get(student.userId, [...stamps.values()].join(';'), now, async () => {
      const mine = await classes.load(ids);
      const of = { classes: mine, studentIds: [student.userId], now };
      const [all, given, units, nextIssue] = await Promise.all([
        board.as(STUDENT_READER).sights(of),
        board.as(STUDENT_READER).sights({ ...of, kind: 'handout' }),
        classes.unitsOfAll(ids),
        assignments.nextIssue(ids, now),
      ]);
      const sights = all.filter(({ state }) => state.state !== null);
      const until = Math.min(nextIssue ?? Infinity, ...all.map(({ facts }) => nextChangeAt(facts)));
      return { value: { classes: mine, sights, handouts: given.filter((one) => one.theirs), units }, until };
    });
  }

  const service = {
    own: ownBoard,

    /** All of a student's pieces; of classes that are put away only if asked for. */
    async mySights(student: Student, now: number, { away = false } = {}): Promise<Sight[]> {
      const { sights } = await ownBoard(student, now);
      return away ? sights : sights.filter(isCurrent);
    },

    async list(student: Student, now: number): Promise<MyWorkReply> {
      const [own, unread] = await Promise.all([ownBoard(student, now), conversations.unreadOfStudent(student.userId)]);
      const sights = own.sights.filter(isCurrent);
      const handouts = toHandouts(own, now);
      const shown = sights.flatMap(({ record }) => (record?.shownAt == null ? [] : [record.work.id]));
      const [answered, beside] = await Promise.all([
        notes.unreadOf(shown, student.userId),
        yearShelf.beside(
          student.userId,
          handouts.map((one) => one.id),
        ),
      ]);
      // What was written below a note is as much to be read as a message.
      const unreadOf = ({ assignment, record }: Sight) =>
        (unread.get(assignment.id) ?? 0) + (record ? (answered.get(record.work.id) ?? 0) : 0);
      return {
        pieces: sights.map((one) => toMyPiece(one, unreadOf(one), now)),
        handouts: handouts.map((one) => ({ ...one, ...beside(one.id) })),
      };
    },

    /** What a student has been given to read or watch, by unit, newest first. */
    async handouts(student: Student, now: number): Promise<HandoutReply[]> {
      return toHandouts(await ownBoard(student, now), now);
    },

    /** One piece. @param reader who reads it, where a family does */
    async one(student: Student, assignmentId: string, now: number, reader = STUDENT_READER): Promise<MyPieceReply> {
      const at = await ownPieces.sight(student, 'ownWork.look', assignmentId, now, reader);
      const { record, assignment, resolved, exception, team } = at;
      const standing = record?.summary.handedInAt ?? null;
      const [
        teachers,
        draft,
        copies,
        papers,
        story,
        sentBack,
        requests,
        unread,
        back,
        { studentIds },
        asked,
        reviews,
        lastScoredAt,
        onWalls,
      ] = await Promise.all([
        classes.teachersOf([at.schoolClass.id]),
        working.draftOf(workAt(at)),
        workAt(at) ? works.sheetsOf([workAt(at)!.id]) : [],
        workAt(at) ? works.papersOf([workAt(at)!.id]) : [],
        isWithTeacher(record) ? works.handInsOf(record.work.id) : null,
        record && record.summary.roundsSentBack > 0 ? pieces.lastSendBack(record.id) : null,
        extensions.own(student, assignmentId),
        conversations.unreadOfStudent(student.userId, assignmentId),
        record ? feedbackFiles.returned(record.id) : [],
        ownPieces.teamOf(at),
        record ? scoreQuestions.ofPiece(record.id) : [],
        peerReviews.received(assignmentId, student.userId),
        pieces.lastScoredAt(assignmentId),
        walls.ofPiece(assignmentId, student.userId, record?.work.id ?? null),
      ]);
      // What was sent back stands with its notes above the work that goes on.
      const noteReader = { as: 'student' as const, userId: student.userId, student: at.member.student, until: record?.shownAt ?? null };
      const [handIn, pinned] = await Promise.all([
        story?.one ? working.toHandInView(story.one, assignment.title) : null,
        record ? notes.ofWork(record.work.id, story?.one ?? null, noteReader) : [],
      ]);
      const members = team === null ? [] : (await roster.membersOf([at.schoolClass.id], studentIds)).map((one) => one.student);
      return {
        piece: toMyPiece(at, unread.get(assignmentId) ?? 0, now),
        words: wordsOf(assignment),
        attachments: assignment.attachments,
        scoring: assignment.scoring,
        voiceAnswers: assignment.voiceAnswers,
        minutes: assignment.minutes,
        rounds: assignment.rounds,
        roundRule: assignment.roundRule,
        requests,
        mayAsk: mayAskForTime(assignment, at.toldState.state, resolved.window) && !requests.some((one) => one.state === 'waiting'),
        proposedDue: proposedDue(at, null, now),
        trail: resolved.trail,
        teachers: (teachers.get(at.schoolClass.id) ?? []).map((teacher) => teacher.name),
        exceptionReason: exception?.reason || null,
        team: team && { name: team.name, members: members.map(({ id, givenName, familyName }) => ({ id, givenName, familyName })) },
        draft,
        sheets: toSheetViews(at, copies),
        papers: toPaperSheets(at, papers),
        went: record?.went ?? null,
        selfCheck: record?.selfCheck ?? null,
        feedbackFiles: back,
        handIn: standing === null ? null : handIn,
        marked: pinned.length > 0 || record?.returned ? handIn : null,
        sentBack,
        notes: pinned,
        unreadNotes: pinned.flatMap((note) => note.answers).filter((answer) => answer.unread).length,
        scoreQuestions: asked,
        mayQuestion: at.toldState.state === 'returned' && asked.every((one) => one.answeredAt !== null),
        reviews,
        mayHandIn: whyNotHandIn(at, now),
        mayTakeBack: whyNotTakeBack(at, lastScoredAt, now),
        lateNow: costNow(at, now),
        walls: onWalls,
      };
    },
  };
  return service;
}

export type MyWorkService = ReturnType<typeof myWorkService>;
