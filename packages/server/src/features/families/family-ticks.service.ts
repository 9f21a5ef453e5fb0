import type { Instant } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import { rowsOf } from '../../db/rows';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { defineFamilies } from './families.model';

/** A tick of a family: what it is on, of which child, by whom. */
export interface FamilyTick {
  subjectId: string;
  studentId: string;
  by: string;
  at: Instant;
}

/** What families have ticked as seen: an assignment that came back, a notice. Whether they are asked to is decided by what it is on. */
export function familyTicksService({ sequelize, accounts }: { sequelize: Sequelize; accounts: AccountsService }) {
  const { ticks } = defineFamilies(sequelize);
  return {
    /** When a family ticked these of a child, by what they are on. */
    async ofFamily(familyId: string, studentId: string, subjectIds: readonly string[]): Promise<Map<string, Instant>> {
      if (subjectIds.length === 0) return new Map();
      const rows = await rowsOf(ticks, { where: { familyId, studentId, subjectId: { [Op.in]: [...subjectIds] } } });
      return new Map(rows.map((row) => [row.subjectId, row.at.getTime()]));
    },

    /** All ticks on these, with the names of those who made them. */
    async on(subjectIds: readonly string[]): Promise<FamilyTick[]> {
      if (subjectIds.length === 0) return [];
      const rows = await rowsOf(ticks, { where: { subjectId: { [Op.in]: [...subjectIds] } }, order: [['at', 'ASC']] });
      const people = await accounts.people(rows.map((row) => row.familyId));
      return rows.flatMap(({ subjectId, studentId, familyId, at }) => {
        const person = people.get(familyId);
        return person ? [{ subjectId, studentId, by: fullName(person), at: at.getTime() }] : [];
      });
    },

    /** Sets a tick, or takes it back. Set again it counts from now. */
    async set({ familyId, studentId, subjectId }: { familyId: string; studentId: string; subjectId: string }, on: boolean, now: Instant) {
      if (on) await ticks.upsert({ familyId, studentId, subjectId, at: new Date(now) });
      else await ticks.destroy({ where: { familyId, studentId, subjectId } });
    },
  };
}

export type FamilyTicksService = ReturnType<typeof familyTicksService>;
