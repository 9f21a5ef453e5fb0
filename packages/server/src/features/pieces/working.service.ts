import { acceptsFile, acceptsText, choiceProblem, isBlank, MINUTE_MS, type RichText, type RubricChoices } from '@jolly/core';
import type { Transaction } from 'sequelize';
import type {
  DraftView,
  HandInView,
  SaveTextReply,
  SaveTextRequest,
  SheetView,
  VersionItem,
  VersionReply,
  WentView,
  WorkFile,
} from '../../contract';
import type { TakenFile } from '../../files/take-file';
import { Problem } from '../../http/problem';
import { fullName, type AccountsService } from '../accounts/accounts.service';
import type { ClassesService } from '../classes/classes.service';
import type { NewsService } from '../news/news.service';

import { freshSight, requireOpen, whyNotTakeBack, workAt, type OwnPiecesService, type Student } from './own-pieces.service';

import type { OpenTeam, PiecesService } from './pieces.service';
import type { OpenWork, SheetRecord, VersionRecord, WorksheetAttachment, WorksService } from './works.service';
import type { HandInRecord, WorkRecord } from './records';
import type { Sight } from './sight';
import { lateOf } from './worth';

const MOST_FILES = 20;
const SAVED_FACT_EVERY_MS = 10 * MINUTE_MS;

/** The worksheets that this student writes on: theirs alone where each has one, the group's where there is one for all. */
export function worksheetsOf({ assignment, member, team }: Sight): { attachment: WorksheetAttachment; studentId: string | null }[] {
  return assignment.attachments.flatMap((attachment) =>
    attachment.kind === 'worksheet' && attachment.use !== 'toRead'
      ? [{ attachment, studentId: team !== null && attachment.use === 'oneEach' ? member.student.id : null }]
      : [],
  );
}

/** The copies that are this student's to write on, as they see them. Before they are made, the worksheet itself. */
export function toSheetViews(sight: Sight, copies: readonly SheetRecord[]): SheetView[] {
  return worksheetsOf(sight).map(({ attachment, studentId }) => {
    const copy = copies.find((one) => one.attachmentId === attachment.id && one.studentId === studentId);
    const current = JSON.stringify(attachment.text);
    const fresh = !copy || (!copy.begun && JSON.stringify(copy.source) !== current);
    return {
      attachmentId: attachment.id,
      title: attachment.title,
      text: fresh ? attachment.text : copy.text,
      begun: copy?.begun ?? false,
      version: copy?.version ?? 0,
      corrected: copy?.begun && JSON.stringify(copy.source) !== current ? attachment.text : null,
    };
  });
}

interface Collaborators {
  accounts: AccountsService;
  classes: ClassesService;
  ownPieces: OwnPiecesService;
  pieces: PiecesService;
  works: WorksService;
  news: NewsService;
}

