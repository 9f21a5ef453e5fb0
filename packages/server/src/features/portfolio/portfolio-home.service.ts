import archiver from 'archiver';
import { localDateAt, textOf } from '@jolly/core';
import type { FileStore } from '../../files/file-store';
import { namesInFolder } from '../../files/names-in-folder';
import { fileStem } from '../../files/write-table';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { MyWorkService } from '../pieces/my-work.service';
import type { Student } from '../pieces/own-pieces.service';
import { toReturnedView } from '../pieces/piece-views';
import type { PortfolioEntriesService, SightOf } from './portfolio-entries.service';
import { indexJson, indexPage, piecePage, type TakenPiece } from './portfolio-pages';

interface Collaborators {
  fileStore: FileStore;
  accounts: AccountsService;
  myWork: MyWorkService;
  portfolioEntries: PortfolioEntriesService;
}

/** A portfolio to take home. */
export function portfolioHomeService({ fileStore, accounts, myWork, portfolioEntries }: Collaborators) {
  return {
    /** The whole portfolio as a zip of pages that open in any browser. @returns its name, and what to read it from */
    async takeHome(student: Student, now: number): Promise<{ name: string; zip: archiver.Archiver }> {
      const [sights, rows, people, language] = await Promise.all([
        myWork.mySights(student, now, { away: true }),
        portfolioEntries.rows({ studentId: student.userId }),
        accounts.people([student.userId]),
        accounts.languageOf(student.userId),
      ]);
      const me = fullName(people.get(student.userId)!);
      const sightBy = new Map(sights.map((sight) => [sight.assignment.id, sight]));
      const sightOf: SightOf = (row) => sightBy.get(row.assignmentId ?? '');
      const handIns = await portfolioEntries.handInsOf(rows, sightOf);
      const shown = await portfolioEntries.toPieces(rows, { askerId: student.userId, sightOf, handIns });
      const zip = archiver('zip', { zlib: { level: 6 } });
      const taken: TakenPiece[] = [];
      for (const { id, kind, assignmentId, title, className, why, by, text, files, at, word } of shown) {
        const sight = sightBy.get(assignmentId ?? '');
        const one = handIns.get(id);
        const folder = `${String(taken.length + 1).padStart(2, '0')} ${fileStem(title)}`;
        const nameFor = namesInFolder(['index.html']);
        const names: TakenPiece['files'] = [];
        for (const file of files) {
          const bytes = await fileStore.read(file.fingerprint);
          if (!bytes) continue;
          const name = nameFor(file.name);
          names.push({ name, size: bytes.size, sha256: file.fingerprint });
          zip.append(bytes.stream, { name: `${folder}/${name}` });
        }
        const zone = sight?.schoolClass.calendar.zone ?? sights[0]?.schoolClass.calendar.zone ?? 'UTC';
        const piece: TakenPiece = {
          ...{ folder, title, className, why, by, files: names, word },
          handedIn: kind === 'work' ? (one ? localDateAt(zone, one.at) : '') : localDateAt(zone, at),
          text: kind === 'work' ? (one?.text ?? null) : text === '' ? null : textOf(text),
          sheets: (one?.sheets ?? []).map((sheet) => ({ title: sheet.title, text: sheet.text })),
          remark: sight ? (toReturnedView(sight)?.remark ?? null) : null,
        };
        taken.push(piece);
        zip.append(piecePage(language, piece), { name: `${folder}/index.html` });
      }
      const made = localDateAt(sights[0]?.schoolClass.calendar.zone ?? 'UTC', now);
      zip.append(indexPage(language, me, made, taken), { name: 'index.html' });
      zip.append(indexJson(language, me, made, taken), { name: 'index.json' });
      void zip.finalize();
      return { name: `portfolio-${fileStem(me)}.zip`, zip };
    },
  };
}

export type PortfolioHomeService = ReturnType<typeof portfolioHomeService>;
