<script lang="ts">
/** A document of the editor, shown. Built node by node from our own list, so nothing in it can be a script. */
import { isSafeLink, type RichNode } from '@jolly/core';
import { defineComponent, h, type PropType, type VNodeChild } from 'vue';

const BLOCKS: Record<string, string> = { paragraph: 'p', bulletList: 'ul', orderedList: 'ol', listItem: 'li', blockquote: 'blockquote', codeBlock: 'pre' };
const MARKS: Record<string, string> = { bold: 'strong', italic: 'em', underline: 'u', strike: 's', code: 'code' };

function show(node: RichNode): VNodeChild {
  if (node.type === 'text') {
    return (node.marks ?? []).reduce<VNodeChild>((inner, mark) => {
      if (mark.type === 'link') return isSafeLink(mark.attrs?.href) ? h('a', { href: mark.attrs?.href, target: '_blank', rel: 'noopener noreferrer nofollow' }, [inner]) : inner;
      const tag = MARKS[mark.type];
      return tag ? h(tag, [inner]) : inner;
    }, node.text ?? '');
  }
  const inside = (node.content ?? []).map(show);
  if (node.type === 'hardBreak') return h('br');
  if (node.type === 'horizontalRule') return h('hr');
  if (node.type === 'heading') return h(node.attrs?.level === 3 ? 'h4' : 'h3', inside);
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
