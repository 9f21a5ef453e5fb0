import type { Nothing } from './shape';
import type { ReportSettings } from '@jolly/core';
import type {
  ReportJob,
  ReportJobRequest,
  ReportLettersReply,
  ReportPreset,
  ReportPresetRequest,
  ReportPreviewReply,
  ReportPreviewRequest,
  SendLettersRequest,
} from '../reports';

export interface ReportsApi {
  'POST /api/reports/preview': { body: ReportPreviewRequest; reply: ReportPreviewReply };
  'GET /api/reports/presets': { reply: ReportPreset[] };
  'PUT /api/reports/presets': { body: ReportPresetRequest; reply: ReportPreset };
  'DELETE /api/reports/presets/:presetId': Nothing;
  'GET /api/reports/jobs': { reply: ReportJob[] };
  'POST /api/reports/jobs': { body: ReportJobRequest; reply: ReportJob };
  'GET /api/reports/jobs/:jobId': { reply: ReportJob };
  'POST /api/reports/jobs/:jobId/stop': Nothing;
  'GET /api/reports/jobs/:jobId/file': { file: 'application/octet-stream' };
  'POST /api/reports/letters': { body: { settings: ReportSettings }; reply: ReportLettersReply };
  'POST /api/reports/letters/send': { body: SendLettersRequest; reply: { sent: number } };
}
