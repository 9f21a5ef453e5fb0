import { LANGUAGES, writtenPercent, writtenPoints, type Language } from '@jolly/core';
import type { FamilyPiece } from '../../contract';
import { familySentence, newsSentence, type NewsLine } from './news-sentence';
import { linesOfBack } from './what-came-back';
import { dayIn, say, whenIn, wordsIn } from '../../words';

/** What our mails say. Text first: it is read everywhere; the page beside it is made from it (letter-html.ts). */
export interface Letter {
  subject: string;
  body: string;
  /** of what is ours in it; English if it is not said */
  language?: Language;
  /** where its reader chooses what comes by mail */
  settingsAt?: string;
}

const signIn = (language: Language, text: string) => `${text}\n\n${wordsIn(language).letters.signed}\n`;

/** A letter with a link: whom it greets, why, the link, and what holds of it. */
const linkLetter = (language: Language, subject: string, hello: string, why: string, link: string, holds: string): Letter => ({
  subject,
  body: signIn(language, `${hello}\n\n${why}\n\n${link}\n\n${holds}`),
  language,
});

export function studentInvitation(of: { language: Language; student: string; className: string; teacher: string; link: string }): Letter {
  const { tickets, letters } = wordsIn(of.language);
  const hello = say(letters.hello, { name: of.student });
  return linkLetter(of.language, say(tickets.studentSubject, of), hello, say(tickets.student, of), of.link, tickets.twoWeeks);
}

export function coTeacherInvitation(of: { language: Language; className: string; teacher: string; link: string }): Letter {
  const { tickets } = wordsIn(of.language);
  const [subject, why] = [say(tickets.coTeacherSubject, of), say(tickets.coTeacher, of)];
  return linkLetter(of.language, subject, tickets.helloAnybody, why, of.link, tickets.twoWeeks);
}

export function newPassword(of: { language: Language; name: string; userName: string; link: string }): Letter {
  const { tickets, letters } = wordsIn(of.language);
  return linkLetter(of.language, tickets.passwordSubject, say(letters.hello, of), say(tickets.password, of), of.link, tickets.anHour);
}

export function passwordChanged(of: { language: Language; name: string; userName: string }): Letter {
  const { tickets, letters } = wordsIn(of.language);
  const body = signIn(of.language, `${say(letters.hello, of)}\n\n${say(tickets.changed, of)}`);
  return { subject: tickets.changedSubject, body, language: of.language };
}

export function reminderLetter({ name, text, language }: { name: string; text: string; language: Language }): Letter {
  const { letters } = wordsIn(language);
  return {
    subject: say(letters.reminderSubject, { text }),
    body: signIn(language, `${say(letters.hello, { name })}\n\n${letters.reminder}\n\n${text}`),
    language,
  };
}

/** A sentence as an item of a list, with what came back below it. */
const withBack = (sentence: string, { back }: NewsLine, language: Language): string =>
  [`- ${sentence}`, ...(back ? linesOfBack(back, language).map((line) => `  ${line}`) : [])].join('\n');

export function newsLetter(of: { language: Language; name: string; lines: NewsLine[]; link: string }): Letter {
  const { language, name, lines, link } = of;
  const { letters, news } = wordsIn(language);
  const sentences = lines.map((line) => newsSentence(line, language));
  const subject = sentences.length === 1 ? sentences[0]! : say(news.several, { n: sentences.length });
  const items = lines.map((line, index) => withBack(sentences[index]!, line, language));
  const body = `${say(letters.hello, { name })}\n\n${items.join('\n')}\n\n${link}\n\n${news.youChoose}`;
  return { subject, body: signIn(language, body), language, settingsAt: link };
}

/** The language of a letter to a family: what they chose when the news was made. */
const languageOf = (lines: readonly NewsLine[]): Language => LANGUAGES.find((one) => one === lines[0]?.language) ?? 'en';

