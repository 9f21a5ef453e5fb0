export const name = '0065-report-file-names';

// What the file of a report is called: title, classes and day, as they were when it was begun.
export const up = ["ALTER TABLE report_jobs ADD COLUMN IF NOT EXISTS stem VARCHAR(200) NOT NULL DEFAULT ''"];

export const down = ['ALTER TABLE report_jobs DROP COLUMN IF EXISTS stem'];
