/** `npm run check`: lint and format of what has changed since main, all types, and the unit tests of what that touches. */
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { dirname, join } from 'node:path';
import { checks } from './checks.mjs';
import { ensureCompiled, ensureInstalled, main, root, run, say } from './lib.mjs';

const git = (...args) => {
  const { status, stdout } = spawnSync('git', args, { cwd: root, encoding: 'utf8' });
  return status === 0 ? stdout.trim().split('\n').filter(Boolean) : [];
};

/** What is on this branch and not on main, on main what has not been pushed, and what is not committed. */
function changedFiles() {
  const [base] = [git('merge-base', 'HEAD', 'origin/main'), git('merge-base', 'HEAD', 'main')].flat();
  const committed = base ? git('diff', '--name-only', base) : git('diff', '--name-only', 'HEAD');
  const fresh = git('ls-files', '--others', '--exclude-standard');
  return [...new Set([...committed, ...fresh])].filter((file) => existsSync(join(root, file)));
}

/** So long the unit tests may take, in seconds of the clock; and what one takes that has never run. */
const BUDGET_S = 60;
const UNKNOWN_MS = 3_000;

/** How long each test file took the last time, ms, as Jest keeps it. */
function lastTimes() {
  const folder = join(root, '.calvik', 'jest');
  const kept = existsSync(folder) ? readdirSync(folder).filter((name) => name.startsWith('perf-cache-')) : [];
  return new Map(
    kept.flatMap((name) =>
      Object.entries(JSON.parse(readFileSync(join(folder, name), 'utf8'))).map(([f, t]) => [f, t[1]]),
    ),
  );
}

/** Those beside what has changed, then the quickest, as far as the time goes: one file can be what everything is made of. */
function nearest(related, changed) {
  const times = lastTimes();
  const beside = new Set(changed.map((file) => dirname(join(root, file)).replace('/src', '/test')));
  const isBeside = (test) => beside.has(dirname(test));
  const timeOf = (test) => times.get(test) ?? UNKNOWN_MS;
  let leftMs = BUDGET_S * 1000 * availableParallelism();
  return [...related]
    .sort((a, b) => Number(isBeside(b)) - Number(isBeside(a)) || timeOf(a) - timeOf(b))
    .filter((test) => {
      leftMs -= timeOf(test);
      return isBeside(test) || leftMs >= 0;
    });
}

main(async () => {
  await ensureInstalled();
  await ensureCompiled();
  const files = changedFiles();
  say(files.length === 0 ? 'Nothing has changed since main.' : `${files.length} files have changed since main.`);
  if (files.length === 0) return;
  const linted = files.filter((file) => /\.(m?[jt]sx?|cjs)$/.test(file));
  for (const { name, args } of checks(files)) {
    say(`\n== ${name}`);
    const of = name === 'Lint' ? [...args.filter((a) => !files.includes(a)), ...linted] : args;
    if (name !== 'Lint' || linted.length > 0) await run('node', of, { show: true });
  }
  const tested = files.filter((file) => /^(core|words|server|app)\/.*\.tsx?$/.test(file));
  if (tested.length === 0) return;
  say('\n== Unit tests of what that touches');
  // A room answers for itself first: those above it are asked by `npm test`.
  const rooms = [...new Set(tested.map((file) => file.split('/')[0]))];
  const jest = (...args) => ['jest', '--passWithNoTests', '--selectProjects', ...rooms, ...args];
  const listed = spawnSync('npx', jest('--listTests', '--findRelatedTests', ...tested), {
    cwd: root,
    encoding: 'utf8',
  });
  const related = listed.stdout.split('\n').filter((line) => existsSync(line));
  const near = nearest(related, tested);
  if (near.length < related.length)
    say(
      `${near.length} of the ${related.length} files that it touches, the nearest and quickest; npm test runs them all.`,
    );
  if (near.length === 0) return;
  await run('npx', jest('--maxWorkers=100%', '--silent', '--runTestsByPath', ...near), {
    env: { CALVIK_BUDGET: '0.2' },
    show: true,
  });
});
