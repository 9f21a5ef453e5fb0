import { EVERYONE, FIRST_BEARING, FIRST_SCHEME, SHIPPED_REPORTS } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { ApiKey } from '../contract';
import { placeOf } from '../http/route';
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
type Row = { nobody: number; wrong: ['teacher' | 'student', number] | null; other: number | null; query?: string; body?: object };
const MATRIX: Record<ApiKey, Row> = {
  'GET /api/session': { nobody: 200, wrong: null, other: 200 },
  'POST /api/session': { nobody: 401, wrong: null, other: null, body: { userName: 'nobody', password: 'wrong' } },
  'DELETE /api/session': { nobody: 401, wrong: null, other: null },
  'GET /api/classes': { nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/classes': { nobody: 401, wrong: ['student', 403], other: 201, body: { name: 'Another' } },
  'GET /api/classes/:classId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PATCH /api/classes/:classId': { nobody: 401, wrong: ['student', 403], other: 404, body: { name: 'Stolen', version: 1 } },
  'POST /api/classes/:classId/join-code': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/roster': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/joinings': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/joinings/:joiningId': { nobody: 401, wrong: ['student', 403], other: 404, body: { how: 'refuse' } },
  'GET /api/my/joinings': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'POST /api/my/joinings/:joiningId': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { yes: true } },
  'GET /api/my/helpers': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'PUT /api/my/helpers/:teacherId': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { allowed: true } },
  'DELETE /api/classes/:classId/roster/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/join/:code': { nobody: 404, wrong: ['teacher', 403], other: null },
  'POST /api/join/:code': {
    nobody: 404,
    wrong: ['teacher', 403],
    other: null,
    body: { givenName: 'A', familyName: 'B', userName: 'new.one', password: 'long enough' },
  },
  'POST /api/my/classes/:code': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'POST /api/classes/:classId/away': { nobody: 401, wrong: ['student', 403], other: 404, body: { away: true } },
  'PUT /api/classes/:classId/join-code': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { open: false, until: null, asksNumber: false },
  },
  'GET /api/classes/:classId/scheme': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/classes/:classId/scheme': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { scheme: FIRST_SCHEME, bearing: FIRST_BEARING, lateRule: { kind: 'none' }, graceMinutes: 0, refile: {}, version: 1 },
  },
  'GET /api/classes/:classId/units': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/classes/:classId/units': { nobody: 401, wrong: ['student', 403], other: 404, body: { units: [] } },
  'POST /api/classes/:classId/copy/preview': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'Stolen', section: '', from: '2026-09-07', to: '2027-01-11', calendarId: randomUUID(), assignments: true, version: 1 },
  },
  'POST /api/classes/:classId/copy': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'Stolen', section: '', from: '2026-09-07', to: '2027-01-11', calendarId: randomUUID(), assignments: true, version: 1 },
  },
  'GET /api/classes/:classId/teachers': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/teachers': { nobody: 401, wrong: ['student', 403], other: 404, body: { email: 'me@tern.example' } },
  'DELETE /api/classes/:classId/teachers/:teacherId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/teachers/:teacherId/owner': { nobody: 401, wrong: ['student', 403], other: 404 },
  'DELETE /api/classes/:classId/invitations/:ticketId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/calendars': { nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/calendars': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'S', schoolDays: [1], closures: [], terms: [], classId: CLASS },
  },
  'POST /api/calendars/closures': { nobody: 401, wrong: ['student', 403], other: 422, body: { text: 'nothing' } },
  'POST /api/calendars/:calendarId/preview': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'S', schoolDays: [1], closures: [], terms: [], version: 1 },
  },
  'PUT /api/calendars/:calendarId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'S', schoolDays: [1], closures: [], terms: [], version: 1 },
  },
  'POST /api/calendars/:calendarId/proposals': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { name: 'S', schoolDays: [1], closures: [], terms: [], version: 1, word: '' },
  },
  'POST /api/calendar-changes/:changeId/answer': { nobody: 401, wrong: ['student', 403], other: 404, body: { yes: true, word: '' } },
  'DELETE /api/calendar-changes/:changeId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/calendar-changes/:changeId/undo': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/roster/preview': { nobody: 401, wrong: ['student', 403], other: 400 },
  'POST /api/classes/:classId/roster/import': { nobody: 401, wrong: ['student', 403], other: 400 },
  'GET /api/classes/:classId/roster.xlsx': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/roster.zip': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/cards': { nobody: 401, wrong: ['student', 403], other: 404, body: { studentIds: [STUDENT] } },
  'POST /api/classes/:classId/invitations': { nobody: 401, wrong: ['student', 403], other: 404, body: { studentIds: [STUDENT] } },
  'PATCH /api/classes/:classId/roster/:studentId': { nobody: 401, wrong: ['student', 403], other: 404, body: { givenName: 'Stolen' } },
  'POST /api/classes/:classId/roster/:studentId/back': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/roster/:studentId/password': { nobody: 401, wrong: ['student', 403], other: 404 },
  'DELETE /api/classes/:classId/roster/:studentId/card': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/practice': { nobody: 401, wrong: ['student', 403], other: 404 },
  'DELETE /api/session/practice': { nobody: 401, wrong: ['student', 403], other: null },
  'GET /api/classes/:classId/groupings': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/groupings': { nobody: 401, wrong: ['student', 403], other: 404, body: grouping },
  'PUT /api/classes/:classId/groupings/:groupingId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { ...grouping, version: 1 },
  },
  'DELETE /api/classes/:classId/groupings/:groupingId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/standing-exceptions': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/standing-exceptions': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { ...standing, studentIds: [STUDENT], classIds: [CLASS] },
  },
  'PUT /api/classes/:classId/standing-exceptions/:exceptionId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { ...standing, classIds: [CLASS], version: 1 },
  },
  'DELETE /api/classes/:classId/standing-exceptions/:exceptionId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/my/standing-exceptions': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'GET /api/mailroom': { nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/mailroom/:mailId/again': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/session/second-step': { nobody: 401, wrong: null, other: null, body: { code: '123456' } },
  'POST /api/session/card': { nobody: 401, wrong: null, other: null, body: { userName: 'bao', code: 'XXXX' } },
  'PUT /api/account/password': { nobody: 401, wrong: null, other: 403, body: { current: 'wrong', password: 'long enough' } },
  'PUT /api/account/email': { nobody: 401, wrong: null, other: 403, body: { current: 'wrong', email: null } },
  'POST /api/account/two-step/start': { nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/account/two-step': {
    nobody: 401,
    wrong: ['student', 403],
    other: 401,
    body: { secret: 'ABCDEFGHIJKLMNOP', code: '000000', current: 'wrong' },
  },
  'POST /api/account/two-step/end': { nobody: 401, wrong: ['student', 403], other: 403, body: { current: 'wrong' } },
  'POST /api/account/recover': { nobody: 204, wrong: null, other: 204, body: { email: 'nobody@tern.example' } },
  'POST /api/tickets/look': { nobody: 404, wrong: null, other: 404, body: { ticket: 'made-up' } },
  'POST /api/tickets/take': { nobody: 404, wrong: null, other: 404, body: { ticket: 'made-up' } },
  'GET /api/assignments': { nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/briefs': { nobody: 401, wrong: ['student', 403], other: 404, body: aBrief([CLASS]) },
  'GET /api/briefs/:briefId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/briefs/:briefId': { nobody: 401, wrong: ['student', 403], other: 404, body: editedBrief },
  'DELETE /api/briefs/:briefId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/briefs/:briefId/effects': { nobody: 401, wrong: ['student', 403], other: 404, body: editedBrief },
  'POST /api/briefs/:briefId/issue': { nobody: 401, wrong: ['student', 403], other: 404, body: { version: 1, at: null } },
  'POST /api/briefs/:briefId/withdraw': { nobody: 401, wrong: ['student', 403], other: 404, body: { version: 1 } },
  'POST /api/load': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { classes: [{ classId: CLASS, due: MONDAY, opens: null, audience: EVERYONE }], minutes: null, briefId: null },
  },
  'GET /api/aims': { nobody: 401, wrong: ['student', 403], other: 200 },
  'GET /api/assignments/:assignmentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/assignments/:assignmentId/pieces': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/assignments/:assignmentId/exceptions': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { studentIds: [STUDENT], excused: true, waivesLate: false, reason: '', tell: true },
  },
  'DELETE /api/assignments/:assignmentId/exceptions/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/assignments/:assignmentId/group-dates/:groupId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { due: MONDAY, reason: '', tell: true },
  },
  'DELETE /api/assignments/:assignmentId/group-dates/:groupId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/assignments/:assignmentId/rescoring': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/assignments/:assignmentId/rescoring': { nobody: 401, wrong: ['student', 403], other: 404, body: { studentIds: [STUDENT] } },
  'GET /api/requests': { nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/requests/:requestId/answer': { nobody: 401, wrong: ['student', 403], other: 404, body: { grant: false, word: '' } },
  'POST /api/my/work/:assignmentId/requests': {
    nobody: 401,
    wrong: ['teacher', 403],
    other: 404,
    body: { reason: 'Away', wantedDue: null },
  },
  'DELETE /api/my/requests/:requestId': { nobody: 401, wrong: ['teacher', 403], other: 409 },
  'POST /api/rubrics/read': { nobody: 401, wrong: ['student', 403], other: 400 },
  'POST /api/rubrics/table': {
    nobody: 401,
    wrong: ['student', 403],
    other: 200,
    body: { rubric: { name: '', criteria: [] }, format: 'csv' },
  },
  'POST /api/files': { nobody: 401, wrong: ['student', 403], other: 400 },
  'GET /api/shelf': { nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/shelf': { nobody: 401, wrong: ['student', 403], other: 201, body: onShelf },
  'GET /api/shelf/:itemId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/shelf/:itemId': { nobody: 401, wrong: ['student', 403], other: 404, body: { ...onShelf, sharedWith: [], version: 1 } },
  'DELETE /api/shelf/:itemId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/plan': { query: 'from=2026-11-16&to=2026-11-27', nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/plan/preview': { nobody: 401, wrong: ['student', 403], other: 404, body: move },
  'POST /api/plan/moves': { nobody: 401, wrong: ['student', 403], other: 404, body: { ...move, digest: '0'.repeat(64), tell: false } },
  'POST /api/plan/moves/:moveId/undo': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/classes/:classId/order': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { unitId: null, assignmentIds: [ASSIGNMENT] },
  },
  'GET /api/dates': { query: 'from=2026-11-16&to=2026-11-27', nobody: 401, wrong: null, other: 200 },
  'GET /api/my/calendar-address': { nobody: 401, wrong: null, other: 200 },
  'POST /api/my/calendar-address': { nobody: 401, wrong: null, other: 200 },
  'GET /calendar/:file': { nobody: 404, wrong: null, other: 404 },
  'GET /api/news': { nobody: 401, wrong: null, other: 200 },
  'POST /api/news/seen': { nobody: 401, wrong: null, other: 204 },
  'GET /api/news/settings': { nobody: 401, wrong: null, other: 200 },
  'PUT /api/news/settings': {
    nobody: 401,
    wrong: null,
    other: 204,
    body: { choices: { issued: 'never' }, quiet: { from: '20:00', to: '07:00' } },
  },
  'GET /api/my/work': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'GET /api/my/work/:assignmentId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'PUT /api/my/work/:assignmentId/text': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { text: doc('mine'), version: 0 } },
  'POST /api/my/work/:assignmentId/files': { nobody: 401, wrong: ['teacher', 403], other: 400 },
  'DELETE /api/my/work/:assignmentId/files/:fileId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'POST /api/my/work/:assignmentId/hand-in': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'POST /api/my/work/:assignmentId/take-back': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'POST /api/my/work/:assignmentId/read': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'POST /api/my/work/:assignmentId/look': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'GET /api/my/work/:assignmentId/live': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'PUT /api/my/work/:assignmentId/sheets/:attachmentId': {
    nobody: 401,
    wrong: ['teacher', 403],
    other: 404,
    body: { text: doc('mine'), version: 0 },
  },
  'POST /api/my/work/:assignmentId/sheets/:attachmentId/correction': {
    nobody: 401,
    wrong: ['teacher', 403],
    other: 404,
    body: { version: 0 },
  },
  'GET /api/my/work/:assignmentId/versions': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'GET /api/my/work/:assignmentId/versions/:versionId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'POST /api/my/work/:assignmentId/versions/:versionId/restore': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'GET /api/my/work/:assignmentId/receipts/:version': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'PUT /api/my/work/:assignmentId/self-check': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { choices: {} } },
  'PUT /api/my/work/:assignmentId/went': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { how: 'flowed', line: '' } },
  'GET /api/my/work/:assignmentId/messages': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'POST /api/my/work/:assignmentId/messages': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { text: 'hello', fileIds: [] } },
  'POST /api/my/work/:assignmentId/messages/files': { nobody: 401, wrong: ['teacher', 403], other: 400 },
  'POST /api/my/work/:assignmentId/messages/read': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'POST /api/my/uploads': { nobody: 401, wrong: ['teacher', 403], other: 400 },
  'HEAD /api/my/uploads/:uploadId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'PATCH /api/my/uploads/:uploadId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'POST /api/my/uploads/:uploadId/finish': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'DELETE /api/my/uploads/:uploadId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'GET /api/assignments/:assignmentId/live': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/assignments/:assignmentId/pieces/changed': {
    query: 'of=00000000-0000-4000-8000-000000000000',
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
  },
  'GET /api/assignments/:assignmentId/pieces/:studentId/draft': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/assignments/:assignmentId/pieces/:studentId/versions/:versionId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/assignments/:assignmentId/pieces/:studentId/messages': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/assignments/:assignmentId/pieces/:studentId/messages': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { text: 'hello', fileIds: [] },
  },
  'POST /api/assignments/:assignmentId/pieces/:studentId/messages/files': { nobody: 401, wrong: ['student', 403], other: 400 },
  'POST /api/assignments/:assignmentId/pieces/:studentId/messages/read': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/assignments/:assignmentId/nudges': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { studentIds: [STUDENT], text: 'x', again: false },
  },
  'PUT /api/assignments/:assignmentId/class-marks': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { marks: [{ studentId: STUDENT, mark: 'did' }] },
  },
  'POST /api/assignments/:assignmentId/overlap': { nobody: 401, wrong: ['student', 403], other: 404, body: { withEarlier: false } },
  'GET /api/overlap/:overlapId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'DELETE /api/overlap/:overlapId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/take-home': { query: 'of=00000000-0000-4000-8000-000000000000', nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/take-home': { nobody: 401, wrong: ['student', 403], other: 404, body: { of: [ASSIGNMENT], as: 'html' } },
  'GET /api/take-home/:ticket': { nobody: 401, wrong: ['student', 403], other: 204 },
  'POST /api/assignments/:assignmentId/bring-back': { nobody: 401, wrong: ['student', 403], other: 400 },
  'GET /api/files/:fileId/words': { nobody: 401, wrong: null, other: 404 },
  'GET /api/files/:fileId': { nobody: 401, wrong: null, other: 404 },
  'GET /api/piles': { nobody: 401, wrong: ['student', 403], other: 200 },
  'GET /api/first-steps': { nobody: 401, wrong: ['student', 403], other: 200 },
  'GET /api/held': { nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/returns': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { returns: [{ assignmentId: ASSIGNMENT, studentIds: 'allHeld' }] },
  },
  'GET /api/assignments/:assignmentId/pieces/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/assignments/:assignmentId/pieces/:studentId/score': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { earned: 1000, chosen: null, remark: doc(''), version: 0 },
  },
  'POST /api/assignments/:assignmentId/pieces/:studentId/send-back': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { reason: 'again', newDue: null, version: 0 },
  },
  'GET /api/assignments/:assignmentId/pile': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/assignments/:assignmentId/marking': { nobody: 401, wrong: ['student', 403], other: 404, body: { namesHidden: true } },
  'PUT /api/assignments/:assignmentId/scores': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { scores: [{ studentId: STUDENT, version: 0, earned: 1000, chosen: null }] },
  },
  'GET /api/assignments/:assignmentId/across': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/assignments/:assignmentId/seconds': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/assignments/:assignmentId/outcome': { nobody: 401, wrong: ['student', 403], other: 404 },
  'DELETE /api/assignments/:assignmentId/timed-returns/:timedId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/assignments/:assignmentId/pieces/:studentId/rounds/:version': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/assignments/:assignmentId/pieces/:studentId/waiver': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { waives: true, reason: 'Ill' },
  },
  'PUT /api/assignments/:assignmentId/pieces/:studentId/second-score': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { earned: 1000, chosen: null, remark: '' },
  },
  'PUT /api/assignments/:assignmentId/pieces/:studentId/agreed-score': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { earned: 1000, chosen: null, version: 0 },
  },
  'POST /api/assignments/:assignmentId/pieces/:studentId/feedback-files': { nobody: 401, wrong: ['student', 403], other: 400 },
  'DELETE /api/assignments/:assignmentId/pieces/:studentId/feedback-files/:fileId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/assignments/:assignmentId/pieces/:studentId/score-questions/:questionId/answer': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { text: 'So' },
  },
  'POST /api/assignments/:assignmentId/pieces/:studentId/notes': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { version: 1, place: { kind: 'moment', fileId: randomUUID(), at: 0 }, text: 'x' },
  },
  'PUT /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { edition: 1, place: { kind: 'moment', fileId: randomUUID(), at: 0 }, text: 'x' },
  },
  'DELETE /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/answers': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { text: 'x' },
  },
  'PUT /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/settled': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { settled: true },
  },
  'POST /api/assignments/:assignmentId/pieces/:studentId/notes/read': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/my/work/:assignmentId/notes/:noteId/answers': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { text: 'x' } },
  'PUT /api/my/work/:assignmentId/notes/:noteId/settled': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { settled: true } },
  'POST /api/my/work/:assignmentId/notes/read': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'POST /api/my/work/:assignmentId/score-questions': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { text: 'Why?' } },
  'GET /api/remarks': { nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/remarks': {
    nobody: 401,
    wrong: ['student', 403],
    other: 201,
    body: { text: 'Well seen', folder: '', aim: '', criterion: '', shared: false },
  },
  'PUT /api/remarks/:remarkId': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { text: 'Well seen', folder: '', aim: '', criterion: '', shared: false, version: 1 },
  },
  'DELETE /api/remarks/:remarkId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/assignments/:assignmentId/reviews': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/assignments/:assignmentId/reviews': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { byRubric: false, each: 1, guidance: '', due: null, seed: 'sand' },
  },
  'POST /api/assignments/:assignmentId/reviews/share-out': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/assignments/:assignmentId/reviews/show': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/assignments/:assignmentId/reviews/:reviewId/hidden': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { hidden: true },
  },
  'GET /api/my/reviews': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'GET /api/my/reviews/:reviewId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'PUT /api/my/reviews/:reviewId': {
    nobody: 401,
    wrong: ['teacher', 403],
    other: 404,
    body: { choices: {}, text: 'x', give: false, version: 1 },
  },
  'POST /api/assignments/:assignmentId/return': { nobody: 401, wrong: ['student', 403], other: 404, body: { studentIds: 'allHeld' } },
  'GET /api/classes/:classId/book': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/book/cells': { nobody: 401, wrong: ['student', 403], other: 404, body: { assignmentIds: [ASSIGNMENT] } },
  'GET /api/classes/:classId/book/live': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/book/acts': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/book/edits': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { kind: 'typed', edits: [{ assignmentId: ASSIGNMENT, studentId: STUDENT, version: 0, text: '1' }] },
  },
  'POST /api/classes/:classId/book/acts/:actId/undo': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/book/acts/:actId/redo': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/assignments/:assignmentId/pieces/:studentId/history': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/book/aims': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/book/file': { query: 'as=csv', nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/book/bring-in/preview': { nobody: 401, wrong: ['student', 403], other: 400 },
  'POST /api/classes/:classId/book/bring-in': { nobody: 401, wrong: ['student', 403], other: 400 },
  'GET /api/classes/:classId/progress': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/progress/:studentId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/progress/:studentId/jottings': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/progress/:studentId/jottings': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { kind: 'talk', text: 'x' },
  },
  'PUT /api/jottings/:jottingId/done': { nobody: 401, wrong: ['student', 403], other: 404, body: { done: true } },
  'DELETE /api/jottings/:jottingId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/progress/:studentId/portfolio': { nobody: 401, wrong: ['student', 403], other: 404 },
  'PUT /api/classes/:classId/progress/:studentId/portfolio': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { assignmentId: ASSIGNMENT, why: '' },
  },
  'DELETE /api/classes/:classId/progress/:studentId/portfolio/:pieceId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/my/portfolio': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'PUT /api/my/portfolio': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { assignmentId: ASSIGNMENT, why: '' } },
  'DELETE /api/my/portfolio/:pieceId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'GET /api/my/portfolio/zip': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'POST /api/reports/preview': { nobody: 401, wrong: ['student', 403], other: 404, body: { settings } },
  'GET /api/reports/presets': { nobody: 401, wrong: ['student', 403], other: 200 },
  'PUT /api/reports/presets': { nobody: 401, wrong: ['student', 403], other: 200, body: { name: 'Mine', settings } },
  'DELETE /api/reports/presets/:presetId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/reports/jobs': { nobody: 401, wrong: ['student', 403], other: 200 },
  'POST /api/reports/jobs': { nobody: 401, wrong: ['student', 403], other: 404, body: { settings, format: 'pdf' } },
  'GET /api/reports/jobs/:jobId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/reports/jobs/:jobId/stop': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/reports/jobs/:jobId/file': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/reports/letters': { nobody: 401, wrong: ['student', 403], other: 404, body: { settings } },
  'POST /api/reports/letters/send': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { settings, digest: 'a'.repeat(64), chosen: [{ key: 'x', familyId: randomUUID() }] },
  },
  'GET /api/classes/:classId/families': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/families/letters': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { studentIds: [STUDENT], language: 'en' },
  },
  'POST /api/classes/:classId/families/mails': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { invitations: [{ studentId: STUDENT, email: 'a@b.example' }], language: 'en' },
  },
  'DELETE /api/classes/:classId/families/codes/:codeId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'DELETE /api/classes/:classId/progress/:studentId/families/:familyId': { nobody: 401, wrong: ['student', 403], other: 404 },
  'GET /api/classes/:classId/progress/:studentId/families/messages': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/classes/:classId/progress/:studentId/families/messages': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { id: randomUUID(), familyIds: [randomUUID()], text: 'x' },
  },
  'POST /api/family/codes/look': { nobody: 404, wrong: ['teacher', 403], other: 404, body: { code: 'XXXX' } },
  'POST /api/family/join': {
    nobody: 404,
    wrong: ['teacher', 403],
    other: 404,
    body: { code: 'XXXX', givenName: 'A', familyName: 'B', userName: 'new.family', password: 'long enough', email: null, language: 'en' },
  },
  'POST /api/family/children': { nobody: 401, wrong: ['teacher', 403], other: 404, body: { code: 'XXXX' } },
  'GET /api/family': { nobody: 401, wrong: ['student', 403], other: 200 },
  'PUT /api/family/settings': { nobody: 401, wrong: ['student', 403], other: 204, body: { language: 'en', telling: 'never' } },
  'GET /api/family/children/:studentId': { nobody: 401, wrong: ['teacher', 403], other: 404 },
  'GET /api/family/children/:studentId/classes/:classId/messages': { nobody: 401, wrong: ['student', 403], other: 404 },
  'POST /api/family/children/:studentId/classes/:classId/messages': {
    nobody: 401,
    wrong: ['student', 403],
    other: 404,
    body: { id: randomUUID(), text: 'x' },
  },
  'GET /api/my/progress': { nobody: 401, wrong: ['teacher', 403], other: 200 },
  'GET /api/today': { nobody: 401, wrong: ['student', 403], other: 200 },
  'GET /api/term-line': { nobody: 401, wrong: null, other: 200 },
  'GET /api/find': { query: 'q=a', nobody: 401, wrong: null, other: 200 },
  'GET /api/openapi.json': { nobody: 200, wrong: null, other: 200 },
  'GET /api/docs': { nobody: 200, wrong: null, other: 200 },
  'GET /health': { nobody: 200, wrong: null, other: 200 },
  'GET /metrics': { nobody: 200, wrong: null, other: 200 },
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

