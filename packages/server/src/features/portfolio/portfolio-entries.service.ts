import { plainText, type PortfolioStand } from '@jolly/core';
import { Op, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import type { PortfolioKind, PortfolioPiece, WorkFile } from '../../contract';
import { rowByKey, rowsOf } from '../../db/rows';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService } from '../classes/classes.service';
import { listsOf } from '../pieces/grouped';
import type { HandInRecord } from '../pieces/records';
import type { Sight } from '../pieces/sight';
import type { WorksService } from '../pieces/works.service';
import { worth } from '../pieces/worth';
import { definePortfolio, type PortfolioFileRow, type PortfolioRow } from './portfolio.model';

const MOST = 500;
const EXCERPT = 160;

const beginningOf = (text: string) => (text.length > EXCERPT ? `${text.slice(0, EXCERPT)}…` : text);
const toWorkFile = ({ id, name, size, mediaType, fingerprint, pixels }: PortfolioFileRow): WorkFile => ({
  ...{ id, name, mediaType, fingerprint },
  size: Number(size),
  pixels: pixels === null ? null : Number(pixels),
  answers: null,
});
export const kindOf = ({ assignmentId, termFrom }: Pick<PortfolioRow, 'assignmentId' | 'termFrom'>): PortfolioKind =>
  assignmentId !== null ? 'work' : termFrom !== null ? 'reflection' : 'own';

/** How the work of a piece stands for whoever reads; none for what is not theirs to see, and for a piece of one's own. */
export type SightOf = (row: PortfolioRow) => Sight | undefined;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  works: WorksService;
}

/** What stands in portfolios, as it is stored, with what goes with each piece: files of its own, or the work it is of. */
export function portfolioEntriesService({ sequelize, accounts, classes, works }: Collaborators) {
  const { pieces, files } = definePortfolio(sequelize);

  const service = {
    rows: (where: WhereOptions<PortfolioRow>): Promise<PortfolioRow[]> => rowsOf(pieces, { where, order: [['at', 'DESC'], ['id', 'ASC']], limit: MOST }), // prettier-ignore

    byId: (id: string, transaction?: Transaction): Promise<PortfolioRow | null> =>
      transaction ? rowByKey(pieces, id, { transaction, lock: true }) : rowByKey(pieces, id),

    async filesOf(ids: readonly string[]): Promise<Map<string, WorkFile[]>> {
      if (ids.length === 0) return new Map();
      const rows = await rowsOf(files, { where: { portfolioPieceId: { [Op.in]: [...ids] } }, order: [['addedAt', 'ASC'], ['id', 'ASC']] }); // prettier-ignore
      return listsOf(rows.map((row) => [row.portfolioPieceId, toWorkFile(row)] as const));
    },

    /** A file of a piece of somebody's own, with the piece. */
    async file(fileId: string): Promise<{ file: WorkFile; piece: PortfolioRow } | null> {
      const row = await rowByKey(files, fileId);
      const piece = row && (await service.byId(row.portfolioPieceId));
      return row && piece && { file: toWorkFile(row), piece };
    },

    /** The last hand-in of each work that stands in a portfolio, by the id of its piece there. */
    async handInsOf(rows: readonly PortfolioRow[], sightOf: SightOf): Promise<Map<string, HandInRecord>> {
      const works_ = rows.flatMap((row) => {
        const record = row.assignmentId === null ? null : sightOf(row)?.record;
        return record ? [[row.id, record.work.id] as const] : [];
      });
      const all = await works.allHandIns(works_.map(([, workId]) => workId));
      return new Map(
        works_.flatMap(([id, workId]) => {
          const last = all.get(workId)?.at(-1);
          return last ? [[id, last] as const] : [];
        }),
      );
    },

    /**
     * Pieces of a portfolio as they are shown. Of work only what there is a sight of: what its reader may see.
     * @param askerId may take out what they chose, and whose own it is
     * @param handIns of works, as `handInsOf` finds them
     */
    async toPieces(
      rows: readonly PortfolioRow[],
      { askerId, sightOf, handIns }: { askerId: string; sightOf: SightOf; handIns: Map<string, HandInRecord> },
    ): Promise<PortfolioPiece[]> {
      const shown = rows.filter((row) => row.assignmentId === null || sightOf(row) !== undefined);
      const [people, attached, of] = await Promise.all([
        accounts.people([...new Set(shown.flatMap((row) => [row.byUser, row.saidBy ?? row.byUser]))]),
        service.filesOf(shown.map((row) => row.id)),
        classes.load([...new Set(shown.map((row) => row.classId))]),
      ]);
      const nameOf = (id: string | null) => (id !== null && people.has(id) ? fullName(people.get(id)!) : '');
      return shown.map((row): PortfolioPiece => {
        const sight = row.assignmentId === null ? undefined : sightOf(row)!;
        const last = handIns.get(row.id);
        return {
          ...{ id: row.id, kind: kindOf(row), assignmentId: row.assignmentId, classId: row.classId, termFrom: row.termFrom },
          ...{ why: row.why, text: row.text, word: row.word, stand: row.stand, version: row.version },
          title: sight?.assignment.title ?? row.title,
          className: (sight?.schoolClass ?? of.find((one) => one.id === row.classId))?.label ?? '',
          by: nameOf(row.byUser),
          own: row.byUser === row.studentId,
          at: row.at.getTime(),
          handedInAt: last?.at ?? null,
          points: sight?.assignment.points ?? null,
          effective: sight?.record?.returned ? worth(sight, sight.record.returned).effective : null,
          excerpt: beginningOf(last?.text ? plainText(last.text).trim() : row.text.trim()),
          files: sight ? (last?.files ?? []) : (attached.get(row.id) ?? []),
          saidBy: nameOf(row.saidBy),
          removable: askerId === row.studentId || askerId === row.byUser,
        };
      });
    },
  };
  return service;
}

/** What a change by its student does to a piece: the yes it had is gone, and it waits, or is put together anew. */
export const changedTo = (stand: PortfolioStand & ('draft' | 'waits'), now: number) => ({
  stand,
  word: '',
  saidBy: null,
  saidAt: null,
  at: new Date(now),
});

export type PortfolioEntriesService = ReturnType<typeof portfolioEntriesService>;
