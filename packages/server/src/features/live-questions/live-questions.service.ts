import {
  answerMark,
  answerProblem,
  askedIn,
  askedQuestion,
  boardSpread,
  canBeAskedLive,
  explainedIn,
  explanationOf,
  keyOf,
  keyWords,
  LONGEST_LIVE_MS,
  questionFaults,
  questionTitle,
  takesAnswers,
  type Action,
  type Actor,
  type Answer,
  type Instant,
  type Question,
} from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { LiveAnswersReply, LiveAsk, LiveBoardReply, LiveQuestionItem, LiveStep, MyLiveQuestion } from '../../contract';
import { fromJson } from '../../db/json-column';
import { countsBy, rowByKey, rowOf, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import { filesOfQuestion } from '../assignments/brief-body';
import { keptQuestionsSeen } from '../shelf/question-uses';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import { readsOf } from '../pieces/sight';
import type { RosterService } from '../roster/roster.service';
import { defineLiveQuestions, type LiveQuestionRow } from './live-questions.model';

type Person = Actor & { userId: string };
const MOST_LISTED = 100;

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  roster: RosterService;
  keptFiles: KeptFilesService;
}

const timesOf = ({ askedAt, endedAt, spreadAt, keyAt }: LiveQuestionRow) => ({
  askedAt: askedAt.getTime(),
  endedAt: endedAt?.getTime() ?? null,
  spreadAt: spreadAt?.getTime() ?? null,
  keyAt: keyAt?.getTime() ?? null,
});
const questionOf = (row: LiveQuestionRow): Question => fromJson<Question>(row.question);
/** The board and every student have its lists in the same order, so that one can speak about "the second one". */
const askedOf = (row: LiveQuestionRow) => askedQuestion(questionOf(row), { seed: row.id, ownOptions: false });

