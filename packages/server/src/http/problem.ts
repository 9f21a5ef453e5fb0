/** Every failure a person can meet: code, status and the sentence they read. Services throw these. */
export const PROBLEMS = {
  'request.malformed': [400, 'Something in this is not as it should be. Nothing was stored.'],
  'request.csrf': [403, 'This page is older than your sign-in. Reload it; what you typed is kept.'],
  'request.tooLarge': [413, 'This is too much at once. Nothing was stored.'],
  'route.unknown': [404, 'There is nothing here.'],
  'session.needed': [401, 'You are not signed in, or your sign-in has ended. Sign in again; what you typed is kept.'],
  'session.wrong': [401, 'User name and password do not go together.'],
  'session.tooMany': [429, 'Too many tries. Wait ten minutes, or ask your teacher.'],
  'session.wrongCard': [401, 'This card does not open anything. It may have been replaced by a newer one; ask your teacher.'],
  'session.wrongCode': [401, 'This code does not fit. Codes change every half minute and each works once.'],
  'session.practice': [403, 'In this browser you are looking as the practice student. Leave that first; nothing was stored.'],
  'account.wrongPassword': [403, 'This is not your present password.'],
  'account.newPasswordNeeded': [403, 'Choose a password of your own first.'],
  'ticket.unknown': [404, 'This link does not work any more: it was used, withdrawn, or is too old. Ask for a new one.'],
  'access.role': [403, 'Your account cannot do this.'],
  'thing.unknown': [404, 'This does not exist, or it is not yours to see.'],
  'account.userNameTaken': [409, 'Someone already has this user name. Choose another.'],
  'join.unknownCode': [404, 'No class has this code. Codes are renewed at times; look at the board again.'],
  'join.shut': [409, 'Joining with this code is shut. Ask the teacher to open it.'],
  'join.alreadyClaimed': [409, 'Someone has already joined under this name. Sign in, or ask your teacher.'],
  'roster.changedMeanwhile': [409, 'The roster or the file is not as it was in the preview. Look at it again; nothing was stored.'],
  'roster.notReadable': [422, 'This file is not a table of students that can be read. Save it as .xlsx or .csv and try again; nothing was stored.'],
  'roster.bundle': [422, 'This bundle is not in order. Nothing was stored.'],
  'roster.tooLarge': [413, 'This file unpacks to more than 60 MB, which no roster is. Nothing was stored.'],
  'roster.fileTooLarge': [413, 'This file is larger than 8 MB, which no roster is. Nothing was stored.'],
  'roster.nothingToDo': [409, 'Nothing in this file would change the roster.'],
  'roster.numberTaken': [409, 'Somebody else at this school has this number. Nothing was stored.'],
  'roster.noCards': [422, 'Choose at least one student who is in the class.'],
  'class.putAway': [409, 'This class is put away, so nothing in it can be changed. Bring it back first.'],
  'teachers.already': [409, 'This teacher already teaches the class.'],
  'teachers.tooMany': [409, 'A class has at most 20 teachers.'],
  'teachers.ownerStays': [409, 'The owner cannot leave. Hand the class over to a co-teacher first.'],
  'calendar.wrong': [422, 'This calendar is not in order. Nothing was stored.'],
  'calendar.noSchoolDays': [422, 'The school calendar leaves no school days to count on. Nothing was stored.'],
  'class.copyTooFar': [422, 'These dates lie more than two years away. Nothing was stored.'],
  'calendar.notReadable': [422, 'This is not a calendar file (.ics) that can be read. Nothing was stored.'],
  'scheme.wrong': [422, 'This scheme cannot be used as it is. Nothing was stored.'],
  'scheme.filed': [409, 'Assignments are filed under a category that is no longer there. Say where they go; nothing was stored.'],
  'group.wrong': [422, 'These groups are not in order. Nothing was stored.'],
  'standing.wrong': [422, 'This exception is not in order. Nothing was stored.'],
  'standing.elsewhere': [409, 'It also holds in a class that you do not teach. Take it out of your class, or ask the other teacher.'],
  'roster.alreadyIn': [409, 'This student is already in the class.'],
  'roster.full': [409, 'A class holds at most 5,000 students. Nobody was added.'],
  'conflict.changedMeanwhile': [409, 'This was changed meanwhile, by somebody else or in another tab. Yours is not stored yet.'],
  'conflict.keyReused': [409, 'This request was already used for something else.'],
  'assignment.needsTitle': [422, 'Give it a title before you issue it.'],
  'assignment.dates': [422, 'These dates contradict each other. Nothing was stored.'],
  'assignment.misfiled': [422, 'What it is filed under is no longer there. Nothing was stored.'],
  'assignment.alreadyIssued': [409, 'It is already issued.'],
  'assignment.issuedStays': [409, 'It is issued, so it cannot be deleted.'],
  'assignment.notReady': [422, 'Something is missing before students can have this. It is kept as a draft.'],
  'assignment.issuePast': [422, 'This time is past. Issue it now, or choose a time to come.'],
  'assignment.begun': [409, 'Students have begun on it, so it cannot go back to being a draft.'],
  'assignment.shared': [409, 'It is also set for classes that you do not teach, so only the dates of your own can be changed here. Keep it on the shelf to make your own of it.'],
  'assignment.toNobody': [422, 'No student would get this: nobody is chosen, the roster is empty, or the due date lies before everybody joined.'],
  'move.changedMeanwhile': [409, 'These dates were changed meanwhile. Look at the move again; nothing was stored.'],
  'move.nothing': [422, 'This would move nothing.'],
  'extension.waiting': [409, 'You have already asked for more time here, and your teacher has not answered yet.'],
  'extension.notNow': [409, 'More time can be asked for while there is a date and nothing is handed in.'],
  'extension.answered': [409, 'This request is already answered, or was withdrawn.'],
  'shelf.otherKind': [422, 'This is something else than what is on the shelf there. Nothing was stored.'],
  'rubric.notReadable': [422, 'This is no table that can be read. Save it as .xlsx or .csv, or paste the cells; nothing was stored.'],
  'piece.lastRound': [409, 'It has been handed in as often as this assignment allows. Allow more rounds first, or score it as it is.'],
  'piece.notTheirs': [404, 'This piece is not yours.'],
  'piece.notOpen': [409, 'This is not open yet. Nothing was handed in.'],
  'piece.closed': [409, 'This is closed. Nothing was handed in; what you wrote is kept.'],
  'piece.alreadyIn': [409, 'This is already handed in. Take it back first if you want to change it.'],
  'piece.locked': [409, 'Your teacher is already working on this, so it cannot be changed any more.'],
  'piece.returned': [409, 'This is back from your teacher, so it cannot be changed any more.'],
  'piece.excused': [409, 'You are excused from this.'],
  'piece.inClass': [409, 'This is done in class. There is nothing to hand in.'],
  'piece.nothingIn': [409, 'Nothing is handed in, so there is nothing to take back.'],
  'piece.empty': [422, 'There is nothing to hand in yet. Write something or attach a file.'],
  'piece.kindNotAccepted': [422, 'This kind of work is not accepted here.'],
  'message.empty': [422, 'Write something or attach a file first.'],
  'nudge.already': [409, 'Some of these were nudged about it today already. Confirm to nudge them again.'],
  'takeHome.nothing': [409, 'Nothing is handed in here, so there is nothing to take home.'],
  'bringBack.unknownName': [422, 'This name is none of those that went home. Nothing was stored; give the file its old name.'],
  'overlap.gone': [404, 'This comparison is not kept any more. Begin it again.'],
  'upload.incomplete': [409, 'This file is not here whole yet. Go on sending it.'],
  'upload.gone': [404, 'This upload is not known any more. It begins again from the start; your file is kept in the browser.'],
  'file.empty': [422, 'This file is empty (0 bytes). Save it again and attach it once more.'],
  'file.tooLarge': [413, 'This file is larger than 50 MB. It was not attached; everything else is kept.'],
  'file.tooMany': [422, 'A piece takes at most 20 files.'],
  'file.notYours': [422, 'A file in this is not yours to use. Nothing was stored.'],
  'file.gone': [410, 'The file is on record but its bytes cannot be read. Tell whoever runs this server.'],
  'score.aboveMaximum': [422, 'That is more than the piece is out of. Confirm it as a bonus, or change it.'],
  'score.noMaximum': [422, 'This piece has no points. Leave the score empty and write words.'],
  'score.noSuchChoice': [422, 'The assignment is not, or no longer, scored this way. Look at it again; nothing was stored.'],
  'score.nothing': [422, 'Give a score or write a remark first.'],
  'return.nothingHeld': [409, 'Nothing of these is held, so there is nothing to return.'],
  'server.databaseAway': [503, 'The database cannot be reached. Nothing was stored; try again in a moment.'],
  'server.diskFull': [507, 'The server has no room left for files. It was not attached; everything else is kept.'],
  internal: [500, 'Something went wrong on our side. Nothing was half done; try again.'],
} as const satisfies Record<string, readonly [number, string]>;

export type ProblemCode = keyof typeof PROBLEMS;

interface More {
  /** a sentence that says it better than the general one */
  title?: string;
  errors?: { path: string; message: string }[];
  /** for a stale edit: what is stored now */
  current?: unknown;
}

/** An expected failure on its way to the error handler. */
export class Problem extends Error {
  readonly status: number;
  readonly title: string;
  constructor(
    readonly code: ProblemCode,
    readonly more: More = {},
  ) {
    super(code);
    this.name = 'Problem';
    this.status = PROBLEMS[code][0];
    this.title = more.title ?? PROBLEMS[code][1];
  }
}
