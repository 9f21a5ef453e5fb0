import { ACTIONS } from '@jolly/core';
import type { ObjectSchema, Schema as FormSchema } from 'joi';
import joiToSwagger from 'joi-to-swagger';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PROBLEMS } from './problems';
import { type AnyRoute, placeOf, UNSAFE, type Verb } from './route';

const PROBLEM = {
  type: 'object',
  required: ['type', 'title', 'status'],
  properties: {
    type: { type: 'string', enum: Object.keys(PROBLEMS) },
    title: { type: 'string' },
    status: { type: 'integer' },
    errors: { type: 'array', items: { type: 'object', properties: { path: { type: 'string' }, message: { type: 'string' } } } },
  },
};

/** OpenAPI 3.1 has no `nullable`: what may be null says so among its types. */
function withNullTypes(shape: unknown): unknown {
  if (Array.isArray(shape)) return shape.map(withNullTypes);
  if (typeof shape !== 'object' || shape === null) return shape;
  const { nullable, ...rest } = shape as { nullable?: boolean; type?: string };
  const inner = Object.fromEntries(Object.entries(rest).map(([key, value]) => [key, withNullTypes(value)]));
  return nullable && typeof inner.type === 'string' ? { ...inner, type: [inner.type, 'null'] } : inner;
}
const shapeOf = (schema: FormSchema) =>
  withNullTypes(joiToSwagger(schema).swagger) as { properties?: Record<string, unknown>; required?: string[] };

function parametersOf(schema: ObjectSchema | undefined, where: 'path' | 'query') {
  if (!schema) return [];
  const { properties = {}, required = [] } = shapeOf(schema);
  return Object.entries(properties).map(([name, shape]) => ({
    name,
    in: where,
    required: where === 'path' || required.includes(name),
    schema: shape,
  }));
}

/** What a request carries: JSON, one file, or a file with options as JSON beside it. */
function contentOf({ takesFile, takesTable, body }: AnyRoute): object | undefined {
  const file = { type: 'string', format: 'binary' };
  if (takesFile) return { 'multipart/form-data': { schema: { type: 'object', required: ['file'], properties: { file } } } };
  if (takesTable) {
    const schema = { type: 'object', required: ['file'], properties: { file, options: shapeOf(body!) } };
    return { 'multipart/form-data': { schema, encoding: { options: { contentType: 'application/json' } } } };
  }
  return body && { 'application/json': { schema: shapeOf(body) } };
}

