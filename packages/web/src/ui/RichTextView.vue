<script lang="ts">
/** A document of the editor, shown. Built node by node from our own list, so nothing in it can be a script. */
import { isSafeLink, type RichNode } from '@jolly/core';
import { defineComponent, h, type PropType, type VNodeChild } from 'vue';
import FormulaView from './FormulaView.vue';

const BLOCKS: Record<string, string> = { paragraph: 'p', bulletList: 'ul', orderedList: 'ol', listItem: 'li', blockquote: 'blockquote', codeBlock: 'pre', tableRow: 'tr' };
const MARKS: Record<string, string> = { bold: 'strong', italic: 'em', underline: 'u', strike: 's', code: 'code' };

const cell = (tag: 'th' | 'td', node: RichNode, inside: VNodeChild[]) => h(tag, { colspan: node.attrs?.colspan ?? 1, rowspan: node.attrs?.rowspan ?? 1 }, inside);

function show(node: RichNode): VNodeChild {
  if (node.type === 'text') {
    return (node.marks ?? []).reduce<VNodeChild>((inner, mark) => {
      if (mark.type === 'link') return isSafeLink(mark.attrs?.href) ? h('a', { href: mark.attrs?.href, target: '_blank', rel: 'noopener noreferrer nofollow' }, [inner]) : inner;
      const tag = MARKS[mark.type];
      return tag ? h(tag, [inner]) : inner;
    }, node.text ?? '');
  }
  const inside = (node.content ?? []).map(show);
  switch (node.type) {
    case 'hardBreak':
      return h('br');
    case 'horizontalRule':
      return h('hr');
    case 'heading':
      return h(node.attrs?.level === 3 ? 'h4' : 'h3', inside);
    case 'image':
      return h('img', { src: `/api/files/${String(node.attrs?.fileId)}?as=inline`, alt: String(node.attrs?.alt ?? ''), loading: 'lazy' });
    case 'table':
      return h('div', { class: 'wide-table' }, [h('table', [h('tbody', inside)])]);
    case 'tableHeader':
      return cell('th', node, inside);
    case 'tableCell':
      return cell('td', node, inside);
    case 'answerSpace':
      return h('div', { class: 'answer-space' }, inside.length > 0 ? inside : [h('br')]);
    case 'inlineMath':
    case 'blockMath':
      return h(FormulaView, { latex: String(node.attrs?.latex ?? ''), block: node.type === 'blockMath' });
  }
  const tag = BLOCKS[node.type];
  // An empty paragraph keeps its line.
  return tag ? h(tag, inside.length > 0 || tag !== 'p' ? inside : [h('br')]) : inside;
}

export default defineComponent({
  name: 'RichTextView',
  props: { text: { type: Object as PropType<RichNode>, required: true } },
  setup: (props) => () => h('div', { class: 'rich-text', dir: 'auto' }, (props.text.content ?? []).map(show)),
});
</script>
