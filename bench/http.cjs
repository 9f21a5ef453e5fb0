// Sign-in, Today and My work over HTTP, one after another and eight at a time, and what a roster of 2,000 rows
// would do. Bounded: it stops by itself.
const ExcelJS = require('exceljs');

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

async function measure(what, once, { times, atOnce }) {
  for (let i = 0; i < 5; i++) await once();
  const took = [];
  let left = times;
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      while (left-- > 0) {
        const before = performance.now();
        await once();
        took.push(performance.now() - before);
      }
    }),
  );
  took.sort((a, b) => a - b);
  process.stdout.write(`${`${what}, ${atOnce} at a time`.padEnd(58)}median ${quantile(took, 0.5).toFixed(1)} ms, p95 ${quantile(took, 0.95).toFixed(1)} ms\n`);
}

const ROWS = Array.from({ length: 2000 }, (_, i) => [`Given${i}`, `Family${i}`, String(10_000 + i), `s${i}@tern-bay.example`]);
const HEADER = ['Given name', 'Family name', 'School number', 'E-mail'];

/** A roster of 2,000 students in each of the formats that are looked at. */
async function rosters() {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('S').addRows([HEADER, ...ROWS]);
  return { 'comma-separated': Buffer.from([HEADER, ...ROWS].map((row) => row.join(',')).join('\n')), workbook: Buffer.from(await book.xlsx.writeBuffer()) };
}

async function main() {
  const teacher = await signIn('odile.finch');
  const student = await signIn('bao.lindqvist');
  const get =
    (path, { cookie }) =>
    async () => {
      const reply = await fetch(base + path, { headers: { cookie } });
      if (!reply.ok) throw new Error(`${path}: ${reply.status}`);
      await reply.arrayBuffer();
    };
  await measure('sign-in (argon2id)', () => signIn('odile.finch'), { times: 60, atOnce: 1 });
  for (const atOnce of [1, 8]) {
    await measure('Today, 3 classes', get('/api/today', teacher), { times: 200, atOnce });
    await measure('My work, 3 classes', get('/api/my/work', student), { times: 200, atOnce });
  }
  await measure('Plan of two weeks, with the load', get('/api/plan?from=2026-11-23&to=2026-12-06', teacher), { times: 60, atOnce: 1 });
  const classes = await (await fetch(`${base}/api/classes`, { headers: { cookie: teacher.cookie } })).json();
  const asked = {
    classes: [{ classId: classes[0].id, due: Date.now() + 3 * 86_400_000, opens: null, audience: { kind: 'everyone', laterJoiners: true } }],
    minutes: 30,
    briefId: null,
  };
  const askLoad = async () => {
    const reply = await fetch(`${base}/api/load`, {
      method: 'POST',
      headers: { cookie: teacher.cookie, 'x-csrf-token': teacher.csrf, 'content-type': 'application/json' },
      body: JSON.stringify(asked),
    });
    if (!reply.ok) throw new Error(`load: ${reply.status}`);
    await reply.arrayBuffer();
  };
  await measure('load while choosing a date', askLoad, { times: 60, atOnce: 1 });
  for (const [name, bytes] of Object.entries(await rosters())) {
    const look = async () => {
      const form = new FormData();
      form.append('options', '{}');
      form.append('file', new Blob([bytes]), 'roster');
      const reply = await fetch(`${base}/api/classes/${classes[0].id}/roster/preview`, {
        method: 'POST',
        headers: { cookie: teacher.cookie, 'x-csrf-token': teacher.csrf },
        body: form,
      });
      const { counts } = await reply.json();
      if (counts.new !== ROWS.length) throw new Error(`preview: ${JSON.stringify(counts)}`);
    };
    await measure(`what 2,000 rows would do, ${name}`, look, { times: 12, atOnce: 1 });
  }
}

main().catch((error) => {
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
});
