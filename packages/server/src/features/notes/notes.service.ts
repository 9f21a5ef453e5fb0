import { carryPlace, fillRemark, partKeys, plainText, type Place, type StudentName } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import type { HandInView, KeptFile, MarginNote, NoteChange, NoteRequest } from '../../contract';
import { fromJson } from '../../db/json-column';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { KeptFilesService } from '../kept/kept-files.service';
import { defineNotes, type MarginNoteRow } from './notes.model';

/** More than anybody reads; a piece with more is refused, not cut. */
const MOST_NOTES = 500;
const MOST_ANSWERS = 100;

type Pinned = Pick<HandInView, 'version' | 'text' | 'sheets' | 'files'>;

/** Who reads the notes on a work. */
export type NoteReader =
  | { as: 'teacher'; userId: string; /** names of students are not told */ nameless: boolean }
  | { as: 'student'; userId: string; student: StudentName; /** notes that were shown until then */ until: number | null };

/** The plain words of each part of a hand-in that a note can be pinned to. */
function partsOf({ text, sheets }: Pinned): Map<string, string> {
  const keys = partKeys(sheets);
  return new Map([['text', plainText(text)], ...sheets.map((sheet, index) => [keys[index]!, plainText(sheet.text)] as const)]);
}

/** Where a note stands in this hand-in: as it was pinned, or at the same words or on the same file of a later one. */
function hereIn(handIn: Pinned, version: number, place: Place): Place | null {
  if (handIn.version === version) return place;
  if (place.kind !== 'text') return handIn.files.some((file) => file.id === place.fileId) ? place : null;
  const text = partsOf(handIn).get(place.part);
  return text === undefined ? null : carryPlace(place, text);
}

/** @throws Problem `note.noSuchPlace` for a place that this hand-in does not have */
function requirePlace(handIn: Pinned, place: Place): void {
  const there =
    place.kind === 'text'
      ? partsOf(handIn).get(place.part)?.slice(place.start, place.end) === place.quote
      : handIn.files.some((file) => file.id === place.fileId);
  if (!there) throw new Problem('note.noSuchPlace');
}

const toText = (text: string, place: Place, spoken: KeptFile | null): string => {
  if (text.trim() === '' && place.kind !== 'pen' && spoken === null) throw new Problem('note.empty');
  return text.trim();
};

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  keptFiles: KeptFilesService;
}

