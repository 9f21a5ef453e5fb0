import { safeFileName } from './file-store';

/**
 * Names for files that are to lie side by side in one folder: each safe on any system, and none twice.
 * @param taken names that are there already
 * @example a = namesInFolder(); a('map.png') -> 'map.png'; a('Map.png') -> '2 Map.png'
 */
export function namesInFolder(taken: readonly string[] = []): (name: string) => string {
  const names = new Set(taken.map((one) => one.toLowerCase()));
  return (wanted) => {
    const safe = safeFileName(wanted);
    let name = safe;
    for (let again = 2; names.has(name.toLowerCase()); again++) name = `${again} ${safe}`;
    names.add(name.toLowerCase());
    return name;
  };
}
