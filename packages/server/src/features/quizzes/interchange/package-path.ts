/** As it was written where it is no address at all: a name with a bare percent sign is a name. */
function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}

/**
 * Where a path of a package leads from a file in it.
 * @param from the file in which it stands
 * @example packagePath('../media/a%20b.png', 'items/one.xml') -> 'media/a b.png'
 */
export function packagePath(path: string, from: string): string {
  const out: string[] = [];
  for (const part of [...from.split('/').slice(0, -1), ...decoded(path.replace(/[?#].*$/s, '')).split('/')]) {
    if (part === '..') out.pop();
    else if (part !== '.' && part !== '') out.push(part);
  }
  return out.join('/');
}
