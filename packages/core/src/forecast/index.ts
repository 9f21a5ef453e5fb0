/**
 * How far a total can still move, and what would move it most (docs/rules.md, 7). Three totals by the total's own
 * rules: of what is surely there, of what goes on as usual, of everything still possible. Always at least ≤ at the
 * present pace ≤ at most, because a better score never lowers a total (docs/rules.md, 5).
 */
export * from './forecast';
