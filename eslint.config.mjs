import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Imports point one way: app → core, server → core. Core knows neither, and no clock, chance or store. */
const forbid = (patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });
const room = (names, message) => ({ group: names.flatMap((n) => [n, `${n}/*`]), message });

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
    files: ['core/src/**'],
    rules: {
      ...forbid([
        room(
          ['@calvik/app', '@calvik/server', 'react', 'react-native', 'expo', 'express'],
          'Core has no interface and no server in it.',
        ),
        {
          group: ['@mikro-orm/*', 'node:*', 'fs', 'path', 'crypto', 'uuid'],
          message: 'Core has no store, no input or output and no chance in it.',
        },
        {
          regex: '^(\\.\\./)+(?!vocabulary)[a-z-]+/.+',
          message: 'A neighbouring folder of core is reached through its index.',
        },
      ]),
      'no-restricted-syntax': [
        'error',
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
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
    },
  },
  { files: ['**/*.js', '**/*.mjs', '**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  { files: ['scripts/**', 'bench/**', 'e2e/**', '**/test/**'], rules: { 'no-console': 'off' } },
);
