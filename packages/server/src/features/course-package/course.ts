import type { ShelfBody } from '../../contract';

/** What is prepared for a course: without people, without dates. */
export interface Course {
  title: string;
  units: CourseUnit[];
}
/** A unit; what is filed under none stands in one without a name. */
export interface CourseUnit {
  name: string;
  things: CourseThing[];
}
/** An assignment, a handout, a rubric, a worksheet or a file, as the shelf keeps it. */
export interface CourseThing {
  /** of the brief or of the shelf's item, by which handouts are named in attachments */
  id: string;
  title: string;
  body: ShelfBody;
}

/** More than a class is given in a year. */
export const MOST_THINGS = 1000;

/** Kinds of resources as the standard names them, whatever its version. */
export const RESOURCE = {
  web: 'webcontent',
  link: 'imswl_xmlv1p3',
  assignment: 'assignment_xmlv1p0',
  quiz: 'imsqti_xmlv1p2/imscc_xmlv1p3/assessment',
} as const;
export const NAMESPACE = {
  manifest: 'http://www.imsglobal.org/xsd/imsccv1p3/imscp_v1p1',
  extension: 'http://www.imsglobal.org/xsd/imsccv1p3/imscp_extensionv1p2',
  about: 'http://ltsc.ieee.org/xsd/imsccv1p3/LOM/manifest',
  link: 'http://www.imsglobal.org/xsd/imsccv1p3/imswl_v1p3',
  assignment: 'http://www.imsglobal.org/xsd/imscc_extensions/assignment',
  questions: 'http://www.imsglobal.org/xsd/ims_qtiasiv1p2',
} as const;
/** Stands before the address of a file of the package in texts that are no pages. */
export const FILE_BASE = '$IMS-CC-FILEBASE$';
export const FILE_BASES = /^\$(?:IMS|1EdTech)[-_]CC[-_]FILEBASE\$\/?/i;

/** Our own part of a package: what the standard has no words for. */
export const OURS = 'jolly-course.json';
export const OURS_FORMAT = 'jolly-compass-course';
export const OURS_VERSION = 1;
export interface OurPart {
  format: typeof OURS_FORMAT;
  version: typeof OURS_VERSION;
  title: string;
  /** by path of what stands for it: its fingerprint, and the thing itself */
  things: Record<string, { sha256: string; thing: CourseThing }>;
  /** where the bytes of a file lie, by its id in the things */
  files: Record<string, string>;
  /** what was written for other programs alone, beside the things */
  besides: string[];
}
