/**
 * What a line of the API is made of. Each key is a verb and an address, `PUT /api/briefs/:briefId`; its value says
 * what is sent and what comes back:
 * - `params`: what stands in the address, where it is more than texts named by the key;
 * - `query`, `body`: what is asked, checked by the schema of the route;
 * - `upload`: one file is sent as multipart/form-data, with `body`, if there is one, as JSON beside it;
 * - `reply`: the JSON that comes back; without it the answer is 204;
 * - `file`: what comes back is a file or a stream of this media type.
 */
export interface Line {
  params?: object;
  query?: object;
  body?: object;
  upload?: true;
  reply?: unknown;
  file?: string;
}
/** An act with nothing to send and nothing that comes back. */
export type Nothing = Record<never, never>;
