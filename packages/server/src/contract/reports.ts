/** Reports: what they are made from, how they look beforehand, being made, and letters home. */
import type { Instant, ReportSettings, StudentName } from '@jolly/core';

export interface ReportPreset {
  id: string;
  name: string;
  settings: ReportSettings;
}
export interface ReportPresetRequest {
  name: string;
  settings: ReportSettings;
}
export interface ReportPreviewRequest {
  settings: ReportSettings;
  /** all of it, for printing from the browser; else its beginning */
  whole?: boolean;
}
export interface ReportPreviewReply {
  /** a page of its own, without scripts */
  html: string;
  /** is it printed across, though it was asked for upright, since a table is too wide for that? */
  turned: boolean;
  /** how many sections are in it, of how many */
  shown: number;
  sections: number;
  students: number;
  /** words in braces in the notes that nothing is filled into */
  unknown: string[];
}
export type ReportFormat = 'pdf' | 'xlsx' | 'ods' | 'csv';
export interface ReportJobRequest {
  settings: ReportSettings;
  format: ReportFormat;
}
export interface ReportJob {
  id: string;
  title: string;
  format: ReportFormat;
  state: 'waiting' | 'running' | 'done' | 'failed' | 'stopped';
  /** a file each; of more than one the result is a zip */
  parts: number;
  done: number;
  students: number;
  madeAt: Instant;
  problem: string | null;
  fileName: string;
}
/** A letter to a family as it would go out. */
export interface ReportLetter {
  student: StudentName & { id: string };
  className: string;
  /** what the letter is of: student and class */
  key: string;
  familyId: string | null;
  familyName: string;
  subject: string;
  body: string;
  /** why nothing can go out: nobody is linked */
  problem: 'noFamily' | null;
  /** false: there is no address, so it stands in the family's page alone */
  byMail: boolean;
}
export interface ReportLettersReply {
  letters: ReportLetter[];
  /** of everything they say: sending asks that it is still the same */
  digest: string;
}
export interface SendLettersRequest {
  settings: ReportSettings;
  digest: string;
  /** which of them: student, class and family */
  chosen: { key: string; familyId: string }[];
}
