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
  'reading',
  'checks',
  'correspondence',
  'answers',
  'figures',
  'matching',
  'finding',
  'mime',
  'channels',
  'directory',
  'compose',
  'rounds',
  'routines',
  'moving',
];

/** The server's folders, from the ground up: each may use itself and those before it. */
const SERVER_ORDER = [
  'platform',
  'http',
  'access',
  'directory',
  'matters',
  'correspondence',
  'templates',
  'messages',
  'sending',
  'incoming',
  'figures',
  'today',
  'moving',
  'practice',
  'app',
];
/** The web's folders, from the ground up. */
const WEB_ORDER = ['words', 'ui', 'state', 'api', 'parts', 'pages', 'shell', 'app'];
/** A page has a folder of its own, and uses no other page. */
const PAGES = [
  'chaser-plans',
  'correspondence',
  'directory',
  'figures',
  'in',
  'matter',
  'matters',
  'out',
  'passages',
  'practice',
  'rounds',
  'routines',
  'sign-in',
  'profile',
  'sign-out',
  'templates',
  'today',
];
/** What works for the practice as a whole, and answers nobody: only there may everything be asked for. */
const SEES_EVERYTHING = [
  'server/app/renewFolding.ts',
  'server/access/ensureFirstPerson.ts',
  'server/access/people/links.ts',
  'server/directory/startRenewing.ts',
  'server/matters/{handOver,enterInNeed,generalFile}.ts',
  'server/sending/runner.ts',
  // Whose round it is, it is told first; what is done of it is done as its author.
  'server/sending/rounds/{roundWork,prepareAgain}.ts',
  // Whose plan or matter it is, it is told first; what goes, goes as that person.
  'server/sending/chasers/chaseWork.ts',
  // Whoever has the secret address is nobody's person: it names one contact.
  'server/sending/news/leaveNews.ts',
  'server/sending/routines/unaskedRoutines.ts',
  // As with news: whoever has the address of a page is nobody's person.
  'server/incoming/answers/{openAnswerPage,answerPageView,giveAnswers}.ts',
  'server/incoming/{mailboxReader,smtpReceiver,receiveMail,receiveText,textReader,lines/intake}.ts',
  'server/correspondence/indexing.ts',
  // Counts what every figure is made of; what is read of it is told by who may see the matter.
  'server/figures/countEarlier.ts',
  'server/practice/{writeArchive,startVerification}.ts',
  'server/app/verify.ts',
];
/** Who gives an actor their scope: signing in, and the secret address of a calendar. */
const GIVES_SCOPES = [
  'server/access/{scope,scopeOf,unscoped,feedTokenQueries}.ts',
  'server/access/signIn/{signIn,signInWays,signOn,tries}.ts',
  'server/access/people/links.ts',
  'server/app/main.ts',
  'server/sending/startUnasked.ts',
  // Asks what the writer may by now, when what they sent is to leave.
  'server/sending/whyNot.ts',
];
const MATTER_TABLES =
  '/^(?:matters|parties|documents|follow_ups|messages|entries|conversations|entry_addresses|matter_names|round_messages|routine_runs|chases|invitations|answer_pages|offered_values|figure_answers|figure_uses)$/';
const SQLITE_WORDS =
  '/\\b(?:json_(?:extract|each|type|object|patch|group_array)|rowid|randomblob|group_concat|instr)\\b|\\bMATCH \\?|^PRAGMA|^SQLITE_/';

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

/** Names that only some files may import from a module. */
const onlyFor = (regex, importNames, message) => ({ regex, importNames, message });

const SQL_FOR_QUERIES = onlyFor('platform/database/reads\\.ts$', ['sql'], 'SQL stands in queries alone.');
const SCOPES = onlyFor(
  '(?:access/|^\\./)scope\\.ts$|platform/database/reads\\.ts$',
  ['scopedTo', 'asScope', 'readingFrom'],
  'a scope is given where it is known who asks, and nowhere else.',
);
const EVERYTHING = {
  regex: '(?:access/|^\\./)unscoped\\.ts$',
  message: 'sees everything: for the runner, intake, archive, indexing and seeding alone.',
};
const OVER_HTTP = {
  regex: '^express(?:-|$)|(?:^|/)http/',
  message: 'use cases and queries know nothing of HTTP.',
};

