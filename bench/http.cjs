// Sign-in, Today and My work over HTTP, one after another and eight at a time. Bounded: it stops by itself.
const base = `http://127.0.0.1:${process.env.JOLLY_PORT}`;

async function signIn(userName) {
  const first = await fetch(`${base}/api/session`);
  let cookie = first.headers.get('set-cookie').split(';')[0];
  const { csrf } = await first.json();
  const reply = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/json', 'x-csrf-token': csrf },
    body: JSON.stringify({ userName, password: 'compass-rose' }),
  });
  if (!reply.ok) throw new Error(`sign-in: ${reply.status}`);
  cookie = reply.headers.get('set-cookie').split(';')[0];
  return cookie;
}
const quantile = (sorted, q) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * q))];

async function measure(what, once, { times, atOnce }) {
  for (let i = 0; i < 5; i++) await once();
  const took = [];
  let left = times;
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      while (left-- > 0) {
        const before = performance.now();
        await once();
        took.push(performance.now() - before);
      }
    }),
  );
  took.sort((a, b) => a - b);
  process.stdout.write(`${`${what}, ${atOnce} at a time`.padEnd(58)}median ${quantile(took, 0.5).toFixed(1)} ms, p95 ${quantile(took, 0.95).toFixed(1)} ms\n`);
}

async function main() {
  const teacher = await signIn('odile.finch');
  const student = await signIn('bao.lindqvist');
  const get = (path, cookie) => async () => {
    const reply = await fetch(base + path, { headers: { cookie } });
    if (!reply.ok) throw new Error(`${path}: ${reply.status}`);
    await reply.arrayBuffer();
  };
  await measure('sign-in (argon2id)', () => signIn('odile.finch'), { times: 60, atOnce: 1 });
  for (const atOnce of [1, 8]) {
    await measure('Today, 3 classes', get('/api/today', teacher), { times: 200, atOnce });
    await measure('My work, 3 classes', get('/api/my/work', student), { times: 200, atOnce });
  }
}

main().catch((error) => {
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
});
