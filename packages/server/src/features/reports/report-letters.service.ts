import { createHash } from 'node:crypto';
import type { Language, ReportSettings } from '@jolly/core';
import type { Sequelize } from 'sequelize';
import type { ReportLetter, ReportLettersReply, SendLettersRequest } from '../../contract';
import { idFrom } from '../../db/id-from';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import { say, wordsIn } from '../../words';
import type { FamiliesService, LinkedFamily } from '../families/families.service';
import type { MailService } from '../mail/mail.service';
import type { Teacher } from '../marking/desk.service';
import { keyText, type ComposeService } from './compose.service';
import { sectionText } from './report-text';

const MOST_LETTERS = 400;

interface Collaborators {
  sequelize: Sequelize;
  compose: ComposeService;
  families: FamiliesService;
  mail: MailService;
}

const digestOf = (letters: readonly ReportLetter[]) => createHash('sha256').update(JSON.stringify(letters)).digest('hex');

/**
 * Reports as letters to families, each in its family's language. A family gets what the student has: only scores that
 * were returned, and never a teacher's own notes.
 */
export function reportLettersService({ sequelize, compose, families, mail }: Collaborators) {
  async function compile(teacher: Teacher, settings: ReportSettings, now: number): Promise<(ReportLetter & { email: string | null })[]> {
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
    return own.document.sections.flatMap((section, at): (ReportLetter & { email: string | null })[] => {
      const key = own.keys[at]!;
      const letter = (family: LinkedFamily | null): ReportLetter & { email: string | null } => {
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
          problem: family === null ? 'noFamily' : family.email === null ? 'noAddress' : null,
          email: family?.email ?? null,
        };
      };
      const mine = linked.get(key.studentId) ?? [];
      return mine.length === 0 ? [letter(null)] : mine.map(letter);
    });
  }
  const shown = (letters: readonly (ReportLetter & { email: string | null })[]): ReportLetter[] =>
    letters.map(({ email: _, ...letter }) => letter);

  return {
    /** Every letter as it would go out, and of whom none can. */
    async look(teacher: Teacher, settings: ReportSettings, now: number): Promise<ReportLettersReply> {
      const letters = shown(await compile(teacher, settings, now));
      return { letters, digest: digestOf(letters) };
    },

    /**
     * Sends the chosen ones by the mail queue, all or none. Sent again under the same key, nobody gets a second one.
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
        for (const letter of going)
          await mail.post(
            { subject: letter.subject, body: letter.body },
            {
              address: letter.email!,
              name: letter.familyName,
              userId: letter.familyId,
              id: idFrom(teacher.userId, key ?? `${digest} ${now}`, letter.key, letter.familyId!),
            },
            teacher.userId,
            now,
            transaction,
          );
      });
      return { sent: going.length };
    },
  };
}

export type ReportLettersService = ReturnType<typeof reportLettersService>;
