import { agendaPlace, type AgendaPlace } from '.';
import type { PieceState } from '../state';

const on = (day: string) => Date.parse(`2026-11-${day}T15:30:00.000Z`);
const place = (state: PieceState | null, due: number | null, { now = on('24') - 1, stillAccepted = false } = {}) =>
  agendaPlace({ zone: 'Europe/Lisbon', piece: { state, lateBy: 0, stillAccepted, overdue: false }, window: { opens: null, due, closes: null }, now });

it.each<[string, AgendaPlace, AgendaPlace]>([
  ['what is missing and still accepted', place('missing', on('20'), { stillAccepted: true }), 'doNow'],
  ['what was sent back', place('sentBack', on('20')), 'doNow'],
  ['what is due today', place('open', on('24')), 'doNow'],
  ['what is due this week', place('started', on('27')), 'next'],
  ['what is due next week', place('open', on('30')), 'later'],
  ['next week, asked on a Friday', place('open', on('30'), { now: on('27') }), 'next'],
  ['what has no date', place('open', null), 'later'],
  ['what is not open yet', place('notOpen', on('25')), 'later'],
  ['what is missing and closed', place('missing', on('20')), 'done'],
  ['what is handed in', place('in', on('27')), 'done'],
  ['what is not theirs', place(null, on('27')), 'done'],
])('%s is filed right', (_case, found, expected) => expect(found).toBe(expected));
