/**
 * A student's words as a document that one goes on writing in: of the office-open format (DOCX), made by a library, and of the open
 * document format (ODT), for which none that is kept up runs on our Node: it is a small zip of XML, written here.
 */
import { isSafeLink, type RichNode } from '@jolly/core';
import archiver from 'archiver';
import type * as Docx from 'docx' with { 'resolution-mode': 'import' };
import { buffer } from 'node:stream/consumers';
import type { HandInPage } from './rich-text-html';

export const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
export const ODT = 'application/vnd.oasis.opendocument.text';
export type TextForm = 'docx' | 'odt';

/** A stretch of text of one look. */
interface Run {
  text: string;
  marks: ReadonlySet<string>;
  /** where it leads */
  href: string | null;
}
/** A paragraph, flattened: what it is in, and its stretches; `null` is a new line within it. */
interface Line {
  kind: 'title' | 'fact' | 'heading' | 'text' | 'quote' | 'code' | 'rule';
  level: number;
  runs: (Run | null)[];
}
type Block =
  | Line
  | { kind: 'list'; ordered: boolean; items: Block[][] }
  | { kind: 'table'; rows: { cells: { lines: Block[]; columns: number; rows: number; head: boolean }[] }[] };

const line = (kind: Line['kind'], runs: Line['runs'], level = 0): Line => ({ kind, runs, level });
const plain = (text: string): Run => ({ text, marks: new Set(), href: null });

function runsOf(node: RichNode): Line['runs'] {
  if (node.type === 'hardBreak') return [null];
  if (node.type === 'inlineMath' || node.type === 'blockMath')
    return [{ ...plain(String(node.attrs?.latex ?? '')), marks: new Set(['code']) }];
  if (node.type === 'image') return [plain(`[${String(node.attrs?.alt ?? '')}]`)];
  if (node.type !== 'text') return (node.content ?? []).flatMap(runsOf);
  const link = (node.marks ?? []).find((mark) => mark.type === 'link')?.attrs?.href;
  return (node.text ?? '')
    .split('\n')
    .flatMap((text, at) => [
      ...(at > 0 ? [null] : []),
      { text, marks: new Set((node.marks ?? []).map((mark) => mark.type)), href: isSafeLink(link) ? String(link) : null },
    ]);
}

/** The paragraphs of a document in their order, with what each is in. */
function blocksOf(node: RichNode | null): Block[] {
  const walk = (one: RichNode, kind: Line['kind']): Block[] => {
    const inside = (as = kind) => (one.content ?? []).flatMap((child) => walk(child, as));
    switch (one.type) {
      case 'paragraph':
        return [line(kind, runsOf(one))];
      case 'heading':
        return [line('heading', runsOf(one), one.attrs?.level === 3 ? 3 : 2)];
      case 'bulletList':
      case 'orderedList':
        return [{ kind: 'list', ordered: one.type === 'orderedList', items: (one.content ?? []).map((item) => walk(item, kind)) }];
      case 'blockquote':
      case 'answerSpace':
        return inside('quote');
      case 'codeBlock':
        return [line('code', runsOf(one))];
      case 'horizontalRule':
        return [line('rule', [])];
      case 'image':
      case 'blockMath':
        return [line(kind, runsOf(one))];
      case 'table': {
        const rows = (one.content ?? []).map((row) => ({
          cells: (row.content ?? []).map((cell) => ({
            lines: (cell.content ?? []).flatMap((child) => walk(child, 'text')),
            columns: Number(cell.attrs?.colspan ?? 1),
            rows: Number(cell.attrs?.rowspan ?? 1),
            head: cell.type === 'tableHeader',
          })),
        }));
        return [{ kind: 'table', rows }];
      }
      default:
        return inside();
    }
  };
  return node === null ? [] : walk(node, 'text');
}

