import type { ReportBlock, ReportSection, ReportTable } from './report-document';

function tableText({ caption, columns, rows, none }: ReportTable): string {
  const shown = columns.map((column, at) => ({ ...column, at })).filter((column) => !column.sheetOnly);
  const lines = rows.map((row) =>
    shown
      .map(({ at }) => row[at]!.text)
      .filter(Boolean)
      .join(' · '),
  );
  return [caption.toUpperCase(), ...(lines.length === 0 ? [none] : lines.map((line) => `- ${line}`))].filter(Boolean).join('\n');
}
function blockText(block: ReportBlock): string {
  switch (block.kind) {
    case 'heading':
    case 'note':
      return block.text;
    case 'facts':
      return block.facts.map(({ name, cell }) => `${name}: ${cell.text}`).join('\n');
    case 'table':
      return tableText(block.table);
    // Nobody signs a mail.
    case 'sign':
      return '';
  }
}
/** A section as the words of a letter: read everywhere, and nobody can hide anything in it. */
export const sectionText = ({ heading, sub, blocks }: ReportSection): string =>
  [`${heading}\n${sub}`, ...blocks.map(blockText)].filter((one) => one.trim() !== '').join('\n\n');