/** A route's name for programs: `GET /api/briefs/:briefId/effects` is `getBriefsByBriefIdEffects`. */
export function operationIdOf(route: Pick<AnyRoute, 'route'>): string {
  const { verb, path } = placeOf(route);
  const words = path.replace(/^\/api\//, '').replaceAll('/:', '/by-');
  return verb + words.replace(/(?:^|[^A-Za-z0-9]+)([A-Za-z0-9])/g, (_, letter: string) => letter.toUpperCase());
}

const IDEMPOTENCY_KEY = {
  name: 'Idempotency-Key',
  in: 'header',
  required: false,
  description: 'Names this act. Sent again with the same name it is answered as before, and done once.',
  schema: { type: 'string', pattern: '^[\\w-]{8,64}$' },
};
/** A session is a cookie; a write carries the token of the session too, and one who is not signed in has both as well. */
const SECURITY_SCHEMES = {
  session: { type: 'apiKey', in: 'cookie', name: 'jolly', description: 'From `POST /api/session`.' },
  csrf: { type: 'apiKey', in: 'header', name: 'X-CSRF-Token', description: 'The `csrf` of `GET /api/session`.' },
};
function securityOf({ action }: AnyRoute, verb: Verb): object[] {
  const roles: readonly string[] = ACTIONS[action].roles;
  const open = roles.includes('anonymous');
  const token = UNSAFE.has(verb) ? { csrf: [] } : {};
  return open ? [token, { session: [], ...token }] : [{ session: [], ...token }];
}

type Schema = Record<string, unknown>;
/** A line of the contract's `Api` as JSON Schema; a reply that is not required may be nothing. */
interface LineSchema {
  properties?: { reply?: Schema; file?: { const: string } };
  required?: string[];
}
export interface ApiSchema {
  definitions: Record<string, Schema> & { Api: { properties: Record<string, LineSchema> } };
}
/** All replies as JSON Schema, made from the types of the contract by describe-api.cjs. */
export const apiSchema = (): ApiSchema =>
  JSON.parse(readFileSync(join(__dirname, '..', '..', 'dist', 'api.schema.json'), 'utf8')) as ApiSchema;

/** What comes back when all is well: JSON, a file, or nothing. */
function successOf(route: AnyRoute, { properties: { reply, file } = {}, required = [] }: LineSchema) {
  if (file) return { 200: { description: 'The file.', content: { [file.const]: { schema: { type: 'string', format: 'binary' } } } } };
  if (!reply) return { 204: { description: 'Done.' } };
  const done = { [String(route.status ?? 200)]: { description: 'Done.', content: { 'application/json': { schema: reply } } } };
  return required.includes('reply') ? done : { ...done, 204: { description: 'Nothing is there.' } };
}
/** The same shapes where the description of the API keeps them. */
const inComponents = <T>(shapes: T): T => JSON.parse(JSON.stringify(shapes).replaceAll('#/definitions/', '#/components/schemas/')) as T;

/** The API's description, made from the same tables, schemas and types that serve it. */
export function openApiOf(routes: readonly AnyRoute[]) {
  const { Api, ...components } = inComponents(apiSchema()).definitions;
  const paths: Record<string, Record<string, unknown>> = {};
  for (const route of routes) {
    const { verb, path: address } = placeOf(route);
    const path = address.replace(/:(\w+)/g, '{$1}');
    const content = contentOf(route);
    paths[path] = {
      ...paths[path],
      [verb]: {
        operationId: operationIdOf(route),
        summary: route.does,
        description: `Permission \`${route.action}\`: ${ACTIONS[route.action].roles.join(', ')}.`,
        tags: [address.split('/')[2] ?? 'server'],
        parameters: [
          ...parametersOf(route.params, 'path'),
          ...parametersOf(route.query, 'query'),
          ...(route.repeatable ? [IDEMPOTENCY_KEY] : []),
        ],
        ...(content ? { requestBody: { required: true, content } } : {}),
        security: securityOf(route, verb),
        responses: {
          ...successOf(route, Api.properties[route.route] ?? {}),
          default: {
            description: 'A problem, with a code and a sentence.',
            content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
          },
        },
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Jolly Compass',
      version: '0.1.0',
      description:
        'Instants are UTC milliseconds, points whole thousandths, local days YYYY-MM-DD. Writes carry X-CSRF-Token from GET /api/session.',
    },
    paths,
    components: { schemas: { ...components, Problem: PROBLEM }, securitySchemes: SECURITY_SCHEMES },
  };
}

const escape = (text: string) => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** The same as a page to read, without scripts. */
export function openApiPage(routes: readonly AnyRoute[]): string {
  const rows = routes
    .map((route) => {
      const { verb, path } = placeOf(route);
      const body = route.takesFile
        ? 'one file'
        : route.takesTable
          ? `one file, and options:\n${JSON.stringify(shapeOf(route.body!), null, 2)}`
          : route.body
            ? JSON.stringify(shapeOf(route.body), null, 2)
            : '';
      const shape = body.length > 20 ? `<details><summary>body</summary><pre>${escape(body)}</pre></details>` : escape(body);
      return `<tr><td><b>${verb.toUpperCase()}</b></td><td><code>${escape(path)}</code></td><td>${escape(route.does)}${shape ? `<br>${shape}` : ''}</td><td><code>${route.action}</code><br>${ACTIONS[route.action].roles.join(', ')}</td></tr>`;
    })
    .join('\n');
  const problems = Object.entries(PROBLEMS)
    .map(([code, [status, title]]) => `<tr><td><code>${code}</code></td><td>${status}</td><td>${escape(title)}</td></tr>`)
    .join('\n');
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Jolly Compass: the API</title><link rel="stylesheet" href="/api.css"></head><body><h1>Jolly Compass: the API</h1><p>The same as <a href="/api/openapi.json">openapi.json</a>, made from the tables that serve it.</p><table><thead><tr><th>verb</th><th>path</th><th>what it does</th><th>permission</th></tr></thead><tbody>${rows}</tbody></table><h2>Problems</h2><table><thead><tr><th>code</th><th>status</th><th>sentence</th></tr></thead><tbody>${problems}</tbody></table></body></html>`;
}
