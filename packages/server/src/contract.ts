/**
 * Requests and replies of the API, as types only. The web imports these with `import type`.
 * Instants are UTC milliseconds, points whole thousandths, local days YYYY-MM-DD, all as in the core.
 */
export type * from './contract/accounts';
export type * from './contract/api';
export type * from './contract/archives';
export type * from './contract/assignments';
export type * from './contract/book';
export type * from './contract/classes';
export type * from './contract/collecting';
export type * from './contract/conversations';
export type * from './contract/dates';
export type * from './contract/exceptions';
export type * from './contract/families';
export type * from './contract/keys';
export type * from './contract/live-questions';
export type * from './contract/looking';
export type * from './contract/news';
export type * from './contract/notices';
export type * from './contract/papers';
export type * from './contract/pieces';
export type * from './contract/plan';
export type * from './contract/portfolio';
export type * from './contract/problem';
export type * from './contract/progress';
export type * from './contract/register';
export type * from './contract/rosters';
export type * from './contract/shelf';
export type * from './contract/marking';
export type * from './contract/quizzes';
export type * from './contract/reports';
export type * from './contract/reviews';
export type * from './contract/scores';
export type * from './contract/walls';
export type * from './contract/work';
export type * from './contract/year-shelf';
