import { pipeline } from 'node:stream/promises';
import { asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { ReportsService } from './reports.service';
import type { ReportJobsService } from './report-jobs.service';
import type { ReportLettersService } from './report-letters.service';
import { jobBody, jobParams, lettersBody, presetBody, presetParams, previewBody, sendBody } from './reports.schema';

export const reportRoutes = ({
  reports,
  reportJobs,
  reportLetters,
}: {
  reports: ReportsService;
  reportJobs: ReportJobsService;
  reportLetters: ReportLettersService;
}): Route[] => [
  {
    route: 'POST /api/reports/preview',
    action: 'report.make',
    does: 'The beginning of a report as a page, or all of a short one to print.',
    body: previewBody,
    handle: ({ actor, body, now }) => reports.preview(asTeacher(actor), body, now),
  },
  {
    route: 'GET /api/reports/presets',
    action: 'report.make',
    does: 'The settings you kept for reports.',
    handle: ({ actor }) => reports.presets(asTeacher(actor)),
  },
  {
    route: 'PUT /api/reports/presets',
    action: 'report.make',
    does: 'Keeps settings for a report under a name.',
    body: presetBody,
    handle: ({ actor, body, now }) => reports.keepPreset(asTeacher(actor), body, now),
  },
  {
    route: 'DELETE /api/reports/presets/:presetId',
    action: 'report.make',
    does: 'Lets kept settings go.',
    params: presetParams,
    handle: ({ actor, params }) => reports.dropPreset(asTeacher(actor), params.presetId),
  },
  {
    route: 'GET /api/reports/jobs',
    action: 'report.make',
    does: 'Your last reports and how far they are.',
    handle: ({ actor }) => reportJobs.list(asTeacher(actor)),
  },
  {
    route: 'POST /api/reports/jobs',
    action: 'report.make',
    does: 'Begins to make a report as a file.',
    body: jobBody,
    status: 202,
    handle: ({ actor, body, now }) => reportJobs.begin(asTeacher(actor), body, now),
  },
  {
    route: 'GET /api/reports/jobs/:jobId',
    action: 'report.make',
    does: 'How far a report is.',
    params: jobParams,
    handle: ({ actor, params }) => reportJobs.at(asTeacher(actor), params.jobId),
  },
  {
    route: 'POST /api/reports/jobs/:jobId/stop',
    action: 'report.make',
    does: 'Stops a report that is being made.',
    params: jobParams,
    handle: ({ actor, params }) => reportJobs.stop(asTeacher(actor), params.jobId),
  },
  {
    route: 'GET /api/reports/jobs/:jobId/file',
    action: 'report.make',
    does: 'A finished report as a file.',
    params: jobParams,
    repliesItself: true,
    handle: async ({ actor, params, res }) => {
      const { name, mediaType, size, stream } = await reportJobs.file(asTeacher(actor), params.jobId);
      res.set({
        'Content-Type': mediaType,
        'Content-Length': String(size),
        'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      });
      await pipeline(stream, res);
    },
  },
  {
    route: 'POST /api/reports/letters',
    action: 'report.make',
    does: 'A report as letters to families, to be looked at before they go out.',
    body: lettersBody,
    handle: ({ actor, body, now }) => reportLetters.look(asTeacher(actor), body.settings, now),
  },
  {
    route: 'POST /api/reports/letters/send',
    repeatable: true,
    action: 'report.make',
    does: 'Sends the chosen letters to families by mail.',
    body: sendBody,
    handle: ({ actor, body, idempotencyKey, now }) => reportLetters.send(asTeacher(actor), body, idempotencyKey, now),
  },
];
