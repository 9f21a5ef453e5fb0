import { isBlank, type RichText } from '@jolly/core';
import type { HandInView } from '../../contract';
import { Problem } from '../../http/problem';
import { fullName } from '../accounts/person';
import type { NewsService } from '../news/news.service';
import { isPresent, type FlattenPapers } from './flat-papers';
import type { FlatPaper } from './work-records';
import { freshSight, requireOpen, whyNotTakeBack, workAt, type OwnPiecesService, type Student } from './own-pieces.service';
import type { OpenTeam, PiecesService } from './pieces.service';
import { titlesOf } from './sheets';
import type { Sight } from './sight';
import { aboutHandIn, type LateTelling } from './tell-late';

interface Collaborators {
  ownPieces: OwnPiecesService;
  pieces: PiecesService;
  news: NewsService;
  tellLate: LateTelling;
  flatten: FlattenPapers;
}

/** Somebody wrote on a paper while the PDF of it was made. */
class WrittenMeanwhile extends Error {}
/** So often a PDF is made anew before whoever hands in is told that the group is still writing. */
const MOST_TRIES = 4;

/** Handing in and taking back. */
export function handingIn({ ownPieces, pieces, news, tellLate, flatten }: Collaborators) {
  /** The others of a group hear that it is handed in, and find the receipt there. */
  async function tellGroup(sight: Sight, { pieces: all, own, transaction }: OpenTeam, version: number, now: number): Promise<void> {
    await news.tell(
      all
        .filter((piece) => piece !== own)
        .map(({ record }) => ({
          userId: record.studentId,
          kind: 'groupIn' as const,
          onceKey: `groupIn:${sight.assignment.id}:${record.studentId}:${version}`,
          ...aboutHandIn(sight),
        })),
      now,
      transaction,
    );
  }

  return {
    /**
     * Hands in what the draft holds: text, worksheets, files and the fact in one transaction, or nothing. Of a
     * group it is handed in for all.
     * @param now when the server received the request; lateness counts by it
     */
    async handIn(student: Student, assignmentId: string, idempotencyKey: string | null, now: number): Promise<HandInView> {
      const before = await ownPieces.sight(student, 'ownWork.handIn', assignmentId, now);
      if (before.assignment.how === 'quiz') throw new Problem('piece.isQuiz');
      const team = await ownPieces.teamOf(before);
      const send = (flat: readonly FlatPaper[]) =>
        pieces.changeWork(team, (open) =>
          pieces.onceFor(open.transaction, { userId: student.userId, idempotencyKey, about: `handIn ${assignmentId}`, now }, async () => {
            const { work, own } = open;
            requireOpen(freshSight(before, own.record, now), now);
            if (!isPresent(flat, await work.papers())) throw new WrittenMeanwhile();
            const text: RichText | null = work.record.text;
            const written = flat.length > 0 || (await work.sheets()).some((one) => one.begun);
            if (isBlank(text) && !written && (await work.files()).length === 0) throw new Problem('piece.empty');
            const frozen = await work.handIn(titlesOf(before), flat, student.userId, now);
            const handIn: HandInView = { ...frozen, by: fullName(before.member.student), receivedFor: before.assignment.title };
            for (const piece of open.pieces)
              piece.append({ kind: 'handedIn', at: now }, student.userId, { version: handIn.version, receipt: handIn.receipt });
            // Lateness follows from the facts as they are now; nothing else of the sight is another by handing in.
            await tellLate({ ...before, record: own.record }, handIn.version, open.transaction, now);
            await tellGroup(before, open, handIn.version, now);
            return handIn;
          }),
        );
      // PDFs of papers are made outside the transaction: nobody waits for them who only wants to write.
      for (let tries = 1; ; tries += 1) {
        const work = workAt(before);
        try {
          return await send(work ? await flatten(work.id, before) : []);
        } catch (error) {
          if (!(error instanceof WrittenMeanwhile)) throw error;
          if (tries === MOST_TRIES) throw new Problem('paper.stillWritten');
        }
      }
    },

    /** Takes back what was handed in, of a group for all. */
    async takeBack(student: Student, assignmentId: string, now: number): Promise<void> {
      const before = await ownPieces.sight(student, 'ownWork.handIn', assignmentId, now);
      await pieces.changeWork(await ownPieces.teamOf(before), async ({ own, pieces: all, transaction }) => {
        const refusal = whyNotTakeBack(freshSight(before, own.record, now), await pieces.lastScoredAt(assignmentId, transaction), now);
        if (refusal === 'closed') throw new Problem('piece.closedIn');
        if (refusal) throw new Problem(`piece.${refusal}`);
        // One member who has it back locks it for all: it is one work.
        if (all.some(({ record }) => record.summary.scoredAt !== null || record.summary.returnedAt !== null))
          throw new Problem('piece.marking');
        for (const piece of all) if (piece.record.summary.handedInAt !== null) piece.append({ kind: 'takenBack', at: now }, student.userId);
      });
    },
  };
}
