// Ten thousand requests that nobody would send, made from the API's own description: wrong types, odd characters, ids of others,
// broken forms, in the names of nobody, a teacher, a student and a family. None may be answered with 5xx. Bounded in number and
// time, on loopback only; the same seed sends the same requests.
const http = require('node:http');
const { say } = require('./timing.cjs');
const { signIn } = require('./client.cjs');

const REQUESTS = Number(process.env.JOLLY_FUZZ_REQUESTS ?? 10_000);
const AT_ONCE = 8;
const LONGEST_MS = 20 * 60_000;
const port = Number(process.env.JOLLY_PORT);
const agent = new http.Agent({ keepAlive: true, maxSockets: AT_ONCE });

let seed = Number(process.env.JOLLY_FUZZ_SEED ?? 1);
// mulberry32
function random() {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
}
const chance = (share) => random() < share;
const one = (list) => list[Math.floor(random() * list.length)];

const ODD_TEXTS = [
  '',
  ' ',
  'x',
  '\u0000',
  'a\u0000b',
  'line\nbreak',
  '\r\n',
  '\u202egnp.exe',
  '\ud800',
  '😀'.repeat(50),
  'x'.repeat(5000),
  "' OR 1=1 --",
  '<script>1</script>',
  '=1+1',
  '%ff',
  '../../etc',
  '${7*7}',
  'ﷺ',
  '0',
  '-1',
  'null',
  '[object Object]',
  '<evil@x.example>',
  '2026-02-31',
  '9'.repeat(400),
];
const ODD_VALUES = [
  null,
  true,
  false,
  0,
  -1,
  1,
  0.5,
  1e308,
  -1e308,
  9007199254740993,
  [],
  {},
  [[]],
  [null],
  { $gt: '' },
  { length: 5 },
  { toString: 1 },
  { __proto__: 1 },
  ...ODD_TEXTS,
];
const ODD_SEGMENTS = [
  '%ff',
  '%00',
  '%E0%A4%A',
  '..%2f..',
  '%20',
  'null',
  'undefined',
  '-',
  '1',
  '%F0%9F%98%80',
  'a'.repeat(3000),
  '00000000-0000-4000-8000-000000000000',
  '%0d%0aX-Odd:1',
];

const ids = [];
const anId = () => (chance(0.85) && ids.length > 0 ? one(ids) : '00000000-0000-4000-8000-000000000000');

/** A value of a schema, mostly right, sometimes odd. */
function valueOf(schema, depth = 0) {
  if (chance(0.07) || !schema || depth > 8) return one(ODD_VALUES);
  if (schema.enum) return one(schema.enum);
  const options = schema.oneOf ?? schema.anyOf;
  if (options) return valueOf(one(options), depth + 1);
  const type = Array.isArray(schema.type) ? one(schema.type) : schema.type;
  switch (type) {
    case 'object': {
      const made = {};
      for (const [name, inner] of Object.entries(schema.properties ?? {}))
        if ((schema.required ?? []).includes(name) ? chance(0.97) : chance(0.6)) made[name] = valueOf(inner, depth + 1);
      if (chance(0.05)) made[one(['extra', '__proto__', 'constructor', ''])] = one(ODD_VALUES);
      return made;
    }
    case 'array':
      return Array.from({ length: one([0, 1, 1, 2, 3]) }, () => valueOf(schema.items, depth + 1));
    case 'integer':
    case 'number':
      return chance(0.2)
        ? one([-1, 0, 1e15, 4_102_444_800_001, 0.5])
        : Math.floor((schema.minimum ?? 0) + random() * Math.min((schema.maximum ?? 1000) - (schema.minimum ?? 0), 1e12));
    case 'boolean':
      return chance(0.5);
    case 'null':
      return null;
    case 'string':
      if (schema.format === 'uuid') return anId();
      if (chance(0.2)) return one(ODD_TEXTS);
      return one(['Meander', '2026-11-25', '15:30', 'someone@tern.example', 'Tern Bay', 'en', anId(), 'xlsx']);
    default:
      return one(ODD_VALUES);
  }
}

