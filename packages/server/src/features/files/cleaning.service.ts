import { QueryTypes, type Sequelize } from 'sequelize';
import type { FileStore } from '../../files/file-store';
import { withLease } from '../../jobs/lease';

/** A file to which nobody refers is kept so long, in case somebody still means to. */
export const KEPT_MS = 7 * 86_400_000;
/** Folders that are looked through at a time, and how often: each of the 256 is seen about twice an hour. */
const FOLDERS_A_ROUND = 8;
const EVERY_MS = 60_000;
const AT_ONCE = 500;

interface Collaborators {
  sequelize: Sequelize;
  fileStore: FileStore;
}

/**
 * Removes files to which nothing refers any more: what was begun and never attached, taken out again, or made for a report that is
 * gone. It reads before it deletes, twice: a file is first set aside, where it can still be found, and removed when it is still
 * referred to by nobody a set time later. Bytes that come again are written anew under their name, so nothing can be lost between.
 */
export function cleaningService({ sequelize, fileStore }: Collaborators) {
  let next = 0;
  let lookedAt = 0;

  /** Where fingerprints stand: every such column there is, so that a new table is asked without being named here. */
  async function columns(): Promise<{ table: string; column: string }[]> {
    return sequelize.query<{ table: string; column: string }>(
      "SELECT table_name AS `table`, column_name AS `column` FROM information_schema.columns WHERE table_schema = DATABASE() AND column_name LIKE '%fingerprint'",
      { type: QueryTypes.SELECT },
    );
  }

  /** Those of some fingerprints to which something refers. */
  async function referred(fingerprints: readonly string[], where: readonly { table: string; column: string }[]): Promise<Set<string>> {
    const found = new Set<string>();
    for (const { table, column } of where) {
      const rows = await sequelize.query<{ one: string }>(
        `SELECT DISTINCT \`${column}\` AS one FROM \`${table}\` WHERE \`${column}\` IN (?)`,
        {
          replacements: [[...fingerprints]],
          type: QueryTypes.SELECT,
        },
      );
      for (const row of rows) found.add(row.one);
    }
    return found;
  }

  const service = {
    /** Now and then the next few folders: a round comes every second, which would ask the database in vain. */
    async tick(now: number): Promise<void> {
      if (Math.abs(now - lookedAt) < EVERY_MS) return;
      lookedAt = now;
      await service.clean(now, FOLDERS_A_ROUND);
    },

    /** Looks through the next few folders. @returns how many files were set aside and how many removed; null while another server does it */
    async clean(now: number, folders: number): Promise<{ setAside: number; removed: number } | null> {
      return withLease(sequelize, 'cleaning', { ms: 60_000 }, async (lease) => {
        const where = await columns();
        let [setAside, removed] = [0, 0];
        for (let looked = 0; looked < folders; looked++, next = (next + 1) % 256) {
          const { here, aside } = await fileStore.listed(next.toString(16).padStart(2, '0'));
          const old = here.filter((file) => file.at < now - KEPT_MS).slice(0, AT_ONCE);
          if (old.length > 0) {
            const kept = await referred(old.map((file) => file.fingerprint), where); // prettier-ignore
            for (const { fingerprint } of old) {
              if (kept.has(fingerprint)) continue;
              await lease.require();
              await fileStore.setAside(fingerprint, now);
              setAside += 1;
            }
          }
          if (aside.length === 0) continue;
          const again = await referred(aside.map((file) => file.fingerprint), where); // prettier-ignore
          for (const { fingerprint, at } of aside.slice(0, AT_ONCE)) {
            await lease.require();
            if (again.has(fingerprint)) await fileStore.takeBack(fingerprint);
            else if (at < now - KEPT_MS) {
              await fileStore.remove(fingerprint);
              removed += 1;
            }
          }
        }
        return { setAside, removed };
      });
    },
  };
  return service;
}

export type CleaningService = ReturnType<typeof cleaningService>;
