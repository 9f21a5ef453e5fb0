import { schemeProblems, type Actor } from '@jolly/core';
import type { Sequelize } from 'sequelize';
import type { SchemeRequest } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from './classes.service';

/** A class's scheme, and the assignments filed under its categories. */
export function schemeService({
  sequelize,
  classes,
  assignments,
}: {
  sequelize: Sequelize;
  classes: ClassesService;
  assignments: AssignmentsService;
}) {
  return {
    /** How many assignments are filed under each category. */
    async filed(actor: Actor, classId: string): Promise<{ class: SchoolClass; filed: Record<string, number> }> {
      const found = await classes.forTeacher(actor, 'class.look', classId);
      return { class: found, filed: await assignments.filedUnder(classId) };
    },

    /**
     * Sets scheme, late rule and bearing settings together; every figure follows on reading.
     * @throws Problem `scheme.wrong` naming each field; `scheme.filed` when assignments of a category that
     *   is gone were not given a new place
     */
    async set(actor: Actor, classId: string, request: SchemeRequest): Promise<{ class: SchoolClass; filed: Record<string, number> }> {
      await classes.forTeacher(actor, 'class.edit', classId);
      const problems = schemeProblems(request.scheme);
      if (problems.length > 0)
        throw new Problem('scheme.wrong', {
          errors: problems.map(({ path, why }) => fieldProblem(`scheme.${path}`, `scheme.${why}`)),
        });
      const kept = new Set(request.scheme.categories.map((category) => category.id));
      return inTransaction(sequelize, async (transaction) => {
        const changed = await classes.setScheme(classId, request, transaction);
        const filed = await assignments.filedUnder(classId, transaction);
        for (const [category, count] of Object.entries(filed)) {
          if (kept.has(category)) continue;
          const to = request.refile[category];
          if (to === undefined || (to !== null && !kept.has(to)))
            throw new Problem('scheme.filed', {
              errors: [fieldProblem(`refile.${category}`, 'scheme.filed', { n: count })],
            });
          await assignments.refile({ classId, from: category, to }, transaction);
        }
        return { class: changed, filed: await assignments.filedUnder(classId, transaction) };
      });
    },
  };
}

export type SchemeService = ReturnType<typeof schemeService>;
