// Totals of the core: 35 students × 200 assignments with their derivations, one changed score, and the best set of a
// large pool; beside a general-purpose spreadsheet engine that computes the same totals from formulas, in the same run.
const { categoryResult, derivationOf, recount, totalOf } = require('@jolly/core');
const { HyperFormula } = require('hyperformula');
const { median, say } = require('./timing.cjs');

// Small things are done so often that the compiler is through with them, as in a page in which somebody types.
const MANY = 3000;
const [STUDENTS, ITEMS, CATEGORIES] = [35, 200, 5];
const points = Array.from({ length: ITEMS }, (_, i) => 5000 + ((i * 7) % 20) * 1000);
const category = (i, more = {}) => ({
  id: `c${i}`,
  name: `Category ${i}`,
  weight: 20_000,
  within: 'pooled',
  leaveOut: 0,
  keepBest: null,
  bonus: false,
  ...more,
});
const scheme = (kind) => ({
  kind,
  categories: Array.from({ length: CATEGORIES }, (_, i) => category(i)),
  missing: { kind: 'leaveOut', percent: 0 },
  decimals: 1,
  bands: [],
  bandsBy: 'shown',
});
const earned = (student, i) => Math.floor((points[i] * ((student * 31 + i * 17) % 101)) / 100 / 500) * 500;
const item = (student, i, more = {}) => ({
  id: `a${i}`,
  category: `c${i % CATEGORIES}`,
  points: points[i],
  earned: earned(student, i),
  bonus: false,
  missing: false,
  ...more,
});
const everyone = Array.from({ length: STUDENTS }, (_, student) => points.map((_each, i) => item(student, i)));
const ms = (figure) => (figure < 1 ? `${(figure * 1000).toFixed(0)} µs` : `${figure.toFixed(1)} ms`);
const size = `${STUDENTS} × ${ITEMS}`;

for (const kind of ['weighted', 'points']) {
  const own = scheme(kind);
  say(
    `totals with derivations of ${size}, ${kind}`,
    ms(median(() => everyone.map((items) => derivationOf(own, totalOf(own, items))), 100)),
  );
}
const weighted = scheme('weighted');
const before = totalOf(weighted, everyone[0]);
const changed = item(0, 77, { earned: 4000 });
say('one changed score of 200, its category and total', ms(median(() => recount(weighted, before, changed.id, changed), MANY)));
const pool = Array.from({ length: ITEMS }, (_, i) => item(3, i, { category: 'c0' }));
say('leaving the best 5 of 200 pooled pieces out', ms(median(() => categoryResult(pool, category(0, { leaveOut: 5 })), 200)));

// The same in a sheet: a row of points, a row of weights, and for each student a formula per category and one for the total.
const letter = (column) => (column >= 26 ? letter(Math.floor(column / 26) - 1) : '') + String.fromCharCode(65 + (column % 26));
const grouped = Array.from({ length: CATEGORIES }, (_, c) => points.map((_each, i) => i).filter((i) => i % CATEGORIES === c));
const order = grouped.flat();
const first = (c) => grouped.slice(0, c).reduce((sum, each) => sum + each.length, 0);
const span = (c, row, fixed = '') => `${letter(first(c))}${fixed}${row}:${letter(first(c) + grouped[c].length - 1)}${fixed}${row}`;
const sheet = [
  order.map((i) => points[i] / 1000),
  ...everyone.map((items, student) => {
    const row = student + 2;
    const shares = grouped.map((_each, c) => `=SUM(${span(c, row)})/SUMPRODUCT((${span(c, row)}<>"")*${span(c, 1, '$')})`);
    const total = `=(${grouped.map((_each, c) => `${letter(ITEMS + c)}${row}*20`).join('+')})/100`;
    return [...order.map((i) => items[i].earned / 1000), ...shares, total];
  }),
];
const options = { licenseKey: 'gpl-v3', useArrayArithmetic: true };
let engine = HyperFormula.buildFromArray(sheet, options);
everyone.forEach((items, student) => {
  const { num, den } = totalOf(weighted, items).result;
  const theirs = engine.getCellValue({ sheet: 0, row: student + 1, col: ITEMS + CATEGORIES });
  if (Math.abs(theirs - Number(num) / Number(den)) > 1e-9) throw new Error(`student ${student}: ${theirs} is not ${num}/${den}`);
});
say(
  `a spreadsheet engine, the same totals of ${size}`,
  ms(
    median(() => {
      engine.destroy();
      engine = HyperFormula.buildFromArray(sheet, options);
    }, 7),
  ),
);
let flip = 0;
say('  one changed score', ms(median(() => engine.setCellContents({ sheet: 0, row: 1, col: 77 }, 4 + (flip ^= 1)), MANY)));
engine.destroy();
