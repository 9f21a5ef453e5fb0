// Reports by class on paper, read by pdftotext: every combination of parts, upright and across, of one student and of sixty, in four
// languages. No word of the data may be broken, and nothing may lie outside its page.
const { execFile } = require('node:child_process');
const { mkdirSync, writeFileSync, rmSync } = require('node:fs');
const { join } = require('node:path');
const { promisify } = require('node:util');
const { LANGUAGES, writtenPercent } = require('@jolly/core');
const { printPdf } = require('../../packages/server/dist/files/print-pdf');
const { FONT_FILES } = require('../../packages/server/dist/files/page-fonts');
const { reportHtml } = require('../../packages/server/dist/features/reports/report-html');
const { wordsIn } = require('../../packages/server/dist/words');

const run = promisify(execFile);
const CHROMIUM = process.env.JOLLY_CHROMIUM || 'chromium-headless-shell';
const PARTS = ['summary', 'terms', 'categories', 'forecast', 'work', 'blanks'];
const GIVEN = ['Bao', 'Annelise-Charlotte', 'Wilhelmina', 'Oluwadamilola', 'Jo', 'يوسف', 'Bronisława', 'Mwangi'];
const FAMILY = ['Lindqvist', 'Featherstonehaugh-Cholmondeley', 'Ng', 'Papadopoulos', 'الراشد', 'Wimmersberger', 'O’Sullivan', 'Brandt'];
const TITLES = [
  'Along the river',
  'Wetlands and their management',
  'Thermodynamics of estuaries',
  'Map',
  'Hydrogeomorphological fieldwork',
];

/** A table as reports by class have it, of made-up students. */
function tableOf(parts, students, language) {
  const { report, bearings } = wordsIn(language);
  const percent = (seed) => ({ text: writtenPercent(language, ((seed * 37) % 1000) / 10), value: 0 });
  const columns = [{ head: report.student }];
  const cells = [(i) => ({ text: `${GIVEN[i % 8]} ${FAMILY[(i * 3 + 1) % 8]}` })];
  const put = (head, of, more = { number: true }) => {
    columns.push({ head, ...more });
    cells.push(of);
  };
  if (parts.includes('summary')) {
    put(report.total, percent);
    put(report.points, (i) => ({ text: `${i * 13 + 120} / 1480` }));
    put(report.band, (i) => ({ text: ['Proficient', 'Developing', 'Outstanding'][i % 3] }), {});
    const said = Object.values(bearings);
    put(report.bearing, (i) => ({ text: said[i % said.length] }), {});
    for (const key of ['missing', 'late', 'sentBack']) put(report[key], (i) => ({ text: String(i % 12) }));
  }
  if (parts.includes('terms')) for (const name of ['Autumn term', 'Winter term', 'Spring term', 'Summer']) put(name, percent);
  if (parts.includes('categories'))
    for (const name of ['Homework', 'Tests and examinations', 'Participation', 'Fieldwork', 'Portfolio', 'Extra']) put(name, percent);
  if (parts.includes('forecast')) for (const key of ['atLeast', 'atPace', 'atMost']) put(report[key], percent);
  if (parts.includes('work'))
    put(report.work, (i) => ({ text: Array.from({ length: (i * 7) % 26 }, (_, n) => TITLES[(i + n) % 5]).join(', ') }), {});
  if (parts.includes('blanks')) for (const head of ['In', 'Out', 'Signature']) put(head, () => ({ text: '' }), { blank: true });
  const rows = Array.from({ length: students }, (_, i) => cells.map((of) => of(i)));
  return { id: 'class', caption: '', columns, rows, none: '' };
}

