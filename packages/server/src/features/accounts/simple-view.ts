import { isSimple } from '@jolly/core';
import { QueryTypes, type Sequelize } from 'sequelize';

const bool = (value: number | null): boolean | null => (value === null ? null : value !== 0);

/** Does this student see the simple view, by their own choice or by what their teachers chose? */
export async function seesSimply(sequelize: Sequelize, studentId: string, own: boolean | null): Promise<boolean> {
  const rows = await sequelize.query<{ forClass: number; forStudent: number | null }>(
    `SELECT c.simple_view AS forClass, m.simple_view AS forStudent
     FROM class_students m JOIN classes c ON c.id = m.class_id
     WHERE m.user_id = ? AND m.left_on IS NULL AND c.put_away_at IS NULL`,
    { replacements: [studentId], type: QueryTypes.SELECT },
  );
  return isSimple({ own, classes: rows.map((row) => ({ forClass: row.forClass !== 0, forStudent: bool(row.forStudent) })) });
}
