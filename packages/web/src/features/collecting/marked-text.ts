/** A text cut at the passages to mark, in order; passages that overlap are one. */
export function markedText(text: string, passages: readonly { from: number; to: number }[]): { text: string; shared: boolean }[] {
  const parts: { text: string; shared: boolean }[] = [];
  let at = 0;
  for (const { from, to } of [...passages].sort((a, b) => a.from - b.from)) {
    if (to <= at) continue;
    const start = Math.max(from, at);
    if (start > at) parts.push({ text: text.slice(at, start), shared: false });
    parts.push({ text: text.slice(start, to), shared: true });
    at = to;
  }
  if (at < text.length) parts.push({ text: text.slice(at), shared: false });
  return parts;
}