/** Which names and ways a file of the server may not import, by what kind of file it is. */
const serverRules = SERVER_ORDER.flatMap((folder, at) => {
  const above = SERVER_ORDER.slice(at + 1).join('|');
  const always = [
    ...(above
      ? [
          {
            regex: `^(?:\\.\\./)+(?:${above})/`,
            message: `server/${folder} may only use what stands below it.`,
          },
        ]
      : []),
    {
      regex: '(?:^|/)(?:web|standins|demo|bench)/',
      message: 'the server knows neither screens nor stand-ins.',
    },
  ];
  const knowsHttp = folder === 'http' || folder === 'app';
  const rules = (files, ignores, patterns) => ({
    files,
    ignores: ['**/*.test.ts', '**/tests/**', 'server/platform/database/migrations/**', ...ignores],
    rules: { 'no-restricted-imports': ['error', { patterns: [...always, ...patterns] }] },
  });
  const all = `server/${folder}/**/*.ts`;
  const queries = `server/${folder}/**/*{Q,q}ueries.ts`;
  const routes = [
    `server/${folder}/**/*{R,r}outes.ts`,
    'server/access/{endpoint,streamEvents,sessionStore}.ts',
    'server/access/signIn/beginSession.ts',
    'server/platform/database/**',
  ];
  const http = knowsHttp ? [] : [OVER_HTTP];
  return [
    rules([all], [queries, ...routes], [SQL_FOR_QUERIES, SCOPES, EVERYTHING, ...http]),
    rules([queries], [], [SCOPES, EVERYTHING, OVER_HTTP]),
    rules(
      [`server/${folder}/**/*{R,r}outes.ts`],
      [],
      [
        SQL_FOR_QUERIES,
        SCOPES,
        EVERYTHING,
        {
          regex: '[qQ]ueries\\.ts$|^knex',
          message: 'a route calls one use case; it never queries.',
        },
      ],
    ),
    rules(
      SEES_EVERYTHING.filter((file) => file.startsWith(`server/${folder}/`)),
      [],
      [SQL_FOR_QUERIES, SCOPES, ...http],
    ),
    rules(
      GIVES_SCOPES.filter((file) => file.startsWith(`server/${folder}/`)),
      [],
      [EVERYTHING, ...http],
    ),
  ].filter(({ files }) => files.length > 0);
});

const SERVER_FROM_WEB = ['(?:^|/)(?:server|standins|demo)/', 'the web reaches the server over HTTP alone.'];

const webRules = [
  ...WEB_ORDER.map((folder, at) => {
    const above = WEB_ORDER.slice(at + 1).join('|');
    return forbid(
      [`web/${folder}/**/*.{ts,tsx}`],
      [
        ...(above
          ? [[`^(?:\\.\\./)+(?:${above})/`, `web/${folder} may only use what stands below it.`]]
          : []),
        ...(folder === 'ui' ? [['(?:^|/)(?:core|contract)/', 'web/ui knows nothing of the domain.']] : []),
        SERVER_FROM_WEB,
      ],
      folder === 'pages' ? ['web/pages/**'] : [],
    );
  }),
  ...PAGES.flatMap((page) => {
    const others = PAGES.filter((other) => other !== page).join('|');
    return ['', '*/'].map((within) =>
      forbid(
        [`web/pages/${page}/${within}*.{ts,tsx}`],
        [
          [
            `^\\.\\./${within ? '\\.\\./' : ''}(?:${others})/`,
            'a page uses no other page; what both need is a part.',
          ],
          ['^(?:\\.\\./)+(?:shell|app)/', 'web/pages may only use what stands below it.'],
          SERVER_FROM_WEB,
        ],
      ),
    );
  }),
];

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
    files: ['web/**/*.tsx'],
    ignores: ['web/**/*.test.tsx', 'web/tests/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'JSXText[value=/[A-Za-z]{2}/]',
          message: 'What people read stands in web/words/en, by view.',
        },
        {
          selector:
            'JSXAttribute[name.name=/^(?:label|placeholder|title|aria-label|alt)$/] > Literal[value=/[A-Za-z]{2}/]',
          message: 'What people read stands in web/words/en, by view.',
        },
      ],
    },
  },
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
  ...serverRules,
  forbid(
    ['server/platform/database/migrations/**/*.ts'],
    [['^\\.', 'a migration imports nothing of ours: it must mean the same for ever.']],
  ),
  {
    files: ['server/**/*.ts'],
    ignores: [
      '**/*.test.ts',
      '**/tests/**',
      'server/access/visibleQueries.ts',
      'server/platform/database/**',
    ],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...['sql', 'db'].map((name) => ({
          selector: `CallExpression[callee${name === 'sql' ? '.callee' : ''}.name='${name}'][arguments.0.value=${MATTER_TABLES}]`,
          message: 'what hangs on a matter is reached through visible(scope, …) alone.',
        })),
        ...['Literal[value=', 'TemplateElement[value.raw='].map((node) => ({
          selector: `${node}${SQLITE_WORDS}]`,
          message: 'what only SQLite says stands in platform/database/dialects/sqlite.',
        })),
      ],
    },
  },
  forbid(
    ['standins/**/*.ts'],
    [['^\\.\\./', 'stand-ins are reached by protocol only and use nothing of ours.']],
  ),
  ...webRules,
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    // RTK Query writes a query that takes nothing as `void`.
    rules: { ...reactHooks.configs.recommended.rules, '@typescript-eslint/no-invalid-void-type': 'off' },
  },
  {
    files: ['**/*.{ts,tsx,mjs}'],
    rules: { 'max-lines': ['error', { max: 400 }] },
  },
  {
    files: ['**/*.{ts,mjs}'],
    // A migration makes its tables from top to bottom; a slice's endpoints are a list; a bench tells one measurement, and
    // a test what belongs together.
    ignores: ['**/*.test.ts', 'e2e/**', 'bench/**', 'server/platform/database/migrations/**', 'web/api/**'],
    rules: { 'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }] },
  },
  {
    files: ['web/**/*.tsx'],
    ignores: ['**/*.test.tsx'],
    // Most of a component is its markup, an attribute a line: what it works out is in hooks, which stand under the rule above.
    rules: { 'max-lines-per-function': ['error', { max: 90, skipBlankLines: true, skipComments: true }] },
  },
  { files: ['*.config.{js,ts}', 'e2e/makePractice.ts'], rules: { 'no-restricted-exports': 'off' } },
  { files: ['scripts/**/*.mjs'], languageOptions: { globals: { process: 'readonly', console: 'readonly' } } },
);
