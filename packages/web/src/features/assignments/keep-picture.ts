import type { KeptFile } from '@jolly/server/contract';
import { ask } from '../../api/client';
import { reduced } from '../files';

/** Puts up a picture that is to stand in what one writes, a large photo as a smaller one. @throws ApiProblem where it cannot be drawn */
export const putUpPicture = async (file: File): Promise<KeptFile> =>
  ask('POST /api/files', { query: { as: 'picture' }, file: await reduced(file) });

/** Puts up a picture that was pasted or dropped into a text. @returns its id, or null if it could not be kept */
export async function keepPicture(file: File): Promise<string | null> {
  return putUpPicture(file).then(
    ({ id }) => id,
    () => null,
  );
}
