import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileStore } from '../files/file-store';
import { allRoutes } from '../routes';
import { wire } from '../wiring';
import { openApiOf, openApiPage } from './openapi';
import { PROBLEMS } from './problem';

const routes = allRoutes(
  wire({
    sequelize: { define: () => ({}) } as never,
    fileStore: fileStore(join(tmpdir(), 'jolly-openapi')),
    defaultZone: 'UTC',
    mail: { url: null, standInPort: 0, from: '', address: '' },
    chromium: 'chromium',
  }),
);
type Operation = {
  summary: string;
  parameters: { name: string; in: string; required: boolean }[];
  requestBody?: { content: Record<string, { schema: { properties?: Record<string, { type?: unknown }> } }> };
  responses: object;
};
const { openapi, paths } = openApiOf(routes) as unknown as { openapi: string; paths: Record<string, Record<string, Operation>> };
const operations = Object.entries(paths).flatMap(([path, verbs]) =>
  Object.entries(verbs).map(([verb, operation]) => ({ path, verb, operation })),
);

it('describes every route, in version 3.1', () => {
  expect(openapi).toBe('3.1.0');
  expect(operations).toHaveLength(routes.length);
  for (const { operation } of operations) expect(operation.summary).toMatch(/^[A-Z].*\.$/);
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
  for (const { path } of routes) expect(page).toContain(path);
  for (const code of Object.keys(PROBLEMS)) expect(page).toContain(code);
});

it('every problem is a sentence', () => {
  for (const [code, [status, title]] of Object.entries(PROBLEMS)) {
    expect([code, status >= 400 && status < 600]).toEqual([code, true]);
    expect(title).toMatch(/^[A-Z].*\.$/);
  }
});
