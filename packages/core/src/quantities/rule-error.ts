/** A broken promise to a rule: the caller passed what the rule cannot mean. Never an expected outcome. */
export class RuleError extends Error {
  /** @param code machine-readable, such as `calendar.no-school-days`; @param facts what was passed, for the log */
  constructor(
    readonly code: string,
    readonly facts: Readonly<Record<string, unknown>> = {},
  ) {
    super(`${code} ${JSON.stringify(facts)}`);
    this.name = 'RuleError';
  }
}
