import { isPaper, LANGUAGES, rescaledScore, type Action, type Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowByKey, rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { AssignmentReply, BriefBody, BriefChange, BriefReply, BriefRequest, PointsQuestion, SetFor } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { ClassesService } from '../classes/classes.service';
import type { GroupsService } from '../groups/groups.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import type { PaperChecksService } from '../kept/paper-checks.service';
import type { SecondScoresService } from '../marking/second-scores.service';
import type { PiecesService } from '../pieces/pieces.service';
import { filesOf, issueErrors } from './brief-body';
import { toBriefBody, toBriefColumns, toSetColumns, toSetFor } from './assignments.mapper';
import { defineAssignments, type AssignmentRow, type BriefRow } from './assignments.model';
import { refuseContradiction, type AssignmentsService } from './assignments.service';
import type { Rescaled } from '../pieces/records';
import { keptQuestionsSeen, noteQuestionUses } from '../shelf/question-uses';

type Teacher = Actor & { userId: string };

/** A brief with the classes it is set for, as stored. */
interface Found {
  row: BriefRow;
  /** of classes that the one who asks teaches */
  mine: AssignmentRow[];
  others: AssignmentRow[];
}

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  assignments: AssignmentsService;
  keptFiles: KeptFilesService;
  pieces: PiecesService;
  groups: GroupsService;
  seconds: SecondScoresService;
  paperChecks: PaperChecksService;
}

