/** Portfolios: the lines that lead to them from Today and from My work. */
export { default as LookBackLine } from './LookBackLine.vue';
export { default as PortfoliosLine } from './PortfoliosLine.vue';
