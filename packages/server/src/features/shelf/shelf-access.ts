import { Op, type Sequelize, type WhereOptions } from 'sequelize';
import type { ShelfItemRow } from './shelf.model';

/** What a teacher may see on the shelf: their own, what a colleague shares with them, or both. */
export function visibleTo(sequelize: Sequelize, userId: string, whose: 'own' | 'shared' | 'all' = 'all'): WhereOptions<ShelfItemRow> {
  const own = { ownerId: userId };
  const shared = {
    id: { [Op.in]: sequelize.literal(`(SELECT item_id FROM shelf_shares WHERE teacher_id = ${sequelize.escape(userId)})`) },
  };
  return whose === 'own' ? own : whose === 'shared' ? shared : { [Op.or]: [own, shared] };
}