const inAddress = (value) => (typeof value === 'string' ? value : JSON.stringify(value));
const multipart = () => {
  const boundary = 'fuzz';
  const name = one(['table.csv', 'a\r\nb.csv', 'a"; filename="b', '\u0000', '', '../../x', 'x'.repeat(2000), '\u202ecsv.exe']);
  const body = one(['Name\nAda Reef', '', '\u0000\u0001', 'PK\u0003\u0004broken', 'BEGIN:VCALENDAR', 'x'.repeat(20_000)]);
  const end = chance(0.8) ? `\r\n--${boundary}--\r\n` : '';
  const options = chance(0.6)
    ? `--${boundary}\r\nContent-Disposition: form-data; name="options"\r\n\r\n${one(['{}', '{', '[]', 'null', '{"whole":true}'])}\r\n`
    : '';
  const type = one([
    `multipart/form-data; boundary=${boundary}`,
    `multipart/form-data; boundary=${boundary}`,
    'multipart/form-data',
    'multipart/form-data; boundary=',
  ]);
  return {
    type,
    body: Buffer.from(
      `${options}--${boundary}\r\nContent-Disposition: form-data; name="${one(['file', 'file', 'other'])}"; filename="${name}"\r\nContent-Type: text/csv\r\n\r\n${body}${end}`,
    ),
  };
};

function send({ verb, path, headers, body }) {
  return new Promise((done, failed) => {
    const asked = http.request(
      {
        host: '127.0.0.1',
        port,
        agent,
        method: verb.toUpperCase(),
        path,
        headers: { ...headers, ...(body ? { 'content-length': body.length } : {}) },
      },
      (reply) => {
        let text = '';
        // A live page never ends: its head is answer enough.
        if (String(reply.headers['content-type']).startsWith('text/event-stream')) {
          reply.on('error', () => undefined);
          reply.destroy();
          return done({ status: reply.statusCode, text });
        }
        reply.on('data', (part) => (text.length < 2000 ? (text += part) : undefined));
        reply.on('end', () => done({ status: reply.statusCode, text }));
        reply.on('error', failed);
      },
    );
    asked.setTimeout(60_000, () => asked.destroy(new Error('no answer for a minute')));
    asked.on('error', failed);
    asked.end(body);
  });
}

async function gather(session, path) {
  const { text } = await new Promise((done, failed) =>
    http
      .get({ host: '127.0.0.1', port, path, headers: { cookie: session.cookie } }, (reply) => {
        let text = '';
        reply.on('data', (part) => (text += part));
        reply.on('end', () => done({ text }));
        reply.on('error', failed);
      })
      .on('error', failed),
  );
  for (const [id] of text.matchAll(/[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}/g))
    if (!ids.includes(id) && ids.length < 400) ids.push(id);
  return text;
}