/** Briefs: writing them, and setting them for classes. Who is told what is the issuing service's business. */
export function briefsService({ sequelize, classes, assignments, keptFiles, pieces, groups, seconds, paperChecks }: Collaborators) {
  const tables = defineAssignments(sequelize);

  async function find(teacher: Teacher, action: Action, id: string, transaction?: Transaction): Promise<Found> {
    const tx = transaction ? { transaction } : {};
    const row = await rowByKey(tables.briefs, id, { ...tx });
    const rows = row
      ? await rowsOf(tables.assignments, {
          where: { briefId: id },
          order: [['id', 'ASC']],
          ...tx,
        })
      : [];
    const taught = await classes.taughtBy(teacher.userId, { away: true });
    // In the order in which their classes are listed everywhere.
    const mine = taught.flatMap((classId) => rows.filter((one) => one.classId === classId));
    if (!row || mine.length === 0) throw new Problem('thing.unknown');
    for (const one of mine) await classes.forTeacher(teacher, action, one.classId);
    return { row, mine, others: rows.filter((one) => !taught.includes(one.classId)) };
  }

  async function toReply({ row, mine, others }: Found): Promise<BriefReply> {
    const begun = await pieces.begunOn(mine.map((one) => one.id));
    return {
      ...toBriefBody(row),
      id: row.id,
      version: row.version,
      elsewhere: others.length,
      classes: mine.map((one) => ({
        ...toSetFor(one),
        assignmentId: one.id,
        issuedAt: one.issuedAt?.getTime() ?? null,
        begun: begun.get(one.id) ?? 0,
      })),
    };
  }

  /** @throws Problem `assignment.misfiled` for a category or unit that a class does not have */
  async function refuseMisfiled(teacher: Teacher, sets: readonly SetFor[], how: BriefBody['how']): Promise<void> {
    const errors = [];
    for (const [index, { classId, unitId, categoryId, groupingId }] of sets.entries()) {
      const { scheme } = await classes.forTeacher(teacher, 'assignment.write', classId);
      if (categoryId !== null && !scheme.categories.some((category) => category.id === categoryId))
        errors.push(fieldProblem(`classes.${index}.categoryId`, 'brief.noSuchCategory'));
      if (unitId !== null && !(await classes.unitsOf(classId)).some((unit) => unit.id === unitId))
        errors.push(fieldProblem(`classes.${index}.unitId`, 'brief.noSuchUnit'));
      if (groupingId !== null && how === 'quiz') errors.push(fieldProblem(`classes.${index}.groupingId`, 'quiz.notAlone'));
      else if (groupingId !== null && !(await groups.belongs(groupingId, classId)))
        errors.push(fieldProblem(`classes.${index}.groupingId`, 'brief.noSuchGroups'));
    }
    if (errors.length > 0) throw new Problem('assignment.misfiled', { errors });
  }

  /** The body with its files as they are on record; handouts that go with it must be the teacher's to use. */
  async function settled(teacher: Teacher, body: BriefBody, holderIds: string[]): Promise<BriefBody> {
    const kept = await keptQuestionsSeen(sequelize, teacher.userId, body.quiz);
    const files = await keptFiles.usable(teacher.userId, filesOf(body), [...holderIds, ...kept]);
    const linked = body.attachments.flatMap((one) => (one.kind === 'handout' ? [one.briefId] : []));
    for (const briefId of linked) await find(teacher, 'assignment.look', briefId);
    await paperChecks.require(
      body.attachments.flatMap((one) =>
        one.kind === 'file' && one.use !== 'toRead' && isPaper(files.get(one.file.id)!.mediaType) ? [one.file.id] : [],
      ),
    );
    return {
      ...body,
      spoken: body.spoken && files.get(body.spoken.id)!,
      otherWords: Object.fromEntries(
        LANGUAGES.flatMap((one) => {
          const words = one === body.language ? undefined : body.otherWords[one];
          return words ? [[one, { ...words, spoken: words.spoken && files.get(words.spoken.id)! }] as const] : [];
        }),
      ),
      attachments: body.attachments.map((one) =>
        one.kind === 'file'
          ? {
              ...one,
              file: files.get(one.file.id)!,
              ...(one.paper ? { paper: { ...one.paper, stickers: one.paper.stickers.map(({ id }) => files.get(id)!) } } : {}),
            }
          : one,
      ),
    };
  }

  const dates = (sets: readonly SetFor[]) =>
    sets.forEach((one, index) => refuseContradiction(one, sets.length > 1 ? `classes.${index}.` : ''));
  const newRow = (briefId: string, set: SetFor): AssignmentRow => ({
    id: randomUUID(),
    briefId,
    classId: set.classId,
    ...toSetColumns(set),
    namesHidden: false,
    secondMarker: null,
    position: 0,
    issuedAt: null,
    toldAt: null,
  });
  async function lock(id: string, version: number, transaction: Transaction): Promise<boolean> {
    const [changed] = await tables.briefs.update({ version: version + 1 }, { where: { id, version }, transaction });
    noteChange(transaction, { briefs: [id] });
    return changed > 0;
  }

  /** What becomes of scores when the points they are out of change. @throws Problem `assignment.pointsAsked` */
  async function rescore(
    change: {
      before: BriefRow;
      columns: { pointsMilli: number | null };
      scores: BriefChange['scores'] | undefined;
      ids: string[];
      by: string;
      now: number;
    },
    { scoring }: BriefBody,
    transaction: Transaction,
  ): Promise<void> {
    const { before, columns, scores, ids, by, now } = change;
    const [from, to] = [before.pointsMilli, columns.pointsMilli];
    if (from === null || to === null || from === to || from === 0) return;
    const count = await pieces.scoredOn(ids, transaction);
    if (count === 0) return;
    if (scores === undefined) {
      const current: PointsQuestion = { pieces: count, from, to };
      throw new Problem('assignment.pointsAsked', { current });
    }
    if (scores === 'keep') return;
    const rubric = scoring.by === 'rubric' ? scoring.rubric : null;
    const rescaled: Rescaled = ({ earned, chosen, adjust, rounds }) => {
      const choices = chosen?.by === 'rubric' ? chosen.choices : null;
      const anew = rescaledScore({ earned, choices, adjust: adjust?.by ?? 0, rounds }, { from, to, rubric });
      return { ...anew, adjust: adjust && { ...adjust, by: anew.adjust } };
    };
    await pieces.rescale(ids, rescaled, { by, now, points: to }, transaction);
    await seconds.rescale(ids, rescaled, transaction);
  }

  const service = {
    async forTeacher(teacher: Teacher, action: Action, id: string): Promise<BriefReply> {
      return toReply(await find(teacher, action, id));
    },

    async draft(teacher: Teacher, { classes: sets, fromShelf, ...body }: BriefRequest, now: number): Promise<BriefReply> {
      await refuseMisfiled(teacher, sets, body.how);
      dates(sets);
      const stored = await settled(teacher, body, fromShelf === null ? [] : [fromShelf]);
      const row: BriefRow = {
        id: randomUUID(),
        ...toBriefColumns(stored),
        fromShelf,
        createdBy: teacher.userId,
        createdAt: new Date(now),
        version: 1,
      };
      const mine = sets.map((set) => newRow(row.id, set));
      await inTransaction(sequelize, async (transaction) => {
        await tables.briefs.create(row, { transaction });
        await tables.assignments.bulkCreate(mine, { transaction });
        noteChange(transaction, { briefs: [row.id] });
        await keptFiles.setUses({ holderKind: 'brief', holderId: row.id }, filesOf(stored), transaction);
        await noteQuestionUses(sequelize, row.id, stored.quiz, transaction);
      });
      return toReply({ row, mine, others: [] });
    },

    /**
     * Stores a brief as edited, for the classes that this teacher teaches.
     * @throws Problem `conflict.changedMeanwhile` with the brief as it is now; `assignment.shared` if words of it
     *   would change for classes of other teachers; `assignment.begun` if a class is left out where work exists;
     *   `assignment.pointsAsked` if the points change under scores and `scores` does not say what becomes of them
     */
    async edit(
      teacher: Teacher,
      id: string,
      { version, classes: sets, tell: _, scores, ...body }: BriefChange,
      at: number,
    ): Promise<BriefReply> {
      const before = await find(teacher, 'assignment.write', id);
      await refuseMisfiled(teacher, sets, body.how);
      dates(sets);
      const stored = await settled(teacher, { ...body, kind: before.row.kind }, [id]);
      const columns = toBriefColumns(stored);
      const says = (of: BriefBody) => JSON.stringify(toBriefColumns(of));
      if (before.others.length > 0 && says(stored) !== says(toBriefBody(before.row))) throw new Problem('assignment.shared');
      const issued = before.mine.some((one) => one.issuedAt !== null);
      const errors = issued ? issueErrors(stored) : [];
      if (errors.length > 0) throw new Problem(stored.title === '' ? 'assignment.needsTitle' : 'assignment.notReady', { errors });
      const gone = before.mine.filter((one) => !sets.some((set) => set.classId === one.classId));
      const outcome = await inTransaction(sequelize, async (transaction) => {
        if (!(await lock(id, version, transaction))) return 'stale';
        const begun = await pieces.begunOn(
          gone.map((one) => one.id),
          transaction,
        );
        if (begun.size > 0) throw new Problem('assignment.begunLeftOut');
        const regrouped = before.mine
          .filter((one) => sets.some((set) => set.classId === one.classId && set.groupingId !== one.groupingId))
          .map((one) => one.id);
        if ((await pieces.begunOn(regrouped, transaction)).size > 0) throw new Problem('assignment.begunRegrouped');
        await rescore(
          { before: before.row, columns, scores, ids: before.mine.map((one) => one.id), by: teacher.userId, now: at },
          stored,
          transaction,
        );
        await tables.briefs.update(columns, { where: { id }, transaction });
        for (const set of sets) {
          const known = before.mine.find((one) => one.classId === set.classId);
          if (known) await tables.assignments.update(toSetColumns(set), { where: { id: known.id }, transaction });
          else await tables.assignments.create(newRow(id, set), { transaction });
        }
        noteChange(transaction, { classes: gone.map((one) => one.classId) });
        await pieces.forget(
          gone.map((one) => one.id),
          transaction,
        );
        await tables.assignments.destroy({ where: { id: { [Op.in]: gone.map((one) => one.id) } }, transaction });
        // Who has begun a quiz or a paper keeps its pictures as they were.
        const mine = before.mine.map((one) => one.id);
        const hasPapers = stored.attachments.some((one) => one.kind === 'file' && one.paper);
        const keepOld = (stored.quiz !== null || hasPapers) && (await pieces.begunOn(mine, transaction)).size > 0;
        await keptFiles.setUses({ holderKind: 'brief', holderId: id }, filesOf(stored), transaction, { keepOld });
        await noteQuestionUses(sequelize, id, stored.quiz, transaction);
        return 'stored';
      });
      const now = await service.forTeacher(teacher, 'assignment.look', id);
      if (outcome === 'stale') throw new Problem('conflict.changedMeanwhile', { current: now });
      return now;
    },

    /** Makes it visible at a time, now or to come, in every class of this teacher where it is not yet. */
    async setIssue(teacher: Teacher, id: string, version: number, at: number | null, now: number): Promise<BriefReply> {
      const { mine } = await find(teacher, 'assignment.issue', id);
      const open = mine.filter((one) => one.issuedAt === null || one.issuedAt.getTime() > now).map((one) => one.id);
      const done = await inTransaction(sequelize, async (transaction) => {
        if (!(await lock(id, version, transaction))) return false;
        await tables.assignments.update(
          { issuedAt: at === null ? null : new Date(at), toldAt: null },
          { where: { id: { [Op.in]: open } }, transaction },
        );
        return true;
      });
      const current = await service.forTeacher(teacher, 'assignment.look', id);
      if (!done) throw new Problem('conflict.changedMeanwhile', { current });
      return current;
    },

    /** Back to draft: nobody sees it any more. @throws Problem `assignment.begun` once somebody has begun */
    async withdraw(teacher: Teacher, id: string, version: number): Promise<BriefReply> {
      const { mine } = await find(teacher, 'assignment.issue', id);
      const ids = mine.map((one) => one.id);
      const outcome = await inTransaction(sequelize, async (transaction) => {
        if (!(await lock(id, version, transaction))) return 'stale';
        // Inside, so that a student who begins this moment is either before it or finds it gone.
        if ((await pieces.begunOn(ids, transaction)).size > 0) throw new Problem('assignment.begun');
        await tables.assignments.update({ issuedAt: null, toldAt: null }, { where: { id: { [Op.in]: ids } }, transaction });
        return 'done';
      });
      const current = await service.forTeacher(teacher, 'assignment.look', id);
      if (outcome === 'stale') throw new Problem('conflict.changedMeanwhile', { current });
      return current;
    },

    async deleteDraft(teacher: Teacher, id: string): Promise<void> {
      const { mine, others } = await find(teacher, 'assignment.write', id);
      if (others.length > 0) throw new Problem('assignment.shared');
      if (mine.some((one) => one.issuedAt !== null)) throw new Problem('assignment.issuedStays');
      await inTransaction(sequelize, async (transaction) => {
        noteChange(transaction, { classes: mine.map((one) => one.classId) });
        await pieces.forget(
          mine.map((one) => one.id),
          transaction,
        );
        // Somebody may have issued it this moment; then it stays.
        const gone = await tables.assignments.destroy({ where: { briefId: id, issuedAt: null }, transaction });
        if (gone < mine.length) throw new Problem('assignment.issuedStays');
        await keptFiles.setUses({ holderKind: 'brief', holderId: id }, [], transaction);
        await tables.briefs.destroy({ where: { id }, transaction });
      });
    },

    /** Aims that this teacher's briefs have been tagged with, for choosing again. */
    async aims(teacher: Teacher): Promise<string[]> {
      const all = await assignments.ofBriefs(await service.briefsOf(await classes.taughtBy(teacher.userId, { away: true })));
      const inRubrics = (one: AssignmentReply) =>
        one.scoring.by === 'rubric' ? one.scoring.rubric.criteria.flatMap((criterion) => criterion.aims) : [];
      const quizzes = await assignments.quizzesWithAims(all.filter(({ how }) => how === 'quiz').map((one) => one.briefId));
      const inQuestions = [...quizzes.values()].flatMap(({ questions }) => questions.flatMap((one) => one.aims));
      return [...new Set([...all.flatMap((one) => [...one.aims, ...inRubrics(one)]), ...inQuestions])].sort((a, b) => a.localeCompare(b));
    },

    /** Briefs of some classes, newest first, bounded. */
    async briefsOf(classIds: readonly string[]): Promise<string[]> {
      if (classIds.length === 0) return [];
      const rows = await rowsOf(tables.assignments, {
        attributes: ['briefId'],
        where: { classId: { [Op.in]: [...classIds] } },
        limit: 1000,
      });
      return [...new Set(rows.map((row) => row.briefId))];
    },

    /** Where things from the shelf were set: brief ids by shelf item. */
    async setFromShelf(shelfIds: readonly string[]): Promise<{ briefId: string; shelfId: string }[]> {
      if (shelfIds.length === 0) return [];
      const rows = await rowsOf(tables.briefs, {
        attributes: ['id', 'fromShelf'],
        where: { fromShelf: { [Op.in]: [...shelfIds] } },
        limit: 1000,
      });
      return rows.map((row) => ({ briefId: row.id, shelfId: row.fromShelf! }));
    },
  };
  return service;
}

export type BriefsService = ReturnType<typeof briefsService>;
