// Progress of a class, and reports: a class of a whole school as a PDF, every student of it as a background job, and
// what others wait meanwhile. Run beside `./jolly with-school-server`; with
// --all for every student, which takes minutes, else for the first dozen classes.
const { SHIPPED_REPORTS } = require('@jolly/core');
const mysql = require('mysql2/promise');
const { ask, base, measure, quantile, say, signIn } = require('./client.cjs');

const settings = (classIds) => ({ ...SHIPPED_REPORTS.progress, classIds, signature: 'Signature' });

/** Until a report is made. @param meanwhile done again and again beside it */
async function make(teacher, classIds, format, meanwhile = async () => undefined) {
  const begun = performance.now();
  let job = await ask(teacher, 'POST', '/api/reports/jobs', { settings: settings(classIds), format });
  while (job.state === 'waiting' || job.state === 'running') {
    await meanwhile();
    await new Promise((again) => setTimeout(again, 100));
    job = await ask(teacher, 'GET', `/api/reports/jobs/${job.id}`);
  }
  if (job.state !== 'done') throw new Error(job.problem);
  const bytes = (await (await fetch(`${base}/api/reports/jobs/${job.id}/file`, { headers: { cookie: teacher.cookie } })).arrayBuffer())
    .byteLength;
  return { job, seconds: (performance.now() - begun) / 1000, bytes };
}
const written = ({ seconds, bytes }) => `${seconds.toFixed(1)} s, ${(bytes / 1e6).toFixed(1)} MB`;

async function main() {
  const teacher = await signIn('teacher.1');
  // What an earlier run has left would be made beside it.
  for (const job of await ask(teacher, 'GET', '/api/reports/jobs'))
    if (job.state === 'waiting' || job.state === 'running') await ask(teacher, 'POST', `/api/reports/jobs/${job.id}/stop`);
  const classes = await ask(teacher, 'GET', '/api/classes');
  const one = [...classes].sort((a, b) => b.students - a.students)[0];
  await measure(`progress of a class of ${one.students}`, () => ask(teacher, 'GET', `/api/classes/${one.id}/progress`), {
    times: 20,
    atOnce: 1,
  });
  await measure('a report beforehand', () => ask(teacher, 'POST', '/api/reports/preview', { settings: settings([one.id]) }), {
    times: 20,
    atOnce: 1,
  });
  for (const format of ['pdf', 'xlsx'])
    say(`a report of ${one.students} students as ${format}`, written(await make(teacher, [one.id], format)));

  // For one report of everybody this teacher teaches every class, for as long as it takes.
  const { JOLLY_DB_PORT, JOLLY_DB_PASSWORD, JOLLY_DB_NAME = 'jolly', JOLLY_DB_USER = 'jolly' } = process.env;
  const db = await mysql.createConnection({
    host: '127.0.0.1',
    port: Number(JOLLY_DB_PORT),
    user: JOLLY_DB_USER,
    password: JOLLY_DB_PASSWORD,
    database: JOLLY_DB_NAME,
  });
  const [[me]] = await db.query("SELECT id FROM users WHERE user_name = 'teacher.1'");
  const own = new Set(classes.map((of) => of.id));
  const [all] = await db.query('SELECT id FROM classes WHERE put_away_at IS NULL');
  const others = all.map((row) => row.id).filter((id) => !own.has(id));
  await db.query('INSERT IGNORE INTO class_teachers (class_id, user_id, is_owner) VALUES ?', [others.map((id) => [id, me.id, false])]);
  try {
    // Every student in as few classes as it takes: always the one with most of those who are in none yet.
    const [members] = await db.query(
      'SELECT class_id AS classId, user_id AS userId FROM class_students WHERE left_on IS NULL AND class_id IN (?)',
      [all.map((row) => row.id)],
    );
    const open = new Map(all.map((row) => [row.id, new Set(members.filter((one) => one.classId === row.id).map((one) => one.userId))]));
    const needed = [];
    const most = process.argv.includes('--all') ? Infinity : 12;
    while (needed.length < most) {
      const [id, mine] = [...open].sort((a, b) => b[1].size - a[1].size)[0];
      if (mine.size === 0) break;
      needed.push(id);
      for (const user of [...mine]) for (const others of open.values()) others.delete(user);
    }
    const took = [];
    const meanwhile = async () => {
      const before = performance.now();
      await ask(teacher, 'GET', `/api/classes/${one.id}`);
      took.push(performance.now() - before);
    };
    const made = await make(teacher, needed, 'pdf', meanwhile);
    took.sort((a, b) => a - b);
    say(`reports of ${made.job.students} students, a file each class (${made.job.parts})`, written(made));
    say('a page asked for meanwhile', `median ${quantile(took, 0.5).toFixed(1)} ms, p95 ${quantile(took, 0.95).toFixed(1)} ms`);
  } finally {
    await db.query('DELETE FROM class_teachers WHERE user_id = ? AND class_id IN (?)', [me.id, others]);
    await db.end();
  }
}
main().catch((error) => {
  process.stderr.write(`${error.stack}\n`);
  process.exit(1);
});
