/**
 * The sheets that lie over the page, the uppermost last. Escape closes the uppermost wherever the focus is; what had the
 * focus when a sheet was opened has it again when it is closed, so the keys of the page work on.
 */
export interface OpenSheet {
  close: () => void;
  /** what lies over the page, with its head; null while it is not drawn yet */
  box: () => HTMLElement | null;
}
const open: { sheet: OpenSheet; before: Element | null }[] = [];

export function sheetOpens(sheet: OpenSheet): void {
  if (!open.some((one) => one.sheet === sheet)) open.push({ sheet, before: document.activeElement });
}

/** Takes a sheet from the pile. @returns what had the focus before it, if that can still have it */
export function sheetCloses(sheet: OpenSheet): void {
  const at = open.findIndex((one) => one.sheet === sheet);
  if (at < 0) return;
  const [{ before }] = open.splice(at, 1) as [(typeof open)[0]];
  // After the sheet has gone: it may have the focus until then, and what opened another place to write in has it by then.
  setTimeout(() => {
    const { activeElement } = document;
    const nowhere = activeElement === null || activeElement === document.body || activeElement.closest('.ant-drawer') !== null;
    if (nowhere && open.length === 0 && before instanceof HTMLElement && before.isConnected) before.focus();
  });
}

const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), textarea:not(:disabled), [contenteditable="true"], [tabindex]:not([tabindex="-1"])';
const shownIn = (box: HTMLElement) =>
  [...box.querySelectorAll<HTMLElement>(FOCUSABLE)].filter((one) => one.tabIndex >= 0 && one.getClientRects().length > 0);

// Tab stays within the uppermost sheet; lists and calendars that open from it lie beside it and have their own keys.
window.addEventListener('keydown', (event) => {
  const box = event.key === 'Tab' && !event.defaultPrevented ? open.at(-1)?.sheet.box() : null;
  const { activeElement } = document;
  if (!box || activeElement?.closest('.ant-select-dropdown, .ant-picker-dropdown, .ant-dropdown')) return;
  const all = shownIn(box);
  const [first, last] = [all[0], all.at(-1)];
  if (!first || !last) return;
  const outside = !activeElement || !box.contains(activeElement);
  if (!outside && activeElement !== (event.shiftKey ? first : last)) return;
  event.preventDefault();
  (event.shiftKey ? last : first).focus();
});

window.addEventListener('keydown', (event) => {
  if (event.key !== 'Escape' || event.defaultPrevented || event.isComposing) return;
  const top = open.at(-1);
  if (!top) return;
  event.preventDefault();
  top.sheet.close();
});
