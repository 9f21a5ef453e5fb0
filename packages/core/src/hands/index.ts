/** Shows of hands: what may be asked, chosen and seen. */
export * from './hands';
