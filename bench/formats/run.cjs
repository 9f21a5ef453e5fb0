// Everything that goes out of the demo school, read by programs that nobody here wrote. What each says goes into docs/formats.md.
const { execFileSync } = require('node:child_process');
const { mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } = require('node:fs');
const { basename, join } = require('node:path');
const { SHIPPED_REPORTS } = require('@jolly/core');
const { ask, base, signIn } = require('../client.cjs');
const { archivesRoundTrip } = require('./archives.cjs');
const { coursesRoundTrip } = require('./courses.cjs');
const { reportPages } = require('./report-pages.cjs');

const folder = join(process.env.JOLLY_DATA, 'formats');
// The system's own, which its packages are for.
const PYTHON = '/usr/bin/python3';
const PAGE = join(__dirname, '../../docs/formats.md');
const [BEGIN, END] = ['<!-- what the programs said -->', '<!-- end of what the programs said -->'];

const run = (program, args, more = {}) =>
  execFileSync(program, args, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'], timeout: 120_000, maxBuffer: 1e8, ...more });
const has = (program) => {
  try {
    run('which', [program]);
    return true;
  } catch {
    return false;
  }
};
const canImport = (module) => {
  try {
    run(PYTHON, ['-c', `import ${module}`]);
    return true;
  } catch {
    return false;
  }
};

const said = [];
/** @param reads what the program says of the file; throws where it cannot read it */
function look(format, client, there, reads) {
  let verdict = 'not here';
  if (there)
    try {
      verdict = reads() || 'reads it';
    } catch (error) {
      verdict = `FAILS: ${String(error.stderr || error.message)
        .trim()
        .split('\n')
        .pop()
        .slice(0, 120)}`;
    }
  said.push({ format, client, verdict });
  process.stdout.write(`${format} · ${client}: ${verdict}\n`);
}

async function fetched(person, path, name) {
  const reply = await fetch(`${base}${path}`, { headers: { cookie: person.cookie } });
  if (!reply.ok) throw new Error(`${path}: ${reply.status} ${await reply.text()}`);
  const file = join(folder, name);
  writeFileSync(file, Buffer.from(await reply.arrayBuffer()));
  return file;
}

/** What an office program makes of a file, as text. */
function office(file, to) {
  const out = join(folder, 'office');
  rmSync(out, { recursive: true, force: true });
  mkdirSync(out, { recursive: true });
  const profile = `-env:UserInstallation=file://${join(folder, 'profile')}`;
  run('soffice', [profile, '--headless', '--convert-to', to, '--outdir', out, file]);
  const ending = to.split(':')[0];
  // Of one sheet of several the file is called by the sheet too.
  const stem = basename(file).replace(/\.[^.]+$/, '');
  const made = readdirSync(out).find((name) => name.startsWith(stem) && name.endsWith(`.${ending}`));
  return readFileSync(join(out, made), 'utf8');
}
const expecting = (text, ...words) => {
  const missing = words.filter((word) => !text.includes(word));
  if (missing.length > 0) throw new Error(`lacks ${missing.join(', ')}`);
};
const python = (script, file) => {
  const verdict = run(PYTHON, [join(__dirname, script), file]).trim();
  if (!verdict.startsWith('ok')) throw new Error(verdict);
  return verdict.replace(/^ok(, )?/, '') || 'fits together';
};

async function report(teacher, settings, format, name) {
  let job = await ask(teacher, 'POST', '/api/reports/jobs', { settings, format });
  while (job.state === 'waiting' || job.state === 'running') {
    await new Promise((again) => setTimeout(again, 200));
    job = await ask(teacher, 'GET', `/api/reports/jobs/${job.id}`);
  }
  if (job.state !== 'done') throw new Error(job.problem);
  return fetched(teacher, `/api/reports/jobs/${job.id}/file`, name);
}

async function main() {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const [teacher, student, family] = [await signIn('odile.finch'), await signIn('bao.lindqvist'), await signIn('linnea.lindqvist')];
  const [one] = await ask(teacher, 'GET', '/api/classes');
  const [libre, qpdf, text, lint, khal, icalendar] = [
    has('soffice'),
    has('qpdf'),
    has('pdftotext'),
    has('xmllint'),
    has('khal'),
    canImport('icalendar'),
  ];

  // Calendars: of a teacher, a student with tasks, a family; of a class, and of one assignment.
  const calendars = [];
  for (const [who, person] of Object.entries({ teacher, student, family })) {
    const { address } = await ask(person, 'POST', '/api/my/calendar-address', {});
    if (who === 'student') await ask(person, 'PATCH', '/api/my/calendar-address', { dueAs: 'task', alarmMinutes: 60 });
    calendars.push([`calendar of a ${who}`, await fetched(person, new URL(address).pathname, `${who}.ics`)]);
  }
  calendars.push(['dates of a class', await fetched(teacher, `/api/classes/${one.id}/dates.ics`, 'class.ics')]);
  const due = (await ask(teacher, 'GET', '/api/assignments')).find(
    (each) => each.due !== null && each.issuedAt !== null && each.due > Date.now(),
  );
  if (due) calendars.push(['one assignment', await fetched(teacher, `/api/assignments/${due.id}/due.ics`, 'due.ics')]);
  for (const [format, file] of calendars) {
    look(`${format} (.ics)`, 'python-icalendar', icalendar, () => python('read-calendar.py', file));
    look(`${format} (.ics)`, 'khal', khal, () => {
      const home = join(folder, 'khal');
      const settings = join(folder, 'khal.conf');
      writeFileSync(settings, `[calendars]\n[[c]]\npath = ${home}\n[locale]\ntimeformat = %H:%M\ndateformat = %Y-%m-%d\nlongdateformat = %Y-%m-%d\ndatetimeformat = %Y-%m-%d %H:%M\nlongdatetimeformat = %Y-%m-%d %H:%M\n[sqlite]\npath = ${join(folder, 'khal.db')}\n`); // prettier-ignore
      rmSync(home, { recursive: true, force: true });
      mkdirSync(home);
      run('khal', ['-c', settings, 'import', '--batch', file]);
      const kept = readdirSync(home).length;
      if (kept === 0) throw new Error('takes nothing in');
      return `takes ${kept} in`;
    });
  }

  // Tables of a roster and a book, in every form.
  for (const ending of ['xlsx', 'ods']) {
    const roster = await fetched(teacher, `/api/classes/${one.id}/roster.${ending}`, `roster.${ending}`);
    look(`roster (.${ending})`, 'LibreOffice', libre, () =>
      expecting(office(roster, 'csv:Text - txt - csv (StarCalc):44,34,76'), 'Family name', 'Lindqvist'),
    );
    const book = await fetched(teacher, `/api/classes/${one.id}/book/file?as=${ending}&viewpoint=teacher`, `book.${ending}`);
    look(`mark book (.${ending})`, 'LibreOffice', libre, () => {
      const totals = office(book, 'csv:Text - txt - csv (StarCalc):44,34,76,1,,0,false,false,false,false,false,2');
      expecting(totals, 'Total', 'Lindqvist');
      if (/#(NAME|REF|VALUE)|Err:/.test(totals)) throw new Error('a formula comes to nothing');
      return 'computes its formulas';
    });
  }
  const settings = { ...SHIPPED_REPORTS.progress, classIds: [one.id], by: 'class', parts: ['summary', 'terms', 'categories', 'work'] };
  for (const ending of ['xlsx', 'ods']) {
    const file = await report(teacher, settings, ending, `report.${ending}`);
    look(`report (.${ending})`, 'LibreOffice', libre, () =>
      expecting(office(file, 'csv:Text - txt - csv (StarCalc):44,34,76'), 'Lindqvist'),
    );
  }

  // Papers.
  const pdf = await report(teacher, settings, 'pdf', 'report.pdf');
  look('report (.pdf)', 'qpdf', qpdf, () =>
    run('qpdf', ['--check', pdf]).includes('No syntax or stream encoding errors') ? 'finds no error' : 'finds errors',
  );
  look('report (.pdf)', 'pdftotext', text, () => expecting(run('pdftotext', [pdf, '-']), 'Lindqvist'));
  if (text && !process.argv.includes('--quick')) {
    const { reports, faults, most } = await reportPages(join(folder, 'pages'));
    said.push({
      format: `${reports} reports by class (.pdf)`,
      client: 'pdftotext',
      verdict: faults.length === 0 ? `no word broken, nothing outside its page; at most ${most} pages` : `FAILS: ${faults[0]}`,
    });
    process.stdout.write(`${reports} reports: ${faults.length} faults\n`);
  }

  // Bundles.
  for (const version of ['1.1', '1.2']) {
    const roster = await fetched(teacher, `/api/classes/${one.id}/roster.zip?version=${version}`, `roster-${version}.zip`);
    look(`OneRoster ${version}, roster`, 'Python', true, () => python('one-roster.py', roster));
    const as = version === '1.1' ? 'oneroster' : 'oneroster12';
    const results = await fetched(teacher, `/api/classes/${one.id}/book/file?as=${as}&viewpoint=teacher`, `results-${version}.zip`);
    look(`OneRoster ${version}, results`, 'Python', true, () => python('one-roster.py', results));
  }

  // Work taken home, and a portfolio.
  const work = (await ask(teacher, 'GET', '/api/assignments')).find((each) => each.classId === one.id && each.how === 'handIn' && each.issuedAt !== null && each.due !== null && each.due < Date.now()); // prettier-ignore
  for (const form of ['docx', 'odt']) {
    const zip = await fetched(teacher, `/api/take-home?of=${work.id}&as=${form}`, `home-${form}.zip`);
    const out = join(folder, `home-${form}`);
    run(PYTHON, ['-m', 'zipfile', '-e', zip, out]);
    const file = readdirSync(out).find((name) => name.endsWith(`.${form}`));
    look(`work taken home (.${form})`, 'LibreOffice', libre, () =>
      expecting(office(join(out, file), 'txt:Text (encoded):UTF8'), work.title),
    );
    if (form === 'odt')
      look(`work taken home (.${form})`, 'xmllint', lint, () => {
        run(PYTHON, ['-m', 'zipfile', '-e', join(out, file), join(out, 'inside')]);
        run('xmllint', ['--noout', join(out, 'inside/content.xml'), join(out, 'inside/META-INF/manifest.xml')]);
      });
  }
  const portfolio = await fetched(student, '/api/my/portfolio/zip', 'portfolio.zip');
  look('portfolio (.zip, index.json)', 'Python', true, () => {
    run(PYTHON, ['-m', 'zipfile', '-e', portfolio, join(folder, 'portfolio')]);
    const index = JSON.parse(run(PYTHON, ['-m', 'json.tool', '--no-ensure-ascii', join(folder, 'portfolio/index.json')]));
    return `${index.pieces.length} pieces`;
  });

  // Notices, courses and whole classes.
  const { address: feed } = await ask(teacher, 'POST', `/api/classes/${one.id}/notices/feed`, {});
  const atom = await fetched(teacher, new URL(feed).pathname, 'notices.atom');
  look('notices of a class (.atom)', 'xmllint', lint, () => void run('xmllint', ['--noout', atom]));
  const courses = await coursesRoundTrip(teacher, folder).catch((error) => ({ classes: 0, things: error.message }));
  look('package of a course (.imscc)', 'Python', true, () => {
    if (courses.classes === 0) throw new Error(courses.things);
    return `${courses.classes} classes out and in again; ${courses.things} assignments and handouts say the same`;
  });
  look('package of a course (.imscc)', 'xmllint', lint, () => {
    run(PYTHON, ['-m', 'zipfile', '-e', join(folder, 'course.imscc'), join(folder, 'course')]);
    const files = readdirSync(join(folder, 'course'), { recursive: true }).filter((file) => String(file).endsWith('.xml'));
    run('xmllint', ['--noout', ...files.map((file) => join(folder, 'course', String(file)))]);
    return `${files.length} files well formed`;
  });
  const { classes, cells } = await archivesRoundTrip(teacher, folder).catch((error) => ({ classes: 0, cells: error.message }));
  look('archive of a class (.zip)', 'Python', true, () => {
    if (classes === 0) throw new Error(cells);
    return `${classes} classes out and in again; ${cells} cells of their books the same`;
  });

  // Questions.
  const brief = (await ask(teacher, 'GET', '/api/assignments')).find((each) => each.how === 'quiz');
  for (const [format, name] of [
    ['qti3', 'QTI 3.0'],
    ['qti21', 'QTI 2.1'],
  ]) {
    const reply = await fetch(`${base}/api/briefs/${brief.briefId}/quiz/file`, {
      method: 'POST',
      headers: { cookie: teacher.cookie, 'content-type': 'application/json', 'x-csrf-token': teacher.csrf },
      body: JSON.stringify({ format }),
    });
    const zip = join(folder, `${format}.zip`);
    writeFileSync(zip, Buffer.from(await reply.arrayBuffer()));
    look(`questions (${name})`, 'xmllint', lint, () => {
      run(PYTHON, ['-m', 'zipfile', '-e', zip, join(folder, format)]);
      const files = readdirSync(join(folder, format), { recursive: true }).filter((file) => String(file).endsWith('.xml'));
      run('xmllint', ['--noout', ...files.map((file) => join(folder, format, String(file)))]);
      return `${files.length} files well formed`;
    });
  }

  const table = [
    '| format | read by | says |',
    '|---|---|---|',
    ...said.map(({ format, client, verdict }) => `| ${format} | ${client} | ${verdict.replaceAll('|', '/')} |`),
  ];
  const page = readFileSync(PAGE, 'utf8');
  writeFileSync(PAGE, `${page.slice(0, page.indexOf(BEGIN) + BEGIN.length)}\n\n${table.join('\n')}\n\n${page.slice(page.indexOf(END))}`);
  process.exitCode = said.some(({ verdict }) => verdict.startsWith('FAILS')) ? 1 : 0;
}
void main();