const allOf = ({ title, facts, parts }: HandInPage): Block[] => [
  line('title', [plain(title)]),
  ...facts.map((fact) => line('fact', [plain(fact)])),
  ...parts.flatMap((part) => [...(part.title === '' ? [] : [line('heading', [plain(part.title)], 2)]), ...blocksOf(part.text)]),
];

const RIGHT_TO_LEFT = /^[^\p{L}]*[\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Syriac}\p{Script=Thaana}]/u;
const isRightToLeft = ({ runs }: Line): boolean => RIGHT_TO_LEFT.test(runs.map((run) => run?.text ?? ' ').join(''));
/** What XML cannot hold at all. */
const allowed = (text: string): string => text.replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '');

async function docx(page: HandInPage): Promise<Buffer> {
  const library: typeof Docx = await import('docx');
  const { Document, ExternalHyperlink, HeadingLevel, LevelFormat, Packer, Paragraph, Table, TableCell, TableRow, TextRun, WidthType } =
    library;
  // Numbers begin again in each list.
  let numbered = 0;
  const runOf = ({ text, marks }: Run, style?: string) =>
    new TextRun({
      text: allowed(text),
      bold: marks.has('bold'),
      italics: marks.has('italic'),
      strike: marks.has('strike'),
      ...(marks.has('underline') ? { underline: {} } : {}),
      ...(marks.has('code') ? { font: 'monospace' } : {}),
      ...(style ? { style } : {}),
    });
  type Within = { numbers: number | null; depth: number } | null;
  const lineOf = (one: Line, within: Within) => {
    const { kind, level, runs } = one;
    const children = runs.map((run) => {
      if (run === null) return new TextRun({ break: 1 });
      const asCode = kind === 'code' ? { ...run, marks: new Set([...run.marks, 'code']) } : run;
      return run.href === null ? runOf(asCode) : new ExternalHyperlink({ link: run.href, children: [runOf(asCode, 'Hyperlink')] });
    });
    return new Paragraph({
      children,
      bidirectional: isRightToLeft(one),
      spacing: { after: kind === 'fact' ? 40 : 140 },
      ...(kind === 'title' ? { heading: HeadingLevel.HEADING_1 } : {}),
      ...(kind === 'heading' ? { heading: level === 3 ? HeadingLevel.HEADING_3 : HeadingLevel.HEADING_2 } : {}),
      ...(kind === 'quote' && !within ? { indent: { start: 567 } } : {}),
      ...(kind === 'rule' ? { thematicBreak: true } : {}),
      ...(within === null
        ? {}
        : within.numbers === null
          ? { bullet: { level: within.depth } }
          : { numbering: { reference: `list-${within.numbers}`, level: within.depth } }),
    });
  };
  const blocksIn = (block: Block, within: Within = null): (Docx.Paragraph | Docx.Table)[] => {
    if (block.kind === 'list') {
      const numbers = block.ordered ? (numbered += 1) : null;
      const own = { numbers, depth: Math.min(8, within === null ? 0 : within.depth + 1) };
      return block.items.flatMap((item) => item.flatMap((one) => blocksIn(one, own)));
    }
    if (block.kind !== 'table') return [lineOf(block, within)];
    const rows = block.rows.map(
      ({ cells }) =>
        new TableRow({
          children: cells.map(
            ({ lines, columns, rows: high }) =>
              // A cell has a paragraph at its end, whatever else is in it.
              new TableCell({ children: [...lines.flatMap((one) => blocksIn(one)), ...(lines.length === 0 ? [new Paragraph({})] : [])], columnSpan: columns, rowSpan: high }), // prettier-ignore
          ),
        }),
    );
    return [new Table({ width: { size: 100, type: WidthType.PERCENTAGE }, rows })];
  };
  const children = allOf(page).flatMap((block) => blocksIn(block));
  const config = Array.from({ length: numbered }, (_, at) => ({
    reference: `list-${at + 1}`,
    levels: Array.from({ length: 9 }, (_, level) => ({
      level,
      format: LevelFormat.DECIMAL,
      text: `%${level + 1}.`,
      style: { paragraph: { indent: { start: 360 * (level + 1), hanging: 360 } } },
    })),
  }));
  return Packer.toBuffer(
    new Document({ title: allowed(page.title), creator: 'Jolly Compass', numbering: { config }, sections: [{ children }] }),
  );
}

