/** `docs/sources.md` against the tree: what it names is there, and a test that it names says the source. */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(__dirname, '..', '..');
const text = readFileSync(join(root, 'docs', 'sources.md'), 'utf8');
const cellsOf = (line: string): string[] =>
  line
    .split('|')
    .slice(1, -1)
    .map((c) => c.trim());
const tableOf = (heading: string): string[][] =>
  text
    .split(`## ${heading}\n`)[1]!
    .split('\n## ')[0]!
    .split('\n')
    .filter((line) => line.startsWith('|'))
    .slice(2)
    .map(cellsOf);
const pathsIn = (cell: string): string[] => [...cell.matchAll(/`([\w./-]+\.\w+)`/g)].map((m) => m[1]!);
/** Names and numbers of a source: one of them at least stands in its test. */
const keysOf = (source: string): string[] => source.match(/\b(?:[A-Z][A-Za-z]{3,}|[A-Z]{3,}|\d{3,}[\d/.-]*)\b/g) ?? [];

const rows = tableOf('Published, with a test against it');

test('there are rows to check', () => expect(rows.length).toBeGreaterThan(9));

test.each(rows.map(([what, source, , tested]) => [what!.slice(0, 60), source!, tested!]))(
  '%s: its test is there and names the source',
  (_what, source, tested) => {
    const tests = pathsIn(tested);
    expect(tests.length).toBeGreaterThan(0);
    for (const path of tests) {
      const body = readFileSync(join(root, path), 'utf8');
      expect(keysOf(source).filter((key) => body.includes(key))).not.toEqual([]);
    }
  },
);

test('every file that it names is there', () => {
  const gone = pathsIn(text).filter(
    (path) => ![root, join(root, 'core', 'src')].some((at) => existsSync(join(at, path))),
  );
  expect(gone).toEqual([]);
});
