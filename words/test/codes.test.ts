/** A code that somebody asks for and no judgement makes is a check that never comes true. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

const root = join(__dirname, '../..');
const sources = ['core/src', 'app/src', 'server/src', 'words/src'].flatMap((room) =>
  (readdirSync(join(root, room), { recursive: true }) as string[])
    .filter((file) => /\.tsx?$/.test(file))
    .map((file) => join(root, room, file)),
);
/** Codes of prompts to a driver, of problems on the wire and of Node's own errors: they are no findings, and typed where they are asked for. */
const ofOthers = new Set(['rollOn', 'cool', 'brake', 'drag', 'invalid', 'stale', 'ERR_WORKER_OUT_OF_MEMORY']);
const core = sources
  .filter((file) => file.startsWith(join(root, 'core/src')))
  .map((file) => readFileSync(file, 'utf8'));

/** Whether some judgement makes it: its name stands where a finding is made, or is chosen as one, and not only where somebody asks for it. */
function isMade(code: string): boolean {
  const made = new RegExp(
    `(?:Finding|say|told|add|push)\\(\\s*'${code}'|code: '${code}'|[?:]\\s*'${code}'|\\(\\s*'${code}',|\\['${code}'`,
  );
  return core.some((text) => made.test(text.replace(/code (?:===|!==) '\w+'/g, '')));
}

const askedFor = sources.flatMap((file) =>
  [...readFileSync(file, 'utf8').matchAll(/\bcode (?:===|!==) '(\w+)'/g)].map(([, code]) => [
    code!,
    file.slice(root.length + 1),
  ]),
);

test('some are asked for', () => {
  expect(askedFor.length).toBeGreaterThan(40);
});

test.each(askedFor.filter(([code]) => !ofOthers.has(code!)))('%s, asked for in %s, is made', (code) => {
  expect(isMade(code!)).toBe(true);
});

test('one that nobody makes would be found', () => {
  expect(isMade('aCodeThatNobodyMakes')).toBe(false);
});