/** The words of a PDF with their places. */
async function wordsOf(path) {
  const { stdout } = await run('pdftotext', ['-bbox', path, '-'], { maxBuffer: 1e9 });
  const pages = [...stdout.matchAll(/<page width="([\d.]+)" height="([\d.]+)">([\s\S]*?)<\/page>/g)];
  return pages.map(([, width, height, body]) => ({
    width: Number(width),
    height: Number(height),
    words: [...body.matchAll(/<word xMin="([\d.-]+)" yMin="([\d.-]+)" xMax="([\d.-]+)" yMax="([\d.-]+)">(.*?)<\/word>/g)].map(
      ([, ...all]) => ({
        box: all.slice(0, 4).map(Number),
        text: all[4]
          .replace(/&amp;/g, '&')
          .replace(/&quot;/g, '"')
          .replace(/&apos;/g, "'"),
      }),
    ),
  }));
}
const LATIN = /^[\p{Script=Latin}\p{N}’%.,/-]+$/u;

async function check(folder, parts, students, language, landscape) {
  const table = tableOf(parts, students, language);
  const document = {
    title: 'Report', language, landscape, pageEach: true, shading: true, made: '25 Nov 2026', none: '',
    sections: [{ heading: 'Rivers and their landscapes', sub: 'Year 9', student: '', className: 'Rivers', blocks: [{ kind: 'table', table }] }],
  }; // prettier-ignore
  const path = join(folder, `${parts.join('-') || 'names'}-${students}-${language}-${landscape ? 'across' : 'upright'}.pdf`);
  writeFileSync(path, await printPdf(reportHtml(document, FONT_FILES), CHROMIUM));
  const pages = await wordsOf(path);
  const faults = [];
  for (const { width, height, words } of pages)
    for (const { box, text } of words)
      if (box[0] < 28 || box[1] < 0 || box[2] > width - 28 || box[3] > height) faults.push(`outside: ${text}`);
  // Letters of the Arabic writing come out joined and in another order: of those words, only where they lie is looked at.
  const printed = new Map();
  // A line may break after a hyphen.
  for (const { words } of pages)
    for (const { text } of words) for (const word of text.split(/(?<=-)/u)) printed.set(word, (printed.get(word) ?? 0) + 1);
  const shown = table.columns.flatMap((column, at) => (column.blank ? [] : table.rows.map((row) => row[at].text)));
  const wanted = new Map();
  for (const text of shown)
    for (const word of text.split(/\s+|(?<=-)/u)) if (LATIN.test(word)) wanted.set(word, (wanted.get(word) ?? 0) + 1);
  for (const [word, count] of wanted)
    if ((printed.get(word) ?? 0) < count) faults.push(`broken: ${word} (${printed.get(word) ?? 0} of ${count})`);
  return { path, faults, pages: pages.length };
}

/** @returns how many reports were looked at, the faults in them, and the most pages one had */
async function reportPages(folder, { all = true } = {}) {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const tasks = [];
  for (let bits = 0; bits < 2 ** PARTS.length; bits++)
    for (const language of LANGUAGES)
      for (const landscape of [false, true])
        for (const students of all ? [1, 60] : [25]) tasks.push([PARTS.filter((_, at) => bits & (1 << at)), students, language, landscape]);
  const result = { reports: 0, faults: [], most: 0 };
  await Promise.all(
    Array.from({ length: 4 }, async () => {
      for (let task = tasks.shift(); task; task = tasks.shift()) {
        const { path, faults, pages } = await check(folder, ...task);
        result.reports += 1;
        result.most = Math.max(result.most, pages);
        result.faults.push(...faults.map((fault) => `${path}: ${fault}`));
      }
    }),
  );
  return result;
}
module.exports = { reportPages };

if (require.main === module)
  reportPages(process.argv[2] ?? '.cache/report-pages', { all: !process.argv.includes('--few') }).then(({ reports, faults, most }) => {
    process.stdout.write(`${reports} reports, ${faults.length} faults, at most ${most} pages\n`);
    for (const fault of faults.slice(0, 40)) process.stdout.write(`${fault}\n`);
    process.exitCode = faults.length > 0 ? 1 : 0;
  });
