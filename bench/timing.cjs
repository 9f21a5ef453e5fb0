// How long something takes that neither waits nor asks anybody.

/** Milliseconds, the middle of so many runs after five that are not counted. */
function median(run, times = 25) {
  for (let i = 0; i < 5; i++) run();
  const took = Array.from({ length: times }, () => {
    const before = process.hrtime.bigint();
    run();
    return Number(process.hrtime.bigint() - before) / 1e6;
  });
  return took.sort((a, b) => a - b)[Math.floor(times / 2)];
}
const say = (what, figure) => process.stdout.write(`${what.padEnd(58)}${figure}\n`);

module.exports = { median, say };
