import { cellText, isBlank, noticeIn, type Instant, type RichText } from '@jolly/core';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { NoticeBody } from '../../contract';
import { fromJson, jsonOrNull } from '../../db/json-column';
import type { TakeOutService } from '../markbook/take-out.service';
import { bookRows } from '../markbook/book-workbook';
import { archiveIndex, studentPage, type PagePiece, type TextTable } from './archive-pages';

type Teacher = Parameters<TakeOutService['file']>[0];
interface PieceRow {
  id: string;
  workId: string;
  assignmentId: string;
  title: string;
  due: Date | null;
  remark: unknown;
}
interface VersionRow {
  id: string;
  workId: string;
  version: number;
  at: Date;
  text: unknown;
  receipt: string;
}
interface FileRow {
  of: string;
  fingerprint: string;
  name: string;
}

/** Where a file of an archive lies in it: its fingerprint, with the ending by which a browser knows what it is. */
export function pathOfFile(fingerprint: string, name: string): string {
  const ending = /\.([a-z0-9]{1,8})$/i.exec(name)?.[1]?.toLowerCase();
  return `files/${fingerprint}${ending === undefined ? '' : `.${ending}`}`;
}
/** A text that says something; null for one that does not. */
function written(value: unknown): RichText | null {
  const text = jsonOrNull<RichText>(value);
  return text === null || isBlank(text) ? null : text;
}
const timeIn = (zone: string, at: Instant | Date | null): string =>
  at === null ? '' : new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' }).format(at);

interface Asked {
  sequelize: Sequelize;
  takeOut: TakeOutService;
  teacher: Teacher;
  classId: string;
  zone: string;
  label: string;
  now: Instant;
  /** by fingerprint, where each file lies in the archive */
  paths: ReadonlyMap<string, string>;
}

/** The pages of an archive that show a class in any browser, made one student at a time. */
export async function* classPages(
  { sequelize, takeOut, teacher, classId, zone, label, now, paths }: Asked,
  transaction: Transaction,
): AsyncGenerator<{ name: string; text: string }, TextTable> {
  const ask = async <Row extends object>(sql: string, more: object = {}): Promise<Row[]> =>
    sequelize.query<Row>(sql, { replacements: { id: classId, ...more }, type: QueryTypes.SELECT, transaction });
  const fileAt = ({ fingerprint, name }: FileRow) => ({ path: paths.get(fingerprint) ?? pathOfFile(fingerprint, name), name });
  const { out } = await takeOut.outOf(teacher, classId, { viewpoint: 'teacher' }, now);
  const place = new Map(out.columns.map((column, index) => [column.id, index]));
  const row = new Map(out.students.map((student, index) => [student.id, index]));
  const cellOf = (studentId: string, assignmentId: string) =>
    cellText(out.cells[row.get(studentId) ?? -1]?.[place.get(assignmentId) ?? -1] ?? null);
  const students = await ask<{ id: string; givenName: string; familyName: string }>(
    `SELECT u.id, u.given_name AS givenName, u.family_name AS familyName FROM class_students s JOIN users u ON u.id = s.user_id
     WHERE s.class_id = :id AND s.is_practice = 0 ORDER BY u.family_name, u.given_name, u.id`,
  );
  const listed: { name: string; page: string }[] = [];
  for (const [index, { id, givenName, familyName }] of students.entries()) {
    const name = `${givenName} ${familyName}`.trim();
    const page = `students/${String(index + 1).padStart(3, '0')}.html`;
    const pieces = await ask<PieceRow>(
      `SELECT p.id, p.work_id AS workId, a.id AS assignmentId, b.title, a.due_at AS due, p.remark
       FROM pieces p JOIN assignments a ON a.id = p.assignment_id JOIN briefs b ON b.id = a.brief_id
       WHERE a.class_id = :id AND p.student_id = :student ORDER BY COALESCE(a.due_at, a.issued_at), a.id`,
      { student: id },
    );
    const works = { works: ['', ...pieces.map((one) => one.workId)], pieces: ['', ...pieces.map((one) => one.id)] };
    const versions = await ask<VersionRow>(
      'SELECT id, work_id AS workId, version_no AS version, at, text, receipt FROM hand_ins WHERE work_id IN (:works) ORDER BY work_id, version_no',
      works,
    );
    const files = await ask<FileRow>(
      `SELECT h.hand_in_id AS \`of\`, f.fingerprint, f.name FROM hand_in_files h JOIN piece_files f ON f.id = h.file_id
       WHERE f.work_id IN (:works) ORDER BY h.hand_in_id, h.position`,
      works,
    );
    const feedback = await ask<FileRow>(
      'SELECT piece_id AS `of`, fingerprint, name FROM feedback_files WHERE piece_id IN (:pieces) ORDER BY added_at, id',
      works,
    );
    const shown = pieces.map((piece): PagePiece => ({
      title: piece.title,
      due: timeIn(zone, piece.due),
      cell: cellOf(id, piece.assignmentId),
      versions: versions
        .filter((one) => one.workId === piece.workId)
        .map((one) => ({
          label: `Version ${one.version}, handed in ${timeIn(zone, one.at)}`,
          receipt: one.receipt,
          text: written(one.text),
          files: files.filter((file) => file.of === one.id).map(fileAt),
        })),
      remark: written(piece.remark),
      feedback: feedback.filter((file) => file.of === piece.id).map(fileAt),
    }));
    yield { name: page, text: studentPage(label, name, shown) };
    listed.push({ name, page });
  }
  const assignments = await ask<{ unit: string | null; title: string; instructions: unknown; opens: Date | null; due: Date | null }>(
    `SELECT u.name AS unit, b.title, b.instructions, a.opens_at AS opens, a.due_at AS due FROM assignments a JOIN briefs b ON b.id = a.brief_id
     LEFT JOIN units u ON u.id = a.unit_id WHERE a.class_id = :id ORDER BY u.position IS NULL, u.position, u.id, a.position, a.id`,
  );
  const notices = await ask<{ language: 'en'; words: unknown; phrases: unknown; shown: Date | null }>(
    `SELECT n.language, n.words, n.phrases, n.show_at AS shown FROM notices n JOIN notice_classes c ON c.notice_id = n.id
     WHERE c.class_id = :id AND n.show_at IS NOT NULL ORDER BY n.show_at, n.id`,
  );
  const book = bookRows(out);
  const unitNames = [...new Set(assignments.map((one) => one.unit))];
  yield {
    name: 'index.html',
    text: archiveIndex({
      label,
      made: timeIn(zone, now),
      students: listed,
      units: unitNames.map((unit) => ({
        name: unit ?? 'Without a unit',
        assignments: assignments
          .filter((one) => one.unit === unit)
          .map(({ title, instructions, due }) => ({ title, dates: timeIn(zone, due), instructions: fromJson<RichText>(instructions) })),
      })),
      book,
      notices: notices.map(({ language, words, phrases, shown }) => {
        const said = noticeIn([null], {
          language,
          words: fromJson<NoticeBody['words']>(words),
          phrases: fromJson<NoticeBody['phrases']>(phrases),
        });
        return { title: said.title, shown: timeIn(zone, shown), text: said.text };
      }),
    }),
  };
  return book;
}
