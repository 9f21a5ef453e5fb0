// The books of the demo school taken out as workbooks, what they say their formulas come to thrown away, and computed
// by LibreOffice anew: every total must be the one we show.
const { execFileSync } = require('node:child_process');
const { mkdirSync, readFileSync, rmSync, writeFileSync } = require('node:fs');
const { join } = require('node:path');
const ExcelJS = require('exceljs');
const { ask, base, say, signIn } = require('./client.cjs');

const folder = join(process.env.JOLLY_DATA, 'spreadsheet');
// Comma, quotes, UTF-8, from the first line, values and not how they are shown, the second sheet only.
const AS_CSV = 'csv:Text - txt - csv (StarCalc):44,34,76,1,,0,false,false,false,false,false,2';

async function main() {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const teacher = await signIn('odile.finch');
  for (const { id, name } of await ask(teacher, 'GET', '/api/classes')) {
    const reply = await fetch(`${base}/api/classes/${id}/book/file?as=xlsx`, { headers: { cookie: teacher.cookie } });
    const workbook = new ExcelJS.Workbook();
    await workbook.xlsx.load(Buffer.from(await reply.arrayBuffer()));
    const said = [];
    let formulas = 0;
    workbook.eachSheet((sheet) =>
      sheet.eachRow((row, number) =>
        row.eachCell((cell, column) => {
          const { formula, result } = cell;
          if (sheet.name === 'Totals' && column === 3 && number > 4) said[number - 5] = formula ? result : cell.value;
          cell.numFmt = 'General';
          if (formula) {
            formulas += 1;
            cell.value = { formula };
          }
        }),
      ),
    );
    const path = join(folder, `${id}.xlsx`);
    writeFileSync(path, Buffer.from(await workbook.xlsx.writeBuffer()));
    const profile = `-env:UserInstallation=file://${join(folder, 'profile')}`;
    execFileSync('soffice', [profile, '--headless', '--convert-to', AS_CSV, '--outdir', folder, path], {
      stdio: 'ignore',
      timeout: 120_000,
    });
    const lines = readFileSync(join(folder, `${id}-Totals.csv`), 'utf8')
      .trim()
      .split('\n')
      .slice(4);
    const theirs = lines.map((line) => line.match(/("(?:[^"]|"")*"|[^,]*)(?:,|$)/g)[2].replace(/[",]/g, ''));
    let equal = 0;
    for (const [place, result] of said.entries()) {
      const same = result === '' || result == null ? theirs[place] === '' : Math.abs(Number(theirs[place]) - result) < 1e-9;
      if (!same) throw new Error(`${name}, student ${place + 1}: LibreOffice says ${theirs[place]}, we say ${result}`);
      equal += 1;
    }
    say(`LibreOffice computes ${name} anew`, `${equal} of ${said.length} totals are ours, from ${formulas} formulas`);
  }
}

main().catch((error) => {
  process.stderr.write(`${error.stack}\n`);
  process.exitCode = 1;
});
