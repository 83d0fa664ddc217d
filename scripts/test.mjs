/** `npm test`: everything that CI checks. */
import { ensureBuilt, ensureChromium, ensureInstalled, main, run, say } from './lib.mjs';

main(async () => {
  await ensureInstalled();
  await ensureChromium();
  const steps = [
    ['Lint and format', 'npm', ['run', '--silent', 'lint']],
    ['Types', 'npm', ['run', '--silent', 'typecheck']],
    ['Unit, reference and API tests', 'npm', ['run', '--silent', 'test:unit']],
  ];
  for (const [name, command, args] of steps) {
    say(`\n== ${name}`);
    await run(command, args, { show: true });
  }
  await ensureBuilt();
  say('\n== End to end');
  await run('npm', ['run', '--silent', 'test:e2e'], { show: true });
});
