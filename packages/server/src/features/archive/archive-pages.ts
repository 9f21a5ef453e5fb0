import type { RichText } from '@jolly/core';
import { htmlPage } from '../../files/html-page';
import { escaped, richTextHtml } from '../../files/rich-text-html';

/** A table of texts, as people read it. */
export interface TextTable {
  header: readonly string[];
  rows: readonly (readonly string[])[];
}
export interface PagePiece {
  title: string;
  due: string;
  /** what the mark book says of it */
  cell: string;
  versions: { label: string; receipt: string; text: RichText | null; files: { path: string; name: string }[] }[];
  remark: RichText | null;
  feedback: { path: string; name: string }[];
}
export interface ArchiveIndex {
  label: string;
  made: string;
  students: { name: string; page: string }[];
  units: { name: string; assignments: { title: string; dates: string; instructions: RichText }[] }[];
  book: TextTable;
  notices: { title: string; shown: string; text: RichText }[];
}

const CSS =
  'body{max-width:64rem}.wide{overflow-x:auto}table{font:14px/1.4 system-ui,sans-serif}details{margin-block:.6rem}summary{cursor:pointer}ol.names{columns:3 14rem}ol.names li{margin-block:.2rem}';
const table = ({ header, rows }: TextTable) =>
  `<div class="wide"><table><thead><tr>${header.map((one) => `<th>${escaped(one)}</th>`).join('')}</tr></thead><tbody>${rows
    .map((row) => `<tr>${row.map((one) => `<td dir="auto">${escaped(one)}</td>`).join('')}</tr>`)
    .join('')}</tbody></table></div>`;
const links = (files: readonly { path: string; name: string }[], up: string) =>
  files.length === 0
    ? ''
    : `<ul>${files.map(({ path, name }) => `<li><a href="${up}${escaped(path)}" download="${escaped(name)}">${escaped(name)}</a></li>`).join('')}</ul>`;

/** The first page of an archive: the class as one looks at it years later, without the application. */
export const archiveIndex = ({ label, made, students, units, book, notices }: ArchiveIndex): string =>
  htmlPage(
    'en',
    label,
    `<h1 dir="auto">${escaped(label)}</h1><p class="about">Archive of a class, made ${escaped(made)}. The same as tables: <a href="tables/roster.csv">roster</a>, <a href="tables/mark-book.csv">mark book</a>, <a href="tables/register.csv">register</a>; for programs: <a href="manifest.json">manifest</a> and <a href="schema.json">schema</a>.</p>
<h2>Students</h2><ol class="names">${students.map(({ name, page }) => `<li><a href="${page}" dir="auto">${escaped(name)}</a></li>`).join('')}</ol>
<h2>Mark book</h2>${table(book)}
<h2>Assignments</h2>${units
      .map(
        ({ name, assignments }) =>
          `<h3 dir="auto">${escaped(name)}</h3>${assignments
            .map(
              (one) =>
                `<details><summary dir="auto">${escaped(one.title)} <span class="about">${escaped(one.dates)}</span></summary><article dir="auto">${richTextHtml(one.instructions)}</article></details>`,
            )
            .join('')}`,
      )
      .join('')}
<h2>Notices</h2>${notices
      .map(
        (one) =>
          `<details><summary dir="auto">${escaped(one.title)} <span class="about">${escaped(one.shown)}</span></summary><article dir="auto">${richTextHtml(one.text)}</article></details>`,
      )
      .join('')}`,
    CSS,
  );

/** What one student handed in and got back. */
export const studentPage = (label: string, name: string, pieces: readonly PagePiece[]): string =>
  htmlPage(
    'en',
    name,
    `<p class="about"><a href="../index.html" dir="auto">${escaped(label)}</a></p><h1 dir="auto">${escaped(name)}</h1>${pieces
      .map(
        (piece) =>
          `<h2 dir="auto">${escaped(piece.title)}</h2><p class="about">${escaped([piece.due, piece.cell].filter(Boolean).join(' · '))}</p>${piece.versions
            .map(
              (one) =>
                `<details><summary>${escaped(one.label)} <span class="about">${escaped(one.receipt)}</span></summary>${one.text ? `<article dir="auto">${richTextHtml(one.text)}</article>` : ''}${links(one.files, '../')}</details>`,
            )
            .join(
              '',
            )}${piece.remark ? `<div class="why" dir="auto">${richTextHtml(piece.remark)}</div>` : ''}${links(piece.feedback, '../')}`,
      )
      .join('')}`,
    CSS,
  );
