import type { Action, Actor } from '@jolly/core';
import type { Transaction } from 'sequelize';
import type { DeskPieceReply, HandInView } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { RowsService } from '../collecting/rows.service';
import type { NotesService } from '../notes/notes.service';
import type { BoardService } from '../pieces/board.service';
import type { OpenPiece } from '../pieces/open-pieces';

import type { PiecesService } from '../pieces/pieces.service';
import type { WorkingService } from '../pieces/working.service';
import type { WorksService } from '../pieces/works.service';
import type { ScoreQuestionsService } from './score-questions.service';
import type { SecondScoresService } from './second-scores.service';
import { isNameless } from '../pieces/nameless';
import { type HandInRecord, isWithTeacher } from '../pieces/records';
import { type Sight, teacherViewer } from '../pieces/sight';
import { lateOf, lateRuleOf } from '../pieces/worth';

export type Teacher = Actor & { userId: string };
/** Of a piece that is marked without its name, `studentId` is the id of the piece. */
export type At = { assignmentId: string; studentId: string };

interface Collaborators {
  accounts: AccountsService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  works: WorksService;
  working: WorkingService;
  rows: RowsService;
  notes: NotesService;
  scoreQuestions: ScoreQuestionsService;
  seconds: SecondScoresService;
}

/** What a file is called where its name could tell whose it is. */
export const namelessFile = (name: string, number: number): string => `File ${number}${/\.\w{1,8}$/.exec(name)?.[0] ?? ''}`;

/** A hand-in without anything by which its student is known but the work itself. */
export const namelessHandIn = <T extends HandInView | HandInRecord>(handIn: T): T => ({
  ...handIn,
  at: 0,
  by: '',
  receipt: '',
  textFingerprint: null,
  sheets: handIn.sheets.map((one) => ({ ...one, studentId: null })),
  files: handIn.files.map((file, index) => ({ ...file, name: namelessFile(file.name, index + 1), fingerprint: '' })),
});

/** What lateness is counted from, where there is any, and by which rule. */
function costOf(sight: Sight): DeskPieceReply['late'] {
  const late = lateOf(sight);
  return late && { ...late, rule: lateRuleOf(sight), waived: sight.waived };
}

