import { SaxesParser } from 'saxes';

/** An element of a document, with names as version 2 of the standard writes them, whatever version it came in. */
export interface Xml {
  name: string;
  attrs: Readonly<Record<string, string>>;
  children: (Xml | string)[];
}

/** Why a document is not read at all. */
export class XmlProblem extends Error {
  constructor(readonly why: 'doctype' | 'notXml' | 'tooDeep') {
    super(why);
    this.name = 'XmlProblem';
  }
}

const DEEPEST = 60;
const camel = (kebab: string): string => kebab.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());
/** Version 3 writes `qti-choice-interaction` and `response-identifier` where version 2 writes `choiceInteraction`. */
const elementName = (name: string): string => {
  const local = name.slice(name.indexOf(':') + 1);
  return local.startsWith('qti-') ? camel(local.slice(4)) : local;
};
const attributeName = (name: string): string => {
  const local = name.slice(name.indexOf(':') + 1);
  return local.startsWith('data-') ? local : camel(local);
};

/**
 * Reads a document. Entities of its own and anything else that a document type could declare are refused, not resolved.
 * @throws XmlProblem
 */
export function readXml(text: string): Xml {
  const parser = new SaxesParser();
  const top: Xml = { name: '', attrs: {}, children: [] };
  const open: Xml[] = [top];
  parser.on('doctype', () => {
    throw new XmlProblem('doctype');
  });
  parser.on('error', () => {
    throw new XmlProblem('notXml');
  });
  parser.on('opentag', ({ name, attributes }) => {
    if (open.length > DEEPEST) throw new XmlProblem('tooDeep');
    const attrs = Object.fromEntries(Object.entries(attributes).map(([key, value]) => [attributeName(key), String(value)]));
    const element: Xml = { name: elementName(name), attrs, children: [] };
    open.at(-1)!.children.push(element);
    open.push(element);
  });
  parser.on('text', (piece) => void open.at(-1)!.children.push(piece));
  parser.on('cdata', (piece) => void open.at(-1)!.children.push(piece));
  parser.on('closetag', () => void open.pop());
  try {
    parser.write(text).close();
  } catch (error) {
    throw error instanceof XmlProblem ? error : new XmlProblem('notXml');
  }
  const root = top.children.find((one): one is Xml => typeof one !== 'string');
  if (!root) throw new XmlProblem('notXml');
  return root;
}

export const elements = (of: Xml): Xml[] => of.children.filter((one): one is Xml => typeof one !== 'string');
export const child = (of: Xml, name: string): Xml | undefined => elements(of).find((one) => one.name === name);
export const children = (of: Xml, name: string): Xml[] => elements(of).filter((one) => one.name === name);
/** Everything of a name below an element, in the order of the document. */
export const all = (of: Xml, ...names: string[]): Xml[] =>
  elements(of).flatMap((one) => [...(names.includes(one.name) ? [one] : []), ...all(one, ...names)]);
export const textIn = (of: Xml | undefined): string =>
  of === undefined ? '' : of.children.map((one) => (typeof one === 'string' ? one : textIn(one))).join('');

/** The versions of the standard that are written. */
export type Dialect = '2.1' | '3.0';
type Written = { html: string } | string | null;

/** What no document of XML may hold, escaped or not: signs of a machine, halves of a character. */
const NOT_XML = /[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu;
const escapedText = (text: string): string =>
  text.replace(NOT_XML, '').replace(/[&<>]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[sign]!);
const escapedValue = (text: string): string => escapedText(text).replace(/"/g, '&quot;');
const kebab = (name: string): string => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

/** Writes elements of the standard in one of its versions; HTML stands in them as it is. */
export function xmlWriter(dialect: Dialect) {
  const attributes = (attrs: Readonly<Record<string, string | number | boolean | null>>, rename: (name: string) => string): string =>
    Object.entries(attrs)
      .filter(([, value]) => value !== null)
      .map(([name, value]) => ` ${rename(name)}="${escapedValue(String(value))}"`)
      .join('');
  const body = (inside: readonly Written[]): string =>
    inside.map((one) => (one === null ? '' : typeof one === 'string' ? escapedText(one) : one.html)).join('');
  const write = (tag: string, attrs: string, inside: readonly Written[]): { html: string } => {
    const text = body(inside);
    return { html: text === '' ? `<${tag}${attrs}/>` : `<${tag}${attrs}>${text}</${tag}>` };
  };
  return {
    dialect,
    /** an element of the standard */
    q: (name: string, attrs: Readonly<Record<string, string | number | boolean | null>> = {}, ...inside: Written[]) =>
      dialect === '3.0'
        ? write(
            `qti-${kebab(name)}`,
            attributes(attrs, (one) => (one.includes(':') || one === 'xmlns' ? one : kebab(one))),
            inside,
          )
        : write(
            name,
            attributes(attrs, (one) => one),
            inside,
          ),
    /** an element of HTML */
    h: (name: string, attrs: Readonly<Record<string, string | number | null>> = {}, ...inside: Written[]) =>
      write(
        name,
        attributes(attrs, (one) => one),
        inside,
      ),
  };
}
export type XmlWriter = ReturnType<typeof xmlWriter>;
export type Html = { html: string };
