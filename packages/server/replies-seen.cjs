// Looks that the server's tests have compared a reply of every route that has one (src/testing/described.ts).
// With `--begin` it forgets what earlier runs have compared.
const { existsSync, rmSync } = require('node:fs');
const { join } = require('node:path');

const SEEN = join(__dirname, 'dist', 'replies-seen');
if (process.argv[2] === '--begin') {
  rmSync(SEEN, { recursive: true, force: true });
  return;
}
const { operationIdOf } = require('./dist/http/openapi');
const { Api } = require('./dist/api.schema.json').definitions;
// Of what is sent by the protocol of uploads itself there is no reply to compare.
const own = (route) => /^(POST|HEAD|PATCH) \/api\/my\/uploads(\/:uploadId)?$/.test(route) || Api.properties[route].properties?.file;
const missing = Object.keys(Api.properties).filter((route) => !own(route) && !existsSync(join(SEEN, operationIdOf({ route }))));
if (missing.length > 0) {
  process.stderr.write(`No test gets a reply of:\n${missing.join('\n')}\n`);
  process.exit(1);
}