/** One piece as it lies before whoever marks it, and changing it only as it was seen. */
export function deskService({ accounts, assignments, board, pieces, works, working, rows, notes, scoreQuestions, seconds }: Collaborators) {
  const service = {
    /** The piece, if this teacher may do this to it. A nameless piece is reached by its own id alone. @throws Problem `thing.unknown` */
    async sightAt(teacher: Teacher, action: Action, { assignmentId, studentId }: At, now: number): Promise<Sight> {
      const assignment = await assignments.forTeacher(teacher, action, assignmentId);
      const found = assignment.namesHidden ? await pieces.byId(studentId) : null;
      const piece = found?.assignmentId === assignmentId ? found : null;
      const [sight] = !isIssued(assignment, now)
        ? []
        : await board.as(teacherViewer(teacher)).ofAssignment(assignment, now, [piece?.studentId ?? studentId]);
      if (!sight || sight.state.state === null || isNameless(sight) !== (piece !== null)) throw new Problem('thing.unknown');
      return sight;
    },

    /** The others whose piece is the same work. */
    async sharing(teacher: Teacher, { team, member, record, assignment }: Sight, now: number): Promise<Sight[]> {
      if (team === null || record === null || record.work.groupId === null) return [];
      const others = (await pieces.sharing(record.work.id)).filter((id) => id !== member.student.id);
      return others.length === 0
        ? []
        : (await board.as(teacherViewer(teacher)).ofAssignment(assignment, now, others)).filter(({ state }) => state.state !== null);
    },

    /** The hand-in that feedback is about: the last one, unless it was taken back. */
    async handInOf({ record }: Sight, version?: number): Promise<{ one: HandInRecord | null; all: { version: number; at: number }[] }> {
      if (record === null) return { one: null, all: [] };
      const { one, all } = await works.handInsOf(record.work.id, version);
      return { one: isWithTeacher(record) ? one : null, all };
    },

    async of(teacher: Teacher, sight: Sight, now: number): Promise<DeskPieceReply> {
      const { record, assignment } = sight;
      const nameless = isNameless(sight);
      const [[row, ...team], story, second] = await Promise.all([
        service.sharing(teacher, sight, now).then((others) => rows.onDesk(teacher, [sight, ...others], now)),
        service.handInOf(sight),
        seconds.of(assignment.id).then((all) => all.get(sight.member.student.id)),
      ]);
      const { blind } = sight;
      const [sentBack, handIn, pinned, asked, before, people] = await Promise.all([
        record && record.summary.roundsSentBack > 0 ? pieces.lastSendBack(record.id) : null,
        story.one ? working.toHandInView(story.one, assignment.title) : null,
        record ? notes.ofWork(record.work.id, story.one, { as: 'teacher', userId: teacher.userId, nameless }) : [],
        record ? scoreQuestions.ofPiece(record.id) : [],
        record ? pieces.scoresOf(record.id) : [],
        accounts.people(second ? [second.by] : []),
      ]);
      const by = second && people.get(second.by);
      return {
        row: row!,
        handIn: handIn && nameless ? namelessHandIn(handIn) : handIn,
        handIns: nameless ? story.all.map((one) => ({ ...one, at: 0 })) : story.all,
        team,
        sentBack,
        // Who scores a second time sees the work as it was handed in, not what the first has said about it.
        notes: blind ? pinned.filter((one) => one.mine) : pinned,
        scoreQuestions: blind ? [] : asked,
        before: blind ? [] : before,
        nameless,
        late: nameless ? null : costOf(sight),
        second:
          second &&
          !blind &&
          (second.by === teacher.userId || record?.score?.by === teacher.userId || assignment.secondMarker !== teacher.userId)
            ? { ...second, by: by ? fullName(by) : '' }
            : null,
        blind,
      };
    },

    async look(teacher: Teacher, at: At, now: number): Promise<DeskPieceReply> {
      return service.of(teacher, await service.sightAt(teacher, 'piece.look', at, now), now);
    },

    /** An earlier hand-in of the same piece, for laying rounds side by side. */
    async round(
      teacher: Teacher,
      { version, ...at }: At & { version: number },
      now: number,
    ): Promise<Pick<DeskPieceReply, 'handIn' | 'notes'>> {
      const sight = await service.sightAt(teacher, 'piece.look', at, now);
      const { one } = await service.handInOf(sight, version);
      if (!one) throw new Problem('thing.unknown');
      const nameless = isNameless(sight);
      const [handIn, pinned] = await Promise.all([
        working.toHandInView(one, sight.assignment.title),
        notes.ofWork(sight.record!.work.id, one, { as: 'teacher', userId: teacher.userId, nameless }),
      ]);
      return {
        handIn: nameless ? namelessHandIn(handIn) : handIn,
        notes: pinned.filter((note) => note.version === version && (!sight.blind || note.mine)),
      };
    },

    /** Changes a piece that nobody else changed since the teacher saw it; else shows them the newer one. */
    async changeSeen(
      teacher: Teacher,
      sight: Sight,
      version: number,
      now: number,
      others: readonly string[],
      work: (piece: OpenPiece, first: boolean) => Promise<void>,
    ): Promise<DeskPieceReply> {
      const stale = Symbol('stale');
      const own = sight.member.student.id;
      const ats = [own, ...others].map((studentId) => ({ assignmentId: sight.assignment.id, studentId }));
      const outcome = await pieces.changeAll(ats, async (opened) => {
        if (opened.find((piece) => piece.record.studentId === own)!.record.version !== version) return stale;
        for (const piece of opened) await work(piece, piece.record.studentId === own);
        return null;
      });
      const [fresh] = await board.as(teacherViewer(teacher)).ofAssignment(sight.assignment, now, [own]);
      const current = await service.of(teacher, fresh!, now);
      if (outcome === stale) throw new Problem('conflict.changedMeanwhile', { current });
      return current;
    },

    /** Changes what is pinned to a work. What was returned before has something new to return then. */
    async changeWork<T>(
      teacher: Teacher,
      sight: Sight,
      now: number,
      work: (transaction: Transaction) => Promise<T>,
      { holds }: { holds: boolean },
    ): Promise<T> {
      const others = (await service.sharing(teacher, sight, now)).map(({ member }) => member.student.id);
      const ats = [sight.member.student.id, ...others].map((studentId) => ({ assignmentId: sight.assignment.id, studentId }));
      return pieces.changeAll(ats, async (opened) => {
        const result = await work(opened[0]!.transaction);
        if (holds)
          for (const piece of opened) if (piece.record.score && piece.record.summary.lastReturnAt !== null) piece.set({ held: true });
        return result;
      });
    },
  };
  return service;
}

export type DeskService = ReturnType<typeof deskService>;
