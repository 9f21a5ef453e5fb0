import { criterionResults, driftOf, EMPTY_TEXT, meanOf, middleOf, spreadOf, type GivenScore } from '@jolly/core';
import type { AcrossReply, DeskPieceReply, OutcomeReply, ScoreRequest, SecondReply, SecondScoreRequest } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { RowsService } from '../collecting/rows.service';
import type { BoardService } from '../pieces/board.service';

import type { PiecesService } from '../pieces/pieces.service';
import type { WorksService } from '../pieces/works.service';
import type { RemarksService } from '../remarks/remarks.service';
import { namelessHandIn, type At, type DeskService, type Teacher } from './desk.service';
import { earnedByChoice, record, requireScore } from './scoring.service';
import type { SecondScoresService } from './second-scores.service';
import { isNameless, whoOf } from '../pieces/nameless';
import { isWithTeacher } from '../pieces/records';
import { teacherViewer } from '../pieces/sight';

const MOST_REMARKS = 8;

interface Collaborators {
  accounts: AccountsService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  works: WorksService;
  rows: RowsService;
  desk: DeskService;
  remarks: RemarksService;
  seconds: SecondScoresService;
}

/** Looking at many pieces of an assignment together: one criterion across all, two markers, how it went. */
export function judgingService({ accounts, assignments, board, pieces, works, rows, desk, remarks, seconds }: Collaborators) {
  return {
    /** Every piece that lies with the teacher, with what was handed in, for scoring one criterion or question after another. */
    async across(teacher: Teacher, assignmentId: string, now: number): Promise<AcrossReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
      const sights = (await board.as(teacherViewer(teacher)).ofAssignment(assignment, now)).filter(
        ({ record: one, state }) => state.state !== null && isWithTeacher(one),
      );
      const [listed, handIns] = await Promise.all([
        rows.onDesk(teacher, sights, now),
        works.allHandIns(sights.map((sight) => sight.record!.work.id)),
      ]);
      const all = sights.map((sight, index) => {
        const last = handIns.get(sight.record!.work.id)?.at(-1);
        const handIn = last && isNameless(sight) ? namelessHandIn(last) : last;
        return { row: listed[index]!, text: handIn?.text ?? null, sheets: handIn?.sheets ?? [], files: handIn?.files ?? [] };
      });
      if (assignment.namesHidden) all.sort((a, b) => (a.row.student.id < b.row.student.id ? -1 : 1));
      return { assignment, pieces: all };
    },

    /** A second score, without having seen the first. It may be changed until both agree. */
    async second(teacher: Teacher, at: At, { earned: typed, chosen, remark }: SecondScoreRequest, now: number): Promise<DeskPieceReply> {
      const sight = await desk.sightAt(teacher, 'score.write', at, now);
      const { assignment, member } = sight;
      if (assignment.secondMarker !== teacher.userId || sight.record?.score?.by === teacher.userId) throw new Problem('score.notSecond');
      const earned = chosen === null ? typed : earnedByChoice(assignment, chosen);
      if (earned === null && chosen === null) throw new Problem('score.nothing');
      if (earned !== null) requireScore(assignment, earned, false);
      const studentId = member.student.id;
      await pieces.change({ assignmentId: assignment.id, studentId }, ({ transaction }) =>
        seconds.put(assignment.id, studentId, { by: teacher.userId, at: now, earned, chosen, remark }, transaction),
      );
      return desk.look(teacher, at, now);
    },

    /** Records what two markers have agreed on as the score of the piece, held; both scores stay on record. */
    async agree(
      teacher: Teacher,
      at: At,
      request: Pick<ScoreRequest, 'earned' | 'chosen' | 'version'>,
      now: number,
    ): Promise<DeskPieceReply> {
      const sight = await desk.sightAt(teacher, 'score.write', at, now);
      const { assignment, member } = sight;
      const other = (await seconds.of(assignment.id)).get(member.student.id);
      if (!other || !sight.record?.score) throw new Problem('score.noFirst');
      const earned = request.chosen === null ? request.earned : earnedByChoice(assignment, request.chosen);
      if (earned !== null) requireScore(assignment, earned, false);
      return desk.changeSeen(teacher, sight, request.version, now, [], async (piece) => {
        const { score } = piece.record;
        record(
          piece,
          assignment,
          { earned, chosen: request.chosen, remark: score?.remark ?? EMPTY_TEXT, words: score?.words ?? {}, adjust: null },
          teacher.userId,
          now,
          'agreed',
        );
        await seconds.agree({ assignmentId: assignment.id, studentId: member.student.id }, now, piece.transaction);
      });
    },

    /** Both scores of each piece that two have scored, the largest difference first; for who is to score, only theirs. */
    async seconds(teacher: Teacher, assignmentId: string, now: number): Promise<SecondReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
      const [sights, given] = await Promise.all([board.as(teacherViewer(teacher)).ofAssignment(assignment, now), seconds.of(assignmentId)]);
      const scored = sights.filter(({ record: one, state }) => state.state !== null && one?.score);
      const both = scored.filter(({ member }) => given.has(member.student.id));
      const [listed, people] = await Promise.all([
        rows.onDesk(teacher, both, now),
        accounts.people(both.flatMap(({ record: one, member }) => [one!.score!.by, given.get(member.student.id)!.by])),
      ]);
      const nameOf = (id: string) => (people.get(id) ? fullName(people.get(id)!) : '');
      const found = both.map((sight, index) => {
        const { by, earned, chosen } = sight.record!.score!;
        const second = given.get(sight.member.student.id)!;
        // The first score before they agreed is what differs; afterwards the agreed one stands.
        const differ = earned === null || second.earned === null ? null : Math.abs(earned - second.earned);
        return { row: listed[index]!, first: { by: nameOf(by), earned, chosen }, second: { ...second, by: nameOf(second.by) }, differ };
      });
      found.sort((a, b) => Number(a.second.agreedAt !== null) - Number(b.second.agreedAt !== null) || (b.differ ?? 0) - (a.differ ?? 0));
      return { secondMarker: assignment.secondMarker, pieces: found, open: scored.length - both.length };
    },

    /** How the marking went, and whether the eye of whoever asks has drifted. */
    async outcome(teacher: Teacher, assignmentId: string, now: number): Promise<OutcomeReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
      const { title, points, scoring, how } = assignment;
      const sights = (await board.as(teacherViewer(teacher)).ofAssignment(assignment, now)).filter(
        ({ state }) => state.state !== null && state.state !== 'excused',
      );
      const scored = sights.filter(({ record: one }) => one?.score);
      const earned = scored.flatMap(({ record: one }) => one!.score!.earned ?? []);
      const choices = scored.flatMap(({ record: one }) => (one!.score!.chosen?.by === 'rubric' ? [one!.score!.chosen.choices] : []));
      const blindTo = assignment.secondMarker === teacher.userId;
      const mine: GivenScore[] = scored.flatMap((sight) => {
        const score = sight.record!.score!;
        return score.by === teacher.userId && score.earned !== null
          ? [{ studentId: whoOf(sight).id, at: score.at, earned: score.earned }]
          : [];
      });
      const drift = points === null ? null : driftOf(mine, points);
      const names = Object.fromEntries(scored.map((sight) => [whoOf(sight).id, isNameless(sight) ? '' : fullName(sight.member.student)]));
      return {
        title,
        how,
        points,
        scoring: scoring.by,
        students: sights.length,
        scored: scored.length,
        mean: blindTo ? null : meanOf(earned),
        middle: blindTo ? null : middleOf(earned),
        spread: points === null || blindTo ? null : spreadOf(earned, points),
        criteria: scoring.by === 'rubric' && !blindTo ? criterionResults(scoring.rubric, choices) : [],
        remarks: await remarks.commonestOn(
          scored.filter(({ blind }) => !blind).map(({ record: one }) => one!.id),
          MOST_REMARKS,
        ),
        drift: drift && { ...drift, names },
      };
    },
  };
}

export type JudgingService = ReturnType<typeof judgingService>;
