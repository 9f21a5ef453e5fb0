import MarkdownIt from 'markdown-it';
import type { Plugin } from 'vite';

const IMAGE = /src="(\.\.\/screenshots\/[\w-]+\.png)"/g;

/** The guides of docs/guide, written once: as pages for the application, with their pictures as files of its own. */
export function guidePages(): Plugin {
  const markdown = new MarkdownIt({ typographer: false });
  return {
    name: 'guide-pages',
    enforce: 'pre',
    transform(text, id) {
      if (!/\/docs\/guide\/[\w.]+\.md$/.test(id.replace(/\\/g, '/'))) return null;
      const parts = markdown.render(text).split(IMAGE);
      // Every other part is the name of a picture.
      const imports = parts.flatMap((part, at) => (at % 2 === 1 ? [`import picture${at} from ${JSON.stringify(`${part}?url`)};`] : []));
      const page = parts.map((part, at) => (at % 2 === 1 ? `'src="' + picture${at} + '" loading="lazy"'` : JSON.stringify(part)));
      return { code: `${imports.join('\n')}\nexport default ${page.join(' + ')};`, map: null };
    },
  };
}
