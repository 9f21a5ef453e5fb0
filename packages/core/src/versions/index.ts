/**
 * Earlier and later states of one text: merging what two devices wrote, marking what differs, and which
 * saves are kept as time goes by. A text is compared block by block (a paragraph, a heading, a table), and
 * within a changed paragraph word by word.
 */
export * from './compare-texts';
export * from './merge-texts';
export * from './thin-versions';
