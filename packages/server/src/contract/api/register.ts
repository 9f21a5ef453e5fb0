import type { LocalDate } from '@jolly/core';
import type { RegisterReply, RegisterSet, ToldAbsence, ToldAbsenceRequest } from '../register';

export interface RegisterApi {
  'GET /api/classes/:classId/register': { query: { day: LocalDate; order?: 'name' | 'seats' }; reply: RegisterReply };
  'PUT /api/classes/:classId/register/:day': { body: RegisterSet; reply: RegisterReply };
  'PUT /api/classes/:classId/seats': { body: { studentIds: string[] } };
  'POST /api/classes/:classId/register/:day/more-time': {
    body: { assignmentId: string; studentId: string };
    reply: RegisterReply;
  };
  'POST /api/classes/:classId/absences/:absenceId': { reply: RegisterReply; body: { day: LocalDate } };
  'GET /api/classes/:classId/register.csv': { file: 'text/csv' };
  'GET /api/family/children/:studentId/absences': { reply: ToldAbsence[] };
  'POST /api/family/children/:studentId/absences': { body: ToldAbsenceRequest; reply: ToldAbsence[] };
}
