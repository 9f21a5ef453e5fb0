/** Failures. */

/** Every failure, as application/problem+json. `type` is the code the page branches on. */
export interface ProblemReply {
  type: string;
  title: string;
  status: number;
  /** what is wrong with each field: by code, and as a sentence of ours */
  errors?: { path: string; code: string; message: string }[];
  /** for a stale edit: what is stored now */
  current?: unknown;
  requestId?: string;
}
