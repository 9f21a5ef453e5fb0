const swc = ['@swc/jest', { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' } }];
const project = (name, more = {}) => ({
  displayName: name,
  testEnvironment: 'node',
  rootDir: `${__dirname}/packages/${name}`,
  testMatch: ['<rootDir>/src/**/*.test.ts'],
  transform: { '^.+\\.ts$': swc },
  moduleNameMapper: { '^@jolly/core$': `${__dirname}/packages/core/src/index.ts` },
  ...more,
});
module.exports = {
  // The runner takes this only here, for all projects. It ends what hangs; a busy machine with a slow disk needs long for a
  // database and servers in processes of their own.
  testTimeout: 180_000,
  projects: [
    project('core'),
    project('demo', { rootDir: `${__dirname}/demo` }),
    project('server', {
      globalSetup: `${__dirname}/packages/server/describe-api.cjs`,
      setupFilesAfterEnv: ['<rootDir>/src/testing/quick-passwords.ts'],
      moduleNameMapper: {
        '^@jolly/core$': `${__dirname}/packages/core/src/index.ts`,
        '^file-type$': `${__dirname}/node_modules/file-type/index.js`,
      },
      // file-type and what it needs are published as ES modules only.
      transform: { '^.+\\.ts$': swc, 'node_modules/(file-type|strtok3|token-types|uint8array-extras|@tokenizer|@borewit)/.+\\.js$': swc },
      transformIgnorePatterns: ['node_modules/(?!(file-type|strtok3|token-types|uint8array-extras|@tokenizer|@borewit)/)'],
    }),
    project('web', {
      testMatch: ['<rootDir>/src/**/*.test.ts'],
      moduleFileExtensions: ['ts', 'js', 'mjs', 'cjs', 'json', 'vue'],
      moduleNameMapper: {
        '^@jolly/core$': `${__dirname}/packages/core/src/index.ts`,
        '\\.css$': `${__dirname}/packages/web/styles-for-jest.cjs`,
        '^ant-design-vue/es/(.*)$': 'ant-design-vue/lib/$1',
        '/genComponentStyleHook$': `${__dirname}/packages/web/ant-design-style-for-jest.cjs`,
        '^ant-design-vue$': `${__dirname}/packages/web/ant-design-for-jest.cjs`,
      },
      // @vueuse, and what csv-parse has for browsers, are published as ES modules only.
      transform: {
        '^.+\\.ts$': swc,
        '^.+\\.vue$': `${__dirname}/packages/web/vue-for-jest.cjs`,
        'node_modules/(@vueuse|csv-parse)/.+\\.js$': swc,
      },
      transformIgnorePatterns: ['node_modules/(?!(@vueuse|csv-parse)/)'],
    }),
  ],
};
