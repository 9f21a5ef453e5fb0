// The mark book of 35 students × some 200 assignments in a whole school: composed anew, kept ready, by twenty at
// once, beside the bare SQL and JSON of the same rows; and one score from the request to the answer. Bounded.
const mysql = require('mysql2/promise');
const { ask, fetchOnly, measure, say, signIn, quantile } = require('./client.cjs');

const LEAN = `SELECT id, assignment_id, student_id, summary, earned_milli, chosen, details, scored_at, scored_by, held, returned_milli, returned_chosen, returned_details, said_missing, version
  FROM pieces WHERE assignment_id IN (SELECT id FROM assignments WHERE class_id = ?)`;

async function fullClass(teacher) {
  const classes = await ask(teacher, 'GET', '/api/classes');
  let best = null;
  for (const { id } of classes) {
    const book = await ask(teacher, 'GET', `/api/classes/${id}/book`);
    if (!best || book.columns.length > best.book.columns.length) best = { id, book };
  }
  return best;
}

async function main() {
  const teacher = await signIn('teacher.1');
  const { id, book } = await fullClass(teacher);
  const path = `/api/classes/${id}/book`;
  const read = (who = teacher, at = path) => fetchOnly(who, at);
  say(
    `the book measured, of ${process.argv[2]} students in the school`,
    `${book.students.length} × ${book.columns.length}, ${(JSON.stringify(book).length / 1e6).toFixed(2)} MB of JSON`,
  );

  const connection = await mysql.createConnection({
    host: '127.0.0.1',
    port: Number(process.env.JOLLY_DB_PORT),
    user: 'jolly',
    password: process.env.JOLLY_DB_PASSWORD,
    database: 'jolly',
  });
  const bare = await measure(
    'bare SQL and JSON of the same pieces',
    async () => JSON.stringify((await connection.query(LEAN, [id]))[0]).length,
    { times: 20, atOnce: 1 },
  );
  await connection.end();

  // A cell that is scored already gets one score after the other, so that each reading composes the book anew.
  const row = book.cells.findIndex((cells) => cells.some((cell) => cell?.score && !cell.locked));
  const column = book.cells[row].findIndex((cell) => cell?.score && !cell.locked);
  const at = { assignmentId: book.columns[column].sets[0].assignmentId, studentId: book.students[row].id };
  let { version } = book.cells[row][column];
  let given = 0;
  const enter = async () => {
    const { cells } = await ask(teacher, 'POST', `${path}/edits`, {
      kind: 'typed',
      edits: [{ ...at, version, text: String(1 + (given++ % 9)) }],
    });
    ({ version } = cells[0].cell);
  };
  await measure('one score, from the request to the answer', enter, { times: 40, atOnce: 1 });
  const anew = await measure('the book, composed anew after each score', () => read(), { times: 20, atOnce: 1, before: enter });
  say('  times the bare SQL and JSON', (anew.median / bare.median).toFixed(1));
  await measure('the book, kept ready', () => read(), { times: 60, atOnce: 1 });
  await measure('the same book by readers without a pause', () => read(), { times: 400, atOnce: 20 });

  const readers = [];
  for (let i = 1; i <= 20; i++) {
    const who = await signIn(`teacher.${i}`).catch(() => null);
    if (who) readers.push({ who, at: `/api/classes/${(await fullClass(who)).id}/book` });
  }
  const took = [];
  // Each opens their own book once in two seconds, which is more than twenty teachers do.
  await Promise.all(
    readers.map(async (reader, place) => {
      await new Promise((go) => setTimeout(go, place * 100));
      for (let i = 0; i < 5; i++) {
        const before = performance.now();
        await read(reader.who, reader.at);
        took.push(performance.now() - before);
        await new Promise((go) => setTimeout(go, 2000));
      }
    }),
  );
  took.sort((a, b) => a - b);
  say(
    `${readers.length} teachers, each their own book every 2 s`,
    `median ${quantile(took, 0.5).toFixed(1)} ms, p95 ${quantile(took, 0.95).toFixed(1)} ms`,
  );
}

main().catch((error) => {
  process.stderr.write(`${error.stack}\n`);
  process.exitCode = 1;
});
