// Makes dist/api.schema.json, the shapes of all replies as JSON Schema, from the types of src/contract: they stand once.
// `npm run build` and the server's tests call it; what is newer than its sources stays as it is.
const { existsSync, mkdirSync, readdirSync, statSync, writeFileSync } = require('node:fs');
const { join } = require('node:path');

const TARGET = join(__dirname, 'dist', 'api.schema.json');
const changed = (path) => statSync(path).mtimeMs;
const newestIn = (folder) =>
  Math.max(
    ...readdirSync(folder, { withFileTypes: true, recursive: true })
      .filter((one) => one.isFile() && one.name.endsWith('.ts') && !one.name.endsWith('.test.ts'))
      .map((one) => changed(join(one.parentPath, one.name))),
  );

module.exports = function describeApi() {
  const newest = Math.max(
    newestIn(join(__dirname, 'src', 'contract')),
    newestIn(join(__dirname, '..', 'core', 'src')),
    changed(__filename),
  );
  if (existsSync(TARGET) && changed(TARGET) > newest) return;
  const { createGenerator } = require('ts-json-schema-generator');
  const schema = createGenerator({
    path: join(__dirname, 'src', 'contract', 'api', 'index.ts'),
    tsconfig: join(__dirname, 'tsconfig.json'),
    type: 'Api',
    skipTypeCheck: true,
    additionalProperties: false,
  }).createSchema('Api');
  // A type with types in it would be named with brackets, which a name in an OpenAPI document may not have.
  const plain = (name) => name.replace(/[<>]+/g, '_').replace(/_$/, '');
  schema.definitions = Object.fromEntries(Object.entries(schema.definitions).map(([name, shape]) => [plain(name), shape]));
  const text = JSON.stringify(schema).replace(/#\/definitions\/[^"]+/g, (ref) => plain(decodeURIComponent(ref)));
  mkdirSync(join(__dirname, 'dist'), { recursive: true });
  writeFileSync(TARGET, text);
};
if (require.main === module) module.exports();
