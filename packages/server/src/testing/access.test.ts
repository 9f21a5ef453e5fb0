import { EVERYONE, FIRST_BEARING, FIRST_SCHEME, SHIPPED_REPORTS } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { allRoutes } from '../routes';
import { aBrief, aSchool, aServer, doc, MONDAY, type Server } from './school';

// Filled in with the ids of the school, which are known only when it is there.
const [CLASS, STUDENT, ASSIGNMENT] = ['the class', 'the student', 'the assignment'];
const grouping = { name: 'Lab', seed: null, until: null, groups: [{ id: null, name: 'A', studentIds: [] }] };
const standing = { kind: 'days', amount: 1, validFrom: null, validTo: null, reason: '', quizTimePercent: null, waivesLate: false };
const { fromShelf: _, ...aBriefToStore } = aBrief([CLASS]);
const editedBrief = { ...aBriefToStore, version: 1, tell: false };
const onShelf = { title: 'Sheet', folder: '', tags: [], body: { kind: 'worksheet', text: doc('x') } };
const settings = { ...SHIPPED_REPORTS.progress, classIds: [CLASS] };
const move = { assignmentIds: [ASSIGNMENT], shift: { kind: 'days', days: 1 }, oneOffs: false };

/** What each route answers to who may not: nobody, the wrong role, and the right role but somebody else's things. */
type Row = { nobody: number; wrong: ['teacher' | 'student', number] | null; other: number | null; body?: object };
const MATRIX: Record<string, Row> = {
  'get /api/session': { nobody: 200, wrong: null, other: 200 },
  'post /api/session': { nobody: 401, wrong: null, other: null, body: { userName: 'nobody', password: 'wrong' } },
  'delete /api/session': { nobody: 401, wrong: null, other: null },
  'get /api/classes': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/classes': { nobody: 401, wrong: ['student', 403], other: 201, body: { name: 'Another' } },
  'get /api/classes/:classId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'patch /api/classes/:classId': { nobody: 401, wrong: ['student', 403], other: 404, body: { name: 'Stolen', version: 1 } },
  'post /api/classes/:classId/join-code': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/roster': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/joinings': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/joinings/:joiningId': { nobody: 401, wrong: ['student', 403], other: 404, body: { how: 'refuse' } },
  'get /api/my/joinings': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'post /api/my/joinings/:joiningId': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { yes: true } },
  'get /api/my/helpers': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'put /api/my/helpers/:teacherId': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { allowed: true } },
  'delete /api/classes/:classId/roster/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/join/:code': { nobody: 404, wrong: ['teacher', 403], other: null },
  'post /api/join/:code': {
    nobody: 404,
    wrong: ['teacher', 403],
    other: null,
    body: { givenName: 'A', familyName: 'B', userName: 'new.one', password: 'long enough' },
  },
  'post /api/my/classes/:code': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/classes/:classId/away': { nobody: 401, wrong: ['student', 403], other: 404, body: { away: true } },
  'put /api/classes/:classId/join-code': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { open: false, until: null, asksNumber: false },
  },
  'get /api/classes/:classId/scheme': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/classes/:classId/scheme': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { scheme: FIRST_SCHEME, bearing: FIRST_BEARING, lateRule: { kind: 'none' }, graceMinutes: 0, refile: {}, version: 1 },
  },
  'get /api/classes/:classId/units': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/classes/:classId/units': { nobody: 401, wrong: ['student', 403], other: 404, body: { units: [] } },
  'post /api/classes/:classId/copy/preview': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'Stolen', section: '', from: '2026-09-07', to: '2027-01-11', calendarId: randomUUID(), assignments: true, version: 1 },
  },
  'post /api/classes/:classId/copy': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'Stolen', section: '', from: '2026-09-07', to: '2027-01-11', calendarId: randomUUID(), assignments: true, version: 1 },
  },
  'get /api/classes/:classId/teachers': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/teachers': { nobody: 401, wrong: ['student', 403], other: 404, body: { email: 'me@tern.example' } },
  'delete /api/classes/:classId/teachers/:teacherId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/teachers/:teacherId/owner': { nobody: 401, wrong: ['student', 403], other: 404 },
  'delete /api/classes/:classId/invitations/:ticketId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/calendars': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/calendars': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'S', schoolDays: [1], closures: [], terms: [], classId: CLASS },
  },
  'post /api/calendars/closures': { nobody: 401, wrong: ['student', 403], other: 422, body: { text: 'nothing' } },
  'post /api/calendars/:calendarId/preview': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'S', schoolDays: [1], closures: [], terms: [], version: 1 },
  },
  'put /api/calendars/:calendarId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'S', schoolDays: [1], closures: [], terms: [], version: 1 },
  },
  'post /api/calendars/:calendarId/proposals': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'S', schoolDays: [1], closures: [], terms: [], version: 1, word: '' },
  },
  'post /api/calendar-changes/:changeId/answer': { nobody: 401, wrong: ['student', 403], other: 404, body: { yes: true, word: '' } },
  'delete /api/calendar-changes/:changeId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/calendar-changes/:changeId/undo': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/roster/preview': { nobody: 401, wrong: ['student', 403], other: 400 },
  'post /api/classes/:classId/roster/import': { nobody: 401, wrong: ['student', 403], other: 400 },
  'get /api/classes/:classId/roster.xlsx': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/roster.zip': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/cards': { nobody: 401, wrong: ['student', 403], other: 404, body: { studentIds: [STUDENT] } },
  'post /api/classes/:classId/invitations': { nobody: 401, wrong: ['student', 403], other: 404, body: { studentIds: [STUDENT] } },
  'patch /api/classes/:classId/roster/:studentId': { nobody: 401, wrong: ['student', 403], other: 404, body: { givenName: 'Stolen' } },
  'post /api/classes/:classId/roster/:studentId/back': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/roster/:studentId/password': { nobody: 401, wrong: ['student', 403], other: 404 },
  'delete /api/classes/:classId/roster/:studentId/card': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/practice': { nobody: 401, wrong: ['student', 403], other: 404 },
  'delete /api/session/practice': { nobody: 401, wrong: ['student', 403], other: null },
  'get /api/classes/:classId/groupings': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/groupings': { nobody: 401, wrong: ['student', 403], other: 404, body: grouping },
  'put /api/classes/:classId/groupings/:groupingId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { ...grouping, version: 1 },
  },
  'delete /api/classes/:classId/groupings/:groupingId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/standing-exceptions': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/standing-exceptions': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { ...standing, studentIds: [STUDENT], classIds: [CLASS] },
  },
  'put /api/classes/:classId/standing-exceptions/:exceptionId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { ...standing, classIds: [CLASS], version: 1 },
  },
  'delete /api/classes/:classId/standing-exceptions/:exceptionId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/my/standing-exceptions': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'get /api/mailroom': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/mailroom/:mailId/again': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/session/second-step': { nobody: 401, wrong: null, other: null, body: { code: '123456' } },
  'post /api/session/card': { nobody: 401, wrong: null, other: null, body: { userName: 'bao', code: 'XXXX' } },
  'put /api/account/password': { nobody: 401, wrong: null, other: 403, body: { current: 'wrong', password: 'long enough' } },
  'put /api/account/email': { nobody: 401, wrong: null, other: 403, body: { current: 'wrong', email: null } },
  'post /api/account/two-step/start': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/account/two-step': {
    nobody: 401,
    wrong: ['student', 403],
    other: 401,
    body: { secret: 'ABCDEFGHIJKLMNOP', code: '000000', current: 'wrong' },
  },
  'post /api/account/two-step/end': { nobody: 401, wrong: ['student', 403], other: 403, body: { current: 'wrong' } },
  'post /api/account/recover': { nobody: 204, wrong: null, other: 204, body: { email: 'nobody@tern.example' } },
  'post /api/tickets/look': { nobody: 404, wrong: null, other: 404, body: { ticket: 'made-up' } },
  'post /api/tickets/take': { nobody: 404, wrong: null, other: 404, body: { ticket: 'made-up' } },
  'get /api/assignments': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/briefs': { nobody: 401, wrong: ['student', 403], other: 404, body: aBrief([CLASS]) },
  'get /api/briefs/:briefId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/briefs/:briefId': { nobody: 401, wrong: ['student', 403], other: 404, body: editedBrief },
  'delete /api/briefs/:briefId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/briefs/:briefId/effects': { nobody: 401, wrong: ['student', 403], other: 404, body: editedBrief },
  'post /api/briefs/:briefId/issue': { nobody: 401, wrong: ['student', 403], other: 404, body: { version: 1, at: null } },
  'post /api/briefs/:briefId/withdraw': { nobody: 401, wrong: ['student', 403], other: 404, body: { version: 1 } },
  'post /api/load': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { classes: [{ classId: CLASS, due: MONDAY, opens: null, audience: EVERYONE }], minutes: null, briefId: null },
  },
  'get /api/aims': { nobody: 401, wrong: ['student', 403], other: 200 },
  'get /api/assignments/:assignmentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/assignments/:assignmentId/pieces': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/assignments/:assignmentId/exceptions': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { studentIds: [STUDENT], excused: true, waivesLate: false, reason: '', tell: true },
  },
  'delete /api/assignments/:assignmentId/exceptions/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/assignments/:assignmentId/group-dates/:groupId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { due: MONDAY, reason: '', tell: true },
  },
  'delete /api/assignments/:assignmentId/group-dates/:groupId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/assignments/:assignmentId/rescoring': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/assignments/:assignmentId/rescoring': { nobody: 401, wrong: ['student', 403], other: 404, body: { studentIds: [STUDENT] } },
  'get /api/requests': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/requests/:requestId/answer': { nobody: 401, wrong: ['student', 403], other: 404, body: { grant: false, word: '' } },
  'post /api/my/work/:assignmentId/requests': {
    nobody: 401,
    wrong: ['teacher', 403],
    other: 404,
    body: { reason: 'Away', wantedDue: null },
  },
  'delete /api/my/requests/:requestId': { nobody: 401, wrong: ['teacher', 403], other: 409 },
  'post /api/rubrics/read': { nobody: 401, wrong: ['student', 403], other: 400 },
  'post /api/rubrics/table': {
    nobody: 401,
    wrong: ['student', 403],
    other: 200,
    body: { rubric: { name: '', criteria: [] }, format: 'csv' },
  },
  'post /api/files': { nobody: 401, wrong: ['student', 403], other: 400 },
  'get /api/shelf': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/shelf': { nobody: 401, wrong: ['student', 403], other: 201, body: onShelf },
  'get /api/shelf/:itemId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/shelf/:itemId': { nobody: 401, wrong: ['student', 403], other: 404, body: { ...onShelf, sharedWith: [], version: 1 } },
  'delete /api/shelf/:itemId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/plan?from=2026-11-16&to=2026-11-27': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/plan/preview': { nobody: 401, wrong: ['student', 403], other: 404, body: move },
  'post /api/plan/moves': { nobody: 401, wrong: ['student', 403], other: 404, body: { ...move, digest: '0'.repeat(64), tell: false } },
  'post /api/plan/moves/:moveId/undo': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/classes/:classId/order': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { unitId: null, assignmentIds: [ASSIGNMENT] },
  },
  'get /api/dates?from=2026-11-16&to=2026-11-27': { nobody: 401, wrong: null, other: 200 },
  'get /api/my/calendar-address': { nobody: 401, wrong: null, other: 200 },
  'post /api/my/calendar-address': { nobody: 401, wrong: null, other: 200 },
  'get /calendar/:file': { nobody: 404, wrong: null, other: 404 },
  'get /api/news': { nobody: 401, wrong: null, other: 200 },
  'post /api/news/seen': { nobody: 401, wrong: null, other: 204 },
  'get /api/news/settings': { nobody: 401, wrong: null, other: 200 },
  'put /api/news/settings': {
    nobody: 401,
    wrong: null,
    other: 204,
    body: { choices: { issued: 'never' }, quiet: { from: '20:00', to: '07:00' } },
  },
  'get /api/my/work': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'get /api/my/work/:assignmentId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'put /api/my/work/:assignmentId/text': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { text: doc('mine'), version: 0 } },
  'post /api/my/work/:assignmentId/files': { nobody: 401, wrong: ['teacher', 403], other: 400 },
  'delete /api/my/work/:assignmentId/files/:fileId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/work/:assignmentId/hand-in': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/work/:assignmentId/take-back': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/work/:assignmentId/read': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/work/:assignmentId/look': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'get /api/my/work/:assignmentId/live': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'put /api/my/work/:assignmentId/sheets/:attachmentId': {
    nobody: 401,
    wrong: ['teacher', 403],
    other: 404,
    body: { text: doc('mine'), version: 0 },
  },
  'post /api/my/work/:assignmentId/sheets/:attachmentId/correction': {
    nobody: 401,
    wrong: ['teacher', 403],
    other: 404,
    body: { version: 0 },
  },
  'get /api/my/work/:assignmentId/versions': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'get /api/my/work/:assignmentId/versions/:versionId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/work/:assignmentId/versions/:versionId/restore': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'get /api/my/work/:assignmentId/receipts/:version': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'put /api/my/work/:assignmentId/self-check': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { choices: {} } },
  'put /api/my/work/:assignmentId/went': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { how: 'flowed', line: '' } },
  'get /api/my/work/:assignmentId/messages': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/work/:assignmentId/messages': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { text: 'hello', fileIds: [] } },
  'post /api/my/work/:assignmentId/messages/files': { nobody: 401, wrong: ['teacher', 403], other: 400 },
  'post /api/my/work/:assignmentId/messages/read': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/uploads': { nobody: 401, wrong: ['teacher', 403], other: 400 },
  'head /api/my/uploads/:uploadId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'patch /api/my/uploads/:uploadId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/uploads/:uploadId/finish': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'delete /api/my/uploads/:uploadId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'get /api/assignments/:assignmentId/live': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/assignments/:assignmentId/pieces/changed?of=00000000-0000-4000-8000-000000000000': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
  },
  'get /api/assignments/:assignmentId/pieces/:studentId/draft': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/assignments/:assignmentId/pieces/:studentId/versions/:versionId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/assignments/:assignmentId/pieces/:studentId/messages': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/assignments/:assignmentId/pieces/:studentId/messages': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { text: 'hello', fileIds: [] },
  },
  'post /api/assignments/:assignmentId/pieces/:studentId/messages/files': { nobody: 401, wrong: ['student', 403], other: 400 },
  'post /api/assignments/:assignmentId/pieces/:studentId/messages/read': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/assignments/:assignmentId/nudges': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { studentIds: [STUDENT], text: 'x', again: false },
  },
  'put /api/assignments/:assignmentId/class-marks': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { marks: [{ studentId: STUDENT, mark: 'did' }] },
  },
  'post /api/assignments/:assignmentId/overlap': { nobody: 401, wrong: ['student', 403], other: 404, body: { withEarlier: false } },
  'get /api/overlap/:overlapId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'delete /api/overlap/:overlapId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/take-home?of=00000000-0000-4000-8000-000000000000': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/take-home': { nobody: 401, wrong: ['student', 403], other: 404, body: { of: [ASSIGNMENT] } },
  'get /api/take-home/:ticket': { nobody: 401, wrong: ['student', 403], other: 204 },
  'post /api/assignments/:assignmentId/bring-back': { nobody: 401, wrong: ['student', 403], other: 400 },
  'get /api/files/:fileId/words': { nobody: 401, wrong: null, other: 404 },
  'get /api/files/:fileId': { nobody: 401, wrong: null, other: 404 },
  'get /api/piles': { nobody: 401, wrong: ['student', 403], other: 200 },
  'get /api/first-steps': { nobody: 401, wrong: ['student', 403], other: 200 },
  'get /api/held': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/returns': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { returns: [{ assignmentId: ASSIGNMENT, studentIds: 'allHeld' }] },
  },
  'get /api/assignments/:assignmentId/pieces/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/assignments/:assignmentId/pieces/:studentId/score': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { earned: 1000, chosen: null, remark: doc(''), version: 0 },
  },
  'post /api/assignments/:assignmentId/pieces/:studentId/send-back': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { reason: 'again', newDue: null, version: 0 },
  },
  'get /api/assignments/:assignmentId/pile': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/assignments/:assignmentId/marking': { nobody: 401, wrong: ['student', 403], other: 404, body: { namesHidden: true } },
  'put /api/assignments/:assignmentId/scores': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { scores: [{ studentId: STUDENT, version: 0, earned: 1000, chosen: null }] },
  },
  'get /api/assignments/:assignmentId/across': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/assignments/:assignmentId/seconds': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/assignments/:assignmentId/outcome': { nobody: 401, wrong: ['student', 403], other: 404 },
  'delete /api/assignments/:assignmentId/timed-returns/:timedId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/assignments/:assignmentId/pieces/:studentId/rounds/:version': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/assignments/:assignmentId/pieces/:studentId/waiver': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { waives: true, reason: 'Ill' },
  },
  'put /api/assignments/:assignmentId/pieces/:studentId/second-score': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { earned: 1000, chosen: null, remark: '' },
  },
  'put /api/assignments/:assignmentId/pieces/:studentId/agreed-score': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { earned: 1000, chosen: null, version: 0 },
  },
  'post /api/assignments/:assignmentId/pieces/:studentId/feedback-files': { nobody: 401, wrong: ['student', 403], other: 400 },
  'delete /api/assignments/:assignmentId/pieces/:studentId/feedback-files/:fileId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/assignments/:assignmentId/pieces/:studentId/questions/:questionId/answer': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { text: 'So' },
  },
  'post /api/assignments/:assignmentId/pieces/:studentId/notes': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { version: 1, place: { kind: 'moment', fileId: randomUUID(), at: 0 }, text: 'x' },
  },
  'put /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { edition: 1, place: { kind: 'moment', fileId: randomUUID(), at: 0 }, text: 'x' },
  },
  'delete /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/answers': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { text: 'x' },
  },
  'put /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/settled': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { settled: true },
  },
  'post /api/assignments/:assignmentId/pieces/:studentId/notes/read': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/my/work/:assignmentId/notes/:noteId/answers': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { text: 'x' } },
  'put /api/my/work/:assignmentId/notes/:noteId/settled': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { settled: true } },
  'post /api/my/work/:assignmentId/notes/read': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'post /api/my/work/:assignmentId/questions': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { text: 'Why?' } },
  'get /api/remarks': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/remarks': {
    nobody: 401,
    wrong: ['student', 403],
    other: 201,
    body: { text: 'Well seen', folder: '', aim: '', criterion: '', shared: false },
  },
  'put /api/remarks/:remarkId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { text: 'Well seen', folder: '', aim: '', criterion: '', shared: false, version: 1 },
  },
  'delete /api/remarks/:remarkId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/assignments/:assignmentId/reviews': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/assignments/:assignmentId/reviews': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { byRubric: false, each: 1, guidance: '', due: null, seed: 'sand' },
  },
  'post /api/assignments/:assignmentId/reviews/share-out': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/assignments/:assignmentId/reviews/show': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/assignments/:assignmentId/reviews/:reviewId/hidden': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { hidden: true },
  },
  'get /api/my/reviews': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'get /api/my/reviews/:reviewId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'put /api/my/reviews/:reviewId': {
    nobody: 401,
    wrong: ['teacher', 403],
    other: 404,
    body: { choices: {}, text: 'x', give: false, version: 1 },
  },
  'post /api/assignments/:assignmentId/return': { nobody: 401, wrong: ['student', 403], other: 404, body: { studentIds: 'allHeld' } },
  'get /api/classes/:classId/book': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/book/cells': { nobody: 401, wrong: ['student', 403], other: 404, body: { assignmentIds: [ASSIGNMENT] } },
  'get /api/classes/:classId/book/live': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/book/acts': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/book/edits': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { kind: 'typed', edits: [{ assignmentId: ASSIGNMENT, studentId: STUDENT, version: 0, text: '1' }] },
  },
  'post /api/classes/:classId/book/acts/:actId/undo': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/book/acts/:actId/redo': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/assignments/:assignmentId/pieces/:studentId/history': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/book/aims': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/book/file?as=csv': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/book/bring-in/preview': { nobody: 401, wrong: ['student', 403], other: 400 },
  'post /api/classes/:classId/book/bring-in': { nobody: 401, wrong: ['student', 403], other: 400 },
  'get /api/classes/:classId/progress': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/progress/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/progress/:studentId/jottings': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/progress/:studentId/jottings': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { kind: 'talk', text: 'x' },
  },
  'put /api/jottings/:jottingId/done': { nobody: 401, wrong: ['student', 403], other: 404, body: { done: true } },
  'delete /api/jottings/:jottingId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/progress/:studentId/portfolio': { nobody: 401, wrong: ['student', 403], other: 404 },
  'put /api/classes/:classId/progress/:studentId/portfolio': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { assignmentId: ASSIGNMENT, why: '' },
  },
  'delete /api/classes/:classId/progress/:studentId/portfolio/:pieceId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/my/portfolio': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'put /api/my/portfolio': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { assignmentId: ASSIGNMENT, why: '' } },
  'delete /api/my/portfolio/:pieceId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'get /api/my/portfolio/zip': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'post /api/reports/preview': { nobody: 401, wrong: ['student', 403], other: 404, body: { settings } },
  'get /api/reports/presets': { nobody: 401, wrong: ['student', 403], other: 200 },
  'put /api/reports/presets': { nobody: 401, wrong: ['student', 403], other: 200, body: { name: 'Mine', settings } },
  'delete /api/reports/presets/:presetId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/reports/jobs': { nobody: 401, wrong: ['student', 403], other: 200 },
  'post /api/reports/jobs': { nobody: 401, wrong: ['student', 403], other: 404, body: { settings, format: 'pdf' } },
  'get /api/reports/jobs/:jobId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/reports/jobs/:jobId/stop': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/reports/jobs/:jobId/file': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/reports/letters': { nobody: 401, wrong: ['student', 403], other: 404, body: { settings } },
  'post /api/reports/letters/send': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { settings, digest: 'a'.repeat(64), chosen: [{ key: 'x', familyId: randomUUID() }] },
  },
  'get /api/classes/:classId/families': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/families/letters': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { studentIds: [STUDENT], language: 'en' },
  },
  'post /api/classes/:classId/families/mails': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { invitations: [{ studentId: STUDENT, email: 'a@b.example' }], language: 'en' },
  },
  'delete /api/classes/:classId/families/codes/:codeId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'delete /api/classes/:classId/progress/:studentId/families/:familyId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'get /api/classes/:classId/progress/:studentId/families/messages': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/classes/:classId/progress/:studentId/families/messages': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { id: randomUUID(), familyIds: [randomUUID()], text: 'x' },
  },
  'post /api/family/codes/look': { nobody: 404, wrong: ['teacher', 403], other: 404, body: { code: 'XXXX' } },
  'post /api/family/join': {
    nobody: 404,
    wrong: ['teacher', 403],
    other: 404,
    body: { code: 'XXXX', givenName: 'A', familyName: 'B', userName: 'new.family', password: 'long enough', email: null, language: 'en' },
  },
  'post /api/family/children': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { code: 'XXXX' } },
  'get /api/family': { nobody: 401, wrong: ['student', 403], other: 200 },
  'put /api/family/settings': { nobody: 401, wrong: ['student', 403], other: 204, body: { language: 'en', telling: 'never' } },
  'get /api/family/children/:studentId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'get /api/family/children/:studentId/classes/:classId/messages': { nobody: 401, wrong: ['student', 403], other: 404 },
  'post /api/family/children/:studentId/classes/:classId/messages': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { id: randomUUID(), text: 'x' },
  },
  'get /api/my/progress': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'get /api/today': { nobody: 401, wrong: ['student', 403], other: 200 },
  'get /api/term-line': { nobody: 401, wrong: null, other: 200 },
  'get /api/find?q=a': { nobody: 401, wrong: null, other: 200 },
  'get /api/openapi.json': { nobody: 200, wrong: null, other: 200 },
  'get /api/docs': { nobody: 200, wrong: null, other: 200 },
  'get /health': { nobody: 200, wrong: null, other: 200 },
  'get /metrics': { nobody: 200, wrong: null, other: 200 },
};