const xml = (text: string): string => allowed(text).replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
/** Spaces and tabs as XML keeps them: more than one, or one at an end, would be taken for none. */
const spaced = (text: string): string =>
  xml(text)
    .replace(/\t/g, '<text:tab/>')
    .replace(/ {2,}|^ | $/g, (spaces) => `<text:s text:c="${spaces.length}"/>`);

const OPEN = [
  'xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0"',
  'xmlns:style="urn:oasis:names:tc:opendocument:xmlns:style:1.0"',
  'xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"',
  'xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0"',
  'xmlns:fo="urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0"',
  'xmlns:xlink="http://www.w3.org/1999/xlink"',
  'office:version="1.3"',
].join(' ');
const MARK_STYLES: Record<string, string> = {
  bold: 'fo:font-weight="bold"',
  italic: 'fo:font-style="italic"',
  underline: 'style:text-underline-style="solid" style:text-underline-width="auto"',
  strike: 'style:text-line-through-style="solid"',
  code: 'fo:font-family="monospace"',
};
const KIND_STYLES: Record<Line['kind'], string> = {
  title: '<style:paragraph-properties fo:margin-bottom="0.2cm"/><style:text-properties fo:font-size="18pt" fo:font-weight="bold"/>',
  fact: '<style:text-properties fo:color="#3d525b"/>',
  heading:
    '<style:paragraph-properties fo:margin-top="0.4cm" fo:margin-bottom="0.15cm"/><style:text-properties fo:font-size="14pt" fo:font-weight="bold"/>',
  text: '<style:paragraph-properties fo:margin-bottom="0.25cm"/>',
  quote: '<style:paragraph-properties fo:margin-left="1cm" fo:margin-bottom="0.25cm"/>',
  code: '<style:paragraph-properties fo:margin-bottom="0.25cm"/><style:text-properties fo:font-family="monospace"/>',
  rule: '<style:paragraph-properties fo:border-bottom="0.5pt solid #88958f" fo:margin-bottom="0.25cm"/>',
};

