import {
  ownWallRefusal,
  textOf,
  wallRefusal,
  wallWaitsFor,
  type Instant,
  type RichText,
  type StudentName,
  type WallRefusal,
} from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { Showable, WorkFile } from '../../contract';
import { rowsOf } from '../../db/rows';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { SchoolClass } from '../classes/classes.service';
import type { BoardService } from '../pieces/board.service';
import { listsOf } from '../pieces/grouped';
import { isApartFromName } from '../pieces/nameless';
import { isWithTeacher } from '../pieces/records';
import { STUDENT_VIEWER, type Sight } from '../pieces/sight';
import type { WorksService } from '../pieces/works.service';
import type { PortfolioEntriesService } from '../portfolio/portfolio-entries.service';
import type { PeerReviewsService } from '../reviews/peer-reviews.service';
import type { RosterService } from '../roster/roster.service';
import { defineWalls, type WallPieceRow, type WallRow } from './walls.model';

/** A piece that hangs on a wall, as it stands now. */
export interface Hung {
  row: WallPieceRow;
  /** of the assignment, or of the student's own piece */
  title: string;
  /** who made it and is in the class now */
  makers: (StudentName & { id: string })[];
  /** those of them who show it */
  showing: string[];
  shownAt: Instant;
  /** all of them show it, and it can be shown */
  up: boolean;
  /** what is to be seen, where it was asked for and is up */
  content: WallContent | null;
}
/** What there is to see of a piece. */
export interface WallContent {
  text: RichText | null;
  sheets: { title: string; text: RichText }[];
  files: WorkFile[];
}

/** Something a student could show on a wall, and why they cannot. */
export interface CanShow {
  of: Showable;
  title: string;
  /** null: nothing was begun yet */
  workId: string | null;
  refusal: WallRefusal | null;
}

interface Collaborators {
  sequelize: Sequelize;
  roster: RosterService;
  assignments: AssignmentsService;
  board: BoardService;
  works: WorksService;
  peerReviews: PeerReviewsService;
  portfolioEntries: PortfolioEntriesService;
}

/** Can work of this kind hang on a wall? A quiz would show its answers, and what is done in class leaves nothing to be shown. */
export const isShowable = ({ kind, how }: Sight['assignment']): boolean => kind === 'assignment' && how === 'handIn';

/**
 * What hangs on walls and what could. It is found out anew at each look: by who shows it now, by where the work lies, by who is
 * in the class, by whether a piece of one's own still has its yes. Nothing of it is kept or copied.
 */
