import { answerWords, filesInAnswer, GRACE_AFTER_END as GRACE, isNoAnswer, plainText, type RichNode, type RichText } from '@jolly/core';
import type { AssignmentReply, QuizReceipt } from '../../contract';
import { Problem } from '../../http/problem';
import { freshSight, type OwnPiecesService, type Student } from '../pieces/own-pieces.service';
import type { OpenTeam, PiecesService } from '../pieces/pieces.service';
import type { Sight } from '../pieces/sight';
import type { LateTelling } from '../pieces/tell-late';
import { questionsOf, type QuizRecords, type TryRecord } from './quiz-records';
import { runOf, scoreAnew } from './quiz-scores';
import type { TryRow } from './quizzes.model';

const paragraph = (text: string, bold = false): RichNode => ({
  type: 'paragraph',
  ...(text === '' ? {} : { content: [{ type: 'text', text, ...(bold ? { marks: [{ type: 'bold' }] } : {}) }] }),
});

/**
 * What was answered as a text, which is what is handed in: it lies on the desk, goes home, has its versions and its receipt as
 * any other work. Nothing of a key is in it.
 */
export function answersAsText(one: TryRecord, assignment: AssignmentReply, fileNames: ReadonlyMap<string, string>): RichText {
  const content = questionsOf(one, assignment.briefId, runOf(assignment)).flatMap((question, index) => {
    const asked = plainText(question.text).replace(/\s+/g, ' ').trim();
    const lines = answerWords(question, one.counted[question.id] ?? null, fileNames).split('\n');
    return [paragraph(`${index + 1}. ${asked}`.trim(), true), ...lines.map((line) => paragraph(line === '' ? '–' : line))];
  });
  return { type: 'doc', content: content.length === 0 ? [paragraph('')] : content };
}

interface Collaborators {
  records: QuizRecords;
  ownPieces: OwnPiecesService;
  pieces: PiecesService;
  tellLate: LateTelling;
  /** lets students see what is to be shown at once; after the transaction */
  showAtOnce: (assignment: AssignmentReply, studentIds: readonly string[], now: number) => Promise<void>;
}

/** Ending tries: by handing in, or because the time is over. */
export function ending({ records, ownPieces, pieces, tellLate, showAtOnce }: Collaborators) {
  const { tries } = records.tables;

  /** Freezes the answers as a hand-in and scores what a key can score, all in one transaction. */
  async function close(
    { work, own, transaction }: OpenTeam,
    { sight, row, at, by, now }: { sight: Sight; row: TryRow; at: number; by: string; now: number },
  ): Promise<QuizReceipt> {
    const { assignment } = sight;
    const byClock = by === '';
    // After the end a slow line has its grace.
    const countsUntil = new Date(Math.min(now, (sight.tryEnd ?? Infinity) + GRACE));
    const [whole] = await records.whole([{ ...row, handedInAt: new Date(at), countsUntil, byClock }], () => null, transaction);
    const files = await work.files();
    const asked = questionsOf(whole!, assignment.briefId, runOf(assignment));
    const inUse = new Set(asked.flatMap(({ id, kind }) => filesInAnswer(kind, whole!.counted[id] ?? null)));
    for (const file of files) if (!inUse.has(file.id)) await work.dropFile(file.id, row.studentId, at);
    await work.saveText(answersAsText(whole!, assignment, new Map(files.map((file) => [file.id, file.name]))), row.studentId, at);
    const frozen = await work.handIn(new Map(), [], row.studentId, at);
    own.append({ kind: 'handedIn', at }, row.studentId, {
      version: frozen.version,
      receipt: frozen.receipt,
      ...(byClock ? { byClock } : {}),
    });
    await tries.update(
      { handedInAt: new Date(at), countsUntil, byClock, receipt: frozen.receipt, lookAt: null },
      { where: { id: row.id }, transaction },
    );
    await tellLate({ ...sight, record: own.record }, frozen.version, transaction, now);
    await scoreAnew(records, own, assignment, '', now);
    return {
      number: row.number,
      at,
      receipt: frozen.receipt,
      answered: Object.values(whole!.counted).filter((answer) => !isNoAnswer(answer)).length,
      questions: asked.length,
    };
  }

  async function endOne(
    sight: Sight,
    row: TryRow,
    of: (fresh: Sight) => { at: number; by: string } | null,
    now: number,
  ): Promise<QuizReceipt | null> {
    const { assignment, member } = sight;
    const team = { assignmentId: assignment.id, groupId: null, studentIds: [member.student.id] };
    return pieces.changeWork(team, async (open) => {
      const locked = await records.lockTry(
        { assignmentId: row.assignmentId, studentId: row.studentId, number: row.number },
        open.transaction,
      );
      const fresh = freshSight(sight, open.own.record, now);
      const how = locked && locked.handedInAt === null ? of(fresh) : null;
      return how ? close(open, { sight: fresh, row: locked!, ...how, now }) : null;
    });
  }

  return {
    /**
     * Hands in the try that is under way; after its end it counts as handed in at its end. Handed in again it answers as before.
     * @throws Problem `thing.unknown` for a try that is none of this student's
     */
    async handIn(student: Student, assignmentId: string, number: number, now: number): Promise<QuizReceipt> {
      const sight = await ownPieces.sight(student, 'ownWork.handIn', assignmentId, now);
      const row = (await records.tries([assignmentId], [student.userId])).find((one) => one.number === number);
      if (!row) throw new Problem('thing.unknown');
      const receipt = await endOne(sight, row, ({ tryEnd }) => ({ at: Math.min(now, tryEnd ?? now), by: student.userId }), now);
      if (receipt) {
        await showAtOnce(sight.assignment, [student.userId], now);
        return receipt;
      }
      const [whole] = await records.whole(
        await records.tries([assignmentId], [student.userId]).then((all) => all.filter((one) => one.number === number)),
        () => null,
      );
      return {
        number,
        at: whole!.row.handedInAt!.getTime(),
        receipt: whole!.row.receipt ?? '',
        answered: Object.values(whole!.counted).filter((answer) => !isNoAnswer(answer)).length,
        questions: questionsOf(whole!, sight.assignment.briefId, runOf(sight.assignment)).length,
      };
    },

    /** Notes what has ended by the clock of one student: their answers become a hand-in, and are scored. Nobody waits for it. */
    async settle(sight: Sight, rows: readonly TryRow[], now: number): Promise<boolean> {
      let settled = false;
      for (const row of rows) {
        if (row.handedInAt !== null) continue;
        const over = ({ tryEnd }: Sight) => (tryEnd !== null && now > tryEnd + GRACE ? { at: tryEnd, by: '' } : null);
        if (!over(sight)) continue;
        settled = (await endOne(sight, row, over, now)) !== null || settled;
      }
      if (settled) await showAtOnce(sight.assignment, [sight.member.student.id], now);
      return settled;
    },
  };
}

export type Ending = ReturnType<typeof ending>;
