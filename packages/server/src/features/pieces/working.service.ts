import { choiceProblem, type RubricChoices } from '@jolly/core';
import type { DraftView, WentView } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import type { NewsService } from '../news/news.service';
import { attachingFiles } from './attach-files';
import { draftChanger } from './change-draft';
import type { FlattenPapers } from './flat-papers';
import { handingIn } from './hand-in';
import { workAt, type OwnPiecesService, type Student } from './own-pieces.service';
import type { PiecesService } from './pieces.service';
import type { WorkRecord } from './records';
import { savingText } from './save-text';
import { worksheetsOf } from './sheets';
import type { LateTelling } from './tell-late';
import { versionsOfWork } from './versions-of-work';
import type { WorksService } from './works.service';
import { writingOnPapers } from './writing-on-papers';

interface Collaborators {
  accounts: AccountsService;
  ownPieces: OwnPiecesService;
  pieces: PiecesService;
  works: WorksService;
  news: NewsService;
  tellLate: LateTelling;
  keptFiles: KeptFilesService;
  flatten: FlattenPapers;
}

/** Working on a piece, alone or with a group. Each use case of weight is in a file of its own. */
export function workingService({ accounts, ownPieces, pieces, works, news, tellLate, keptFiles, flatten }: Collaborators) {
  const changeDraft = draftChanger({ ownPieces, pieces });
  const papers = writingOnPapers(changeDraft, { ownPieces, works, keptFiles });
  const { named, ...versions } = versionsOfWork(changeDraft, { accounts, ownPieces, works, papersThen: papers.papersThen });

  return {
    ...savingText(changeDraft),
    ...attachingFiles(changeDraft, { ownPieces, works }),
    ...handingIn({ ownPieces, pieces, news, tellLate, flatten }),
    ...papers,
    ...versions,

    /** What is being written, for its page. */
    async draftOf(work: WorkRecord | null): Promise<DraftView> {
      if (!work) return { text: null, files: [], savedAt: null, savedBy: '', version: 0 };
      const { id, text, savedAt, savedBy, version } = work;
      const [files, [saved]] = await Promise.all([works.draftFiles(id), named([{ by: savedBy ?? '' }])]);
      return { text, files, savedAt, savedBy: saved!.by, version };
    },

    /** Notes that the student has looked at it, and makes their copies of worksheets, unless it is too late for any. */
    async look(student: Student, assignmentId: string, now: number): Promise<void> {
      const before = await ownPieces.sight(student, 'ownWork.look', assignmentId, now);
      const seen = before.record?.seenAt != null;
      const at = workAt(before);
      const copied = at === null ? [] : await works.sheetsOf([at.id]);
      const current = worksheetsOf(before).every(({ attachment, studentId }) =>
        copied.some(
          (one) =>
            one.attachmentId === attachment.id &&
            one.studentId === studentId &&
            (one.begun || JSON.stringify(one.source) === JSON.stringify(attachment.text)),
        ),
      );
      if ((seen && at !== null && current) || before.schoolClass.putAwayAt !== null) return;
      const { groupId } = await ownPieces.teamOf(before);
      await pieces.changeWork({ assignmentId, groupId, studentIds: [student.userId] }, async ({ work, own }) => {
        if (own.record.seenAt === null) own.set({ seenAt: new Date(now) });
        if (own.record.summary.handedInAt === null) await work.copySheets(worksheetsOf(before));
      });
    },

    /** How they see their work by the rubric, before handing it in. */
    async checkSelf(student: Student, assignmentId: string, choices: RubricChoices, now: number): Promise<void> {
      await changeDraft(student, assignmentId, now, async ({ own }, { assignment: { scoring } }) => {
        if (scoring.by !== 'rubric' || choiceProblem(scoring.rubric, choices)) throw new Problem('score.noSuchChoice');
        own.set({ selfCheck: choices });
      });
    },

    /** How it went, said after handing in; it can be said anew until the piece is back. */
    async sayHowItWent(student: Student, assignmentId: string, { how, line }: WentView, now: number): Promise<void> {
      await ownPieces.sight(student, 'ownWork.handIn', assignmentId, now);
      await pieces.change({ assignmentId, studentId: student.userId }, async (piece) => {
        if (piece.record.summary.handIns === 0) throw new Problem('piece.notHandedIn');
        piece.set({ went: how, wentLine: line });
      });
    },

    /** Opening what was returned is reading it; noted once per return. */
    async read(student: Student, assignmentId: string, now: number): Promise<void> {
      await ownPieces.sight(student, 'ownWork.look', assignmentId, now);
      await pieces.change({ assignmentId, studentId: student.userId }, async (piece) => {
        const { lastReturnAt, readAt } = piece.record.summary;
        if (lastReturnAt !== null && readAt === null) piece.append({ kind: 'read', at: now }, student.userId);
      });
    },
  };
}

export type WorkingService = ReturnType<typeof workingService>;
