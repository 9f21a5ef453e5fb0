import type { HandInView, VersionItem, VersionReply } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ChangeDraft } from './change-draft';
import { workAt, type OwnPiecesService, type Student } from './own-pieces.service';
import type { HandInRecord } from './records';
import { titlesOf } from './sheets';
import type { Sight } from './sight';
import type { VersionRecord } from './work-records';
import type { WorksService } from './works.service';
import type { WritingOnPapers } from './writing-on-papers';

interface Collaborators {
  accounts: AccountsService;
  ownPieces: OwnPiecesService;
  works: WorksService;
  papersThen: WritingOnPapers['papersThen'];
}

const toItem = ({ fileIds, papers, ...one }: VersionRecord): VersionItem => ({
  id: one.id,
  kind: one.kind,
  number: one.number,
  at: one.at,
  by: one.by,
  words: one.words,
  files: fileIds.length,
  paperCount: papers.length,
});

/** Versions and receipts as people see them, and going back to an earlier version. */
export function versionsOfWork(changeDraft: ChangeDraft, { accounts, ownPieces, works, papersThen }: Collaborators) {
  async function named<T extends { by: string }>(all: readonly T[]): Promise<T[]> {
    const people = await accounts.people([...new Set(all.map((one) => one.by).filter(Boolean))]);
    return all.map((one) => ({ ...one, by: people.get(one.by) ? fullName(people.get(one.by)!) : '' }));
  }

  async function toHandInView(record: HandInRecord, receivedFor: string): Promise<HandInView> {
    const [one] = await named([record]);
    return { ...one!, receivedFor };
  }

  const service = {
    named,
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
        papers: await papersThen(workId, sight, whole.papers),
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
