import type { en } from './en';

/** The same keys in every language: the compiler asks for each, and a test compares what is filled in. */
type Texts<T> = { [K in keyof T]: T[K] extends string ? string : Texts<T[K]> };
export type FamilyMessages = Texts<typeof en>;
