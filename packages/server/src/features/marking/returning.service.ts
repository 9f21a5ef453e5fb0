import { fillRemark, fillRichRemark, isBlank, plainText, rubricScore, type Language } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowsOf } from '../../db/rows';
import type {
  AssignmentReply,
  HeldPile,
  ReturnDoubts,
  ReturnReply,
  ReturnRequest,
  ReturnsReply,
  ReturnsRequest,
  TimedReturn,
} from '../../contract';
import { fromJson } from '../../db/json-column';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { AtOnceFamily, FamiliesService } from '../families/families.service';
import { allowed, changeText, type ScoreBack, type WhatCameBack } from '../mail/what-came-back';
import type { NewsService, Telling } from '../news/news.service';
import type { NotesService } from '../notes/notes.service';
import type { BoardService } from '../pieces/board.service';

import type { PiecesService } from '../pieces/pieces.service';
import type { FeedbackFilesService } from '../takehome/feedback-files.service';
import type { Teacher } from './desk.service';
import { defineMarking, type TimedReturnRow } from './marking.model';
import { isNameless, whoOf } from '../pieces/nameless';
import { toLevels } from '../pieces/piece-views';
import type { Given } from '../pieces/records';
import { assignmentFor, familyReader, SERVER_VIEWER, STUDENT_READER, teacherViewer, type Sight, type Viewer } from '../pieces/sight';
import { worth } from '../pieces/worth';

const RETURNS_A_ROUND = 20;

/** For whom a return was set; null: for whatever is held then. */
function namedIn(row: TimedReturnRow): string[] | null {
  const ids = fromJson<string[]>(row.studentIds);
  return ids.length === 0 ? null : ids;
}

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  notes: NotesService;
  feedbackFiles: FeedbackFilesService;
  families: FamiliesService;
  news: NewsService;
}

