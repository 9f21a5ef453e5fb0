// Every class of a teacher goes out as an archive and comes in again: the mark book is the same to the last thousandth.
// By itself: `./jolly with-school-server node bench/formats/archives.cjs TEACHER` for the filled school.
const { execFileSync } = require('node:child_process');
const { mkdtempSync, rmSync, writeFileSync } = require('node:fs');
const { tmpdir } = require('node:os');
const { join } = require('node:path');
const { ask, base, signIn } = require('../client.cjs');

const ID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;
/** With ids numbered in the order in which they come, so that only what they say is compared. */
function withoutIds(value) {
  const numbers = new Map();
  return JSON.stringify(value).replace(ID, (id) => {
    if (!numbers.has(id)) numbers.set(id, numbers.size);
    return `id ${numbers.get(id)}`;
  });
}
async function ended(person, job) {
  while (job.state === 'waiting' || job.state === 'running') {
    await new Promise((again) => setTimeout(again, 200));
    job = await ask(person, 'GET', `/api/archives/${job.id}`);
  }
  if (job.problem) throw new Error(job.problem);
  return job;
}

/** @returns how many classes, cells and bytes, and what each step took in all */
async function archivesRoundTrip(teacher, folder) {
  const classes = await ask(teacher, 'GET', '/api/classes?away=true');
  const took = { out: 0, in: 0 };
  let [cells, bytes] = [0, 0];
  for (const { id, label } of classes) {
    const begun = performance.now();
    const out = await ended(teacher, await ask(teacher, 'POST', `/api/classes/${id}/archives`, {}));
    took.out += performance.now() - begun;
    const zip = Buffer.from(
      await (await fetch(`${base}/api/archives/${out.id}/file`, { headers: { cookie: teacher.cookie } })).arrayBuffer(),
    );
    bytes += zip.length;
    const file = join(folder, 'class.zip');
    writeFileSync(file, zip);
    const said = execFileSync('/usr/bin/python3', [join(__dirname, 'archive.py'), file], { encoding: 'utf8' });
    process.stdout.write(`${label}: ${said}`);
    const form = new FormData();
    form.append('file', new Blob([zip]), 'class.zip');
    const sent = performance.now();
    const headers = { cookie: teacher.cookie, 'x-csrf-token': teacher.csrf };
    const taken = await (await fetch(`${base}/api/archives`, { method: 'POST', headers, body: form })).json();
    const { id: jobId } = await ended(teacher, taken);
    const { classId } = await ended(teacher, await ask(teacher, 'POST', `/api/archives/${jobId}/bring`, { as: 'past' }));
    took.in += performance.now() - sent;
    const [before, after] = [
      await ask(teacher, 'GET', `/api/classes/${id}/book`),
      await ask(teacher, 'GET', `/api/classes/${classId}/book`),
    ];
    const said1 = withoutIds([before.columns, before.students, before.cells]);
    if (said1 !== withoutIds([after.columns, after.students, after.cells])) throw new Error(`${label} is another class now`);
    cells += before.cells.flat().filter(Boolean).length;
  }
  return { classes: classes.length, cells, bytes, took };
}

module.exports = { archivesRoundTrip, ended, withoutIds };
if (require.main === module) {
  const folder = mkdtempSync(join(tmpdir(), 'jolly-archives-'));
  signIn(process.argv[2])
    .then((teacher) => archivesRoundTrip(teacher, folder))
    .then(({ classes, cells, bytes, took }) =>
      process.stdout.write(
        `${classes} classes, ${cells} cells, ${Math.round(bytes / 1000)} kB; out ${Math.round(took.out)} ms, in ${Math.round(took.in)} ms\n`,
      ),
    )
    .finally(() => rmSync(folder, { recursive: true, force: true }));
}
