// The table of docs/decisions/0001 as rules.
const concept = '^packages/core/src/([^/]+)/';
const feature = '^packages/server/src/features/([^/]+)/';
module.exports = {
  forbidden: [
    {
      // By types too: what cannot be read without the other is one thing with it.
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'quantities-stand-alone',
      severity: 'error',
      from: { path: '^packages/core/src/quantities/' },
      to: { path: '^packages/core/src/(?!quantities/)' },
    },
    {
      name: 'core-only-through-the-index',
      severity: 'error',
      from: { path: concept },
      to: { path: '^packages/core/src/([^/]+)/(?!index\\.ts$)', pathNot: '^packages/core/src/$1/' },
    },
    {
      name: 'core-knows-nobody',
      severity: 'error',
      from: { path: '^packages/core/' },
      to: { path: '^(packages/(server|web)|demo|e2e|bench)/' },
    },
    {
      name: 'models-schemas-and-mappers-stay-home',
      severity: 'error',
      from: { path: feature },
      to: {
        path: '^packages/server/src/features/([^/]+)/[^/]+\\.(model|schema|mapper|routes)\\.ts$',
        pathNot: '^packages/server/src/features/$1/',
      },
    },
    {
      // What fills a demo or a test stays out of what serves.
      name: 'seeds-are-for-demo-and-tests',
      severity: 'error',
      from: { path: '^packages/server/src/', pathNot: '(\\.seed|\\.test)\\.ts$|^packages/server/src/testing/' },
      to: { path: '\\.seed\\.ts$' },
    },
    {
      name: 'foundations-know-no-feature',
      severity: 'error',
      from: { path: '^packages/server/src/(db|http|files)/' },
      to: { path: '^packages/server/src/features/' },
    },
    { name: 'migrations-import-nothing', severity: 'error', from: { path: '^packages/server/src/db/migrations/\\d' }, to: { path: '.+' } },
    {
      name: 'web-takes-only-the-contract',
      severity: 'error',
      from: { path: '^packages/web/' },
      to: { path: '^packages/server/', pathNot: '^packages/server/(src|dist)/contract' },
    },
    {
      name: 'web-ui-knows-no-feature',
      severity: 'error',
      from: { path: '^packages/web/src/ui/' },
      to: { path: '^packages/web/src/(features|api|app)/' },
    },
    {
      name: 'web-features-through-the-index',
      severity: 'error',
      from: { path: '^packages/web/src/features/([^/]+)/' },
      to: { path: '^packages/web/src/features/([^/]+)/(?!index\\.ts$)', pathNot: '^packages/web/src/features/$1/' },
    },
    { name: 'e2e-sees-only-the-interface', severity: 'error', from: { path: '^e2e/' }, to: { path: '^(packages|demo)/' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules)/|\\.test\\.ts$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.vue', '.js'] },
  },
};