export function familyNewsLetter({ name, lines, link }: { name: string; lines: NewsLine[]; link: string }): Letter {
  const language = languageOf(lines);
  const { letters } = wordsIn(language);
  const sentences = lines.map((line) => withBack(familySentence(line, language), line, language));
  const children = [...new Set(lines.map((line) => (line.kind === 'teacherMessage' ? line.title : (line.who ?? ''))))].join(', ');
  const body = `${say(letters.hello, { name })}\n\n${sentences.join('\n')}\n\n${letters.choose}\n${link}`;
  return { subject: say(letters.newsSubject, { name: children }), body: signIn(language, body), language, settingsAt: link };
}

export function familyInvitation(of: {
  language: Language;
  teacher: string;
  name: string;
  code: string;
  link: string;
  until: string;
}): Letter {
  const { letters } = wordsIn(of.language);
  const body = `${say(letters.invite, of)}\n\n${of.link}\n${letters.code}: ${of.code}\n\n${say(letters.inviteOnce, of)}`;
  return { subject: say(letters.inviteSubject, of), body: signIn(of.language, body), language: of.language };
}

/** A week of one class, as the weekly letter tells it. */
export interface WeekOfClass {
  className: string;
  zone: string;
  /** null where the class shows none, or there is none yet */
  total: string | null;
  returned: FamilyPiece[];
  handedIn: FamilyPiece[];
  missing: FamilyPiece[];
  coming: FamilyPiece[];
  /** titles of what was put up for families */
  notices: string[];
  /** titles of what a teacher said yes to in the portfolio */
  portfolio: string[];
}

/** The week of a child: what was done, what is missing, what comes. */
export function weeklyLetter({
  language,
  name,
  child,
  weeks,
  link,
}: {
  language: Language;
  name: string;
  child: string;
  weeks: readonly WeekOfClass[];
  link: string;
}): Letter {
  const { letters, report } = wordsIn(language);
  const score = ({ effective, points }: FamilyPiece) =>
    effective === null
      ? ''
      : points === null
        ? `: ${writtenPoints(language, effective)}`
        : `: ${writtenPoints(language, effective)} / ${writtenPoints(language, points)}`;
  const due = (piece: FamilyPiece, zone: string) => (piece.due === null ? '' : ` (${dayIn(language, zone, piece.due)})`);
  const part = (head: string, lines: string[]) => (lines.length === 0 ? [] : [`${head}\n${lines.map((line) => `- ${line}`).join('\n')}`]);
  const classes = weeks.flatMap(({ className, zone, total, returned, handedIn, missing, coming, notices, portfolio }) => {
    const accepted = (piece: FamilyPiece) =>
      !piece.stillAccepted
        ? report.closed
        : piece.closes === null
          ? report.accepted
          : say(report.acceptedUntil, { when: whenIn(language, zone, piece.closes) });
    const parts = [
      ...part(letters.notices, notices),
      ...part(
        letters.done,
        returned.map((piece) => `${piece.title}${score(piece)}`),
      ),
      ...part(
        letters.handedIn,
        handedIn.map((piece) => piece.title),
      ),
      ...part(letters.portfolio, portfolio),
      ...part(
        letters.missing,
        missing.map((piece) => `${piece.title}${due(piece, zone)}, ${accepted(piece)}`),
      ),
      ...part(
        letters.coming,
        coming.map((piece) => `${piece.title}${due(piece, zone)}`),
      ),
    ];
    return parts.length === 0
      ? []
      : [
          [className.toUpperCase(), ...(total === null ? [] : [`${letters.total}: ${writtenPercent(language, total)}`]), ...parts].join(
            '\n\n',
          ),
        ];
  });
  const body = [
    say(letters.hello, { name }),
    say(letters.week, { name: child }),
    ...(classes.length === 0 ? [letters.nothingToSay] : classes),
    `${letters.choose}\n${link}`,
  ].join('\n\n');
  return { subject: say(letters.weekSubject, { name: child }), body: signIn(language, body), language, settingsAt: link };
}
