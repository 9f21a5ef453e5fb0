// What is prepared in every class of a teacher goes out as a package of a course and comes into an empty class: it says the same.
const { execFileSync } = require('node:child_process');
const { writeFileSync } = require('node:fs');
const { join } = require('node:path');
const { ask, base } = require('../client.cjs');
const { ended, withoutIds } = require('./archives.cjs');

/** What a class has prepared, as its teacher reads it, in order of kind and title. */
async function preparedIn(teacher, classId) {
  const lists = await Promise.all(['assignment', 'handout'].map((kind) => ask(teacher, 'GET', `/api/assignments?kind=${kind}`)));
  const here = lists.flat().filter((one) => one.classId === classId);
  const briefs = [];
  for (const { briefId } of here) {
    const { id: _, version: __, classes: ___, elsewhere: ____, ...brief } = await ask(teacher, 'GET', `/api/briefs/${briefId}`);
    // Of what is kept elsewhere a copy stays, without where it is kept.
    briefs.push(JSON.stringify(brief, (key, value) => (key === 'storeId' || key === 'shelfId' ? null : value)));
  }
  return briefs.map((one) => withoutIds(JSON.parse(one))).sort();
}

/** @returns how many classes, and how many assignments and handouts in them */
async function coursesRoundTrip(teacher, folder) {
  // What was put away is in no list of assignments.
  const classes = (await ask(teacher, 'GET', '/api/classes')).filter((one) => one.putAwayAt === null);
  let things = 0;
  for (const { id, label } of classes) {
    const before = await preparedIn(teacher, id);
    const out = await ended(teacher, await ask(teacher, 'POST', `/api/classes/${id}/course-packages`, {}));
    const reply = await fetch(`${base}/api/archives/${out.id}/file`, { headers: { cookie: teacher.cookie } });
    const file = join(folder, 'course.imscc');
    const bytes = Buffer.from(await reply.arrayBuffer());
    writeFileSync(file, bytes);
    process.stdout.write(`${label}: ${execFileSync('/usr/bin/python3', [join(__dirname, 'course.py'), file], { encoding: 'utf8' })}`);
    const form = new FormData();
    form.append('file', new Blob([bytes]), 'course.imscc');
    const headers = { cookie: teacher.cookie, 'x-csrf-token': teacher.csrf };
    const taken = await (await fetch(`${base}/api/archives`, { method: 'POST', headers, body: form })).json();
    const looked = await ended(teacher, taken);
    const { id: classId } = await ask(teacher, 'POST', '/api/classes', { name: `${label} again` });
    await ended(teacher, await ask(teacher, 'POST', `/api/archives/${looked.id}/bring`, { as: 'drafts', classId }));
    const after = await preparedIn(teacher, classId);
    if (JSON.stringify(before) !== JSON.stringify(after)) throw new Error(`${label} says something else now`);
    things += after.length;
  }
  return { classes: classes.length, things };
}

module.exports = { coursesRoundTrip };
