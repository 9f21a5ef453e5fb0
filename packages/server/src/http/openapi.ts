import { ACTIONS } from '@jolly/core';
import type { ObjectSchema } from 'joi';
import joiToSwagger from 'joi-to-swagger';
import { PROBLEMS } from './problem';
import type { Route } from './route';

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
const shapeOf = (schema: ObjectSchema) =>
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
function contentOf({ takesFile, takesTable, body }: Route): object | undefined {
  const file = { type: 'string', format: 'binary' };
  if (takesFile) return { 'multipart/form-data': { schema: { type: 'object', required: ['file'], properties: { file } } } };
  if (takesTable) {
    const schema = { type: 'object', required: ['file'], properties: { file, options: shapeOf(body!) } };
    return { 'multipart/form-data': { schema, encoding: { options: { contentType: 'application/json' } } } };
  }
  return body && { 'application/json': { schema: shapeOf(body) } };
}

/** The API's description, made from the same tables and schemas that serve it. */
export function openApiOf(routes: readonly Route[]) {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const route of routes) {
    const path = route.path.replace(/:(\w+)/g, '{$1}');
    const content = contentOf(route);
    paths[path] = {
      ...paths[path],
      [route.verb]: {
        summary: route.does,
        description: `Permission \`${route.action}\`: ${ACTIONS[route.action].roles.join(', ')}.`,
        tags: [route.path.split('/')[2] ?? 'server'],
        parameters: [...parametersOf(route.params, 'path'), ...parametersOf(route.query, 'query')],
        ...(content ? { requestBody: { required: true, content } } : {}),
        responses: {
          [String(route.status ?? 200)]: { description: 'Done.' },
          default: { description: 'A problem, with a code and a sentence.', content: { 'application/problem+json': { schema: PROBLEM } } },
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
  };
}

const escape = (text: string) => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** The same as a page to read, without scripts. */
export function openApiPage(routes: readonly Route[]): string {
  const rows = routes
    .map((route) => {
      const body = route.takesFile
        ? 'one file'
        : route.takesTable
          ? `one file, and options:\n${JSON.stringify(shapeOf(route.body!), null, 2)}`
          : route.body
            ? JSON.stringify(shapeOf(route.body), null, 2)
            : '';
      const shape = body.length > 20 ? `<details><summary>body</summary><pre>${escape(body)}</pre></details>` : escape(body);
      return `<tr><td><b>${route.verb.toUpperCase()}</b></td><td><code>${escape(route.path)}</code></td><td>${escape(route.does)}${shape ? `<br>${shape}` : ''}</td><td><code>${route.action}</code><br>${ACTIONS[route.action].roles.join(', ')}</td></tr>`;
    })
    .join('\n');
  const problems = Object.entries(PROBLEMS)
    .map(([code, [status, title]]) => `<tr><td><code>${code}</code></td><td>${status}</td><td>${escape(title)}</td></tr>`)
    .join('\n');
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Jolly Compass: the API</title><link rel="stylesheet" href="/api.css"></head><body><h1>Jolly Compass: the API</h1><p>The same as <a href="/api/openapi.json">openapi.json</a>, made from the tables that serve it.</p><table><thead><tr><th>verb</th><th>path</th><th>what it does</th><th>permission</th></tr></thead><tbody>${rows}</tbody></table><h2>Problems</h2><table><thead><tr><th>code</th><th>status</th><th>sentence</th></tr></thead><tbody>${problems}</tbody></table></body></html>`;
}
