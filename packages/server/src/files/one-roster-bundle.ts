import archiver from 'archiver';
import { buffer } from 'node:stream/consumers';
import { csv, type TakenOut } from './write-table';

/** The CSV files that a OneRoster 1.1 bundle may have; the manifest says of each whether it is there. */
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
export type OneRosterFile = (typeof FILES)[number];
type Table = { header: readonly string[]; rows: readonly (readonly (string | null)[])[] };

/**
 * A bundle of the open standard OneRoster 1.1 in its CSV form, everything in bulk.
 * @param name of the file, without its ending
 */
export async function oneRosterBundle(name: string, tables: Partial<Record<OneRosterFile, Table>>, now: number): Promise<TakenOut> {
  const said = FILES.map((file) => [`file.${file}`, tables[file] ? 'bulk' : 'absent']);
  const manifest = csv(
    ['propertyName', 'value'],
    [['manifest.version', '1.0'], ['oneroster.version', '1.1'], ...said, ['source.systemName', 'Jolly Compass'], ['source.systemCode', '']],
  );
  const zip = archiver('zip', { zlib: { level: 9 } });
  const date = new Date(now);
  zip.append(manifest, { name: 'manifest.csv', date });
  for (const [file, table] of Object.entries(tables)) zip.append(csv(table.header, table.rows), { name: `${file}.csv`, date });
  void zip.finalize();
  return { name: `${name}.zip`, mediaType: 'application/zip', bytes: await buffer(zip) };
}
