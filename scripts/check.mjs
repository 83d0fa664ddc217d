/** `npm run check`: lint and format of what has changed since main, all types, and the unit tests of what that touches. */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
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
  await run(
    'npx',
    ['jest', '--maxWorkers=100%', '--passWithNoTests', '--selectProjects', ...rooms, '--findRelatedTests', ...tested],
    { env: { CALVIK_BUDGET: '0.2' }, show: true },
  );
});
