<script lang="ts">
/** A document of the editor, shown. Built node by node from our own list, so nothing in it can be a script. */
import { isSafeLink, textStarts, type RichNode } from '@jolly/core';
import { computed, defineComponent, h, type PropType, type VNodeChild } from 'vue';
import FormulaView from './FormulaView.vue';

const BLOCKS: Record<string, string> = {
  paragraph: 'p',
  bulletList: 'ul',
  orderedList: 'ol',
  listItem: 'li',
  blockquote: 'blockquote',
  codeBlock: 'pre',
  tableRow: 'tr',
};
const MARKS: Record<string, string> = { bold: 'strong', italic: 'em', underline: 'u', strike: 's', code: 'code' };

const cell = (tag: 'th' | 'td', node: RichNode, inside: VNodeChild[]) =>
  h(tag, { colspan: node.attrs?.colspan ?? 1, rowspan: node.attrs?.rowspan ?? 1 }, inside);

/** A stretch of the plain words that stands out; several may overlap. */
export interface Stretch {
  id: string;
  start: number;
  end: number;
  kind: 'note' | 'here' | 'chosen';
}
/** The pieces of a text between the borders of what stands out in it. */
export function cutText(text: string, at: number, stretches: readonly Stretch[]): { text: string; in: Stretch[] }[] {
  const inside = stretches.filter((one) => one.start < at + text.length && one.end > at);
  if (inside.length === 0) return [{ text, in: [] }];
  const borders = [...new Set([0, text.length, ...inside.flatMap((one) => [one.start - at, one.end - at])])]
    .filter((one) => one >= 0 && one <= text.length)
    .sort((a, b) => a - b);
  return borders.slice(1).map((end, index) => ({
    text: text.slice(borders[index], end),
    in: inside.filter((one) => one.start < at + end && one.end > at + borders[index]!),
  }));
}

interface Pinning {
  starts: Map<RichNode, number>;
  stretches: readonly Stretch[];
}
function words(node: RichNode, { starts, stretches }: Pinning): VNodeChild {
  const at = starts.get(node) ?? 0;
  const cut = cutText(node.text ?? '', at, stretches).map((one) =>
    one.in.length === 0
      ? one.text
      : h('mark', { class: one.in.map(({ kind }) => `is-${kind}`), 'data-stretch': one.in.map(({ id }) => id).join(' ') }, one.text),
  );
  return h('span', { 'data-at': at }, cut);
}

/** Shows what stands for each gap of a text, in their order. */
export type ShowGap = (index: number) => VNodeChild;
const GAP = /_{3,}/;
interface Gaps {
  show: ShowGap;
  seen: number;
}
/** The words of a node with what stands for its gaps between them. */
function withGaps(text: string, gaps: Gaps): VNodeChild {
  const [first = '', ...rest] = text.split(GAP);
  return rest.reduce<VNodeChild[]>((all, one) => [...all, gaps.show(gaps.seen++), one], [first]);
}

function show(node: RichNode, pinning: Pinning | null, gaps: Gaps | null): VNodeChild {
  if (node.type === 'text') {
    return (node.marks ?? []).reduce<VNodeChild>(
      (inner, mark) => {
        if (mark.type === 'link')
          return isSafeLink(mark.attrs?.href)
            ? h('a', { href: mark.attrs?.href, target: '_blank', rel: 'noopener noreferrer nofollow' }, [inner])
            : inner;
        const tag = MARKS[mark.type];
        return tag ? h(tag, [inner]) : inner;
      },
      pinning ? words(node, pinning) : gaps ? withGaps(node.text ?? '', gaps) : (node.text ?? ''),
    );
  }
  const inside = (node.content ?? []).map((one) => show(one, pinning, gaps));
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
  props: {
    text: { type: Object as PropType<RichNode>, required: true },
    /** what stands out, by places in the plain words; given, places in the page can be found in them too */
    stretches: { type: Array as PropType<readonly Stretch[]>, default: null },
    /** what stands where three low lines or more are written; left out, they stand there as they are */
    gap: { type: Function as PropType<ShowGap | null>, default: null },
  },
  setup: (props) => {
    const starts = computed(() => textStarts(props.text));
    return () => {
      const pinning = props.stretches ? { starts: starts.value, stretches: props.stretches } : null;
      const gaps = props.gap ? { show: props.gap, seen: 0 } : null;
      return h(
        'div',
        { class: 'rich-text', dir: 'auto' },
        (props.text.content ?? []).map((one) => show(one, pinning, gaps)),
      );
    };
  },
});
</script>
