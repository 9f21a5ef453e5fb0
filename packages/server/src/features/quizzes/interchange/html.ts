import { Parser } from 'htmlparser2';
import type { Xml } from './xml';

/** As deep as anything honest nests; what lies deeper stands beside its parent. */
const DEEPEST = 100;

/**
 * Reads a page of HTML as somebody's program wrote it, well formed or not, into the elements that texts are read from.
 * @returns the whole document; its body where it has one
 */
export function readHtml(text: string): Xml {
  const top: Xml = { name: 'body', attrs: {}, children: [] };
  const open: Xml[] = [top];
  let tooDeep = 0;
  let body: Xml | null = null;
  const parser = new Parser(
    {
      onopentag(name, attrs) {
        if (open.length > DEEPEST) return void (tooDeep += 1);
        const element: Xml = { name, attrs, children: [] };
        if (name === 'body' && !body) body = element;
        open.at(-1)!.children.push(element);
        open.push(element);
      },
      ontext: (piece) => void open.at(-1)!.children.push(piece),
      onclosetag() {
        if (tooDeep > 0) tooDeep -= 1;
        else open.pop();
      },
    },
    { decodeEntities: true },
  );
  parser.end(text);
  return body ?? top;
}
