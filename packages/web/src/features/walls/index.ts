/** Display walls: the lines that lead to them from My work and from a piece, and a piece as it hangs there. */
export { default as WallPaper } from './WallPaper.vue';
export { default as WallLinks } from './WallLinks.vue';
export { default as WallsLine } from './WallsLine.vue';