async function odt(page: HandInPage): Promise<Buffer> {
  const looks = new Map<string, string>();
  const lookOf = (marks: ReadonlySet<string>): string | null => {
    const known = Object.keys(MARK_STYLES).filter((mark) => marks.has(mark));
    if (known.length === 0) return null;
    const name = `T-${known.join('-')}`;
    looks.set(name, known.map((mark) => MARK_STYLES[mark]).join(' '));
    return name;
  };
  const runOf = (run: Run | null): string => {
    if (run === null) return '<text:line-break/>';
    const look = lookOf(run.marks);
    const text = look === null ? spaced(run.text) : `<text:span text:style-name="${look}">${spaced(run.text)}</text:span>`;
    return run.href === null ? text : `<text:a xlink:type="simple" xlink:href="${xml(run.href)}">${text}</text:a>`;
  };
  const lineOf = (one: Line): string => {
    const style = `${one.kind}${isRightToLeft(one) ? '-rtl' : ''}`;
    const inside = one.runs.map(runOf).join('');
    const tag =
      one.kind === 'title'
        ? 'text:h text:outline-level="1"'
        : one.kind === 'heading'
          ? `text:h text:outline-level="${one.level}"`
          : 'text:p';
    return `<${tag} text:style-name="${style}">${inside}</${tag.split(' ')[0]}>`;
  };
  const blockOf = (block: Block): string => {
    if (block.kind === 'list')
      return `<text:list text:style-name="${block.ordered ? 'numbers' : 'dots'}">${block.items.map((item) => `<text:list-item>${item.map(blockOf).join('')}</text:list-item>`).join('')}</text:list>`;
    if (block.kind !== 'table') return lineOf(block);
    const columns = Math.max(1, ...block.rows.map(({ cells }) => cells.reduce((sum, cell) => sum + cell.columns, 0)));
    const rows = block.rows.map(
      ({ cells }) =>
        `<table:table-row>${cells
          .map(({ lines, columns: wide, rows: high }) => {
            const spans = `${wide > 1 ? ` table:number-columns-spanned="${wide}"` : ''}${high > 1 ? ` table:number-rows-spanned="${high}"` : ''}`;
            return `<table:table-cell table:style-name="cell" office:value-type="string"${spans}>${lines.map(blockOf).join('')}</table:table-cell>${'<table:covered-table-cell/>'.repeat(wide - 1)}`;
          })
          .join('')}</table:table-row>`,
    );
    return `<table:table><table:table-column table:number-columns-repeated="${columns}"/>${rows.join('')}</table:table>`;
  };
  const body = allOf(page).map(blockOf).join('');
  const paragraphs = Object.entries(KIND_STYLES).flatMap(([kind, style]) =>
    ['', '-rtl'].map((turn) => {
      const turned = turn === '' ? style : style.includes('<style:paragraph-properties') ? style.replace('<style:paragraph-properties', '<style:paragraph-properties style:writing-mode="rl-tb" fo:text-align="right"') : `<style:paragraph-properties style:writing-mode="rl-tb" fo:text-align="right"/>${style}`; // prettier-ignore
      return `<style:style style:name="${kind}${turn}" style:family="paragraph">${turned}</style:style>`;
    }),
  );
  const levels = (ordered: boolean) =>
    Array.from({ length: 10 }, (_, at) => {
      const indent = `<style:list-level-properties text:space-before="${at * 0.6}cm" text:min-label-width="0.6cm"/>`;
      return ordered
        ? `<text:list-level-style-number text:level="${at + 1}" style:num-format="1" style:num-suffix=".">${indent}</text:list-level-style-number>`
        : `<text:list-level-style-bullet text:level="${at + 1}" text:bullet-char="•">${indent}</text:list-level-style-bullet>`;
    }).join('');
  const styles = [
    ...paragraphs,
    ...[...looks].map(
      ([name, look]) => `<style:style style:name="${name}" style:family="text"><style:text-properties ${look}/></style:style>`,
    ),
    '<style:style style:name="cell" style:family="table-cell"><style:table-cell-properties fo:border="0.5pt solid #88958f" fo:padding="0.1cm"/></style:style>',
    `<text:list-style style:name="numbers">${levels(true)}</text:list-style><text:list-style style:name="dots">${levels(false)}</text:list-style>`,
  ].join('');
  const head = '<?xml version="1.0" encoding="UTF-8"?>';
  const zip = archiver('zip');
  // The first file says what all of it is, and is not packed, so that a program knows it by its first bytes.
  zip.append(ODT, { name: 'mimetype', store: true });
  zip.append(`${head}<office:document-content ${OPEN}><office:automatic-styles>${styles}</office:automatic-styles><office:body><office:text>${body}</office:text></office:body></office:document-content>`, { name: 'content.xml' }); // prettier-ignore
  zip.append(`${head}<manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3"><manifest:file-entry manifest:full-path="/" manifest:version="1.3" manifest:media-type="${ODT}"/><manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/></manifest:manifest>`, { name: 'META-INF/manifest.xml' }); // prettier-ignore
  void zip.finalize();
  return buffer(zip);
}

/**
 * A hand-in's words as a document: headings, lists, tables, links and looks of letters; of pictures what they are called.
 * @example await textDocument({ title: 'Meanders', facts: ['Bao Lind'], parts: [{ title: '', text }] }, 'docx')
 */
export const textDocument = (page: HandInPage, form: TextForm): Promise<Buffer> => (form === 'docx' ? docx(page) : odt(page));
