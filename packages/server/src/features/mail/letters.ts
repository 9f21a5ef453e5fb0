import { LANGUAGES, writtenPercent, writtenPoints, type Language, type WorkWindow } from '@jolly/core';
import type { FamilyPiece, NewsKind } from '../../contract';
import { linesOfBack, type WhatCameBack } from './what-came-back';
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

const sign = (text: string) => `${text}\n\nJolly Compass\n`;

export const studentInvitation = (of: { student: string; className: string; teacher: string; link: string }): Letter => ({
  subject: `Join ${of.className}`,
  body: sign(
    `Hello ${of.student},\n\n${of.teacher} has put you on the roster of ${of.className}. Open this link to choose your user name and password:\n\n${of.link}\n\nThe link works once, for 14 days. If this is not for you, do nothing.`,
  ),
});

export const coTeacherInvitation = (of: { className: string; teacher: string; link: string }): Letter => ({
  subject: `Teach ${of.className} together with ${of.teacher}`,
  body: sign(
    `Hello,\n\n${of.teacher} invites you to teach ${of.className} together. Open this link, and sign in or make a sign-in:\n\n${of.link}\n\nThe link works once, for 14 days. If this is not for you, do nothing.`,
  ),
});

export function reminderLetter({ name, text, language }: { name: string; text: string; language: Language }): Letter {
  const { letters } = wordsIn(language);
  return {
    subject: say(letters.reminderSubject, { text }),
    body: signIn(language, `${say(letters.hello, { name })}\n\n${letters.reminder}\n\n${text}`),
    language,
  };
}

export const newPassword = (of: { name: string; userName: string; link: string }): Letter => ({
  subject: 'A new password',
  body: sign(
    `Hello ${of.name},\n\nsomebody, we hope you, asked for a new password for ${of.userName}. Open this link to choose one:\n\n${of.link}\n\nThe link works once, for an hour. If it was not you, do nothing: your password stays as it is.`,
  ),
});

export const passwordChanged = (of: { name: string; userName: string }): Letter => ({
  subject: 'Your password was changed',
  body: sign(
    `Hello ${of.name},\n\nthe password of ${of.userName} was just changed. If it was not you, ask whoever runs this server at once.`,
  ),
});

/** One thing that happened, as a line of a letter. */
export interface NewsLine {
  kind: NewsKind;
  title: string;
  className: string;
  zone: string;
  who?: string;
  word?: string;
  from?: WorkWindow;
  to?: WorkWindow | null;
  language?: string;
  /** of a return: what came back, as far as it may be said */
  back?: WhatCameBack | null;
}

const day = (zone: string, at: number | null | undefined) =>
  at == null
    ? 'no due date'
    : new Intl.DateTimeFormat('en-GB', {
        timeZone: zone,
        weekday: 'short',
        day: 'numeric',
        month: 'short',
        hour: '2-digit',
        minute: '2-digit',
      }).format(at);

const localDay = (date: string) => day('UTC', Date.parse(`${date}T00:00:00Z`)).replace(/,? 00:00$/, '');

/** What became of a piece or a remark on a wall. */
const WALL_SETTLED = {
  pieceShown: (what: string) => `Your piece on the wall ${what} is seen again.`,
  pieceHidden: (what: string) => `Your piece on the wall ${what} was hidden from the class; you still see it.`,
  remarkHidden: (what: string) => `What you said on the wall ${what} is not shown; you still see it.`,
};
/** What a teacher decided about a student's notice or answer, or their right to put some up. */
const NOTICE_SETTLED = {
  shown: (what: string) => `Your notice ${what} is up.`,
  refused: (what: string) => `Your notice ${what} was not put up.`,
  hidden: (what: string) => `Your notice ${what} was taken down.`,
  answerHidden: (what: string) => `What you answered on the notice ${what} was hidden; you still see it.`,
  paused: (_what: string, className: string, until: string) => `You put up no notices in ${className} until ${localDay(until)}.`,
  mayAgain: (_what: string, className: string) => `You may put up notices in ${className} again.`,
};

