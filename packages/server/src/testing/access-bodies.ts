import { SHIPPED_REPORTS } from '@jolly/core';
import { blankNotice } from '../features/notices/blank-notice';
import { aBrief, doc } from './school';

/** What is sent to routes in the test of access: well formed, of things that are not there. */

// Filled in with the ids of the school, which are known only when it is there.
export const [CLASS, STUDENT, ASSIGNMENT] = ['the class', 'the student', 'the assignment'];
export const grouping = { name: 'Lab', seed: null, until: null, groups: [{ id: null, name: 'A', studentIds: [] }] };
export const standing = { kind: 'days', amount: 1, validFrom: null, validTo: null, reason: '', quizTimePercent: null, waivesLate: false };
const { fromShelf: _, ...toStore } = aBrief([CLASS]);
export const aBriefToStore = toStore;
export const editedBrief = { ...aBriefToStore, version: 1, tell: false };
export const aNoticeBody = { ...blankNotice([CLASS]), words: { en: { title: 'Boots on Thursday', text: doc('Bring boots.') } } };
export const anEventBody = {
  classIds: [CLASS],
  wholeSchool: false,
  title: 'Field day',
  text: '',
  place: '',
  from: '2026-11-26',
  to: '2026-11-26',
  begins: null,
  ends: null,
  repeat: null,
  families: false,
  attachments: [],
  version: 0,
};
export const onShelf = { title: 'Sheet', folder: '', tags: [], body: { kind: 'worksheet', text: doc('x') } };
export const settings = { ...SHIPPED_REPORTS.progress, classIds: [CLASS] };
export const leavesOut = { questionId: 'q', correction: { kind: 'leaveOut', how: 'dropped' }, giveBack: false };
export const move = { assignmentIds: [ASSIGNMENT], shift: { kind: 'days', days: 1 }, oneOffs: false };
