import { htmlPage } from '../../files/html-page';
import { escaped, richTextHtml } from '../../files/rich-text-html';
import { plainText, type Language, type RichText } from '@jolly/core';
import { say, wordsIn } from '../../words';

/** One piece as it is taken home. */
export interface TakenPiece {
  folder: string;
  title: string;
  className: string;
  why: string;
  /** a teacher's, with their yes */
  word: string;
  by: string;
  handedIn: string;
  text: RichText | null;
  sheets: { title: string; text: RichText }[];
  /** in its folder */
  files: { name: string; size: number; sha256: string }[];
  remark: RichText | null;
}

/** The first page: every piece with why it was chosen. Opens in any browser, without a server. */
export function indexPage(language: Language, name: string, made: string, pieces: readonly TakenPiece[]): string {
  const { pages } = wordsIn(language);
  return htmlPage(
    language,
    say(pages.portfolioOf, { name }),
    `<h1 dir="auto">${escaped(name)}</h1><p class="about">${pages.portfolio}, ${escaped(made)}</p>${pieces.length === 0 ? `<p>${pages.nothingChosen}</p>` : ''}<ol>${pieces
      .map(
        (piece) =>
          `<li><a href="${escaped(encodeURIComponent(piece.folder))}/index.html"><strong dir="auto">${escaped(piece.title)}</strong></a><div class="about" dir="auto">${escaped(piece.className)} · ${escaped(piece.handedIn)}</div>${piece.why ? `<p class="why" dir="auto">${escaped(piece.why)}</p>` : ''}</li>`,
      )
      .join('')}</ol>`,
  );
}

export function piecePage(
  language: Language,
  { title, className, why, word, by, handedIn, text, sheets, files, remark }: TakenPiece,
): string {
  const { pages } = wordsIn(language);
  return htmlPage(
    language,
    title,
    `<p class="about"><a href="../index.html">${pages.portfolio}</a></p><h1 dir="auto">${escaped(title)}</h1><p class="about" dir="auto">${escaped(className)} · ${escaped(handedIn)}</p>${why ? `<p class="why" dir="auto">${escaped(why)}<br><span class="about">${escaped(by)}</span></p>` : ''}${word ? `<p class="why" dir="auto">${escaped(word)}</p>` : ''}${text ? `<article dir="auto">${richTextHtml(text)}</article>` : ''}${sheets
      .map((sheet) => `<h2 dir="auto">${escaped(sheet.title)}</h2><article dir="auto">${richTextHtml(sheet.text)}</article>`)
      .join(
        '',
      )}${files.length > 0 ? `<h2>${pages.files}</h2><ul>${files.map(({ name }) => `<li><a href="${escaped(encodeURIComponent(name))}">${escaped(name)}</a></li>`).join('')}</ul>` : ''}${remark ? `<h2>${pages.teacherWrote}</h2><article dir="auto">${richTextHtml(remark)}</article>` : ''}`,
  );
}

/**
 * The same for programs: what stands in the pages, as JSON. Texts are documents of nodes as editors have them, with their plain words
 * beside them; docs/formats.md says what each field is.
 */
export const indexJson = (language: Language, name: string, made: string, pieces: readonly TakenPiece[]): string =>
  JSON.stringify(
    {
      format: 'jolly-compass-portfolio',
      version: 1,
      language,
      name,
      made,
      pieces: pieces.map(({ text, sheets, remark, ...piece }) => ({
        ...piece,
        text,
        words: plainText(text).trim(),
        sheets: sheets.map((sheet) => ({ ...sheet, words: plainText(sheet.text).trim() })),
        remark,
        remarkWords: plainText(remark).trim(),
      })),
    },
    null,
    2,
  );
