import type { Language } from '../languages';
import type { LocalDate, MilliPercent } from '../quantities';

export const REPORT_PARTS = [
  'summary',
  'terms',
  'categories',
  'aims',
  'forecast',
  'work',
  'remarks',
  'feedback',
  'absences',
  'notes',
] as const;
export type ReportPart = (typeof REPORT_PARTS)[number];

/** Over what time: a term by its name (null: the one it is now), the year, or what belongs between two days. */
export type ReportTime = { kind: 'term'; name: string | null } | { kind: 'year' } | { kind: 'dates'; from: LocalDate; to: LocalDate };

/** Everything a report is made from. */
export interface ReportSettings {
  title: string;
  classIds: string[];
  /** null: everybody in the classes */
  studentIds: string[] | null;
  withLeft: boolean;
  /** a section for each student in each class, one for each class, or one for each student over all the classes */
  by: 'student' | 'class' | 'studentAll';
  parts: ReportPart[];
  time: ReportTime;
  /** which pieces are listed; none of the four: all. `below` in thousandths of a percent of the points */
  only: { missing: boolean; late: boolean; sentBack: boolean; below: MilliPercent | null };
  /** leaves out students of whom nothing would be listed */
  onlyWith: boolean;
  /** pieces with neither work nor score are listed too */
  withoutData: boolean;
  /** scores that the students have, or all */
  scores: 'returned' | 'all';
  show: { percent: boolean; points: boolean; band: boolean };
  sort: 'name' | 'total' | 'missing' | 'bearing';
  sortWork: 'due' | 'category' | 'title' | 'score';
  /** notes at the top and at the bottom, with placeholders; Markdown-free plain text */
  above: string;
  below: string;
  /** what stands under the line to sign on; empty: no line */
  signature: string;
  /** heads of columns left empty to write in, of a report by class */
  blanks: string[];
  landscape: boolean;
  /** each section on a page of its own */
  pageEach: boolean;
  shading: boolean;
  language: Language;
}

export const LONGEST_NOTE = 60_000;
export const MOST_BLANKS = 12;

const PLAIN: ReportSettings = {
  title: '',
  classIds: [],
  studentIds: null,
  withLeft: false,
  by: 'student',
  parts: ['summary', 'work'],
  time: { kind: 'term', name: null },
  only: { missing: false, late: false, sentBack: false, below: null },
  onlyWith: false,
  withoutData: true,
  scores: 'returned',
  show: { percent: true, points: true, band: true },
  sort: 'name',
  sortWork: 'due',
  above: '',
  below: '',
  signature: '',
  blanks: [],
  landscape: false,
  pageEach: true,
  shading: true,
  language: 'en',
};

/** The reports that ship with us, to begin from. */
export type ShippedReport = 'progress' | 'missingWork' | 'termReport' | 'signIn' | 'fieldTrip';
export const SHIPPED_REPORTS: Readonly<Record<ShippedReport, ReportSettings>> = {
  progress: { ...PLAIN, title: 'Progress report', parts: ['summary', 'categories', 'forecast', 'work'] },
  missingWork: {
    ...PLAIN,
    title: 'Missing-work letter',
    parts: ['work'],
    only: { missing: true, late: false, sentBack: true, below: null },
    onlyWith: true,
    above:
      'Dear family of {student},\n\nthis is what {firstName} has not handed in yet for {class}. What is still accepted can be handed in without asking.',
    below: '{teacher}, {date}',
    signature: 'Read by (family)',
  },
  termReport: {
    ...PLAIN,
    title: 'Term report',
    parts: ['summary', 'terms', 'categories', 'aims', 'remarks', 'absences'],
    by: 'studentAll',
    below: '{teacher}, {date}',
    signature: 'Signature',
  },
  signIn: {
    ...PLAIN,
    title: 'Sign-in list',
    by: 'class',
    parts: [],
    blanks: ['In', 'Out', 'Signature'],
    show: { percent: false, points: false, band: false },
  },
  fieldTrip: {
    ...PLAIN,
    title: 'Field-trip list',
    by: 'class',
    parts: [],
    blanks: ['Consent', 'Paid', 'Call in need', 'Back'],
    landscape: true,
    show: { percent: false, points: false, band: false },
  },
};
