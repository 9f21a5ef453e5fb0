import { refusal } from '../words';
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
  constructor(
    readonly code: ProblemCode,
    readonly more: More = {},
  ) {
    super(code);
    this.name = 'Problem';
    this.status = PROBLEMS[code][0];
  }

  /** What its reader is told, in the language of whom the reply is made for (words `speaking`). */
  get title(): string {
    return filled(refusal('problems', this.code, PROBLEMS[this.code][1]), this.more.values ?? {});
  }
}
