import type { en } from './en';

/** The same keys in another language: the compiler asks for each, and a test compares what is filled in. */
export type Texts<T> = { [K in keyof T]: T[K] extends string ? string : T[K] extends readonly string[] ? readonly string[] : Texts<T[K]> };
export type Messages = Texts<typeof en>;
