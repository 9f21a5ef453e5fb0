/** How clear instructions are: what can be counted, and what students will ask because it is not said. */
export * from './clarity';
