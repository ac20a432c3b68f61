import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/**
 * Who may import whom (CONTRIBUTING.md has the picture). Each entry names files and the import paths they may not use;
 * a path is judged as written, so every rule reads like the sentence it stands for.
 */
const OUTSIDE = '(?:server|web|standins|demo|bench|e2e)/';
const PACKAGES = '^(?!\\.{1,2}/)';
/** core's folders, from the ground up: each may use itself and those before it. */
const CORE_ORDER = [
  'model',
  'dates',
  'values',
  'greetings',
  'recipients',
  'template',
  'merge',
  'shelf',
  'checks',
  'correspondence',
  'matching',
  'finding',
  'mime',
  'reading',
  'channels',
  'directory',
];

const forbid = (files, patterns, ignores = []) => ({
  files,
  ignores: ['**/*.test.ts', '**/tests/**', ...ignores],
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: patterns.map(([regex, message]) => ({ regex, message })) },
    ],
  },
});

const coreRules = CORE_ORDER.map((folder, at) => {
  const above = CORE_ORDER.slice(at + 1).join('|');
  return forbid(
    [`core/${folder}/**/*.ts`],
    [
      [PACKAGES, 'core uses nothing but itself: no packages, no Node.'],
      [`(?:^|/)(?:contract/|${OUTSIDE})`, 'core knows nothing of what stands on it.'],
      ...(above ? [[`^\\.\\./(?:${above})/`, `core/${folder} may only use what stands below it.`]] : []),
    ],
  );
});

export default tseslint.config(
  {
    ignores: [
      'dist/**',
      'node_modules/**',
      'data/**',
      '.cache/**',
      'playwright-report/**',
      'test-results/**',
    ],
  },
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-restricted-exports': [
        'error',
        { restrictDefaultExports: { direct: true, named: true, defaultFrom: true } },
      ],
      eqeqeq: 'error',
    },
  },
  {
    files: ['core/**/*.ts', 'contract/**/*.ts', 'server/**/*.ts', 'standins/**/*.ts', 'demo/**/*.ts'],
    languageOptions: {
      parserOptions: { project: './tsconfig.server.json', tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  ...coreRules,
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'process',
        'Buffer',
        'window',
        'document',
        'fetch',
        'setTimeout',
        'console',
        'crypto',
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: "NewExpression[callee.name='Date']",
          message: 'core has no clock: take `now` as an argument.',
        },
        {
          selector: "MemberExpression[object.name='Date']",
          message: 'core has no clock: take `now` as an argument.',
        },
        {
          selector: "MemberExpression[object.name='Math'][property.name='random']",
          message: 'core has no dice: take ids as arguments.',
        },
      ],
    },
  },
  forbid(
    ['contract/**/*.ts'],
    [[`(?:^|/)(?:core/(?!model/)|${OUTSIDE})`, 'contract may use core/model alone.']],
  ),
  forbid(
    ['server/routes/**/*.ts'],
    [['/repositories/|^knex', 'a route calls one use case; it never queries.']],
  ),
  forbid(['server/usecases/**/*.ts'], [['/routes/|^express|^knex$', 'use cases know neither HTTP nor SQL.']]),
  forbid(
    ['server/repositories/**/*.ts'],
    [['/routes/|/usecases/|^express', 'repositories are called, they do not call.']],
  ),
  forbid(
    ['server/migrations/**/*.ts'],
    [['^\\.', 'a migration imports nothing of ours: it must mean the same for ever.']],
  ),
  forbid(
    ['server/**/*.ts'],
    [['(?:^|/)(?:web|standins|demo|bench)/', 'the server knows neither screens nor stand-ins.']],
    ['server/routes/**', 'server/usecases/**', 'server/repositories/**', 'server/migrations/**'],
  ),
  forbid(
    ['standins/**/*.ts'],
    [['^\\.\\./', 'stand-ins are reached by protocol only and use nothing of ours.']],
  ),
  forbid(
    ['web/ui/**/*.{ts,tsx}'],
    [['(?:^|/)(?:features|core|contract|server)/', 'web/ui knows nothing of the domain.']],
  ),
  forbid(
    ['web/features/**/*.{ts,tsx}'],
    [
      ['^\\.\\./(?!\\.\\./)[a-z]+/(?!index\\.ts$)', 'a feature uses another only through its index.ts.'],
      ['(?:^|/)(?:server|standins|demo)/', 'the web reaches the server over HTTP alone.'],
    ],
  ),
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    // RTK Query writes a query that takes nothing as `void`.
    rules: { ...reactHooks.configs.recommended.rules, '@typescript-eslint/no-invalid-void-type': 'off' },
  },
  { files: ['*.config.{js,ts}'], rules: { 'no-restricted-exports': 'off' } },
  { files: ['scripts/**/*.mjs'], languageOptions: { globals: { process: 'readonly', console: 'readonly' } } },
);
