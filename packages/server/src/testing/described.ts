import { Ajv } from 'ajv';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type ApiSchema, apiSchema, operationIdOf } from '../http/openapi';
import type { AnyRoute } from '../http/route';

/** One empty file for each route whose reply was compared in this run; `./jolly test` looks that none is missing. */
const SEEN = join(__dirname, '..', '..', 'dist', 'replies-seen');

// Each shape is a schema of its own, so that a test compiles only those whose replies it gets.
const { Api, ...shapes } = JSON.parse(JSON.stringify(apiSchema().definitions).replaceAll('#/definitions/', '')) as ApiSchema['definitions'];
const ajv = new Ajv({ strict: false, allErrors: true, validateSchema: false, meta: false });
for (const [name, shape] of Object.entries(shapes)) ajv.addSchema(shape, name);
const seen = new Set<string>();

/**
 * Compares a reply with the API's description, as every server of the tests does with every reply it sends: nothing
 * may be missing in it, and nothing be there that is not described.
 * @throws Error naming what differs
 */
export function described({ route }: Pick<AnyRoute, 'route'>, reply: unknown): void {
  const sent: unknown = reply === undefined ? undefined : JSON.parse(JSON.stringify(reply));
  const { properties, required = [] } = Api.properties[route] ?? {};
  const check = properties?.reply && ajv.compile(properties.reply);
  if (sent === undefined ? required.includes('reply') : !check?.(sent)) {
    const why = check ? ajv.errorsText(check.errors?.slice(0, 5), { dataVar: 'reply' }) : 'it should be nothing';
    const difference = `The reply of ${route} is not as its type says: ${why}.`;
    // The request ends as a failure of the server's; the test that made it says no more than that.
    process.stderr.write(`${difference}\n`);
    throw new Error(difference);
  }
  if (seen.has(route)) return;
  seen.add(route);
  mkdirSync(SEEN, { recursive: true });
  writeFileSync(join(SEEN, operationIdOf({ route })), '');
}
