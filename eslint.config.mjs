import vue from 'eslint-plugin-vue';
import tseslint from 'typescript-eslint';

/** Rules that need types; each of them catches a fault that the compiler lets through. */
const typed = {
  '@typescript-eslint/no-floating-promises': 'error',
  '@typescript-eslint/no-misused-promises': 'error',
  '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
};

/** Grids, ladders and lines of our own: a button of the library in each of their cells would be neither quick nor ours. */
const OWN_GRIDS = [
  'assignments/OtherDates',
  'classes/GroupLists',
  'classes/SchemeCategories',
  'files/WordsView',
  'markbook/AimsTable',
  'markbook/BookGrid',
  'markbook/GridFoot',
  'markbook/GridHeads',
  'marking/ChoiceLadder',
  'mywork/DrawingSheet',
  'notes/PinLayer',
  'plan/CalendarPage',
  'quizzes/ChoiceCards',
  'quizzes/OutcomeGrid',
  'register/RegisterRow',
  'termline/TermLine',
].map((name) => `packages/web/src/features/${name}.vue`);

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.data/**', '.cache/**', 'test-results/**'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { parserOptions: { parser: tseslint.parser } },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false }],
      'no-console': 'error',
      'vue/no-v-html': 'error',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/require-default-prop': 'off',
      'vue/html-indent': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
    },
  },
  {
    files: ['packages/*/src/**/*.ts', 'packages/web/src/**/*.vue', 'demo/src/**/*.ts', 'e2e/**/*.ts', 'bench/*.ts'],
    languageOptions: {
      parserOptions: {
        project: [
          'packages/core/tsconfig.json',
          'packages/server/tsconfig.json',
          'packages/web/tsconfig.lint.json',
          'demo/tsconfig.json',
          'tsconfig.tests.json',
        ],
        tsconfigRootDir: import.meta.dirname,
        extraFileExtensions: ['.vue'],
      },
    },
    rules: typed,
  },
  // A test may hold several frames for what it tests.
  { files: ['**/*.test.ts'], rules: { 'vue/one-component-per-file': 'off' } },
  { files: ['**/*.cjs', 'jest.config.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  // The core has no clock, no randomness and nothing to read from.
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: "MemberExpression[object.name='Date'][property.name='now']", message: 'The caller passes now.' },
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'The caller passes now.' },
        { selector: "MemberExpression[object.name='Math'][property.name='random']", message: 'The core has no randomness.' },
      ],
      'no-restricted-imports': ['error', { patterns: ['node:*', 'fs', 'path', 'crypto'] }],
    },
  },
  // So that another library can take its place.
  {
    files: ['packages/server/src/**/*.ts'],
    ignores: ['packages/server/src/files/workbook.ts', 'packages/server/src/testing/spreadsheet.ts'],
    rules: { 'no-restricted-imports': ['error', { paths: [{ name: 'exceljs', message: 'Workbooks go by files/workbook.' }] }] },
  },
  // The interface is the component library's, themed; what no library has is drawn by the browser's own elements in these files.
  {
    files: ['packages/web/src/**/*.vue'],
    ignores: ['packages/web/src/ui/**', ...OWN_GRIDS],
    rules: {
      'vue/no-restricted-html-elements': [
        'error',
        ...['button', 'input', 'select', 'textarea', 'table', 'dialog', 'details', 'progress', 'datalist', 'form'].map((element) => ({
          element,
          message: 'The component library has a part for this.',
        })),
      ],
      'vue/no-restricted-static-attribute': [
        'error',
        ...['/(^|\\s)(btn|chip|field|table)(\\s|$)/'].map((value) => ({
          key: 'class',
          value,
          message: 'The look of a control is the library’s theme.',
        })),
      ],
    },
  },
  // The library takes any text for a key.
  {
    files: ['packages/web/src/**/*.ts', 'packages/web/src/**/*.vue'],
    ignores: ['packages/web/src/i18n/use-t.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { paths: [{ name: 'vue-i18n', importNames: ['useI18n'], message: 'Words come from useT, which checks their keys.' }] },
      ],
    },
  },
);