/** What happened in a sentence; only what concerns the one it is told to. */
export function newsSentence({ kind, title, className, zone, who, word, from, to }: NewsLine): string {
  const what = `“${title}” (${className})`;
  const added = word ? ` “${word}”` : '';
  switch (kind) {
    case 'issued':
      return `New: ${what}, ${to?.due == null ? 'no due date' : `due ${day(zone, to.due)}`}.`;
    case 'dates':
      return from?.due === to?.due
        ? `Your dates for ${what} have changed: due ${day(zone, to?.due)}${to?.closes == null ? '' : `, closes ${day(zone, to.closes)}`}.`
        : `Your due date for ${what} has changed from ${day(zone, from?.due)} to ${day(zone, to?.due)}.`;
    case 'excused':
      return `You are excused from ${what}.`;
    case 'returned':
      return `${what} is back from your teacher.`;
    case 'answered':
      return to ? `You have more time for ${what}: due ${day(zone, to.due)}.${added}` : `More time for ${what} was not granted.${added}`;
    case 'asked':
      return `${who ?? ''} asks for more time for ${what}:${added}`;
    case 'inLate':
      return `${who ?? ''} has handed in ${what} after it was due.`;
    case 'groupIn':
      return `${who ?? ''} has handed in ${what} for your group. You find the receipt there.`;
    case 'message':
      return `${who ?? ''} wrote to you about ${what}:${added}`;
    case 'nudge':
      return `${who ?? ''} reminds you of ${what}:${added}`;
    case 'noteAnswer':
      return `${who || 'A student'} answered a note on ${what}:${added}`;
    case 'scoreAsked':
      return `${who ?? ''} asks about the score of ${what}:${added}`;
    case 'scoreAnswered':
      return `${who ?? ''} answered what you asked about the score of ${what}:${added}`;
    case 'review':
      return `You have work of others to review: ${what}${to?.due == null ? '' : `, by ${day(zone, to.due)}`}.`;
    case 'reviewed':
      return `Others have reviewed your work on ${what}.`;
    case 'familyMessage':
      return `${who ?? ''} wrote to you about ${title} (${className}):${added}`;
    case 'corrected':
      return `What came back for ${what} was corrected.${added}`;
    case 'sentBack':
      return `${what} came back to be done again${to?.due == null ? '' : `, by ${day(zone, to.due)}`}.${added}`;
    case 'askedToJoin':
      return `${who ?? ''} asks you to come into ${className}. Say yes or no on the page of your work.`;
    case 'joinSettled':
      return word === 'in'
        ? `You are in ${className} now.`
        : `${className}: the teacher does not have you on the roster. Ask whether you used the right code.`;
    case 'passwordGiven':
      return `${who ?? ''} gave you a new password; the one before no longer works. If you had not asked for it, speak with them.`;
    case 'cardMade':
      return `${who ?? ''} made a new sign-in card for you; one made before no longer works.`;
    case 'cardRevoked':
      return `${who ?? ''} took your sign-in card back: it no longer works.`;
    case 'nameChanged':
      return `${who ?? ''} changed what is known of you: ${word ?? ''}.`;
    case 'familyInvited':
      return `${who ?? ''} invited your family to see how you get on.`;
    case 'familyLinked':
      return `${who ?? ''} is now linked to ${title} as family.`;
    case 'familyUnlinked':
      return `${who ?? ''} ended the link with ${word ?? 'somebody of your family'}.`;
    case 'joined':
      return `${who ?? ''} has joined ${className}.`;
    case 'joinWaits':
      return `${who ?? ''} has joined ${className} by code, and a student of that name is on the roster. Is it the same? Say so on Today.`;
    case 'joinAnswered':
      return `${who ?? ''} said no to coming into ${className}.`;
    case 'coTeacher':
      return `${who ?? ''} now teaches ${className} with you.`;
    case 'calendarAsked':
      return `${who ?? ''} proposes to change the calendar ${title} that your classes go by. Look at it and say yes or no.`;
    case 'calendarChanged':
      return `The calendar ${title} that your classes go by was changed by ${who ?? ''}.`;
    case 'calendarDeclined':
      return `${who ?? ''} does not agree with your change of the calendar ${title}.${added}`;
    case 'mailFailed':
      return `A letter to ${who ?? ''} could not be delivered: ${title}.${added}`;
    case 'notice':
      return `${who ?? ''} put up a notice in ${className}: “${title}”.${word ? ` ${word}` : ''}`;
    case 'noticeAnswered':
      return `${who ?? ''} answered on the notice ${what}:${added}`;
    case 'noticeWaits':
      return `${who ?? ''} would like to put up a notice in ${className}: “${title}”. Say yes or no on the noticeboard.`;
    case 'noticeSettled':
      return `${NOTICE_SETTLED[(who ?? 'shown') as keyof typeof NOTICE_SETTLED](what, className, title)}${added}`;
    case 'wall':
      return `${who ?? ''} put up a wall in ${className}: “${title}”. Show your work there, if you like.${word ? ` ${word}` : ''}`;
    case 'wallRemark':
      return `Something was said about your piece on the wall ${what}:${added}`;
    case 'wallWaits':
      return `${who ?? ''} said something on the wall ${what}, and it waits for your yes:${added}`;
    case 'wallSettled':
      return `${WALL_SETTLED[(who ?? 'pieceShown') as keyof typeof WALL_SETTLED](what)}${added}`;
    case 'portfolioNew':
      return `${who ?? ''} put ${what} into their portfolio. It waits for your word.`;
    case 'portfolioYes':
      return `${who ?? ''} said yes to ${what} in your portfolio; your family sees it now.${added}`;
    case 'portfolioBack':
      return `${who ?? ''} gave ${what} in your portfolio back to you.${added}`;
    case 'absenceTold':
      return `${who ?? ''} says that ${title} will not be in ${className}: ${word ?? ''}. Note it in the register.`;
    case 'absenceNoted':
    case 'teacherMessage':
    case 'childReturned':
    case 'childPortfolio':
    case 'childMissing':
      return familySentence(
        { kind, title, className, zone, ...(who ? { who } : {}), ...(word ? { word } : {}), ...(to ? { to } : {}) },
        'en',
      );
  }
}

