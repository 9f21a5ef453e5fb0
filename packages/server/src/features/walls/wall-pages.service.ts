import type { Language } from '@jolly/core';
import archiver from 'archiver';
import type { WallPiece, WallReply } from '../../contract';
import type { FileStore } from '../../files/file-store';
import { htmlPage } from '../../files/html-page';
import { namesInFolder } from '../../files/names-in-folder';
import { escaped, richTextHtml } from '../../files/rich-text-html';
import { fileStem } from '../../files/write-table';
import { wordsIn, type Words } from '../../words';
import type { AccountsService } from '../accounts/accounts.service';
import type { WallRepliesService } from './wall-replies.service';
import type { WallContent } from './hanging.service';
import type { Person, WallsService } from './walls.service';

const WIDE =
  'body{max-width:60rem}article{border:1px solid #b9b5a8;border-radius:8px;padding:1rem 1.2rem;margin-block:1.2rem}article h2{margin-top:0}audio,video{max-width:100%}';

const shownInside = ({ name, mediaType }: { name: string; mediaType: string }): string => {
  const at = escaped(`files/${encodeURIComponent(name)}`);
  if (/^image\/(png|jpeg|gif|webp)$/.test(mediaType)) return `<p><img src="${at}" alt="${escaped(name)}"></p>`;
  if (mediaType.startsWith('audio/')) return `<p><audio controls src="${at}"></audio></p>`;
  if (mediaType.startsWith('video/')) return `<p><video controls src="${at}"></video></p>`;
  return '';
};

/** A piece as the page of a wall shows it. @param names of its files in the folder beside the page */
function pieceHtml(piece: WallPiece, content: WallContent, names: readonly string[], pages: Words['pages']): string {
  const files = piece.files.map((file, index) => ({ ...file, name: names[index]! }));
  const title = piece.by.length > 0 ? piece.by.join(', ') : piece.title;
  const below = piece.by.length > 0 ? `<p class="about" dir="auto">${escaped(piece.title)}</p>` : '';
  const texts = [
    ...(content.text ? [`<div dir="auto">${richTextHtml(content.text)}</div>`] : []),
    ...content.sheets.map((one) => `<h3 dir="auto">${escaped(one.title)}</h3><div dir="auto">${richTextHtml(one.text)}</div>`),
  ];
  const links = files.map((file) => `<li><a href="files/${escaped(encodeURIComponent(file.name))}">${escaped(file.name)}</a></li>`);
  const said = piece.remarks
    .filter((one) => !one.waits && one.hidden === null)
    .map(
      (one) =>
        `<li dir="auto"><strong>${pages.kinds[one.kind]}</strong>: ${escaped(one.text)}${one.by ? ` <span class="about">${escaped(one.by)}</span>` : ''}</li>`,
    );
  return `<article><h2 dir="auto">${escaped(title)}</h2>${below}${texts.join('')}${files.map(shownInside).join('')}${links.length > 0 ? `<ul>${links.join('')}</ul>` : ''}${said.length > 0 ? `<h3>${pages.remarks}</h3><ul>${said.join('')}</ul>` : ''}</article>`;
}

const wallHtml = ({ wall }: WallReply, pieces: readonly string[], language: Language): string =>
  htmlPage(
    language,
    wall.title,
    `<h1 dir="auto">${escaped(wall.title)}</h1><p class="about" dir="auto">${escaped(wall.className)}</p>${wall.prompt ? `<p dir="auto">${escaped(wall.prompt)}</p>` : ''}${pieces.length === 0 ? `<p>${wordsIn(language).pages.wallEmpty}</p>` : pieces.join('')}`,
    WIDE,
  );

interface Collaborators {
  accounts: AccountsService;
  fileStore: FileStore;
  walls: WallsService;
  wallReplies: WallRepliesService;
}

/** A wall as a page that opens anywhere: as the class sees it, under the names it allows, without what waits or is hidden. */
export function wallPagesService({ accounts, fileStore, walls, wallReplies }: Collaborators) {
  return {
    /** @returns its name, and the zip to read it from */
    async zip(teacher: Person, wallId: string, now: number): Promise<{ name: string; zip: archiver.Archiver }> {
      const looking = await walls.look(teacher, wallId);
      const language = await accounts.languageOf(teacher.userId);
      const hung = await walls.hungOn([wallId], now);
      const reply = await wallReplies.toReply({ ...looking, teacher: false }, hung);
      const zip = archiver('zip', { zlib: { level: 6 } });
      const nameFor = namesInFolder();
      const pages: string[] = [];
      for (const piece of reply.pieces) {
        const { content } = hung.find((one) => one.row.id === piece.id)!;
        const names: string[] = [];
        for (const file of piece.files) {
          const name = nameFor(file.name);
          names.push(name);
          const bytes = await fileStore.read(content!.files.find((one) => one.id === file.id)!.fingerprint);
          if (bytes) zip.append(bytes.stream, { name: `files/${name}` });
        }
        pages.push(pieceHtml(piece, content!, names, wordsIn(language).pages));
      }
      zip.append(wallHtml(reply, pages, language), { name: 'index.html' });
      void zip.finalize();
      return { name: `wall-${fileStem(reply.wall.title)}.zip`, zip };
    },
  };
}

export type WallPagesService = ReturnType<typeof wallPagesService>;
