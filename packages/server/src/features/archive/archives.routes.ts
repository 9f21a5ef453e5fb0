import { pipeline } from 'node:stream/promises';
import { takenFile } from '../../files/take-file';
import { classParams } from '../../forms/params';
import { asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { ArchiveJobsService } from './archive-jobs.service';
import { archiveParams, bringBody, folderBody } from './archives.schema';

export const archiveRoutes = ({ archiveJobs }: { archiveJobs: ArchiveJobsService }): Route[] => [
  {
    route: 'GET /api/archives',
    action: 'archive.bring',
    does: 'Your last archives and courses, made and brought in, and how far they are.',
    handle: ({ actor }) => archiveJobs.list(asTeacher(actor)),
  },
  {
    route: 'POST /api/archives',
    action: 'archive.bring',
    does: 'Takes an archive of a class or a package of a course and begins to look at it; nothing of it is stored in a class yet.',
    takesFile: 'archive',
    status: 202,
    handle: ({ actor, req, now }) => archiveJobs.take(asTeacher(actor), takenFile(req), now),
  },
  {
    route: 'POST /api/classes/:classId/archives',
    action: 'archive.make',
    does: 'Begins to write a class into one file.',
    params: classParams,
    status: 202,
    handle: ({ actor, params, now }) => archiveJobs.make(asTeacher(actor), params.classId, now),
  },
  {
    route: 'POST /api/classes/:classId/course-packages',
    action: 'class.copy',
    does: 'Begins to write what is prepared in a class into a package of a course: without people and dates.',
    params: classParams,
    status: 202,
    handle: ({ actor, params, now }) => archiveJobs.makeCourse(asTeacher(actor), params, now),
  },
  {
    route: 'POST /api/shelf/course-packages',
    action: 'shelf.use',
    does: 'Begins to write a folder of your shelf into a package of a course.',
    body: folderBody,
    status: 202,
    handle: ({ actor, body, now }) => archiveJobs.makeCourse(asTeacher(actor), body, now),
  },
  {
    route: 'GET /api/archives/:jobId',
    action: 'archive.bring',
    does: 'How far an archive is, and once it was looked at what is in it.',
    params: archiveParams,
    handle: ({ actor, params }) => archiveJobs.at(asTeacher(actor), params.jobId),
  },
  {
    route: 'POST /api/archives/:jobId/bring',
    action: 'archive.bring',
    does: 'Brings in what was looked at: an archive as a past class or as a new one without its students, a course as drafts of a class or onto the shelf.',
    params: archiveParams,
    body: bringBody,
    status: 202,
    handle: ({ actor, params, body }) => archiveJobs.bring(asTeacher(actor), params.jobId, body),
  },
  {
    route: 'POST /api/archives/:jobId/stop',
    action: 'archive.bring',
    does: 'Stops an archive that is being made or brought in; nothing of it stays.',
    params: archiveParams,
    handle: ({ actor, params }) => archiveJobs.stop(asTeacher(actor), params.jobId),
  },
  {
    route: 'GET /api/archives/:jobId/file',
    action: 'archive.bring',
    does: 'An archive or a course that was made, as one zip.',
    params: archiveParams,
    repliesItself: true,
    handle: async ({ actor, params, res }) => {
      const { name, size, stream } = await archiveJobs.file(asTeacher(actor), params.jobId);
      res.set({
        'Content-Type': 'application/zip',
        'Content-Length': String(size),
        'Content-Disposition': `attachment; filename*=UTF-8\'\'${encodeURIComponent(name)}`,
      });
      await pipeline(stream, res);
    },
  },
];
