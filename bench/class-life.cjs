// A show of hands of 200 students within ten seconds, with its board looked at; a noticeboard of 200 notices with 2,000 answers; and
// a wall of 30 pieces with 300 remarks.
const { textOf } = require('@jolly/core');
const { blankNotice } = require('@jolly/server/dist/features/notices/blank-notice');
const { randomUUID } = require('node:crypto');
const { aClassOf, ask, base, issue, measure, quantile, say, signIn } = require('./client.cjs');

const STUDENTS = 200;
const WITHIN_MS = 10_000;
const [NOTICES, ANSWERS] = [200, 2_000];
const [PIECES, REMARKS] = [30, 300];
const wait = (ms) => new Promise((go) => setTimeout(go, Math.max(0, ms)));

const notice = (classId, title, more = {}) => ({
  ...blankNotice([classId]),
  words: { en: { title, text: textOf('We measure the ford at ten. Bring boots and a dry pair of socks.') } },
  ...more,
});

/** Follows a board as its page does: hears that something has changed, and looks. @returns what was seen, and how to stop */
async function follow(teacher, at) {
  const seen = [];
  const stop = new AbortController();
  const reply = await fetch(`${base}${at}/live`, { headers: { cookie: teacher.cookie }, signal: stop.signal });
  const look = async () => {
    const { chosen, counts } = await ask(teacher, 'GET', at);
    seen.push({ at: performance.now(), chosen, counted: counts.reduce((sum, n) => sum + n, 0) });
  };
  const listening = (async () => {
    const text = new TextDecoder();
    for await (const part of reply.body) if (text.decode(part).includes('data:')) await look();
  })().catch(() => undefined);
  return { seen, look, stop: () => (stop.abort(), listening) };
}

async function main() {
  const teacher = await signIn('odile.finch');
  const { classId, students } = await aClassOf(STUDENTS, teacher, 'Hands');
  for (const names of [false, true]) {
    const id = randomUUID();
    const choices = ['The old bridge', 'The ford', 'Below the weir'].map((text, n) => ({ id: `c${n}`, text }));
    const hands = { choices, several: false, names, countShown: 'chosen', endsAt: null, mayChange: false, picture: null };
    await ask(teacher, 'PUT', `/api/notices/${id}`, notice(classId, 'Which station?', { hands }));
    const board = await follow(teacher, `/api/classes/${classId}/hands/${id}`);
    const took = [];
    const done = [];
    const begun = performance.now();
    await Promise.all(
      students.map(async (student, who) => {
        await wait(begun + (who / STUDENTS) * WITHIN_MS - performance.now());
        const before = performance.now();
        const mine = await ask(student, 'PUT', `/api/my/notices/${id}/hand`, { chosen: [`c${who % 3}`] });
        if (!mine.has) throw new Error('a hand was not stored');
        took.push(performance.now() - before);
        done.push(performance.now());
      }),
    );
    for (let tries = 0; tries < 30 && board.seen.at(-1)?.chosen !== STUDENTS; tries++) await wait(100);
    await board.stop();
    done.sort((a, b) => a - b);
    const behind = done.map((at, n) => (board.seen.find((one) => one.chosen > n) ?? { at: Infinity }).at - at);
    took.sort((a, b) => a - b);
    const right = board.seen.every((one) => one.chosen === one.counted) && board.seen.at(-1).chosen === STUDENTS;
    say(
      `${STUDENTS} hands ${names ? 'with' : 'without'} names in ${WITHIN_MS / 1000} s`,
      `median ${quantile(took, 0.5).toFixed(1)} ms, p95 ${quantile(took, 0.95).toFixed(1)} ms (aim 200)`,
    );
    say('the board', `${right ? 'right' : 'WRONG'}, at most ${(Math.max(...behind) / 1000).toFixed(2)} s behind (aim 1)`);
  }

  const { classId: full, students: some } = await aClassOf(20, teacher, 'Notices');
  const ids = Array.from({ length: NOTICES }, () => randomUUID());
  for (const [n, id] of ids.entries()) await ask(teacher, 'PUT', `/api/notices/${id}`, notice(full, `Notice ${n}`, { answers: 'class' }));
  await Promise.all(
    some.map(async (student, who) => {
      await ask(student, 'POST', '/api/my/notices/read', { noticeIds: ids });
      for (let n = who; n < ANSWERS; n += some.length)
        await ask(student, 'POST', `/api/my/notices/${ids[n % NOTICES]}/answers`, { id: randomUUID(), text: `Answer ${n}`, below: null });
    }),
  );
  for (const atOnce of [1, 4]) {
    const how = { times: 100, atOnce };
    await measure(
      `a noticeboard of ${NOTICES} notices with ${ANSWERS} answers (aim 150)`,
      () => ask(teacher, 'GET', `/api/classes/${full}/notices`),
      how,
    );
    await measure('the same as a student reads it', () => ask(some[0], 'GET', '/api/my/notices'), how);
  }

  const { classId: walled, students: makers } = await aClassOf(PIECES, teacher, 'Wall');
  const { version } = (await ask(teacher, 'GET', '/api/classes')).find((one) => one.id === walled);
  await ask(teacher, 'PATCH', `/api/classes/${walled}`, { wallRemarks: 'atOnce', version });
  const assignmentId = await issue(teacher, walled, {
    title: 'Delta',
    due: Date.now() + 86_400_000,
    instructions: textOf('Draw a delta.'),
  });
  const wallId = randomUUID();
  await ask(teacher, 'POST', `/api/classes/${walled}/walls`, { id: wallId, assignmentId, title: 'Deltas', prompt: '', names: 'given' });
  const words = textOf('The river slows down here and drops what it carries. '.repeat(40));
  for (const student of makers) {
    await ask(student, 'PUT', `/api/my/work/${assignmentId}/text`, { text: words, version: 0 });
    await ask(student, 'POST', `/api/my/work/${assignmentId}/hand-in`);
    await ask(student, 'PUT', `/api/my/walls/${wallId}/shown`, { of: { assignmentId, pieceId: null }, shown: true });
  }
  const { pieces } = await ask(teacher, 'GET', `/api/walls/${wallId}`);
  for (let n = 0; n < REMARKS; n++) {
    // The pieces come the last shown first: each says something to one that is not their own.
    const of = pieces[(PIECES - (n % PIECES) + Math.floor(n / PIECES)) % PIECES];
    const at = `/api/my/walls/${wallId}/pieces/${of.id}/remarks`;
    await ask(makers[n % PIECES], 'POST', at, { id: randomUUID(), kind: 'idea', text: `Remark ${n}: label the arms.` });
  }
  for (const atOnce of [1, 4]) {
    const how = { times: 100, atOnce };
    await measure(`a wall of ${PIECES} pieces with ${REMARKS} remarks`, () => ask(teacher, 'GET', `/api/walls/${wallId}`), how);
    await measure('the same as a student looks at it', () => ask(makers[0], 'GET', `/api/walls/${wallId}`), how);
  }
}

void main();
