import { LANGUAGES, languageRead, type InLanguages, type Language } from '@jolly/core';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { fromJson } from '../../db/json-column';

/** As much of a piece of news as its title depends on. */
interface Titled {
  userId: string;
  assignmentId: string | null;
  data: { title: string; /** of a family */ language?: string };
}
interface Worded {
  id: string;
  classId: string;
  title: string;
  language: Language;
  otherWords: unknown;
}
interface Reader {
  id: string;
  role: string;
  language: Language | null;
  classId: string | null;
  wordsLanguage: Language | null;
}

/**
 * News with the titles of what was written in several languages as each reader has them: a student in the language that their
 * teachers gave them or their own, a family in its own, a teacher as it was written. Looked up here, once for all who tell.
 */
export async function inReadersWords<T extends Titled>(
  sequelize: Sequelize,
  all: readonly T[],
  transaction: Transaction,
): Promise<readonly T[]> {
  const ids = [...new Set(all.flatMap((one) => one.assignmentId ?? []))];
  if (ids.length === 0) return all;
  const rows = await sequelize.query<Worded>(
    `SELECT a.id, a.class_id AS classId, b.title, b.language, b.other_words AS otherWords
     FROM assignments a JOIN briefs b ON b.id = a.brief_id WHERE a.id IN (:ids) AND b.other_words IS NOT NULL`,
    { replacements: { ids }, type: QueryTypes.SELECT, transaction },
  );
  if (rows.length === 0) return all;
  const worded = new Map(rows.map((row) => [row.id, { ...row, otherWords: fromJson<InLanguages<{ title: string }>>(row.otherWords) }]));
  const about = all.filter((one) => one.assignmentId !== null && worded.has(one.assignmentId));
  const readers = await sequelize.query<Reader>(
    `SELECT u.id, u.role, u.language, m.class_id AS classId, m.words_language AS wordsLanguage
     FROM users u LEFT JOIN class_students m ON m.user_id = u.id AND m.class_id IN (:classIds) WHERE u.id IN (:userIds)`,
    {
      replacements: { classIds: [...new Set(rows.map((row) => row.classId))], userIds: [...new Set(about.map((one) => one.userId))] },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  const wantedOf = ({ userId, data }: Titled, classId: string): (Language | null)[] => {
    const own = readers.filter((one) => one.id === userId);
    const role = own[0]?.role;
    if (role === 'student') return [own.find((one) => one.classId === classId)?.wordsLanguage ?? null, own[0]!.language];
    return role === 'family' ? [LANGUAGES.find((one) => one === data.language) ?? null] : [];
  };
  return all.map((telling) => {
    const brief = telling.assignmentId === null ? undefined : worded.get(telling.assignmentId);
    if (!brief) return telling;
    const written = LANGUAGES.filter((one) => (brief.otherWords[one]?.title.trim() ?? '') !== '');
    const titles = [brief.title, ...written.map((one) => brief.otherWords[one]!.title.trim())];
    // What is told may have another title, such as the name of a notice that points at it.
    if (!titles.includes(telling.data.title)) return telling;
    const to = languageRead(wantedOf(telling, brief.classId), brief.language, written);
    const title = to === brief.language ? brief.title : brief.otherWords[to]!.title.trim();
    return { ...telling, data: { ...telling.data, title } };
  });
}