export function hangingService({ sequelize, roster, assignments, board, works, peerReviews, portfolioEntries }: Collaborators) {
  const { pieces, shows } = defineWalls(sequelize);

  async function whyNot(sights: readonly Sight[]): Promise<(sight: Sight) => WallRefusal | null> {
    const reviewed = await peerReviews.underReview([...new Set(sights.map((one) => one.assignment.id))]);
    return (sight) =>
      wallRefusal('open', {
        handedIn: isWithTeacher(sight.record) && sight.record.summary.handedInAt !== null,
        nameless: isApartFromName(sight),
        reviewed: reviewed.has(sight.assignment.id),
      });
  }

  type Made = Map<string, { title: string; makers: Hung['makers']; showable: boolean }>;

  /** Work that hangs somewhere: who made it and is there, and whether it can be shown as it stands. By work. */
  async function workOn(rows: readonly WallPieceRow[], now: Instant): Promise<Made> {
    const of = await assignments.byIds([...new Set(rows.flatMap((row) => row.assignmentId ?? []))]);
    const sights = (await board.as(STUDENT_VIEWER).ofAssignments(of, now)).filter(({ record, member }) => record && member.left === null);
    const refusalOf = await whyNot(sights);
    return new Map(
      [...listsOf(sights.map((sight) => [sight.record!.work.id, sight] as const))].map(([workId, makers]) => [
        workId,
        {
          title: makers[0]!.assignment.title,
          makers: makers.map((one) => one.member.student),
          showable: makers.every((one) => refusalOf(one) === null),
        },
      ]),
    );
  }

  /** The same of pieces of students' own, by piece. */
  async function ownOn(rows: readonly WallPieceRow[]): Promise<Made> {
    const ids = rows.flatMap((row) => row.portfolioPieceId ?? []);
    const own = ids.length === 0 ? [] : await portfolioEntries.rows({ id: { [Op.in]: ids } });
    const members = await roster.membersOf([...new Set(own.map((row) => row.classId))], [...new Set(own.map((row) => row.studentId))]);
    return new Map(
      own.map((row) => [
        row.id,
        {
          title: row.title,
          makers: members
            .filter((one) => one.classId === row.classId && one.student.id === row.studentId && one.left === null)
            .map((one) => one.student),
          showable: ownWallRefusal('open', row.stand) === null,
        },
      ]),
    );
  }

  async function contentsOf(up: readonly Omit<Hung, 'content'>[]): Promise<Map<string, WallContent>> {
    const ownIds = up.flatMap(({ row }) => row.portfolioPieceId ?? []);
    const [handIns, own, files] = await Promise.all([
      works.allHandIns(up.flatMap(({ row }) => (row.portfolioPieceId === null ? row.workId : []))),
      ownIds.length === 0 ? [] : portfolioEntries.rows({ id: { [Op.in]: ownIds } }),
      portfolioEntries.filesOf(ownIds),
    ]);
    return new Map(
      up.flatMap(({ row }): [string, WallContent][] => {
        const last = handIns.get(row.workId)?.at(-1);
        const piece = own.find((one) => one.id === row.portfolioPieceId);
        if (last) return [[row.id, last]];
        return piece
          ? [[row.id, { text: piece.text === '' ? null : textOf(piece.text), sheets: [], files: files.get(piece.id) ?? [] }]]
          : [];
      }),
    );
  }

  return {
    /** What a student can show on a wall, with why not; on a free wall also pieces of their own that they put in for this class. */
    async ofStudent(schoolClass: SchoolClass, wall: WallRow, studentId: string, now: Instant): Promise<CanShow[]> {
      const [all, pieces_] = await Promise.all([
        board.as(STUDENT_VIEWER).sights({ classes: [schoolClass], studentIds: [studentId], now }),
        wall.assignmentId === null ? portfolioEntries.rows({ studentId, classId: schoolClass.id, assignmentId: null, termFrom: null }) : [],
      ]);
      const sights = all.filter(
        ({ assignment, state, record }) =>
          isShowable(assignment) &&
          state.state !== null &&
          (wall.assignmentId === null ? record?.summary.handedInAt != null : assignment.id === wall.assignmentId),
      );
      const refusalOf = await whyNot(sights);
      return [
        ...sights.map((sight) => ({
          of: { assignmentId: sight.assignment.id, pieceId: null },
          title: sight.assignment.title,
          workId: sight.record?.work.id ?? null,
          refusal: wall.stand === 'open' ? refusalOf(sight) : ('closed' as const),
        })),
        ...pieces_
          .filter((row) => row.stand !== 'draft')
          .map((row) => ({
            of: { assignmentId: null, pieceId: row.id },
            title: row.title,
            workId: row.id,
            refusal: ownWallRefusal(wall.stand, row.stand),
          })),
      ];
    },

    /**
     * Everything that hangs on walls, seen or not, the last shown first.
     * @param only these pieces
     * @param contents also what is to be seen
     */
    async hungOn(
      wallIds: readonly string[],
      now: Instant,
      { only, contents = true }: { only?: readonly string[]; contents?: boolean } = {},
    ): Promise<Hung[]> {
      if (wallIds.length === 0) return [];
      const rows = await rowsOf(pieces, { where: { wallId: { [Op.in]: [...wallIds] }, ...(only ? { id: { [Op.in]: [...only] } } : {}) } });
      if (rows.length === 0) return [];
      const shown = listsOf(
        (await rowsOf(shows, { where: { wallPieceId: { [Op.in]: rows.map((row) => row.id) } } })).map(
          (one) => [one.wallPieceId, one] as const,
        ),
      );
      const made = await Promise.all([workOn(rows, now), ownOn(rows)]);
      const standing = rows.flatMap((row): Omit<Hung, 'content'>[] => {
        const found = made.map((of) => of.get(row.workId)).find((one) => one !== undefined);
        const by = shown.get(row.id) ?? [];
        const ids = found?.makers.map((one) => one.id) ?? [];
        const showing = by.map((one) => one.studentId).filter((id) => ids.includes(id));
        if (!found || showing.length === 0) return [];
        const up = wallWaitsFor(ids, showing).length === 0 && found.showable;
        const shownAt = Math.max(...by.map((one) => one.at.getTime()));
        return [{ row, title: found.title, makers: found.makers, showing, shownAt, up }];
      });
      const contentOf = contents ? await contentsOf(standing.filter((one) => one.up)) : null;
      return standing
        .map((one) => ({ ...one, content: contentOf?.get(one.row.id) ?? null }))
        .sort((a, b) => b.shownAt - a.shownAt || (a.row.id < b.row.id ? -1 : 1));
    },
  };
}

export type HangingService = ReturnType<typeof hangingService>;
