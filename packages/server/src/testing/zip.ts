import archiver from 'archiver';
import { buffer } from 'node:stream/consumers';

/** A zip of files by name. */
export const zip = async (files: Record<string, string | Buffer>) => {
  const archive = archiver('zip');
  for (const [name, content] of Object.entries(files)) archive.append(content, { name });
  void archive.finalize();
  return buffer(archive);
};
