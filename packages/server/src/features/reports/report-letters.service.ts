import { createHash } from 'node:crypto';
import type { Language, ReportSettings } from '@jolly/core';
import type { Sequelize } from 'sequelize';
import type { ReportLetter, ReportLettersReply, SendLettersRequest } from '../../contract';
import { idFrom } from '../../db/id-from';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import { say, wordsIn } from '../../words';
import type { FamilyReportsService } from '../families/family-reports.service';
import type { FamiliesService, LinkedFamily } from '../families/families.service';
import type { MailService } from '../mail/mail.service';
import type { Teacher } from '../marking/desk.service';
import { keyText, type ComposeService } from './compose.service';
import type { ReportDocument } from './report-document';
import { sectionText } from './report-text';

const MOST_LETTERS = 400;

interface Collaborators {
  sequelize: Sequelize;
  compose: ComposeService;
  families: FamiliesService;
  familyReports: FamilyReportsService;
  mail: MailService;
}

const digestOf = (letters: readonly ReportLetter[]) => createHash('sha256').update(JSON.stringify(letters)).digest('hex');

/** A letter with where it goes, and the report as its family has it in its page. */
type Written = ReportLetter & { email: string | null; document: ReportDocument | null };

/**
 * Reports as letters to families, each in its family's language, by mail where there is an address and in the family's own page as PDF. A family gets what the student has: only scores that
 * were returned, and never a teacher's own notes.
 */
export function reportLettersService({ sequelize, compose, families, familyReports, mail }: Collaborators) {
  async function compile(teacher: Teacher, settings: ReportSettings, now: number): Promise<Written[]> {
    if (settings.by === 'class') throw new Problem('report.noLetters');
    const keys = await compose.keys(teacher, settings);
    if (keys.length > MOST_LETTERS) throw new Problem('report.tooManyLetters');
    const linked = await families.ofStudents([...new Set(keys.map((key) => key.studentId))]);
    const safe: ReportSettings = { ...settings, scores: 'returned', parts: settings.parts.filter((part) => part !== 'notes') };
    const languages = new Set<Language>([settings.language, ...[...linked.values()].flat().map((one) => one.language)]);
    const composed = new Map(
      await Promise.all(
        [...languages].map(async (language) => [language, await compose.compose(teacher, { ...safe, language }, keys, now)] as const),
      ),
    );
    const own = composed.get(settings.language)!;
    return own.document.sections.flatMap((section, at): Written[] => {
      const key = own.keys[at]!;
      const letter = (family: LinkedFamily | null): Written => {
        const language = family?.language ?? settings.language;
        const { document, keys: sectionKeys } = composed.get(language)!;
        const mine = document.sections[sectionKeys.findIndex((one) => keyText(one) === keyText(key))]!;
        const { letters } = wordsIn(language);
        return {
          student: key.student!,
          className: section.className,
          key: keyText(key),
          familyId: family?.id ?? null,
          familyName: family?.name ?? '',
          subject: say(letters.reportSubject, { title: settings.title, name: section.student }),
          body: `${sectionText(mine)}\n\n${letters.signed}\n`,
          problem: family === null ? 'noFamily' : null,
          byMail: family?.email != null,
          email: family?.email ?? null,
          document: family && { ...document, sections: [mine] },
        };
      };
      const mine = linked.get(key.studentId) ?? [];
      return mine.length === 0 ? [letter(null)] : mine.map(letter);
    });
  }
  const shown = (letters: readonly Written[]): ReportLetter[] => letters.map(({ email: _, document: __, ...letter }) => letter);

  return {
    /** Every letter as it would go out, and of whom none can. */
    async look(teacher: Teacher, settings: ReportSettings, now: number): Promise<ReportLettersReply> {
      const letters = shown(await compile(teacher, settings, now));
      return { letters, digest: digestOf(letters) };
    },

    /**
     * Gives the chosen ones to the families' pages and sends them by the mail queue, all or none. Sent again under the same key, nobody gets a second one.
     * @throws Problem `report.changedMeanwhile` if they would say something else by now
     */
    async send(
      teacher: Teacher,
      { settings, digest, chosen }: SendLettersRequest,
      key: string | null,
      now: number,
    ): Promise<{ sent: number }> {
      const letters = await compile(teacher, settings, now);
      if (digestOf(shown(letters)) !== digest) throw new Problem('report.changedMeanwhile');
      const wanted = new Set(chosen.map((one) => `${one.key} ${one.familyId}`));
      const going = letters.filter((letter) => letter.problem === null && wanted.has(`${letter.key} ${letter.familyId}`));
      if (going.length < wanted.size) throw new Problem('report.changedMeanwhile');
      await inTransaction(sequelize, async (transaction) => {
        for (const letter of going) {
          const familyId = letter.familyId!;
          const id = idFrom(teacher.userId, key ?? `${digest} ${now}`, letter.key, familyId);
          const { student, className } = letter;
          await familyReports.give(
            {
              ...{ id, familyId, studentId: student.id, title: settings.title, className, document: letter.document },
              ...{ givenBy: teacher.userId, givenAt: new Date(now) },
            },
            transaction,
          );
          if (letter.email === null) continue;
          await mail.post(
            { subject: letter.subject, body: letter.body },
            { address: letter.email, name: letter.familyName, userId: familyId, id },
            teacher.userId,
            now,
            transaction,
          );
        }
      });
      return { sent: going.length };
    },
  };
}

export type ReportLettersService = ReturnType<typeof reportLettersService>;
