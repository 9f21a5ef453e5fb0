import { Node } from '@tiptap/core';

/** A picture in a text: one of our own files, by its id. Pictures of other places are not taken over. */
export const Picture = Node.create({
  name: 'image',
  group: 'block',
  draggable: true,
  addAttributes: () => ({
    fileId: {
      default: null,
      parseHTML: (element) => element.getAttribute('data-file-id'),
      renderHTML: ({ fileId }) => ({ 'data-file-id': fileId as string, src: `/api/files/${String(fileId)}?as=inline` }),
    },
    alt: { default: '' },
  }),
  parseHTML: () => [{ tag: 'img[data-file-id]' }],
  renderHTML: ({ HTMLAttributes }) => ['img', HTMLAttributes],
});
