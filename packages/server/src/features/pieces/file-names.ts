import type { WorkFile } from '../../contract';

/** A second file of the same name gets a number, so that each can be told from the other. */
export function newName(name: string, there: readonly WorkFile[]): string {
  const taken = new Set(there.map((file) => file.name.toLowerCase()));
  const dot = name.lastIndexOf('.');
  const [stem, ending] = dot > 0 ? [name.slice(0, dot), name.slice(dot)] : [name, ''];
  for (let number = 1; ; number += 1) {
    const candidate = number === 1 ? name : `${stem} (${number})${ending}`;
    if (!taken.has(candidate.toLowerCase())) return candidate;
  }
}
