import archiver from 'archiver';
import { stringify } from 'csv-stringify/sync';
import { buffer } from 'node:stream/consumers';
import type { TakenOut } from './write-table';

export const ONE_ROSTER_VERSIONS = ['1.1', '1.2'] as const;
export type OneRosterVersion = (typeof ONE_ROSTER_VERSIONS)[number];

/** The CSV files that a bundle of either version may have; the manifest says of each whether it is there. */
const FILES = [
  'academicSessions',
  'categories',
  'classes',
  'classResources',
  'courses',
  'courseResources',
  'demographics',
  'enrollments',
  'lineItems',
  'orgs',
  'resources',
  'results',
  'users',
] as const;
/** Those of version 1.2 alone. */
const FILES_OF_1_2 = [
  'lineItemLearningObjectiveIds',
  'lineItemScoreScales',
  'resultLearningObjectiveIds',
  'resultScoreScales',
  'roles',
  'scoreScales',
  'userProfiles',
  'userResources',
] as const;
export type OneRosterFile = (typeof FILES)[number] | (typeof FILES_OF_1_2)[number];

/** A row of a bundle, by column; what a version has no column for is left out of it. */
export type OneRosterRow = Readonly<Record<string, string | null>>;
export interface OneRosterTable {
  columns: readonly string[];
  rows: readonly OneRosterRow[];
}

// What a program reads is written as it is: the apostrophe that makes a cell harmless in a spreadsheet would be part of a name.
const csv = (rows: readonly (readonly string[])[]): string => stringify(rows as string[][], { record_delimiter: 'windows' });

/**
 * A bundle of the open standard OneRoster 1.1 or 1.2 in its CSV form, everything in bulk.
 * @param name of the file, without its ending
 */
export async function oneRosterBundle(
  name: string,
  version: OneRosterVersion,
  tables: Partial<Record<OneRosterFile, OneRosterTable>>,
  now: number,
): Promise<TakenOut> {
  const known = version === '1.1' ? FILES : [...FILES, ...FILES_OF_1_2].sort();
  const said = known.map((file) => [`file.${file}`, tables[file] ? 'bulk' : 'absent']);
  const manifest = csv([
    ['propertyName', 'value'],
    ['manifest.version', '1.0'],
    ['oneroster.version', version],
    ...said,
    ['source.systemName', 'Jolly Compass'],
    ['source.systemCode', ''],
  ]);
  const zip = archiver('zip', { zlib: { level: 9 } });
  const date = new Date(now);
  zip.append(manifest, { name: 'manifest.csv', date });
  for (const file of known) {
    const table = tables[file];
    if (!table) continue;
    const header = ['sourcedId', 'status', 'dateLastModified', ...table.columns];
    zip.append(csv([header, ...table.rows.map((row) => header.map((column) => row[column] ?? ''))]), { name: `${file}.csv`, date });
  }
  void zip.finalize();
  return { name: `${name}.zip`, mediaType: 'application/zip', bytes: await buffer(zip) };
}