let server: Server;
let ids: Record<string, string>;
beforeAll(async () => {
  server = await aServer();
  const school = await aSchool(server);
  const assignment = await school.issued();
  // The school's calendar is also the stranger's; this one is not.
  const calendar = (
    await (
      await server.person('finch')
    ).post('/api/calendars', { name: 'Own', schoolDays: [1], closures: [], terms: [], classId: school.rivers })
  ).body as {
    id: string;
  };
  const unknown = {
    fileId: randomUUID(),
    ticketId: randomUUID(),
    groupingId: randomUUID(),
    exceptionId: randomUUID(),
    mailId: randomUUID(),
    groupId: randomUUID(),
    requestId: randomUUID(),
    itemId: randomUUID(),
    moveId: randomUUID(),
    attachmentId: randomUUID(),
    versionId: randomUUID(),
    uploadId: randomUUID(),
    overlapId: randomUUID(),
    timedId: randomUUID(),
    noteId: randomUUID(),
    questionId: randomUUID(),
    remarkId: randomUUID(),
    reviewId: randomUUID(),
    actId: randomUUID(),
    jottingId: randomUUID(),
    pieceId: randomUUID(),
    presetId: randomUUID(),
    jobId: randomUUID(),
    codeId: randomUUID(),
    familyId: school.frida.id,
    ticket: randomUUID(),
    version: '1',
    file: `${'x'.repeat(43)}.ics`,
  };
  ids = {
    classId: school.rivers,
    assignmentId: assignment.id,
    briefId: assignment.briefId,
    studentId: school.bao.id,
    teacherId: school.lund.id,
    calendarId: calendar.id,
    code: 'XXXXXXX',
    ...unknown,
  };
});
afterAll(() => server.close());

