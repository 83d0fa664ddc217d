/** `npm test`: everything that CI checks, what each part took, and which cases took longest. */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { ensureBuilt, ensureChromium, ensureCompiled, ensureInstalled, main, root, run, say } from './lib.mjs';
import { checks } from './checks.mjs';

const results = join(root, '.calvik', 'results');
const phases = [];

/** Does one part and notes what it took, also when it fails. */
async function phase(name, work) {
  const began = Date.now();
  say(`\n== ${name}`);
  try {
    return await work();
  } finally {
    phases.push([name, (Date.now() - began) / 1000]);
  }
}

const json = (file) => {
  try {
    return JSON.parse(readFileSync(join(results, file), 'utf8'));
  } catch {
    return null;
  }
};
const unitCases = () =>
  (json('unit.json')?.testResults ?? []).flatMap(({ name, assertionResults }) =>
    assertionResults.map((a) => {
      // A unit case says in its title why it is long: Jest keeps no annotations.
      const [, title, why] = /^(.*?)(?: \(long: (.*)\))?$/.exec(a.title);
      return { seconds: (a.duration ?? 0) / 1000, name: `${relative(root, name)}: ${title}`, why };
    }),
  );
function endToEndCases() {
  const cases = [];
  const walk = ({ specs = [], suites = [], file }) => {
    for (const spec of specs)
      for (const t of spec.tests)
        cases.push({
          seconds: t.results.reduce((sum, r) => sum + r.duration, 0) / 1000,
          name: `e2e/${spec.file ?? file}, ${t.projectName}: ${spec.title}`,
          why: t.annotations.find((a) => a.type === 'long')?.description,
        });
    suites.forEach(walk);
  };
  json('e2e.json')?.suites.forEach(walk);
  return cases;
}

const SLOWEST = 20;
const LONG_S = 60;
function report() {
  const slowest = [...unitCases(), ...endToEndCases()].sort((a, b) => b.seconds - a.seconds).slice(0, SLOWEST);
  if (slowest.length > 0) say(`\n== The slowest ${slowest.length} cases`);
  for (const { seconds, name, why } of slowest) {
    say(`${seconds.toFixed(1).padStart(7)} s  ${name}`);
    if (seconds > LONG_S)
      say(`           ${why ? `Long because ${why}` : 'Longer than a minute, and nothing says why.'}`);
  }
  say('\n== What each part took');
  for (const [name, seconds] of phases) say(`${seconds.toFixed(0).padStart(5)} s  ${name}`);
  say(
    `${phases
      .reduce((sum, [, seconds]) => sum + seconds, 0)
      .toFixed(0)
      .padStart(5)} s  in all`,
  );
}

main(async () => {
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  try {
    await phase('Packages and browser', async () => {
      await ensureInstalled();
      await ensureChromium();
    });
    // One core for what is checked, one for what is built.
    await phase('Lint, format, types; build', async () => {
      const build = Promise.all([ensureCompiled(), ensureBuilt()]);
      // Its failure is told once the checks have said what they found.
      build.catch(() => undefined);
      for (const { name, args } of checks()) {
        say(name);
        await run('node', args, { show: true });
      }
      await build;
    });
    await phase('What is forgotten does not compile', () => run('node', ['scripts/promises.mjs'], { show: true }));
    await phase('Unit, reference and API tests', () =>
      run('npx', ['jest', '--maxWorkers=100%', '--json', `--outputFile=${join(results, 'unit.json')}`], { show: true }),
    );
    await phase('End to end', () =>
      run('npx', ['playwright', 'test', '--reporter=list,json'], {
        show: true,
        env: { PLAYWRIGHT_JSON_OUTPUT_NAME: join(results, 'e2e.json') },
      }),
    );
  } finally {
    report();
  }
});
