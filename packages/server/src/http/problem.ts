/** Every failure a person can meet: code, status and the sentence they read. Services throw these. */
export const PROBLEMS = {
  'request.malformed': [400, 'Something in this is not as it should be. Nothing was stored.'],
  'request.csrf': [403, 'This page is older than your sign-in. Reload it; what you typed is kept.'],
  'request.tooLarge': [413, 'This is too much at once. Nothing was stored.'],
  'route.unknown': [404, 'There is nothing here.'],
  'session.needed': [401, 'You are not signed in, or your sign-in has ended. Sign in again; what you typed is kept.'],
  'session.wrong': [401, 'User name and password do not go together.'],
  'session.tooMany': [429, 'Too many tries. Wait ten minutes, or ask your teacher.'],
  'access.role': [403, 'Your account cannot do this.'],
  'thing.unknown': [404, 'This does not exist, or it is not yours to see.'],
  'account.userNameTaken': [409, 'Someone already has this user name. Choose another.'],
  'join.unknownCode': [404, 'No class has this code. Codes are renewed at times; look at the board again.'],
  'join.alreadyClaimed': [409, 'Someone has already joined under this name. Sign in, or ask your teacher.'],
  'roster.sameName': [409, 'Somebody of the same name is on the roster. Nobody was added yet.'],
  'roster.alreadyIn': [409, 'This student is already in the class.'],
  'roster.full': [409, 'A class holds at most 400 students. Nobody was added.'],
  'conflict.changedMeanwhile': [409, 'This was changed meanwhile, by somebody else or in another tab. Yours is not stored yet.'],
  'conflict.keyReused': [409, 'This request was already used for something else.'],
  'assignment.needsTitle': [422, 'Give it a title before you issue it.'],
  'assignment.dates': [422, 'These dates contradict each other. Nothing was stored.'],
  'assignment.alreadyIssued': [409, 'It is already issued.'],
  'assignment.issuedStays': [409, 'It is issued, so it cannot be deleted.'],
  'assignment.toNobody': [422, 'No student would get this: the roster is empty, or the due date lies before everybody joined.'],
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
  'file.empty': [422, 'This file is empty (0 bytes). Save it again and attach it once more.'],
  'file.tooLarge': [413, 'This file is larger than 50 MB. It was not attached; everything else is kept.'],
  'file.tooMany': [422, 'A piece takes at most 20 files.'],
  'file.gone': [410, 'The file is on record but its bytes cannot be read. Tell whoever runs this server.'],
  'score.aboveMaximum': [422, 'That is more than the piece is out of. Confirm it as a bonus, or change it.'],
  'score.noMaximum': [422, 'This piece has no points. Leave the score empty and write words.'],
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
