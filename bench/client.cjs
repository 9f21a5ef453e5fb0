// Somebody at a browser of their own, for what is measured over HTTP.
const http = require('node:http');
const { say } = require('./timing.cjs');

const agent = new http.Agent({ keepAlive: true });
const base = `http://127.0.0.1:${process.env.JOLLY_PORT}`;

async function signIn(userName) {
  const first = await fetch(`${base}/api/session`);
  let cookie = first.headers.get('set-cookie').split(';')[0];
  const { csrf } = await first.json();
  const reply = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/json', 'x-csrf-token': csrf },
    body: JSON.stringify({ userName, password: 'compass-rose' }),
  });
  if (!reply.ok) throw new Error(`sign-in: ${reply.status}`);
  cookie = reply.headers.get('set-cookie').split(';')[0];
  return { cookie, csrf: (await reply.json()).csrf };
}
const quantile = (sorted, q) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * q))];

/** Says how long it took, so many times, so many at once. @param before what is done before each and not counted */
async function measure(what, once, { times, atOnce, before: prepare = () => undefined }) {
  for (let i = 0; i < 5; i++) {
    await prepare();
    await once();
  }
  const took = [];
  let left = times;
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      while (left-- > 0) {
        await prepare();
        const before = performance.now();
        await once();
        took.push(performance.now() - before);
      }
    }),
  );
  took.sort((a, b) => a - b);
  const [median, p95] = [quantile(took, 0.5), quantile(took, 0.95)];
  say(`${what}, ${atOnce} at a time`, `median ${median.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`);
  return { median, p95 };
}

/** JSON asked of the server with somebody's session. */
async function ask({ cookie, csrf }, method, path, body, headers = {}) {
  const reply = await fetch(base + path, {
    method,
    headers: { cookie, 'x-csrf-token': csrf, ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  if (!reply.ok) throw new Error(`${path}: ${reply.status} ${await reply.text()}`);
  return reply.status === 204 ? null : reply.json();
}
/** A new class of a teacher with so many students, who have joined with its code. @returns its id, and their sessions */
async function aClassOf(count, teacher, word) {
  const { id: classId, joinCode } = await ask(teacher, 'POST', '/api/classes', { name: `${word} ${Date.now()}` });
  await ask(teacher, 'PUT', `/api/classes/${classId}/join-code`, { open: true, until: null, asksNumber: false });
  const students = [];
  for (let i = 0; i < count; i++) {
    const first = await fetch(`${base}/api/session`);
    const session = { cookie: first.headers.get('set-cookie').split(';')[0], csrf: (await first.json()).csrf };
    const reply = await fetch(`${base}/api/join/${joinCode}`, {
      method: 'POST',
      headers: { cookie: session.cookie, 'x-csrf-token': session.csrf, 'content-type': 'application/json' },
      body: JSON.stringify({ givenName: `Student${i}`, familyName: word, userName: `s.${Date.now()}.${i}`, password: 'compass-rose' }),
    });
    if (!reply.ok) throw new Error(`join: ${reply.status}`);
    students.push({ cookie: reply.headers.get('set-cookie').split(';')[0], csrf: (await reply.json()).csrf });
  }
  return { classId, students };
}
/** Issues something to everyone of a class; answers its assignment. @param more what differs from a piece of 20 points that is handed in */
async function issue(teacher, classId, { due, instructions, ...more }) {
  const set = {
    opens: null,
    due,
    closes: null,
    unitId: null,
    categoryId: null,
    countsInTotals: true,
    bonus: false,
    audience: { kind: 'everyone', laterJoiners: true },
    groupingId: null,
  };
  const scored = { scoring: { by: 'points' }, points: 20_000, aims: [], minutes: null, rounds: null, roundRule: 'latest', lateRule: null };
  const brief = {
    kind: 'assignment',
    instructions,
    spoken: null,
    attachments: [],
    how: 'handIn',
    accepts: ['text', 'files'],
    ...scored,
    standingHolds: true,
    fromShelf: null,
    ...more,
  };
  const { id, version, classes } = await ask(teacher, 'POST', '/api/briefs', { ...brief, classes: [{ classId, ...set }] });
  await ask(teacher, 'POST', `/api/briefs/${id}/issue`, { version, at: null });
  return classes[0].assignmentId;
}
/** Reads as a browser does, packed, and lets the bytes go: unpacking them is the browser's work. */
const fetchOnly = ({ cookie }, path) =>
  new Promise((done, failed) => {
    const request = http.get(base + path, { agent, headers: { cookie, 'accept-encoding': 'gzip' } }, (reply) => {
      reply.resume();
      reply.on('end', () => (reply.statusCode === 200 ? done() : failed(new Error(`${path}: ${reply.statusCode}`))));
    });
    request.on('error', failed);
  });

module.exports = { aClassOf, fetchOnly, ask, base, issue, measure, quantile, say, signIn };
