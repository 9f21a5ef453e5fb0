import type { ReportSettings } from '@jolly/core';
import { pipeline } from 'node:stream/promises';
import type { ReportJobRequest, ReportPresetRequest, ReportPreviewRequest, SendLettersRequest } from '../../contract';
import { asTeacher } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import type { ReportsService } from './reports.service';
import type { ReportJobsService } from './report-jobs.service';
import type { ReportLettersService } from './report-letters.service';
import { jobBody, jobParams, lettersBody, presetBody, presetParams, previewBody, sendBody } from './reports.schema';

type OneJob = { jobId: string };

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
    verb: 'post',
    path: '/api/reports/preview',
    action: 'report.make',
    does: 'The beginning of a report as a page, or all of a short one to print.',
    body: previewBody,
    handle: ({ actor, body, now }: Ask<object, ReportPreviewRequest>) => reports.preview(asTeacher(actor), body, now),
  },
  {
    verb: 'get',
    path: '/api/reports/presets',
    action: 'report.make',
    does: 'The settings you kept for reports.',
    handle: ({ actor }: Ask) => reports.presets(asTeacher(actor)),
  },
  {
    verb: 'put',
    path: '/api/reports/presets',
    action: 'report.make',
    does: 'Keeps settings for a report under a name.',
    body: presetBody,
    handle: ({ actor, body, now }: Ask<object, ReportPresetRequest>) => reports.keepPreset(asTeacher(actor), body, now),
  },
  {
    verb: 'delete',
    path: '/api/reports/presets/:presetId',
    action: 'report.make',
    does: 'Lets kept settings go.',
    params: presetParams,
    handle: ({ actor, params }: Ask<{ presetId: string }>) => reports.dropPreset(asTeacher(actor), params.presetId),
  },
  {
    verb: 'get',
    path: '/api/reports/jobs',
    action: 'report.make',
    does: 'Your last reports and how far they are.',
    handle: ({ actor }: Ask) => reportJobs.list(asTeacher(actor)),
  },
  {
    verb: 'post',
    path: '/api/reports/jobs',
    action: 'report.make',
    does: 'Begins to make a report as a file.',
    body: jobBody,
    status: 202,
    handle: ({ actor, body, now }: Ask<object, ReportJobRequest>) => reportJobs.begin(asTeacher(actor), body, now),
  },
  {
    verb: 'get',
    path: '/api/reports/jobs/:jobId',
    action: 'report.make',
    does: 'How far a report is.',
    params: jobParams,
    handle: ({ actor, params }: Ask<OneJob>) => reportJobs.at(asTeacher(actor), params.jobId),
  },
  {
    verb: 'post',
    path: '/api/reports/jobs/:jobId/stop',
    action: 'report.make',
    does: 'Stops a report that is being made.',
    params: jobParams,
    handle: ({ actor, params }: Ask<OneJob>) => reportJobs.stop(asTeacher(actor), params.jobId),
  },
  {
    verb: 'get',
    path: '/api/reports/jobs/:jobId/file',
    action: 'report.make',
    does: 'A finished report as a file.',
    params: jobParams,
    repliesItself: true,
    handle: async ({ actor, params, res }: Ask<OneJob>) => {
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
    verb: 'post',
    path: '/api/reports/letters',
    action: 'report.make',
    does: 'A report as letters to families, to be looked at before they go out.',
    body: lettersBody,
    handle: ({ actor, body, now }: Ask<object, { settings: ReportSettings }>) => reportLetters.look(asTeacher(actor), body.settings, now),
  },
  {
    verb: 'post',
    path: '/api/reports/letters/send',
    action: 'report.make',
    does: 'Sends the chosen letters to families by mail.',
    body: sendBody,
    handle: ({ actor, body, idempotencyKey, now }: Ask<object, SendLettersRequest>) =>
      reportLetters.send(asTeacher(actor), body, idempotencyKey, now),
  },
];