const isStudentsOwn = (key: string) => key.includes('/api/my/');
const isFamilys = (key: string) => key.includes('/api/family');
const strangerOf = (key: string) => (isStudentsOwn(key) ? 'otto' : isFamilys(key) ? 'felix' : 'stranger');

it('has a row for every route there is, and no row too many', () => {
  const routes = allRoutes(server.services).map(({ verb, path }) => `${verb} ${path}`);
  expect(
    Object.keys(MATRIX)
      .map((key) => key.split('?')[0])
      .sort(),
  ).toEqual(routes.sort());
});

describe.each(Object.entries(MATRIX))('%s', (key, { nobody, wrong, other, body }) => {
  const [verb, path] = key.split(' ') as ['get' | 'head' | 'post' | 'put' | 'patch' | 'delete', string];
  const address = () => path.replace(/:(\w+)/g, (_, name: string) => ids[name]!);
  const filled = () =>
    body &&
    (JSON.parse(
      JSON.stringify(body).replaceAll(CLASS, ids.classId!).replaceAll(STUDENT, ids.studentId!).replaceAll(ASSIGNMENT, ids.assignmentId!),
    ) as object);
  const ask = async (who: string | undefined) => (await (await server.person(who)).send(verb, address(), filled())).status;

  it(`answers ${nobody} to who is not signed in`, async () => expect(await ask(undefined)).toBe(nobody));
  if (wrong)
    it(`answers ${wrong[1]} to a ${wrong[0]}`, async () => expect(await ask(wrong[0] === 'teacher' ? 'finch' : 'bao')).toBe(wrong[1]));
  if (other !== null)
    it(`answers ${other} to the right role in somebody else's class`, async () => expect(await ask(strangerOf(key))).toBe(other));
});

