import { Extension, Node } from '@tiptap/core';
import type { Node as ProseNode } from '@tiptap/pm/model';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';

declare module '@tiptap/core' {
  interface Commands<ReturnType> {
    answerSpace: {
      /** Puts a space to answer in where the cursor is. */
      insertAnswerSpace: () => ReturnType;
    };
  }
}

/** Where a student writes on a worksheet. Its key stays while the sheet is corrected around it. */
export const AnswerSpace = Node.create({
  name: 'answerSpace',
  group: 'block',
  content: 'block+',
  isolating: true,
  defining: true,
  addAttributes: () => ({
    key: {
      default: null,
      parseHTML: (element) => element.getAttribute('data-key'),
      renderHTML: ({ key }) => ({ 'data-key': key as string }),
    },
  }),
  parseHTML: () => [{ tag: 'div[data-answer-space]' }],
  renderHTML: ({ HTMLAttributes }) => ['div', { ...HTMLAttributes, 'data-answer-space': '', class: 'answer-space' }, 0],
  addCommands() {
    return {
      insertAnswerSpace:
        () =>
        ({ commands }) =>
          commands.insertContent({ type: this.name, attrs: { key: crypto.randomUUID().slice(0, 8) }, content: [{ type: 'paragraph' }] }),
    };
  },
});

/** The document with nothing in its answer spaces, to see whether anything else has changed. */
function around(doc: ProseNode): string {
  const bare = (node: Record<string, unknown>): unknown =>
    node.type === 'answerSpace'
      ? { ...node, content: null }
      : Array.isArray(node.content)
        ? { ...node, content: node.content.map((child) => bare(child as Record<string, unknown>)) }
        : node;
  return JSON.stringify(bare(doc.toJSON() as Record<string, unknown>));
}

/** Lets only what is in answer spaces be changed. What is put in from outside, as a newer text, goes through. */
export const OnlyAnswers = Extension.create({
  name: 'onlyAnswers',
  addProseMirrorPlugins: () => [
    new Plugin({
      key: new PluginKey('onlyAnswers'),
      filterTransaction: (transaction, state) =>
        !transaction.docChanged || transaction.getMeta('fromOutside') === true || around(transaction.doc) === around(state.doc),
    }),
  ],
});

/** Beside each answer space a button by which it is answered otherwise than in writing. */
export interface SpaceAct {
  /** what stands on the button of the space with this number, from 1 */
  label: (number: number) => string;
  run: (key: string, number: number) => void;
}
export const spaceActs = ({ label, run }: SpaceAct) =>
  Extension.create({
    name: 'spaceActs',
    addProseMirrorPlugins: () => [
      new Plugin({
        key: new PluginKey('spaceActs'),
        props: {
          decorations: ({ doc }) => {
            const buttons: Decoration[] = [];
            doc.descendants((node, pos) => {
              if (node.type.name !== 'answerSpace') return true;
              const number = buttons.length + 1;
              const key = String(node.attrs.key);
              const make = () => {
                const button = document.createElement('button');
                Object.assign(button, { type: 'button', className: 'space-act', textContent: label(number), contentEditable: 'false' });
                // The cursor stays where it is.
                button.addEventListener('mousedown', (event) => event.preventDefault());
                button.addEventListener('click', () => run(key, number));
                return button;
              };
              buttons.push(Decoration.widget(pos + 1, make, { side: -1, key: `${key} ${number}`, ignoreSelection: true }));
              return false;
            });
            return DecorationSet.create(doc, buttons);
          },
        },
      }),
    ],
  });
