import type { Language } from '@jolly/core';
import { directionOf } from '../../words';

const escaped = (text: string) => text.replace(/[&<>"']/g, (letter) => `&#${letter.charCodeAt(0)};`);
/** Addresses in a letter are ours; they become links, all else stays text. */
const linked = (text: string) =>
  text
    .split(/(https?:\/\/\S+)/)
    .map((part, index) => (index % 2 === 1 ? `<a href="${escaped(part)}">${escaped(part)}</a>` : escaped(part)))
    .join('');

/**
 * The same letter as a page, for readers that show pages: paragraphs, lists, links, and the direction in which its language is
 * written. Made from the text alone, so that both parts always say the same.
 */
export function letterHtml(body: string, language: Language): string {
  const blocks = body
    .trim()
    .split(/\n{2,}/)
    .map((block) => {
      const lines = block.split('\n');
      const items = lines.filter((line) => line.startsWith('- '));
      if (items.length === 0) return `<p dir="auto">${lines.map(linked).join('<br>')}</p>`;
      const head = lines.slice(0, lines.indexOf(items[0]!));
      const list = lines
        .slice(head.length)
        .join('\n')
        .split(/\n?^- /m)
        .filter(Boolean)
        .map((item) => `<li dir="auto">${item.trim().split('\n').map(linked).join('<br>')}</li>`);
      return `${head.length > 0 ? `<p dir="auto">${head.map(linked).join('<br>')}</p>` : ''}<ul>${list.join('')}</ul>`;
    });
  return `<!doctype html><html lang="${language}" dir="${directionOf(language)}"><head><meta charset="utf-8"></head><body style="font:16px/1.5 sans-serif;max-width:40em;color:#14262e">${blocks.join('')}</body></html>`;
}