async function main() {
  const names = (process.env.JOLLY_FUZZ_PEOPLE ?? 'odile.finch,marek.lund,bao.lindqvist,linnea.lindqvist').split(',');
  const people = [null];
  for (const name of names) {
    const session = await signIn(name);
    const { me } = JSON.parse(await gather(session, '/api/session'));
    people.push({ ...session, role: me.role });
  }
  const teacher = people.find((person) => person?.role === 'teacher');
  const classes = JSON.parse(await gather(teacher, '/api/classes'));
  await gather(teacher, '/api/assignments');
  for (const { id } of classes.slice(0, 3))
    for (const part of ['roster', 'groupings', 'families', 'book']) await gather(teacher, `/api/classes/${id}/${part}`);
  await gather(teacher, '/api/shelf');
  const { paths } = JSON.parse(await gather(teacher, '/api/openapi.json'));
  // Signing out or giving away one's own sign-in would leave the rest to nobody.
  const SPARED = new Set([
    'delete /api/session',
    'put /api/account/password',
    'post /api/account/two-step',
    'post /api/classes/{classId}/practice',
  ]);
  const operations = Object.entries(paths).flatMap(([path, verbs]) =>
    Object.entries(verbs).flatMap(([verb, operation]) => (SPARED.has(`${verb} ${path}`) ? [] : [{ path, verb, operation }])),
  );
  const began = Date.now();
  const statuses = new Map();
  const faults = [];
  let left = REQUESTS;
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (left-- > 0 && Date.now() - began < LONGEST_MS) {
        const { path, verb, operation } = one(operations);
        // Mostly somebody who may come so far, so that what is behind the permission is reached.
        const may = people.filter((somebody) => new RegExp(`\\b${somebody?.role ?? 'anonymous'}\\b`).test(operation.description));
        const person = chance(0.75) && may.length > 0 ? one(may) : one(people);
        const segments = path.replace(/\{(\w+)\}/g, () => (chance(0.15) ? one(ODD_SEGMENTS) : anId()));
        const query = (operation.parameters ?? [])
          .filter((parameter) => parameter.in === 'query' && chance(0.8))
          .map(
            (parameter) =>
              `${parameter.name}=${chance(0.1) ? '%ff' : encodeURIComponent(inAddress(valueOf(parameter.schema)).replace(/[\ud800-\udfff]/g, '?'))}`,
          );
        const content = operation.requestBody?.content ?? {};
        let body;
        let type;
        if (content['multipart/form-data']) ({ type, body } = multipart());
        else if (content['application/json'] && chance(0.97)) {
          const text = chance(0.03)
            ? one(['{', '[', '"x"', 'null', '', '{"a":1e999}', '\u0000'])
            : JSON.stringify(valueOf(content['application/json'].schema));
          [type, body] = [
            one(['application/json', 'application/json', 'application/json', 'text/plain', 'application/json; charset=utf-16']),
            Buffer.from(text ?? 'null'),
          ];
        }
        const headers = {
          ...(person ? { cookie: person.cookie, 'x-csrf-token': person.csrf } : {}),
          ...(type ? { 'content-type': type } : {}),
          ...(chance(0.1) ? { 'idempotency-key': one(['x', 'a'.repeat(64), '12345678', 'a b']) } : {}),
          ...(path.includes('uploads')
            ? {
                'tus-resumable': '1.0.0',
                'upload-length': String(one([-1, 0, 10, 'x'])),
                'upload-offset': String(one([0, 5, 'x'])),
                'upload-metadata': one(['assignmentId !!!', 'name a', '']),
              }
            : {}),
        };
        const request = { verb, path: `${segments}${query.length > 0 ? `?${query.join('&')}` : ''}`, headers, body };
        try {
          const { status, text } = await send(request);
          statuses.set(status, (statuses.get(status) ?? 0) + 1);
          if (status >= 500)
            faults.push(
              `${status} ${verb} ${path} as ${person ? 'somebody' : 'nobody'}: ${request.path.slice(0, 200)} ${String(body ?? '').slice(0, 300)} -> ${text.slice(0, 200)}`,
            );
        } catch (error) {
          faults.push(`no answer: ${verb} ${request.path.slice(0, 200)}: ${error.message}`);
        }
      }
    }),
  );
  const counted = [...statuses].sort((a, b) => a[0] - b[0]).map(([status, n]) => `${n} × ${status}`);
  say(
    `${REQUESTS - Math.max(0, left)} fuzzed requests over ${operations.length} routes`,
    `${counted.join(', ')}; ${faults.length} with 5xx or without an answer`,
  );
  for (const fault of faults.slice(0, 30)) process.stdout.write(`${fault}\n`);
  process.exit(faults.length === 0 ? 0 : 1);
}
main().catch((error) => {
  process.stderr.write(`${error.stack}\n`);
  process.exit(1);
});
