import { addressOf } from '../../api/client';

/** Where a file is fetched: to be kept, or to be shown in place. @example fileAddress(file.id, 'inline') */
export const fileAddress = (fileId: string, as?: 'inline'): string =>
  addressOf('GET /api/files/:fileId', { params: { fileId }, query: as ? { as } : {} });
