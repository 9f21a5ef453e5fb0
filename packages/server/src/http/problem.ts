import { filled, type FieldProblem, type Values } from './field-problems';
import { PROBLEMS, type ProblemCode } from './problems';

interface More {
  /** what is filled in where the sentence has `{name}` */
  values?: Values;
  errors?: FieldProblem[];
  /** for a stale edit: what is stored now */
  current?: unknown;
}

/** An expected failure on its way to the error handler. */
export class Problem extends Error {
  readonly status: number;
  readonly title: string;
  constructor(
    readonly code: ProblemCode,
    readonly more: More = {},
  ) {
    super(code);
    this.name = 'Problem';
    this.status = PROBLEMS[code][0];
    this.title = filled(PROBLEMS[code][1], more.values ?? {});
  }
}
