import { archiveJobsService } from './features/archive/archive-jobs.service';
import { coursePackagesService } from './features/course-package/course-packages.service';

type Needed = Omit<Parameters<typeof archiveJobsService>[0], 'coursePackages'> & Parameters<typeof coursePackagesService>[0];

/** Classes and courses in one file each: who of it works with whom. */
export function wireArchives(needed: Needed) {
  const coursePackages = coursePackagesService(needed);
  return { archiveJobs: archiveJobsService({ ...needed, coursePackages }) };
}
