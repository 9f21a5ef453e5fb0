import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileStore } from '../files/file-store';
import { allRoutes } from '../routes';
import { wire } from '../wiring';
import { openApiOf, openApiPage } from './openapi';
import { PROBLEMS } from './problems';
import { placeOf } from './route';

const routes = allRoutes(
  wire({
    sequelize: { define: () => ({}) } as never,
    fileStore: fileStore(join(tmpdir(), 'jolly-openapi')),
    defaultZone: 'UTC',
    mail: { url: null, standInPort: 0, from: '', address: '' },
    chromium: 'chromium-headless-shell',
  }),
);
type Operation = {
  operationId: string;
  summary: string;
  security: object[];
  parameters: { name: string; in: string; required: boolean }[];
  requestBody?: { content: Record<string, { schema: { properties?: Record<string, { type?: unknown }> } }> };
  responses: Record<string, { content?: Record<string, { schema: object }> }>;
};
const { openapi, paths, components } = JSON.parse(JSON.stringify(openApiOf(routes))) as {
  openapi: string;
  paths: Record<string, Record<string, Operation>>;
  components: { schemas: Record<string, object>; securitySchemes: Record<string, object> };
};
const operations = Object.entries(paths).flatMap(([path, verbs]) =>
  Object.entries(verbs).map(([verb, operation]) => ({ path, verb, operation })),
);

it('describes every route, in version 3.1', () => {
  expect(openapi).toBe('3.1.0');
  expect(operations).toHaveLength(routes.length);
  for (const { operation } of operations) expect(operation.summary).toMatch(/^[A-Z].*\.$/);
});

it('gives every operation a name of its own', () => {
  const names = operations.map(({ operation }) => operation.operationId);
  expect(new Set(names).size).toBe(routes.length);
  expect(paths['/api/briefs/{briefId}/effects']!.post!.operationId).toBe('postBriefsByBriefIdEffects');
});

it('says what comes back: JSON of a shape that is there, a file, or nothing', () => {
  const answer = (path: string, verb: string, status: string) => paths[path]![verb]!.responses[status];
  expect(answer('/api/piles', 'get', '200')!.content!['application/json']!.schema).toEqual({ $ref: '#/components/schemas/PilesReply' });
  expect(answer('/api/briefs', 'post', '201')!.content).toBeDefined();
  expect(Object.keys(answer('/api/my/portfolio/zip', 'get', '200')!.content!)).toEqual(['application/zip']);
  expect(answer('/api/news/seen', 'post', '204')).toEqual({ description: 'Done.' });
  expect(Object.keys(paths['/api/take-home/{ticket}']!.get!.responses)).toEqual(['200', '204', 'default']);
  const named = [...JSON.stringify({ paths, components }).matchAll(/"#\/components\/schemas\/([^"]+)"/g)].map(([, name]) => name!);
  expect(named.filter((name) => !(name in components.schemas))).toEqual([]);
});

it('says how one shows who one is, and which acts can be sent again', () => {
  expect(paths['/api/piles']!.get!.security).toEqual([{ session: [] }]);
  expect(paths['/api/briefs']!.post!.security).toEqual([{ session: [], csrf: [] }]);
  expect(paths['/api/session']!.get!.security).toEqual([{}, { session: [] }]);
  expect(Object.keys(components.securitySchemes).sort()).toEqual(['csrf', 'session']);
  const repeatable = operations.filter(({ operation }) => operation.parameters.some((one) => one.name === 'Idempotency-Key'));
  expect(repeatable.map(({ path }) => path).sort()).toEqual(['/api/my/work/{assignmentId}/hand-in', '/api/reports/letters/send']);
});

it('names every parameter of a path as required', () => {
  for (const { path, operation } of operations) {
    const named = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name);
    expect(
      operation.parameters
        .filter((one) => one.in === 'path' && one.required)
        .map((one) => one.name)
        .sort(),
    ).toEqual(named.sort());
  }
});

it('says what may be null among the types', () => {
  const body = paths['/api/briefs']!.post!.requestBody!.content['application/json']!.schema.properties!;
  expect(body.points!.type).toEqual(['integer', 'null']);
  expect(JSON.stringify(paths)).not.toContain('nullable');
});

it('takes a file as a form and everything else as JSON', () => {
  const upload = paths['/api/my/work/{assignmentId}/files']!.post!;
  expect(Object.keys(upload.requestBody!.content)).toEqual(['multipart/form-data']);
  const table = paths['/api/classes/{classId}/roster/import']!.post!.requestBody!.content['multipart/form-data']!.schema.properties!;
  expect(JSON.stringify(table.options)).toContain('digest');
});

it('can be read as a page without scripts, problems included', () => {
  const page = openApiPage(routes);
  expect(page).not.toMatch(/<script/i);
  for (const route of routes) expect(page).toContain(placeOf(route).path);
  for (const code of Object.keys(PROBLEMS)) expect(page).toContain(code);
});

it('every problem is a sentence', () => {
  for (const [code, [status, title]] of Object.entries(PROBLEMS)) {
    expect([code, status >= 400 && status < 600]).toEqual([code, true]);
    expect(title).toMatch(/^[“A-Z].*\.$/);
  }
});