/** Questions asked in the lesson: one at a time in a class; each student's latest answer stands until it is ended. */
export function liveQuestionsService({ sequelize, classes, roster, keptFiles }: Collaborators) {
  const tables = defineLiveQuestions(sequelize);

  async function find(teacher: Person, action: Action, id: string): Promise<{ row: LiveQuestionRow; schoolClass: SchoolClass }> {
    const row = await rowByKey(tables.questions, id);
    if (!row) throw new Problem('thing.unknown');
    return { row, schoolClass: await classes.forTeacher(teacher, action, row.classId) };
  }

  const present = async (classId: string) => (await roster.membersOf([classId])).filter((member) => member.left === null);

  /** Answers of these students, by student; without names all there are, under ids that say nothing. */
  async function answersTo(row: LiveQuestionRow, studentIds: ReadonlySet<string>): Promise<Map<string, Answer>> {
    if (!row.names) {
      const nameless = await rowsOf(tables.answers, { where: { liveQuestionId: row.id } });
      return new Map(nameless.map(({ id, answer }) => [id, fromJson<{ given: Answer }>(answer).given]));
    }
    const rows = await rowsOf(tables.answers, { where: { liveQuestionId: row.id, studentId: { [Op.in]: [...studentIds] } } });
    return new Map(
      rows.flatMap(({ studentId, answer }) =>
        studentId !== null ? [[studentId, fromJson<{ given: Answer }>(answer).given] as const] : [],
      ),
    );
  }
  /** What is shown to everybody of how it was answered. */
  function shownOf(row: LiveQuestionRow, answers: readonly Answer[]) {
    const question = questionOf(row);
    const withKey = row.keyAt !== null;
    return {
      spread: row.spreadAt === null ? null : boardSpread(question, answers, { withKey }),
      key: withKey ? keyWords(question) : null,
    };
  }

  async function toBoard(row: LiveQuestionRow, schoolClass: SchoolClass, now: Instant): Promise<LiveBoardReply> {
    const members = await present(row.classId);
    const answers = await answersTo(row, new Set(members.map((member) => member.student.id)));
    return {
      id: row.id,
      classId: row.classId,
      className: schoolClass.label,
      asked: askedOf(row),
      askedAt: row.askedAt.getTime(),
      open: takesAnswers(timesOf(row), now),
      names: Boolean(row.names),
      answered: answers.size,
      // Who answered without a name and has left since cannot be taken out again.
      of: Math.max(members.length, row.names ? 0 : answers.size),
      ...shownOf(row, [...answers.values()]),
      explanation: row.keyAt === null ? null : explanationOf(questionOf(row), null),
    };
  }

  async function toMine(row: LiveQuestionRow, schoolClass: SchoolClass, studentId: string, now: Instant): Promise<MyLiveQuestion> {
    const question = questionOf(row);
    // Until it is shown how the class answered, only the student's own answer is needed.
    const others = row.spreadAt === null ? [] : await present(row.classId);
    const [answers, [member]] = await Promise.all([
      answersTo(row, new Set([...others.map((one) => one.student.id), studentId])),
      roster.membersOf([row.classId], [studentId]),
    ]);
    const reads = member ? readsOf(member) : [];
    const answer = answers.get(studentId) ?? null;
    const has = row.names ? answer !== null : (await tables.marks.count({ where: { liveQuestionId: row.id, studentId } })) > 0;
    const { open, key, spread } = { open: takesAnswers(timesOf(row), now), ...shownOf(row, [...answers.values()]) };
    const names = Boolean(row.names);
    const explained = key === null ? '' : explanationOf(explainedIn(reads, question), answer);
    return {
      id: row.id,
      classId: row.classId,
      className: schoolClass.label,
      hue: schoolClass.hue,
      asked: askedIn(reads, askedOf(row)),
      decimal: schoolClass.decimalMark,
      open,
      names,
      mayChange: names && Boolean(row.mayChange),
      has,
      answer,
      spread,
      key,
      // What was answered without a name is not known to be theirs any more.
      mark: key === null || (!names && has) ? null : answerMark(question, answer),
      explanation: explained === '' ? null : explained,
    };
  }

  // In one statement with the question's state: one that is ended this moment is either before it or finds it ended.
  const OPEN = 'FROM live_questions WHERE id = :id AND ended_at IS NULL AND key_at IS NULL';
  const insert = async (sql: string, replacements: object, transaction: Transaction): Promise<number> =>
    (await sequelize.query(sql, { type: QueryTypes.INSERT, replacements: { ...replacements }, transaction }))[1];

  async function storeNamed(row: LiveQuestionRow, studentId: string, answer: Answer, now: Instant): Promise<void> {
    const given = JSON.stringify({ given: answer });
    await inTransaction(sequelize, async (transaction) => {
      const before = await rowOf(tables.answers, { where: { liveQuestionId: row.id, studentId }, transaction, lock: true });
      if (before && !row.mayChange) {
        if (JSON.stringify(fromJson<object>(before.answer)) === given) return;
        throw new Problem('live.stays');
      }
      const stored = await insert(
        `INSERT INTO live_answers (id, live_question_id, student_id, answer, at, version)
         SELECT :answerId, id, :studentId, :given, :at, 1 ${OPEN}
         ON DUPLICATE KEY UPDATE answer = VALUES(answer), at = VALUES(at), version = live_answers.version + 1`,
        { answerId: randomUUID(), id: row.id, studentId, given, at: new Date(now) },
        transaction,
      );
      if (stored === 0) throw new Problem('live.over');
    });
  }

  /** A mark that they have answered, and the answer under an id by chance with the time at which it was asked: nothing joins the two. */
  async function storeNameless(row: LiveQuestionRow, studentId: string, answer: Answer): Promise<void> {
    if ((await present(row.classId)).every((member) => member.student.id !== studentId)) throw new Problem('hands.practice');
    await inTransaction(sequelize, async (transaction) => {
      try {
        const marked = await insert(
          `INSERT INTO live_marks (live_question_id, student_id) SELECT id, :studentId ${OPEN}`,
          { id: row.id, studentId },
          transaction,
        );
        if (marked === 0) throw new Problem('live.over');
      } catch (error) {
        throw error instanceof UniqueConstraintError ? new Problem('live.answered') : error;
      }
      const nameless = {
        id: randomUUID(),
        liveQuestionId: row.id,
        studentId: null,
        answer: { given: answer },
        at: row.askedAt,
        version: 1,
      };
      await tables.answers.create(nameless, { transaction });
    });
  }

  /** The question, if it was asked in a class of this student. */
  async function findOwn(student: Person, id: string): Promise<{ row: LiveQuestionRow; schoolClass: SchoolClass }> {
    const row = await rowByKey(tables.questions, id);
    if (!row || !(await roster.classesOf(student.userId)).includes(row.classId)) throw new Problem('thing.unknown');
    const [schoolClass] = await classes.load([row.classId]);
    return { row, schoolClass: schoolClass! };
  }

  const service = {
    /** What was asked in a class, the newest first. */
    async list(teacher: Person, classId: string, now: Instant): Promise<LiveQuestionItem[]> {
      await classes.forTeacher(teacher, 'piece.look', classId);
      const rows = await rowsOf(tables.questions, { where: { classId }, order: [['askedAt', 'DESC']], limit: MOST_LISTED });
      const counts = await countsBy(tables.answers, 'liveQuestionId', {
        where: { liveQuestionId: { [Op.in]: rows.map((row) => row.id) } },
      });
      return rows.map((row) => ({
        id: row.id,
        title: questionTitle(questionOf(row)),
        askedAt: row.askedAt.getTime(),
        open: takesAnswers(timesOf(row), now),
        names: Boolean(row.names),
        answered: counts.get(row.id) ?? 0,
      }));
    },

    /**
     * Asks it; what was asked in this class before and is still open ends with it.
     * @throws Problem `live.notScored` for a kind that only a teacher can score, `live.notReady` with what is missing in it
     */
    async ask(teacher: Person, classId: string, { question, names, mayChange }: LiveAsk, now: Instant): Promise<LiveBoardReply> {
      const schoolClass = await classes.forTeacher(teacher, 'assignment.write', classId);
      if (!canBeAskedLive(question)) throw new Problem('live.notScored');
      const errors = questionFaults(question).map((fault) => fieldProblem('question', `quiz.${fault}`, { n: 1 }));
      if (errors.length > 0) throw new Problem('live.notReady', { errors });
      // A picture may be a colleague's: of a question they share, or of one that was asked in this class before.
      const kept = await keptQuestionsSeen(sequelize, teacher.userId, { questions: [question] });
      const before = await rowsOf(tables.questions, {
        attributes: ['id'],
        where: { classId },
        order: [['askedAt', 'DESC']],
        limit: MOST_LISTED,
      });
      await keptFiles.usable(teacher.userId, filesOfQuestion(question), [...kept, ...before.map((row) => row.id)]);
      const row: LiveQuestionRow = {
        id: randomUUID(),
        classId,
        question,
        byUser: teacher.userId,
        askedAt: new Date(now),
        endedAt: null,
        spreadAt: null,
        keyAt: null,
        names,
        mayChange: names && mayChange,
        countedAt: null,
        assignmentId: null,
        version: 1,
      };
      await inTransaction(sequelize, async (transaction) => {
        await tables.questions.update(
          { endedAt: new Date(now), version: sequelize.literal('version + 1') },
          { where: { classId, endedAt: null }, transaction },
        );
        await tables.questions.create(row, { transaction });
        await keptFiles.setUses({ holderKind: 'liveQuestion', holderId: row.id }, filesOfQuestion(question), transaction);
      });
      return toBoard(row, schoolClass, now);
    },

    async board(teacher: Person, id: string, now: Instant): Promise<LiveBoardReply> {
      const { row, schoolClass } = await find(teacher, 'piece.look', id);
      return toBoard(row, schoolClass, now);
    },

    /** Shows or hides how it was answered and the key, ends it or lets it go on. What is so already stays as it is. */
    async step(teacher: Person, id: string, { spread, key, ended }: LiveStep, now: Instant): Promise<LiveBoardReply> {
      const { row } = await find(teacher, 'assignment.write', id);
      const since = (before: Date | null, on: boolean) => (on ? (before ?? new Date(now)) : null);
      // Only what was asked for is written: somebody else may have shown something meanwhile.
      const columns = {
        ...(spread === undefined ? {} : { spreadAt: since(row.spreadAt, spread) }),
        ...(key === undefined ? {} : { keyAt: since(row.keyAt, key) }),
        ...(ended === undefined && key !== true ? {} : { endedAt: since(row.endedAt, key === true || ended === true) }),
      };
      await tables.questions.update({ ...columns, version: sequelize.literal('version + 1') }, { where: { id } });
      return service.board(teacher, id, now);
    },

    /** Takes it away with its answers: it was asked by mistake. */
    async remove(teacher: Person, id: string): Promise<void> {
      await find(teacher, 'assignment.write', id);
      await inTransaction(sequelize, async (transaction) => {
        await keptFiles.setUses({ holderKind: 'liveQuestion', holderId: id }, [], transaction);
        await tables.questions.destroy({ where: { id }, transaction });
      });
    },

    /** Who answered what, those too who have not answered. */
    async answers(teacher: Person, id: string, now: Instant): Promise<LiveAnswersReply> {
      const { row, schoolClass } = await find(teacher, 'piece.look', id);
      const members = await present(row.classId);
      const found = row.names ? await answersTo(row, new Set(members.map((member) => member.student.id))) : new Map<string, Answer>();
      const question = questionOf(row);
      return {
        id,
        classId: row.classId,
        className: schoolClass.label,
        question,
        askedAt: row.askedAt.getTime(),
        open: takesAnswers(timesOf(row), now),
        names: Boolean(row.names),
        mayChange: Boolean(row.mayChange),
        assignmentId: row.assignmentId,
        rows: (row.names ? members : []).map(({ student: { id: studentId, givenName, familyName } }) => {
          const answer = found.get(studentId) ?? null;
          return { student: { id: studentId, givenName, familyName }, answer, mark: answerMark(question, answer) };
        }),
      };
    },

    /** The question with its answers by student, for what is made of them. */
    async toScore(teacher: Person, id: string, now: Instant) {
      const { row, schoolClass } = await find(teacher, 'score.write', id);
      if (takesAnswers(timesOf(row), now)) throw new Problem('live.stillOpen');
      if (!row.names) throw new Problem('live.nameless');
      const members = await present(row.classId);
      const answers = await answersTo(row, new Set(members.map((member) => member.student.id)));
      return { question: questionOf(row), schoolClass, askedAt: row.askedAt.getTime(), assignmentId: row.assignmentId, answers };
    },

    /** Claims for one who counts it in the mark book; whoever claimed it and was broken off is not waited for longer than a minute. @returns whether it is theirs */
    async claim(id: string, now: Instant): Promise<boolean> {
      const [claimed] = await tables.questions.update(
        { countedAt: new Date(now) },
        { where: { id, assignmentId: null, [Op.or]: [{ countedAt: null }, { countedAt: { [Op.lt]: new Date(now - 60_000) } }] } },
      );
      return claimed > 0;
    },

    /** Says as what it counts, or that it does not after all. */
    async counts(id: string, assignmentId: string | null): Promise<void> {
      await tables.questions.update(assignmentId === null ? { countedAt: null } : { assignmentId }, { where: { id } });
    },

    /** The class of a question that this teacher may follow. */
    async classOf(teacher: Person, id: string): Promise<string> {
      return (await find(teacher, 'piece.look', id)).row.classId;
    },

    /** What is asked now in a student's classes, and what was asked a moment ago and is shown. */
    async mine(student: Person, now: Instant): Promise<MyLiveQuestion[]> {
      const mine = new Map((await classes.load(await roster.classesOf(student.userId))).map((one) => [one.id, one]));
      const rows = await rowsOf(tables.questions, {
        where: {
          classId: { [Op.in]: [...mine.keys()] },
          askedAt: { [Op.gt]: new Date(now - LONGEST_LIVE_MS) },
          [Op.or]: [{ endedAt: null }, { spreadAt: { [Op.ne]: null } }, { keyAt: { [Op.ne]: null } }],
        },
        order: [['askedAt', 'DESC']],
        limit: MOST_LISTED,
      });
      // Of each class the latest is what one sees on the board.
      const latest = rows.filter((row, place) => rows.findIndex((other) => other.classId === row.classId) === place);
      return Promise.all(latest.map((row) => toMine(row, mine.get(row.classId)!, student.userId, now)));
    },

    /**
     * Stores a student's answer in the place of an earlier one.
     * @throws Problem `live.over` once it takes no answers any more, `live.noAnswer` for what has not the form of its question
     */
    async answer(student: Person, id: string, answer: Answer, now: Instant): Promise<MyLiveQuestion> {
      const { row, schoolClass } = await findOwn(student, id);
      if (!takesAnswers(timesOf(row), now)) throw new Problem('live.over');
      if (answer === null || answerProblem(keyOf(questionOf(row)), answer) !== null) throw new Problem('live.noAnswer');
      if (row.names) await storeNamed(row, student.userId, answer, now);
      else await storeNameless(row, student.userId, answer);
      return toMine(row, schoolClass, student.userId, now);
    },

    /** May this person see what is shown by the question under this id? */
    async maySee(actor: Person, id: string): Promise<boolean> {
      const row = await rowByKey(tables.questions, id);
      if (!row) return false;
      if (actor.role === 'teacher') return (await classes.taughtBy(actor.userId, { away: true })).includes(row.classId);
      return (await roster.classesOf(actor.userId)).includes(row.classId);
    },
  };
  return service;
}

export type LiveQuestionsService = ReturnType<typeof liveQuestionsService>;
