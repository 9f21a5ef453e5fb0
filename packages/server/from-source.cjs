// Loaded before a thread whose file is TypeScript: where the server runs from its source, as in the tests, its threads do
// too (src/files/thread.ts), so that what is tested is never an older build. Not needed once it is built.
const { transformSync } = require('@swc/core');
const { readFileSync } = require('node:fs');
const Module = require('node:module');
const { join } = require('node:path');

// What is published for ES modules only is loaded as such.
const how = { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'commonjs', ignoreDynamic: true } };
Module._extensions['.ts'] = (module, filename) =>
  module._compile(transformSync(readFileSync(filename, 'utf8'), { ...how, filename }).code, filename);

const core = join(__dirname, '../core/src/index.ts');
const resolve = Module._resolveFilename;
Module._resolveFilename = function resolveFromSource(request, ...rest) {
  return resolve.call(this, request === '@jolly/core' ? core : request, ...rest);
};