/** Letting students see what is held: now or at a time, one, some or all; each is told once for each return. */
export function returningService({ sequelize, accounts, assignments, board, pieces, notes, feedbackFiles, families, news }: Collaborators) {
  const { timed } = defineMarking(sequelize);

  const held = async (assignment: AssignmentReply, studentIds: readonly string[] | null, now: number): Promise<Sight[]> =>
    (await board.as(SERVER_VIEWER).ofAssignment(assignment, now)).filter(
      (sight) => sight.record?.held && (studentIds === null || studentIds.includes(whoOf(sight).id)),
    );

  /** What somebody might have overlooked: criteria without a choice, and pieces without a word. */
  async function doubtsAbout({ scoring, points }: AssignmentReply, sights: readonly Sight[]): Promise<ReturnDoubts> {
    const [pinned, files] = await Promise.all([
      notes.countsOf(sights.map(({ record }) => record!.work.id)),
      feedbackFiles.ofPieces(sights.map(({ record }) => record!.id)),
    ]);
    const doubts: ReturnDoubts = { incomplete: [], wordless: [] };
    for (const sight of sights) {
      const { id, score, work } = sight.record!;
      const open =
        score?.chosen?.by === 'rubric' &&
        scoring.by === 'rubric' &&
        points !== null &&
        !rubricScore(scoring.rubric, points, score.chosen.choices).complete;
      if (open) doubts.incomplete.push(whoOf(sight).id);
      const said = score && (!isBlank(score.remark) || Object.values(score.words).some((one) => one.trim() !== ''));
      if (!said && !pinned.has(work.id) && !files.has(id)) doubts.wordless.push(whoOf(sight).id);
    }
    return doubts;
  }

  type Back = { given: Given; before: Given | null; notes: string[] };

  /** What came back, as far as the class lets letters say it, in the words of whoever reads it. */
  function backOf(sight: Sight, { given, before, notes: said }: Back, viewer: Viewer): WhatCameBack | null {
    const { schoolClass, member } = sight;
    const assignment = assignmentFor(viewer, sight.assignment, member);
    const scoreOf = (one: Given): ScoreBack => {
      const { takenOff, effective } = worth(sight, one);
      return { points: assignment.points, takenOff, effective };
    };
    const remark = plainText(fillRichRemark(given.remark, member.student)).trim();
    const levels = toLevels(assignment, given).map((level) => ({ ...level, words: fillRemark(level.words, member.student) }));
    const whole = {
      score: scoreOf(given),
      was: before && scoreOf(before),
      remark,
      criteria: levels,
      notes: said.map((one) => fillRemark(one, member.student)),
    };
    return allowed(whole, schoolClass.letterShows);
  }

  /**
   * The student is told, and whoever of the family wants to be at once. What was returned before and speaks of the same hand-in
   * is corrected: that says what was and what is.
   */
  function tellingsOf(sight: Sight, back: Back, isCorrection: boolean, home: readonly AtOnceFamily[]): Telling[] {
    const { assignment, schoolClass, member, record } = sight;
    const about = { assignmentId: assignment.id, classId: schoolClass.id, zone: schoolClass.calendar.zone };
    const said = { title: assignment.title, className: schoolClass.label, back: backOf(sight, back, STUDENT_READER) };
    const score = (one: Given): ScoreBack => {
      const { takenOff, effective } = worth(sight, one);
      return { points: assignment.points, takenOff, effective };
    };
    const change = isCorrection
      ? changeText({ score: score(back.given), was: back.before && score(back.before) }, member.student.language ?? 'en')
      : '';
    // A piece has each version once, so each of its returns is told once; a correction that is returned again is another.
    const key = `${record!.id}:${record!.version}`;
    const own: Telling = {
      userId: member.student.id,
      kind: isCorrection ? 'corrected' : 'returned',
      onceKey: `returned:${key}`,
      ...about,
      data: { ...said, ...(change ? { word: change } : {}) },
    };
    const forHome = (language: Language): WhatCameBack | null => {
      const whole = backOf(sight, back, familyReader(language));
      // A family reads of words only where the class shows it what teachers write.
      return whole && !schoolClass.familyFeedback ? { ...whole, remark: '', criteria: [], notes: [] } : whole;
    };
    const families = home.map(({ familyId, language, letterShows }): Telling => ({
      userId: familyId,
      kind: 'childReturned',
      onceKey: `childReturned ${key}`,
      ...about,
      data: {
        ...said,
        back: forHome(language),
        shows: letterShows,
        who: fullName(member.student),
        studentId: member.student.id,
        language,
        ...(isCorrection ? { word: 'corrected' } : {}),
      },
    }));
    return [own, ...families];
  }

  /** All of these or none, of however many assignments, and their students told, in one transaction together with what else belongs to it. */
  async function giveBackNow(
    chosen: readonly Sight[],
    by: string,
    now: number,
    andThen: (transaction: Transaction) => Promise<void> = async () => undefined,
  ): Promise<Sight[]> {
    const keyOf = (at: { assignmentId: string; studentId: string }) => `${at.assignmentId} ${at.studentId}`;
    const places = chosen.map(({ assignment, member }) => ({ assignmentId: assignment.id, studentId: member.student.id }));
    const sightOf = new Map(chosen.map((sight, index) => [keyOf(places[index]!), sight]));
    return pieces.changeAll(places, async (opened) => {
      const returned: Sight[] = [];
      const tellings: Telling[] = [];
      const shown = { pieces: [] as string[], works: [] as string[] };
      const { transaction } = opened[0]!;
      const going = opened.filter((piece) => piece.record.held && piece.record.score);
      const [waiting, home] = await Promise.all([
        notes.waitingOn(
          going.map((piece) => piece.record.work.id),
          transaction,
        ),
        families.atOnceOf(going.map((piece) => piece.record.studentId)),
      ]);
      for (const piece of opened) {
        const { id, score, studentId, work, returned: before, summary } = piece.record;
        const isCorrection = before !== null && summary.returnedAt !== null;
        // Somebody else may have returned it since it was chosen; each return happens once.
        if (!piece.record.held || !score) continue;
        const { earned, chosen: choice, remark, words, adjust, rounds } = score;
        piece.append({ kind: 'returned', at: now }, by, { earned, chosen: choice, remark, words, adjust, rounds });
        shown.pieces.push(id);
        shown.works.push(work.id);
        piece.set({
          returnedMilli: earned,
          returnedChosen: choice,
          returnedRemark: remark,
          returnedDetails: { words, adjust, rounds },
          held: false,
          shownAt: new Date(now),
        });
        const sight = sightOf.get(keyOf(piece.record))!;
        returned.push(sight);
        const back = { given: score, before: isCorrection ? before : null, notes: waiting.get(work.id) ?? [] };
        tellings.push(...tellingsOf({ ...sight, record: piece.record }, back, isCorrection, home.get(studentId) ?? []));
      }
      await feedbackFiles.giveBack(shown.pieces, now, transaction);
      await notes.show(shown.works, now, transaction);
      await news.tell(tellings, now, transaction);
      await andThen(transaction);
      return returned;
    });
  }

  type Chosen = { assignment: AssignmentReply; sights: Sight[]; doubts: ReturnDoubts; all: boolean };
  const isDoubtful = ({ incomplete, wordless }: ReturnDoubts) => incomplete.length > 0 || wordless.length > 0;

  /** What is asked for, as far as it is still held. @throws Problem `return.past`, `return.nothingHeld` */
  async function choose(teacher: Teacher, returns: ReturnsRequest['returns'], at: number | undefined, now: number): Promise<Chosen[]> {
    const asked: { assignment: AssignmentReply; studentIds: ReturnRequest['studentIds'] }[] = [];
    for (const { assignmentId, studentIds } of returns)
      asked.push({ assignment: await assignments.forTeacher(teacher, 'score.return', assignmentId), studentIds });
    if (at !== undefined && at <= now) throw new Problem('return.past');
    const chosen: Chosen[] = [];
    for (const { assignment, studentIds } of asked) {
      const sights = await held(assignment, studentIds === 'allHeld' ? null : studentIds, now);
      if (sights.length > 0)
        chosen.push({ assignment, sights, doubts: await doubtsAbout(assignment, sights), all: studentIds === 'allHeld' });
    }
    if (chosen.length === 0) throw new Problem('return.nothingHeld');
    return chosen;
  }

  /** Sets returns for a time, all or none. Nameless pieces are known by their own ids; by then they are the same. */
  async function setFor(at: number, chosen: readonly Chosen[], teacher: Teacher): Promise<TimedReturn[]> {
    const rows = chosen.map(({ assignment, sights, all }): TimedReturnRow => ({
      id: randomUUID(),
      assignmentId: assignment.id,
      studentIds: all ? [] : sights.map(({ member }) => member.student.id),
      at: new Date(at),
      byUser: teacher.userId,
    }));
    await timed.bulkCreate(rows);
    return toTimed(rows);
  }

  async function toTimed(rows: readonly TimedReturnRow[]): Promise<TimedReturn[]> {
    const people = await accounts.people(rows.map((row) => row.byUser));
    return rows.map((row) => ({
      id: row.id,
      assignmentId: row.assignmentId,
      at: row.at.getTime(),
      by: people.get(row.byUser) ? fullName(people.get(row.byUser)!) : '',
      students: namedIn(row)?.length ?? null,
    }));
  }

  return {
    /** Lets students see what is held: all of it or of these students, all or none of them, now or at a time. */
    async giveBack(
      teacher: Teacher,
      assignmentId: string,
      { studentIds, confirmed = false, at }: ReturnRequest,
      now: number,
    ): Promise<ReturnReply> {
      const [one] = await choose(teacher, [{ assignmentId, studentIds }], at, now);
      if (!confirmed && isDoubtful(one!.doubts)) throw new Problem('return.doubtful', { current: one!.doubts });
      if (at !== undefined) return { returned: [], timed: (await setFor(at, [one!], teacher))[0]! };
      return { returned: (await giveBackNow(one!.sights, teacher.userId, now)).map((sight) => whoOf(sight).id), timed: null };
    },

    /** Lets these students see what is held, because it was set so beforehand: each is told once. Who set it is not asked again. */
    async giveBackAsSet(assignment: AssignmentReply, studentIds: readonly string[], by: string, now: number): Promise<string[]> {
      const chosen = (await board.as(SERVER_VIEWER).ofAssignment(assignment, now, [...studentIds])).filter(({ record }) => record?.held);
      if (chosen.length === 0) return [];
      return (await giveBackNow(chosen, by, now)).map(({ member }) => member.student.id);
    },

    /** The same over several assignments as one act: all of it or nothing. */
    async giveBackAll(teacher: Teacher, { returns, confirmed = false, at }: ReturnsRequest, now: number): Promise<ReturnsReply> {
      const chosen = await choose(teacher, returns, at, now);
      const doubts: ReturnDoubts = {
        incomplete: chosen.flatMap((one) => one.doubts.incomplete),
        wordless: chosen.flatMap((one) => one.doubts.wordless),
      };
      if (!confirmed && isDoubtful(doubts)) throw new Problem('return.doubtful', { current: doubts });
      if (at !== undefined) return { returned: 0, timed: await setFor(at, chosen, teacher) };
      const sights = chosen.flatMap((one) => one.sights);
      return { returned: (await giveBackNow(sights, teacher.userId, now)).length, timed: [] };
    },

    /** Everything that is held in these assignments, as it would go back, with what might have been overlooked. */
    async lookAtHeld(teacher: Teacher, found: readonly AssignmentReply[], now: number): Promise<HeldPile[]> {
      const piles: HeldPile[] = [];
      for (const assignment of found) {
        const sights = await held(assignment, null, now);
        if (sights.length === 0) continue;
        // A second marker who has not scored yet is told that it is held, not what it got; other teachers may know all of it.
        const seen =
          assignment.secondMarker === teacher.userId ? await board.as(teacherViewer(teacher)).ofAssignment(assignment, now) : sights;
        const theirs = new Map(seen.map((sight) => [sight.member.student.id, sight]));
        const countedFor = (sight: Sight) => {
          const score = theirs.get(sight.member.student.id)?.record?.score;
          return worth(sight, score).counted;
        };
        const shown = sights.map((sight) => ({ ...whoOf(sight), nameless: isNameless(sight), counted: countedFor(sight) }));
        piles.push({
          assignmentId: assignment.id,
          classId: assignment.classId,
          title: assignment.title,
          points: assignment.points,
          pieces: shown,
          doubts: await doubtsAbout(assignment, sights),
        });
      }
      return piles;
    },

    /** Returns that wait for their time, the next first. */
    async waiting(assignmentIds: readonly string[]): Promise<TimedReturn[]> {
      if (assignmentIds.length === 0) return [];
      return toTimed(
        await rowsOf(timed, {
          where: { assignmentId: { [Op.in]: [...assignmentIds] } },
          order: [['at', 'ASC']],
          limit: 500,
        }),
      );
    },

    async callOff(teacher: Teacher, assignmentId: string, id: string): Promise<void> {
      await assignments.forTeacher(teacher, 'score.return', assignmentId);
      if ((await timed.destroy({ where: { id, assignmentId } })) === 0) throw new Problem('thing.unknown');
    },

    /** Does the returns whose time has come. Of two servers one does each: the row goes with the return. */
    async doTimed(now: number): Promise<void> {
      const due = await rowsOf(timed, {
        where: { at: { [Op.lte]: new Date(now) } },
        order: [['at', 'ASC']],
        limit: RETURNS_A_ROUND,
      });
      for (const row of due) {
        const assignment = await assignments.byId(row.assignmentId);
        const ids = namedIn(row);
        const chosen = assignment
          ? (await board.as(SERVER_VIEWER).ofAssignment(assignment, now)).filter(
              ({ record, member }) => record?.held && (ids === null || ids.includes(member.student.id)),
            )
          : [];
        if (!assignment || chosen.length === 0) {
          await timed.destroy({ where: { id: row.id } });
          continue;
        }
        const done = Symbol('done by another server');
        await giveBackNow(chosen, row.byUser, now, async (transaction) => {
          if ((await timed.destroy({ where: { id: row.id }, transaction })) === 0) throw done;
        }).catch((error: unknown) => {
          if (error !== done) throw error;
        });
      }
    },
  };
}

export type ReturningService = ReturnType<typeof returningService>;
