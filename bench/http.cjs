// Sign-in, Today and My work over HTTP, one after another and eight at a time, and what a roster of 2,000 rows
// would do. Bounded: it stops by itself.
const ExcelJS = require('exceljs');

const { aClassOf, ask, base, issue, measure, quantile, signIn } = require('./client.cjs');

const ROWS = Array.from({ length: 2000 }, (_, i) => [`Given${i}`, `Family${i}`, String(10_000 + i), `s${i}@tern-bay.example`]);
const HEADER = ['Given name', 'Family name', 'School number', 'E-mail'];

/** A roster of 2,000 students in each of the formats that are looked at. */
async function rosters() {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('S').addRows([HEADER, ...ROWS]);
  return {
    'comma-separated': Buffer.from([HEADER, ...ROWS].map((row) => row.join(',')).join('\n')),
    workbook: Buffer.from(await book.xlsx.writeBuffer()),
  };
}

const paragraphs = (texts) => ({ type: 'doc', content: texts.map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] })) });
const WORDS =
  'river bend bank sand tide shore delta stone water flow deep slow fast north south cold warm clear brown high low long wide narrow steep'.split(
    ' ',
  );

/**
 * A class of 40 in which everybody hands in 1,500 words within the same ten seconds before it is due; then its
 * overlap, with one pair that shares a passage, and the zip.
 */
async function rush(teacher) {
  const { classId, students } = await aClassOf(40, teacher, 'Rush');
  const due = Date.now() + 60_000;
  const assignmentId = await issue(teacher, classId, {
    title: 'Rush',
    instructions: paragraphs(['Explain why the outside of a bend wears away.']),
    due,
  });
  const shared = Array.from({ length: 60 }, (_, i) => WORDS[(i * 7) % WORDS.length]).join(' ');
  let seed = 1;
  const word = () => `${WORDS[(seed = (seed * 48271) % 2147483647) % WORDS.length]}${seed % 97}`;
  for (const [i, student] of students.entries()) {
    const texts = Array.from({ length: 10 }, () => Array.from({ length: 150 }, word).join(' '));
    if (i < 2) texts[3] = shared;
    await ask(student, 'PUT', `/api/my/work/${assignmentId}/text`, { text: paragraphs(texts), version: 0 });
  }
  const took = [];
  const receipts = await Promise.all(
    students.map(async (student, i) => {
      await new Promise((go) => setTimeout(go, (i % 10) * 1000));
      const before = performance.now();
      const receipt = await ask(student, 'POST', `/api/my/work/${assignmentId}/hand-in`, undefined, {
        'idempotency-key': `rush-key-${i}-${Date.now()}`,
      });
      took.push(performance.now() - before);
      return receipt;
    }),
  );
  took.sort((a, b) => a - b);
  const onTime = receipts.filter((receipt) => receipt.at <= due).length;
  process.stdout.write(
    `${'40 hand in 1,500 words in the same 10 s'.padEnd(58)}median ${quantile(took, 0.5).toFixed(1)} ms, p95 ${quantile(took, 0.95).toFixed(1)} ms, on time by their receipts ${onTime} of 40\n`,
  );
  const all = [];
  const atOnce = await Promise.all(
    students.map(async (student, i) => {
      await ask(student, 'POST', `/api/my/work/${assignmentId}/take-back`);
      const before = performance.now();
      await ask(student, 'POST', `/api/my/work/${assignmentId}/hand-in`, undefined, { 'idempotency-key': `again-key-${i}-${Date.now()}` });
      all.push(performance.now() - before);
    }),
  );
  all.sort((a, b) => a - b);
  process.stdout.write(
    `${`the same, all ${atOnce.length} at the same moment`.padEnd(58)}median ${quantile(all, 0.5).toFixed(1)} ms, p95 ${quantile(all, 0.95).toFixed(1)} ms\n`,
  );

  const begun = performance.now();
  let job = await ask(teacher, 'POST', `/api/assignments/${assignmentId}/overlap`, { withEarlier: false });
  while (!job.result) {
    await new Promise((again) => setTimeout(again, 20));
    job = await ask(teacher, 'GET', `/api/overlap/${job.id}`);
  }
  if (!job.result.pairs.some((pair) => pair.a.shared >= 60)) throw new Error('the shared passage was not found');
  process.stdout.write(
    `${'overlap of 40 pieces of 1,500 words'.padEnd(58)}${(performance.now() - begun).toFixed(0)} ms in all, ${job.result.took} ms of it comparing\n`,
  );
  for (const as of ['html', 'pdf']) {
    const before = performance.now();
    const reply = await fetch(`${base}/api/take-home?of=${assignmentId}&as=${as}`, { headers: { cookie: teacher.cookie } });
    const bytes = (await reply.arrayBuffer()).byteLength;
    process.stdout.write(
      `${`taking 40 texts home as ${as}`.padEnd(58)}${(performance.now() - before).toFixed(0)} ms, ${(bytes / 1e6).toFixed(2)} MB\n`,
    );
  }
}

/** Marking a pile of the demo school: the list, one piece, holding a score. */
async function marking(teacher) {
  const all = await ask(teacher, 'GET', '/api/assignments');
  const { id } = all.find((one) => one.title === 'Meander notes');
  const pile = () => ask(teacher, 'GET', `/api/assignments/${id}/pile`);
  await measure('a pile of 23 as it is worked through', pile, { times: 60, atOnce: 1 });
  const { rows } = await pile();
  const { student } = rows.find((row) => row.state === 'in');
  const piece = `/api/assignments/${id}/pieces/${student.id}`;
  await measure('one piece with its notes', () => ask(teacher, 'GET', piece), { times: 60, atOnce: 1 });
  let { version } = (await ask(teacher, 'GET', piece)).row;
  const remark = paragraphs(['Clear. Now say why.']);
  const hold = async () => {
    const reply = await ask(teacher, 'PUT', `${piece}/score`, { earned: null, chosen: { by: 'rubric', choices: {} }, remark, version });
    version = reply.row.version;
  };
  await measure('holding a score', hold, { times: 40, atOnce: 1 });
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
    classes: [
      { classId: classes[0].id, due: Date.now() + 3 * 86_400_000, opens: null, audience: { kind: 'everyone', laterJoiners: true } },
    ],
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
  await rush(teacher);
  await marking(teacher);
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