/** A sentence as an item of a list, with what came back below it. */
const withBack = (sentence: string, { back }: NewsLine, language: Language): string =>
  [`- ${sentence}`, ...(back ? linesOfBack(back, language).map((line) => `  ${line}`) : [])].join('\n');

export function newsLetter({ name, lines, link }: { name: string; lines: NewsLine[]; link: string }): Letter {
  const sentences = lines.map(newsSentence);
  const subject = sentences.length === 1 ? sentences[0]! : `${sentences.length} things new`;
  const told = lines.map((line, index) => withBack(sentences[index]!, line, 'en'));
  return {
    subject,
    body: sign(`Hello ${name},\n\n${told.join('\n')}\n\n${link}\n\nYou choose what you are told by mail, and when, on that page.`),
    settingsAt: link,
  };
}

/** The language of a letter to a family: what they chose when the news was made. */
const languageOf = (lines: readonly NewsLine[]): Language => LANGUAGES.find((one) => one === lines[0]?.language) ?? 'en';

/** What happened, told to a family in their language. The child's name stands in `who`, of a message in `title`. */
function familySentence({ kind, title, className, zone, who = '', word = '', to }: NewsLine, language: Language): string {
  const { letters } = wordsIn(language);
  switch (kind) {
    case 'childReturned':
      return say(word === 'corrected' ? letters.corrected : letters.returned, { title, className, name: who });
    case 'childPortfolio':
      return say(letters.inPortfolio, { title, name: who });
    case 'absenceNoted':
      return say(letters.absenceNoted, { className, name: who, word });
    case 'notice':
      return say(letters.notice, { title, className, word });
    case 'childMissing':
      return say(letters.isMissing, { title, className, name: who, due: to?.due == null ? '' : whenIn(language, zone, to.due) });
    default:
      return say(letters.message, { who, name: title, word });
  }
}

const signIn = (language: Language, text: string) => `${text}\n\n${wordsIn(language).letters.signed}\n`;

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