/** Working on a piece, alone or with a group: writing, attaching, versions, handing in and taking back. */
export function workingService({ accounts, classes, ownPieces, pieces, works, news }: Collaborators) {
  /** Changes what is worked on: notes for all who share it that work has begun, and who was active. */
  async function changeDraft<T>(
    student: Student,
    assignmentId: string,
    now: number,
    work: (open: OpenTeam, at: Sight) => Promise<T>,
  ): Promise<T> {
    const before = await ownPieces.sight(student, 'ownWork.write', assignmentId, now);
    const team = await ownPieces.teamOf(before);
    return pieces.changeWork(team, async (open) => {
      const at = freshSight(before, open.own.record, now);
      requireOpen(at, now);
      for (const piece of open.pieces) {
        const { summary, activeAt } = piece.record;
        if (summary.begunAt === null) piece.append({ kind: 'opened', at: now }, student.userId);
        // Every few seconds of typing is saved, but the story keeps a line only every ten minutes of it.
        if (piece === open.own && now - (activeAt ?? 0) >= SAVED_FACT_EVERY_MS) piece.append({ kind: 'saved', at: now }, student.userId);
        piece.set({ activeAt: piece === open.own || activeAt === null ? new Date(now) : new Date(activeAt) });
      }
      await open.work.copySheets(worksheetsOf(at));
      return work(open, at);
    });
  }

  const titlesOf = ({ assignment }: Sight) => new Map(assignment.attachments.map((one) => [one.id, one.title]));

  async function named<T extends { by: string }>(all: readonly T[]): Promise<T[]> {
    const people = await accounts.people([...new Set(all.map((one) => one.by).filter(Boolean))]);
    return all.map((one) => ({ ...one, by: people.get(one.by) ? fullName(people.get(one.by)!) : '' }));
  }

  async function toHandInView(record: HandInRecord, receivedFor: string): Promise<HandInView> {
    const [one] = await named([record]);
    return { ...one!, receivedFor };
  }

  const toItem = ({ fileIds, ...one }: VersionRecord): VersionItem => ({
    id: one.id,
    kind: one.kind,
    number: one.number,
    at: one.at,
    by: one.by,
    words: one.words,
    files: fileIds.length,
  });

  /** Teachers who want to hear of late hand-ins do. */
  async function tellLate(
    { schoolClass, assignment, member }: Sight,
    teachers: readonly { id: string }[],
    version: number,
    transaction: Transaction,
    now: number,
  ): Promise<void> {
    const about = { assignmentId: assignment.id, classId: schoolClass.id, zone: schoolClass.calendar.zone };
    const data = { title: assignment.title, className: schoolClass.label, who: fullName(member.student) };
    await news.tell(
      teachers.map(({ id }) => ({
        userId: id,
        kind: 'inLate' as const,
        onceKey: `late:${assignment.id}:${member.student.id}:${version}`,
        ...about,
        data,
      })),
      now,
      transaction,
    );
  }

  /** The others of a group hear that it is handed in, and find the receipt there. */
  async function tellGroup(
    { schoolClass, assignment, member }: Sight,
    { pieces: all, own, transaction }: OpenTeam,
    version: number,
    now: number,
  ): Promise<void> {
    const about = { assignmentId: assignment.id, classId: schoolClass.id, zone: schoolClass.calendar.zone };
    const data = { title: assignment.title, className: schoolClass.label, who: fullName(member.student) };
    await news.tell(
      all
        .filter((piece) => piece !== own)
        .map(({ record }) => ({
          userId: record.studentId,
          kind: 'groupIn' as const,
          onceKey: `groupIn:${assignment.id}:${record.studentId}:${version}`,
          ...about,
          data,
        })),
      now,
      transaction,
    );
  }

  async function sheetIn(work: OpenWork, at: Sight, attachmentId: string): Promise<{ copy: SheetRecord; attachment: WorksheetAttachment }> {
    const asked = worksheetsOf(at).find(({ attachment }) => attachment.id === attachmentId);
    const copy = asked && (await work.sheets()).find((one) => one.attachmentId === attachmentId && one.studentId === asked.studentId);
    if (!copy) throw new Problem('thing.unknown');
    return { copy, attachment: asked.attachment };
  }

  /** Changes one copy of a worksheet from the version it was seen in. */
  async function changeSheet(
    student: Student,
    at: { assignmentId: string; attachmentId: string; version: number },
    now: number,
    change: (work: OpenWork, copy: SheetRecord, attachment: WorksheetAttachment) => Promise<void>,
  ): Promise<SheetView> {
    return changeDraft(student, at.assignmentId, now, async ({ work }, sight) => {
      const { copy, attachment } = await sheetIn(work, sight, at.attachmentId);
      const view = async () => toSheetViews(sight, await work.sheets()).find((one) => one.attachmentId === at.attachmentId)!;
      if (copy.version !== at.version) throw new Problem('conflict.changedMeanwhile', { current: await view() });
      await change(work, copy, attachment);
      return view();
    });
  }

  const service = {
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

    /** @throws Problem `conflict.changedMeanwhile` with the newer text, which another tab, device or member saved */
    async saveText(student: Student, assignmentId: string, request: SaveTextRequest, now: number): Promise<SaveTextReply> {
      return changeDraft(student, assignmentId, now, async ({ work }, at) => {
        if (!acceptsText(at.assignment.accepts, request.text)) throw new Problem('piece.kindNotAccepted');
        if (work.record.version !== request.version)
          throw new Problem('conflict.changedMeanwhile', { current: { text: work.record.text, version: work.record.version } });
        if (request.keepBefore) await work.keepPresent(work.record.savedBy ?? student.userId, now - 1);
        await work.saveText(request.text, student.userId, now);
        return { savedAt: now, version: work.record.version };
      });
    },

    async saveSheet(
      student: Student,
      at: { assignmentId: string; attachmentId: string },
      { text, version, keepBefore }: SaveTextRequest,
      now: number,
    ): Promise<SheetView> {
      return changeSheet(student, { ...at, version }, now, async (work, copy) => {
        if (keepBefore) await work.keepPresent(work.record.savedBy ?? student.userId, now - 1);
        await work.saveSheet(copy, text, student.userId, now);
      });
    },

    /** Takes the teacher's corrected worksheet; what was written stays in its places, and the sheet as it was is a version. */
    async takeCorrection(
      student: Student,
      at: { assignmentId: string; attachmentId: string },
      version: number,
      now: number,
    ): Promise<SheetView> {
      return changeSheet(student, { ...at, version }, now, (work, copy, attachment) =>
        work.correctSheet(copy, attachment.text, student.userId, now),
      );
    },

    /** May this student attach one more file now? Asked before the bytes come. */
    async mayAttach(student: Student, assignmentId: string, now: number): Promise<void> {
      const at = await ownPieces.sight(student, 'ownWork.write', assignmentId, now);
      requireOpen(at, now);
      const work = workAt(at);
      if (work && (await works.draftFiles(work.id)).length >= MOST_FILES) throw new Problem('file.tooMany');
    },

    async attach(
      student: Student,
      assignmentId: string,
      file: TakenFile,
      now: number,
      alsoThen: (attached: WorkFile, transaction: Transaction) => Promise<void> = async () => {},
    ): Promise<WorkFile> {
      return changeDraft(student, assignmentId, now, async ({ work, transaction }, at) => {
        if (!acceptsFile(at.assignment.accepts, file.mediaType)) throw new Problem('piece.kindNotAccepted');
        const there = await work.files();
        if (there.length >= MOST_FILES) throw new Problem('file.tooMany');
        const attached = await work.addFile({ ...file, name: newName(file.name, there) }, student.userId, now);
        await alsoThen(attached, transaction);
        return attached;
      });
    },

    async detach(student: Student, assignmentId: string, fileId: string, now: number): Promise<void> {
      await changeDraft(student, assignmentId, now, async ({ work }) => {
        if (!(await work.dropFile(fileId, student.userId, now))) throw new Problem('thing.unknown');
      });
    },

    /** How they see their work by the rubric, before handing it in. */
    async checkSelf(student: Student, assignmentId: string, choices: RubricChoices, now: number): Promise<void> {
      await changeDraft(student, assignmentId, now, async ({ own }, { assignment: { scoring } }) => {
        if (scoring.by !== 'rubric' || choiceProblem(scoring.rubric, choices)) throw new Problem('score.noSuchChoice');
        own.set({ selfCheck: choices });
      });
    },

    /**
     * Hands in what the draft holds: text, worksheets, files and the fact in one transaction, or nothing. Of a
     * group it is handed in for all.
     * @param now when the server received the request; lateness counts by it
     */
    async handIn(student: Student, assignmentId: string, idempotencyKey: string | null, now: number): Promise<HandInView> {
      const before = await ownPieces.sight(student, 'ownWork.handIn', assignmentId, now);
      const { id: classId } = before.schoolClass;
      const [team, teachersBy] = await Promise.all([ownPieces.teamOf(before), classes.teachersOf([classId])]);
      return pieces.changeWork(team, (open) =>
        pieces.onceFor(open.transaction, { userId: student.userId, idempotencyKey, about: `handIn ${assignmentId}`, now }, async () => {
          const { work, own } = open;
          requireOpen(freshSight(before, own.record, now), now);
          const text: RichText | null = work.record.text;
          const written = (await work.sheets()).some((one) => one.begun);
          if (isBlank(text) && !written && (await work.files()).length === 0) throw new Problem('piece.empty');
          const frozen = await work.handIn(titlesOf(before), student.userId, now);
          const handIn: HandInView = { ...frozen, by: fullName(before.member.student), receivedFor: before.assignment.title };
          for (const piece of open.pieces)
            piece.append({ kind: 'handedIn', at: now }, student.userId, { version: handIn.version, receipt: handIn.receipt });
          // Lateness follows from the facts as they are now; nothing else of the sight is another by handing in.
          if (lateOf({ ...before, record: own.record }) !== null)
            await tellLate(before, teachersBy.get(classId) ?? [], handIn.version, open.transaction, now);
          await tellGroup(before, open, handIn.version, now);
          return handIn;
        }),
      );
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

    toHandInView,

    /** All versions of a work, newest first, with names. */
    async versions(workId: string): Promise<VersionItem[]> {
      return (await named(await works.versionsOf(workId))).map(toItem);
    },

    /** @throws Problem `thing.unknown` for a version of something else */
    async version(workId: string, id: string, sight: Sight): Promise<VersionReply> {
      const whole = await works.version(workId, id);
      if (!whole) throw new Problem('thing.unknown');
      const [one] = await named([whole]);
      const titles = titlesOf(sight);
      const { text, sheets, files, ...item } = one!;
      return {
        ...toItem(item),
        text,
        sheets: sheets.map((sheet) => ({ ...sheet, title: sheet.title || (titles.get(sheet.attachmentId) ?? '') })),
        workFiles: files,
      };
    },

    /** A student's own versions. */
    async ownVersions(student: Student, assignmentId: string, now: number): Promise<VersionItem[]> {
      const work = workAt(await ownPieces.sight(student, 'ownWork.look', assignmentId, now));
      return work ? service.versions(work.id) : [];
    },

    async ownVersion(student: Student, assignmentId: string, versionId: string, now: number): Promise<VersionReply> {
      const sight = await ownPieces.sight(student, 'ownWork.look', assignmentId, now);
      const work = workAt(sight);
      if (!work) throw new Problem('thing.unknown');
      return service.version(work.id, versionId, sight);
    },

    /** The receipt of one hand-in, also of one that was taken back or sent back since. */
    async receipt(student: Student, assignmentId: string, version: number, now: number): Promise<HandInView> {
      const { record, assignment } = await ownPieces.sight(student, 'ownWork.look', assignmentId, now);
      const { one } = record ? await works.handInsOf(record.work.id, version) : { one: null };
      if (!one) throw new Problem('thing.unknown');
      return toHandInView(one, assignment.title);
    },

    /** Makes an earlier version the present one; what was there before stays as a version. */
    async restore(student: Student, assignmentId: string, versionId: string, now: number): Promise<void> {
      await changeDraft(student, assignmentId, now, async ({ work }) => {
        const version = await works.version(work.record.id, versionId);
        if (!version) throw new Problem('thing.unknown');
        await work.restore(version, student.userId, now);
      });
    },
  };
  return service;
}

/** A second file of the same name gets a number, so that each can be told from the other. */
function newName(name: string, there: readonly WorkFile[]): string {
  const taken = new Set(there.map((file) => file.name.toLowerCase()));
  const dot = name.lastIndexOf('.');
  const [stem, ending] = dot > 0 ? [name.slice(0, dot), name.slice(dot)] : [name, ''];
  for (let number = 1; ; number += 1) {
    const candidate = number === 1 ? name : `${stem} (${number})${ending}`;
    if (!taken.has(candidate.toLowerCase())) return candidate;
  }
}

export type WorkingService = ReturnType<typeof workingService>;
