import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import { importX } from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Imports point one way: core ← words ← app, server. Core knows none of them, no words, and no clock, chance or database. */
const forbid = (patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });
const room = (names, message) => ({ group: names.flatMap((n) => [n, `${n}/*`]), message });

/** Words are for people: what is decided is decided by codes and values. */
/** A page that is left half way through a loop keeps half of what was saved. */
const savingInALoop = [
  ...['ForOfStatement', 'ForStatement', 'ForInStatement', 'WhileStatement'].map((loop) => `${loop} `),
  'CallExpression[callee.property.name=/^(map|forEach|flatMap|reduce)$/] > ArrowFunctionExpression ',
].map((within) => ({
  selector: `${within}CallExpression[callee.name=/^(saveFact|saveRecord)$/], ${within}CallExpression[callee.object.name='sync'][callee.property.name='save']`,
  message: 'What belongs together is one entry: sync.saveAll.',
}));

const readingSentences = [
  {
    selector:
      'BinaryExpression[operator=/^[!=]==$/] > CallExpression[callee.name=/^(tell|findingText|reasonText|problemText|issueText|stepName)$/]',
    message: 'Nothing decides by reading a sentence: compare codes.',
  },
  {
    selector: 'CallExpression[callee.property.name=/^(includes|startsWith|endsWith)$/] > Literal[value=/[a-z] [a-z]/]',
    message: 'A phrase is read here: ask for what it was made from.',
  },
  {
    selector:
      'CallExpression[callee.property.name=/^(includes|startsWith|endsWith|match)$/][callee.object.property.name=/^(code|place|words)$/]',
    message: 'Codes are compared whole, and words are not read: ask for what they were made from.',
  },
  {
    selector:
      'CallExpression[callee.property.name=/^(includes|startsWith|endsWith|match|test)$/] CallExpression[callee.name=/^(tell|findingText|reasonText|problemText|issueText|stepName)$/]',
    message: 'Nothing decides by reading a sentence: compare codes.',
  },
];

/** The rooms of the app from the top down: each may import what lies below it. */
const appRooms = [
  ['app'],
  ['shell'],
  ['features'],
  ['records', 'fields', 'files'],
  ['facts'],
  ['ui'],
  ['state', 'api', 'workers', 'theme'],
];
/** State, wire and workers lie on one floor; what is drawn (`ui`) takes values and reads neither state nor wire. */
const appArrows = [
  ...appRooms.flatMap((floor, i) =>
    appRooms
      .slice(0, i)
      .flat()
      .flatMap((above) =>
        floor.map((room) => ({
          target: `./app/src/${room}`,
          from: `./app/src/${above}`,
          message: `${room} lies below ${above}: move down what both need.`,
        })),
      ),
  ),
  ...['state', 'api'].map((from) => ({
    target: './app/src/ui',
    from: `./app/src/${from}`,
    message: 'Take it as a property.',
  })),
];

export default tseslint.config(
  {
    ignores: [
      '**/node_modules',
      '**/dist',
      '**/.expo',
      '.calvik',
      'data',
      'test-results',
      'playwright-report',
      'bench/results',
      '**/expo-env.d.ts',
    ],
  },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      'no-console': 'error',
    },
  },
  {
    files: ['{core,words,server,app}/src/**'],
    plugins: { 'import-x': importX },
    settings: {
      ...importX.flatConfigs.typescript.settings,
      'import-x/resolver-next': [
        createTypeScriptImportResolver({ project: ['app', 'core', 'server', 'words'], noWarnOnMultipleProjects: true }),
      ],
    },
    rules: { 'import-x/no-cycle': ['error', { ignoreExternal: true }], 'import-x/no-self-import': 'error' },
  },
  {
    files: ['core/src/**'],
    rules: {
      ...forbid([
        room(
          ['@calvik/app', '@calvik/server', '@calvik/words', 'react', 'react-native', 'expo', 'express'],
          'Core has no interface, no words and no server in it.',
        ),
        {
          group: ['@mikro-orm/*', 'node:*', 'fs', 'path', 'crypto', 'uuid'],
          message: 'Core has no database, no input or output and no chance in it.',
        },
        {
          regex: '^(\\.\\./)+(?!model)[a-z-]+/(?!schema$).+',
          message: 'A neighbouring folder of core is reached through its index.',
        },
      ]),
      'no-restricted-syntax': [
        'error',
        ...readingSentences,
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: 'Core has no clock: take the time as an argument.',
        },
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'Core has no clock: take the time as an argument.',
        },
        {
          selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
          message: 'Core has no chance: take a seed as an argument.',
        },
      ],
    },
  },
  {
    files: ['words/src/**'],
    rules: forbid([
      room(['@calvik/app', '@calvik/server', 'react', 'react-native', 'expo', 'express'], 'Words are text alone.'),
    ]),
  },
  {
    // What the first page is made of names the rooms of core that it needs: the whole of core would come with one line.
    files: [
      'words/src/**',
      'app/src/{app,api,state,theme,ui}/**',
      'app/src/shell/**',
      'app/src/facts/finding-line.tsx',
    ],
    ignores: ['app/src/shell/{screens.ts,two-versions-dialog.tsx,shortcut-list.tsx,run-up/beside-run-up.tsx}'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: '@calvik/core',
              allowTypeImports: true,
              message: 'The first page loads this: import the room of core, as @calvik/core/units.',
            },
          ],
        },
      ],
    },
  },
  {
    // No arrow runs back up. A rule of its own: restricted imports of a later block would take the place of these.
    files: ['app/src/**'],
    rules: { 'import-x/no-restricted-paths': ['error', { zones: appArrows }] },
  },
  {
    files: ['{words,server,app}/src/**'],
    ignores: ['server/src/database/migrations/**'],
    rules: {
      'no-restricted-syntax': ['error', ...readingSentences, ...savingInALoop],
    },
  },
  {
    files: ['server/**'],
    rules: forbid([
      room(['@calvik/app', 'react', 'react-native', 'expo'], 'The server knows nothing of the app.'),
      { group: ['**/app/src/**'], message: 'The server knows nothing of the app.' },
    ]),
  },
  {
    files: ['app/**'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      ...forbid([
        room(['@calvik/server', 'express'], 'The app speaks to the server over the wire only.'),
        { group: ['@mikro-orm/*', '**/server/src/**'], message: 'The app speaks to the server over the wire only.' },
        { regex: '^(@mdi/js|lucide-react-native)$', message: 'Import icons one by one through ui/icons.' },
      ]),
      // What the compiler would leave as it is, or remember wrongly, is an error.
      ...reactHooks.configs.flat['recommended-latest'].rules,
      'react-hooks/exhaustive-deps': 'error',
      'react-hooks/set-state-in-effect': 'off',
    },
  },
  {
    // A case without a size would be done nowhere.
    files: ['e2e/**/*.spec.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.name='test'][arguments.length<3]",
          message: 'Say where it is done: { tag: … } with @phone, @wide, both, or @server.',
        },
        {
          selector: "CallExpression[callee.property.name='waitForTimeout']",
          message: 'Wait for what the page shows, not for a time.',
        },
      ],
    },
  },
  { files: ['**/*.js', '**/*.mjs', '**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  { files: ['scripts/**', 'bench/**', 'e2e/**', '**/test/**'], rules: { 'no-console': 'off' } },
);
