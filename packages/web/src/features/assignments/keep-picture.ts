import { ask } from '../../api/client';

/** Puts up a picture that was pasted or dropped into a text. @returns its id, or null if it could not be kept */
export async function keepPicture(file: File): Promise<string | null> {
  return ask('POST /api/files', { file }).then(
    ({ id }) => id,
    () => null,
  );
}
