import type { InjectionKey, Ref } from 'vue';

/** What was refused of a form: a sentence for all of it, and one for each field that is wrong, by the field's path. */
export interface FormProblem {
  title: string;
  errors: readonly { path: string; message: string }[];
}
/** What the lines of a form know of it: what was refused, and which paths have a line that says so. */
export interface FormAround {
  problem: Readonly<Ref<FormProblem | null>>;
  lines: Ref<ReadonlySet<string>>;
}
export const FORM_AROUND: InjectionKey<FormAround> = Symbol('form around');

const isOf = (path: string, line: string) => path === line || path.startsWith(`${line}.`) || path.startsWith(`${line}[`);
/**
 * What is said at the line of a path.
 * @example errorAt({ title: '', errors: [{ path: 'dates.0', message: 'No school day.' }] }, 'dates') // 'No school day.'
 */
export const errorAt = (problem: FormProblem | null, line: string): string | null =>
  problem?.errors.find(({ path }) => isOf(path, line))?.message ?? null;

/** What no line says, so that nothing that was refused goes unsaid. */
export const errorsElsewhere = (problem: FormProblem | null, lines: ReadonlySet<string>): string[] =>
  (problem?.errors ?? []).filter(({ path }) => ![...lines].some((line) => isOf(path, line))).map(({ message }) => message);