it('lets a family into nothing that is not for families', async () => {
  const frida = await server.person('frida');
  const open: string[] = [];
  for (const [key, { wrong, body }] of Object.entries(MATRIX)) {
    const [verb, path] = key.split(' ') as ['get', string];
    if (wrong === null || isFamilys(key)) continue;
    const { status } = await frida.send(
      verb,
      path.replace(/:(\w+)/g, (_, name: string) => ids[name]!),
      body,
    );
    if (status !== 403) open.push(`${status} ${key}`);
  }
  for (const path of ['/api/news', '/api/term-line', '/api/find?q=a', '/api/dates'])
    expect([path, (await frida.get(path)).status]).toEqual([path, 403]);
  expect(open).toEqual([]);
});

it('refuses every write without the token of the session', async () => {
  const finch = await server.person('finch');
  finch.forgetCsrf();
  const reply = await finch.post('/api/classes', { name: 'Forged' });
  expect([reply.status, reply.body.type]).toEqual([403, 'request.csrf']);
});

it('sends a policy under which nothing from elsewhere can run', async () => {
  const { headers } = await (await server.person()).get('/health');
  expect(headers['content-security-policy']).toContain("script-src 'self';");
  expect(headers['content-security-policy']).toContain("default-src 'none'");
  expect(headers['x-content-type-options']).toBe('nosniff');
});
