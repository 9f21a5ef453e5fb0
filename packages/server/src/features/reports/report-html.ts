import { fontFaces, PAGE_FAMILIES, pagePolicy, type FontSource } from '../../files/page-fonts';
import { escaped } from '../../files/rich-text-html';
import { directionOf, wordsIn } from '../../words';
import type { ReportBlock, ReportDocument, ReportTable } from './report-document';
import { BODY_POINTS, HEAD_POINTS, laidOut, LONGEST_WORD } from './report-layout';

// Inside a style element a text must neither end the string nor the element.
const cssText = (text: string): string => text.replace(/[^\p{L}\p{N} .,-]/gu, (sign) => `\\${sign.codePointAt(0)!.toString(16)} `);

// A page across is wider than the place it is looked at in, so that it is shown smaller on a screen.
const ACROSS_ON_SCREEN = 'html{zoom:.75}';

const css = ({ landscape, pageEach, shading, title, language }: ReportDocument): string => {
  // Names in another writing than the report's stand under each other with the rest.
  const [start, end] = directionOf(language) === 'rtl' ? ['right', 'left'] : ['left', 'right'];
  return `
@page{size:A4 ${landscape ? 'landscape' : 'portrait'};margin:16mm 15mm 18mm;
@bottom-left{content:"${cssText(title)}";font:8.5pt ${PAGE_FAMILIES};color:#3d525b}
@bottom-right{content:"${wordsIn(language).report.page} " counter(page) " / " counter(pages);font:8.5pt ${PAGE_FAMILIES};color:#3d525b}}
*{box-sizing:border-box}
body{margin:0;font:${BODY_POINTS}pt/1.4 ${PAGE_FAMILIES};color:#14262e;background:#fff;overflow-wrap:break-word;font-variant-numeric:tabular-nums}
h1{font-size:17pt;line-height:1.2;margin:0}
h2{font-size:12.5pt;margin:14pt 0 4pt}
.sub{color:#3d525b;margin:1pt 0 10pt}
section{break-inside:auto;${pageEach ? 'break-after:page;' : 'margin-bottom:22pt;'}}
section:last-child{break-after:auto}
.note{white-space:pre-wrap;margin:8pt 0}
table{border-collapse:collapse;width:100%;margin:4pt 0 10pt}
caption{font-weight:700;font-size:11.5pt;padding:8pt 0 3pt;break-after:avoid}
h1,h2,.sub,caption,th,td{text-align:${start}}
th,td{vertical-align:top;padding:3pt 6pt;border-bottom:.5pt solid #b9b5a8}
thead th{border-bottom:1pt solid #14262e;font-size:${HEAD_POINTS}pt}
thead{display:table-header-group}
tr{break-inside:avoid}
.n{text-align:${end}}
td.n{white-space:nowrap}
${shading ? 'tbody tr:nth-child(even){background:#f1eee5;-webkit-print-color-adjust:exact;print-color-adjust:exact}' : ''}
dl{display:grid;grid-template-columns:repeat(auto-fill,minmax(${landscape ? '56mm' : '52mm'},1fr));gap:3pt 14pt;margin:4pt 0 8pt}
dl div{display:flex;flex-wrap:wrap;gap:0 6pt;justify-content:space-between;border-bottom:.5pt solid #b9b5a8;padding:2pt 0}
dt{color:#3d525b;flex:1}dd{margin:0;font-weight:700;text-align:${end};flex:none;max-width:60%}
.long{overflow-wrap:anywhere}
.whole{white-space:nowrap;max-width:none}
.sign{margin:26pt 0 6pt;border-top:.7pt solid #14262e;width:75mm;padding-top:3pt;color:#3d525b;break-inside:avoid}
.blank{min-width:22mm;height:20pt;border-inline-start:.5pt solid #b9b5a8}
@media screen{${landscape ? ACROSS_ON_SCREEN : ''}body{padding:14mm 14mm 10mm}section{${pageEach ? 'border-bottom:1px dashed #88958f;padding-bottom:10mm;margin-bottom:10mm' : ''}}}`;
};

/** A text in which only a word too long for its place is broken. */
const inWords = (text: string): string =>
  text
    .split(/(\s+)/)
    .map((word) => ([...word].length > LONGEST_WORD ? `<span class="long">${escaped(word)}</span>` : escaped(word)))
    .join('');

function tableHtml({ caption, columns, rows, none }: ReportTable): string {
  const shown = columns.map((column, at) => ({ ...column, at })).filter((column) => !column.sheetOnly);
  if (rows.length === 0) return `${caption === '' ? '' : `<h2>${inWords(caption)}</h2>`}<p>${inWords(none)}</p>`;
  const head = shown
    .map(({ head: name, number }) => `<th scope="col"${number ? ' class="n"' : ''} dir="auto">${inWords(name)}</th>`)
    .join('');
  const body = rows.map(
    (row) =>
      `<tr>${shown
        .map(({ at, number, blank }, place) => {
          const { text } = row[at]!;
          if (place === 0) return `<th scope="row" dir="auto">${inWords(text)}</th>`;
          return blank ? '<td class="blank"></td>' : `<td${number ? ' class="n"' : ''} dir="auto">${inWords(text)}</td>`;
        })
        .join('')}</tr>`,
  );
  return `<table>${caption === '' ? '' : `<caption dir="auto">${inWords(caption)}</caption>`}<thead><tr>${head}</tr></thead><tbody>${body.join('')}</tbody></table>`;
}

/** A code is one word however wide its letters are: it is not broken at a hyphen. */
const unbroken = (text: string): string => (/^\S{1,24}$/.test(text) ? ' class="whole"' : '');

function blockHtml(block: ReportBlock): string {
  switch (block.kind) {
    case 'heading':
      return `<h2 dir="auto">${inWords(block.text)}</h2>`;
    case 'note':
      return `<div class="note" dir="auto">${inWords(block.text)}</div>`;
    case 'facts':
      return `<dl>${block.facts.map(({ name, cell }) => `<div><dt>${inWords(name)}</dt><dd dir="auto"${unbroken(cell.text)}>${inWords(cell.text)}</dd></div>`).join('')}</dl>`;
    case 'table':
      return tableHtml(block.table);
    case 'sign':
      return `<p class="sign" dir="auto">${inWords(block.text)}</p>`;
  }
}

/**
 * A report as a page of its own: what is looked at beforehand, what a browser prints, and what becomes the PDF. It has
 * no scripts and asks for nothing but its fonts; everything that somebody wrote stands in it as text.
 *
 * @param fonts from where the page has them
 */
export function reportHtml(composed: ReportDocument, fonts: FontSource): string {
  return reportPage(composed, fonts).html;
}

/** The same, and whether it was turned though it was asked for upright. */
export function reportPage(composed: ReportDocument, fonts: FontSource): { html: string; turned: boolean } {
  const { document, turned } = laidOut(composed);
  const { title, language, sections, made, none } = document;
  const body = sections.map(
    ({ heading, sub, blocks }) =>
      `<section><h1 dir="auto">${inWords(heading)}</h1><p class="sub" dir="auto">${escaped([sub, made].filter(Boolean).join(' · '))}</p>${blocks.map(blockHtml).join('')}</section>`,
  );
  const html = `<!doctype html><html lang="${language}" dir="${directionOf(language)}"><head><meta charset="utf-8">${pagePolicy(fonts)}<title>${escaped(title)}</title><style>${fontFaces(fonts)}${css(document)}</style></head><body>${body.join('') || `<section><h1>${escaped(title)}</h1><p>${escaped(none)}</p></section>`}</body></html>`;
  return { html, turned };
}
