// Compiles a single-file component for the unit tests: script and template, without styles.
const { parse, compileScript } = require('@vue/compiler-sfc');
const { createTransformer } = require('@swc/jest');

const typescript = createTransformer({ jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'commonjs' } });

module.exports = {
  process(source, path, options) {
    const { descriptor } = parse(source, { filename: path });
    const { content } = compileScript(descriptor, {
      id: path,
      inlineTemplate: Boolean(descriptor.scriptSetup),
      templateOptions: { ssr: false },
    });
    return typescript.process(content, `${path}.ts`, options);
  },
};