/** Notes pinned to places in students' work, and what is written below them. Who may is asked by who calls. */
export function notesService({ sequelize, accounts, keptFiles }: Collaborators) {
  const { notes, answers, reads } = defineNotes(sequelize);

  async function find(workId: string, id: string, transaction: Transaction): Promise<MarginNoteRow> {
    const row = await rowOf(notes, { where: { id, workId }, lock: true, transaction });
    if (!row) throw new Problem('thing.unknown');
    return row;
  }

  /** One's own that nobody has read yet; what was read stays as it was. */
  async function findOwn(workId: string, id: string, byUser: string, transaction: Transaction): Promise<MarginNoteRow> {
    const row = await find(workId, id, transaction);
    if (row.byUser !== byUser) throw new Problem('note.notYours');
    if (row.shownAt !== null) throw new Problem('note.shown');
    return row;
  }

  /** The recording of a note as it is on record: the teacher's own, and shown by this note from now on. */
  async function recorded(byUser: string, noteId: string, spoken: KeptFile | null, transaction: Transaction): Promise<KeptFile | null> {
    const ids = spoken === null ? [] : [spoken.id];
    const files = await keptFiles.usable(byUser, ids, [noteId]);
    await keptFiles.setUses({ holderKind: 'marginNote', holderId: noteId }, ids, transaction);
    return spoken === null ? null : files.get(spoken.id)!;
  }

  const service = {
    /** Which work a note is on, and whether its students have it. */
    async place(id: string): Promise<{ workId: string; shown: boolean } | null> {
      const row = await rowByKey(notes, id, { attributes: ['workId', 'shownAt'] });
      return row && { workId: row.workId, shown: row.shownAt !== null };
    },

    /** All notes on a work that this reader may see, in the order in which they were written; places as they are in this hand-in. */
    async ofWork(workId: string, handIn: Pinned | null, reader: NoteReader): Promise<MarginNote[]> {
      if (reader.as === 'student' && reader.until === null) return [];
      const shown = reader.as === 'student' ? { shownAt: { [Op.lte]: new Date(reader.until!) } } : {};
      const rows = await rowsOf(notes, {
        where: { workId, ...shown },
        order: [
          ['at', 'ASC'],
          ['id', 'ASC'],
        ],
        limit: MOST_NOTES,
      });
      if (rows.length === 0) return [];
      const [below, read] = await Promise.all([
        rowsOf(answers, {
          where: { noteId: { [Op.in]: rows.map((row) => row.id) } },
          order: [['at', 'ASC']],
        }),
        rowOf(reads, { where: { workId, userId: reader.userId } }),
      ]);
      const people = await accounts.people([...new Set([...rows, ...below].map((row) => row.byUser))]);
      const nameOf = (id: string) => {
        const person = people.get(id);
        return !person || (reader.as === 'teacher' && reader.nameless && person.role === 'student') ? '' : fullName(person);
      };
      const words = (text: string) => (reader.as === 'student' ? fillRemark(text, reader.student) : text);
      return rows.map((row): MarginNote => {
        const place = fromJson<Place>(row.place);
        return {
          id: row.id,
          version: row.versionNo,
          place,
          here: handIn ? hereIn(handIn, row.versionNo, place) : null,
          text: words(row.text),
          spoken: row.spoken == null ? null : fromJson<KeptFile>(row.spoken),
          by: nameOf(row.byUser),
          mine: row.byUser === reader.userId,
          at: row.at.getTime(),
          shown: row.shownAt !== null,
          settledAt: row.settledAt?.getTime() ?? null,
          answers: below
            .filter((one) => one.noteId === row.id)
            .map((one) => ({
              id: one.id,
              by: nameOf(one.byUser),
              mine: one.byUser === reader.userId,
              at: one.at.getTime(),
              text: words(one.text),
              unread: one.byUser !== reader.userId && (read === null || one.at > read.readAt),
            })),
          edition: row.version,
        };
      });
    },

    /** @throws Problem `note.noSuchPlace`, `note.tooMany` */
    async add(
      workId: string,
      handIn: Pinned,
      { place, text, spoken = null }: NoteRequest,
      byUser: string,
      now: number,
      transaction: Transaction,
    ): Promise<string> {
      requirePlace(handIn, place);
      if ((await notes.count({ where: { workId }, transaction })) >= MOST_NOTES) throw new Problem('note.tooMany');
      const row: MarginNoteRow = {
        id: randomUUID(),
        workId,
        versionNo: handIn.version,
        place,
        text: toText(text, place, spoken),
        spoken: null,
        byUser,
        at: new Date(now),
        shownAt: null,
        settledAt: null,
        settledBy: null,
        version: 1,
      };
      row.spoken = await recorded(byUser, row.id, spoken, transaction);
      await notes.create(row, { transaction });
      return row.id;
    },

    async change(
      workId: string,
      handIn: Pinned,
      id: string,
      { place, text, spoken = null, edition }: NoteChange,
      byUser: string,
      transaction: Transaction,
    ): Promise<void> {
      const row = await findOwn(workId, id, byUser, transaction);
      if (row.version !== edition) throw new Problem('conflict.changedMeanwhile', { current: { text: row.text, edition: row.version } });
      requirePlace(handIn, place);
      const words = toText(text, place, spoken);
      const kept = await recorded(byUser, id, spoken, transaction);
      await notes.update({ place, text: words, spoken: kept, version: edition + 1 }, { where: { id }, transaction });
    },

    async remove(workId: string, id: string, byUser: string, transaction: Transaction): Promise<void> {
      await findOwn(workId, id, byUser, transaction);
      await answers.destroy({ where: { noteId: id }, transaction });
      await recorded(byUser, id, null, transaction);
      await notes.destroy({ where: { id }, transaction });
    },

    /** Writes below a note. @returns the answer's id. @throws Problem `note.tooMany` */
    async answer(
      workId: string,
      id: string,
      text: string,
      byUser: string,
      now: number,
      transaction: Transaction,
    ): Promise<{ answerId: string; note: { shown: boolean; text: string } }> {
      const row = await find(workId, id, transaction);
      if ((await answers.count({ where: { noteId: id }, transaction })) >= MOST_ANSWERS) throw new Problem('note.tooMany');
      const answerId = randomUUID();
      await answers.create({ id: answerId, noteId: id, byUser, at: new Date(now), text }, { transaction });
      return { answerId, note: { shown: row.shownAt !== null, text: row.text } };
    },

    /** Says that what a note asks for is done, or not after all. */
    async settle(workId: string, id: string, settled: boolean, byUser: string, now: number, transaction: Transaction): Promise<void> {
      await find(workId, id, transaction);
      await notes.update(settled ? { settledAt: new Date(now), settledBy: byUser } : { settledAt: null, settledBy: null }, {
        where: { id },
        transaction,
      });
    },

    async read(workId: string, userId: string, now: number): Promise<void> {
      await reads.upsert({ workId, userId, readAt: new Date(now) });
    },

    /** Shows what was kept back on these works. */
    async show(workIds: readonly string[], now: number, transaction: Transaction): Promise<void> {
      await notes.update({ shownAt: new Date(now) }, { where: { workId: { [Op.in]: [...workIds] }, shownAt: null }, transaction });
    },

    /** What was kept back on these works and is to be shown now, in the order in which it was written, by work. */
    async waitingOn(workIds: readonly string[], transaction: Transaction): Promise<Map<string, string[]>> {
      const rows = await rowsOf(notes, {
        attributes: ['workId', 'text'],
        where: { workId: { [Op.in]: [...workIds] }, shownAt: null },
        order: [
          ['at', 'ASC'],
          ['id', 'ASC'],
        ],
        limit: 2000,
        transaction,
      });
      const found = new Map<string, string[]>();
      for (const { workId, text } of rows) if (text.trim() !== '') found.set(workId, [...(found.get(workId) ?? []), text]);
      return found;
    },

    /** How many notes each of these works has, and of these how many wait to be shown. */
    async countsOf(workIds: readonly string[], transaction?: Transaction): Promise<Map<string, { all: number; waiting: number }>> {
      if (workIds.length === 0) return new Map();
      const rows = await sequelize.query<{ workId: string; n: number; waiting: number }>(
        'SELECT work_id AS workId, COUNT(*) AS n, SUM(shown_at IS NULL) AS waiting FROM margin_notes WHERE work_id IN (:ids) GROUP BY work_id',
        { type: QueryTypes.SELECT, replacements: { ids: [...workIds] }, ...(transaction ? { transaction } : {}) },
      );
      return new Map(rows.map((row) => [row.workId, { all: Number(row.n), waiting: Number(row.waiting) }]));
    },

    /** Answers on these works that somebody else wrote since this person last read, by work. */
    async unreadOf(workIds: readonly string[], userId: string): Promise<Map<string, number>> {
      if (workIds.length === 0) return new Map();
      const rows = await sequelize.query<{ workId: string; n: number }>(
        `SELECT n.work_id AS workId, COUNT(*) AS n FROM note_answers a JOIN margin_notes n ON n.id = a.note_id
         LEFT JOIN note_reads r ON r.work_id = n.work_id AND r.user_id = :userId
         WHERE n.work_id IN (:ids) AND a.by_user <> :userId AND n.shown_at IS NOT NULL AND (r.read_at IS NULL OR a.at > r.read_at) GROUP BY n.work_id`,
        { type: QueryTypes.SELECT, replacements: { ids: [...workIds], userId } },
      );
      return new Map(rows.map((row) => [row.workId, Number(row.n)]));
    },
  };
  return service;
}

export type NotesService = ReturnType<typeof notesService>;