it('has a route, and by its type a row, for every line of the API', () => {
  expect(Object.keys(MATRIX).sort()).toEqual(
    allRoutes(server.services)
      .map(({ route }) => route)
      .sort(),
  );
});

const ROWS = Object.entries(MATRIX) as [ApiKey, Row][];
const placed = (route: ApiKey, query: string | undefined) => {
  const { verb, path } = placeOf({ route });
  return { verb, address: path.replace(/:(\w+)/g, (_, name: string) => ids[name]!) + (query ? `?${query}` : '') };
};

describe.each(ROWS)('%s', (key, { nobody, wrong, other, query, body }) => {
  const filled = () =>
    body &&
    (JSON.parse(
      JSON.stringify(body).replaceAll(CLASS, ids.classId!).replaceAll(STUDENT, ids.studentId!).replaceAll(ASSIGNMENT, ids.assignmentId!),
    ) as object);
  const ask = async (who: string | undefined) => {
    const { verb, address } = placed(key, query);
    return (await (await server.person(who)).send(verb, address, filled())).status;
  };

  it(`answers ${nobody} to who is not signed in`, async () => expect(await ask(undefined)).toBe(nobody));
  if (wrong)
    it(`answers ${wrong[1]} to a ${wrong[0]}`, async () => expect(await ask(wrong[0] === 'teacher' ? 'finch' : 'bao')).toBe(wrong[1]));
  if (other !== null)
    it(`answers ${other} to the right role in somebody else's class`, async () => expect(await ask(strangerOf(key))).toBe(other));
});

it('lets a family into nothing that is not for families', async () => {
  const frida = await server.person('frida');
  const open: string[] = [];
  for (const [key, { wrong, query, body }] of ROWS) {
    if (wrong === null || isFamilys(key)) continue;
    const { verb, address } = placed(key, query);
    const { status } = await frida.send(verb, address, body);
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
