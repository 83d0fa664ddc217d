/** Lint, format and types: what `npm test` asks of everything, and `npm run check` of what has changed. Each remembers what it has seen. */
import { join } from 'node:path';
import { root } from './lib.mjs';

const bin = (path) => join(root, 'node_modules', path);
const cache = (name) => join(root, '.calvik', name);

/** Rooms in the order in which they build upon each other. */
const typed = ['core', 'words', 'server', 'app', 'core/test', 'words/test', 'server/test', 'e2e'];

/** @param files those to look at; all of them where nothing is said */
export const checks = (files = ['.']) => [
  {
    name: 'Lint',
    args: [
      bin('eslint/bin/eslint.js'),
      ...['--max-warnings', '0', '--no-warn-ignored', '--cache', '--cache-strategy', 'content'],
      ...['--cache-location', cache('eslint'), ...files],
    ],
  },
  {
    name: 'Format',
    args: [
      bin('prettier/bin/prettier.cjs'),
      ...['--check', '--log-level', 'warn', '--ignore-unknown', '--cache', '--cache-strategy', 'content'],
      ...['--cache-location', cache('prettier'), ...files],
    ],
  },
  { name: 'Wording', args: [join(root, 'scripts/wording.mjs'), '--check'] },
  { name: 'Types', args: [bin('typescript-native/bin/tsc'), '-b', ...typed] },
];
