/**
 * `npm run lint:promises`: what is forgotten does not compile. Each entry that a measured check and a record have in a registry is taken out in turn, in
 * a copy, and the compiler has to complain; the number of files that have such an entry has a limit.
 */
import { cpSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { main, root, say } from './lib.mjs';

/** Rooms in the order in which they build upon each other. */
const rooms = ['core', 'words', 'server', 'app'];

/** The specimen of a measured check: play of a wheel bearing. Whoever adds another goes through the same files. */
const check = {
  name: 'a measured check',
  most: 14,
  own: [
    'core/src/wheel-bearings/schema.ts',
    'core/src/wheel-bearings/findings.ts',
    'core/src/wheel-bearings/judge.ts',
    'words/src/wheel-bearings.ts',
    'app/src/features/wheel-bearings/step.tsx',
  ],
  entries: [
    ['core/src/model/schemas/service.ts', '  wheelBearingMeasurement,\n'],
    ['core/src/model/steps.ts', "  'wheelBearing',\n"],
    ['core/src/model/steps.ts', "  wheelBearing: 'corner',\n"],
    ['core/src/condition/reads.ts', /  wheelBearingMeasurement: \(fact, \{ sheet \}\) => \{[\s\S]*?\n  \},\n/],
    ['core/src/condition/ways.ts', /  wheelBearingMeasurement: \(\{ corner.*\n/],
    ['core/src/service/measurements.ts', /  wheelBearingMeasurement: .*\n/],
    ['core/src/service/step-of-finding.ts', "  wheelBearingPlayTooHigh: 'wheelBearing',\n"],
    ['core/src/service/step-of-finding.ts', /  \.\.\.measuredStep,\n/],
    [
      'core/src/service/measurements.ts',
      /MeasuredFindings = WheelBearingFindings/,
      'MeasuredFindings = Record<never, never>',
    ],
    ['words/src/measurements.ts', '  wheelBearingMeasurement: wheelBearingWords,\n'],
    ['words/src/findings/index.ts', '  ...wheelBearingTexts,\n'],
    ['app/src/features/service/step-screen.tsx', '  wheelBearing: WheelBearingStep,\n'],
  ],
};
/** The specimen of a record: a part that wears, such as a caliper seal. */
const record = {
  name: 'a record',
  most: 9,
  own: ['core/src/model/schemas/records.ts', 'app/src/features/inventory/supplier-forms.tsx'],
  entries: [
    ['core/src/model/schemas/records.ts', '  wearParts: wearPart,\n'],
    ['core/src/model/collections.ts', "  'wearParts',\n"],
    ['core/src/model/references.ts', "  wearParts: { carId: 'cars' },\n"],
    ['core/src/model/references.ts', "wearParts: { carId: 'cars' }", 'wearParts: {}'],
    ['core/src/logbook/logbook.ts', '  wearParts: ReadonlyMap<string, WearPart>;\n'],
    ['core/src/logbook/logbook.ts', '    wearParts: byId(records.wearParts),\n'],
    ['words/src/names.ts', "  wearParts: 'wear part',\n"],
    ['app/src/records/record-foot.tsx', '  wearParts: true,\n'],
    ['app/src/features/search/search.ts', /  wearParts: \{ kind: 'Part'.*\n/],
  ],
};

/** A copy of the rooms whose packages are the real ones, but for the rooms themselves. */
function makeCopy() {
  const copy = mkdtempSync(join(tmpdir(), 'calvik-promises-'));
  for (const room of rooms)
    cpSync(join(root, room), join(copy, room), {
      recursive: true,
      filter: (path) => !/\/(node_modules|dist|\.expo)(\/|$)/.test(path),
    });
  cpSync(join(root, 'tsconfig.base.json'), join(copy, 'tsconfig.base.json'));
  // Each room reads the sources of those below it: what is built elsewhere would not have the gap.
  for (const room of rooms) {
    const { references: _, ...own } = JSON.parse(readFileSync(join(copy, room, 'tsconfig.json'), 'utf8'));
    writeFileSync(join(copy, room, 'tsconfig.json'), JSON.stringify({ ...own, include: ['src'] }));
  }
  const packages = join(copy, 'node_modules');
  mkdirSync(join(packages, '@calvik'), { recursive: true });
  for (const name of readdirSync(join(root, 'node_modules')))
    if (name !== '@calvik') symlinkSync(join(root, 'node_modules', name), join(packages, name));
  for (const room of rooms) symlinkSync(join(copy, room), join(packages, '@calvik', room));
  return copy;
}

const compile = (copy, room) =>
  new Promise((done) => {
    const tsc = join(root, 'node_modules/typescript-native/bin/tsc');
    const child = spawn(
      'node',
      [tsc, '-p', room, '--incremental', 'false', '--composite', 'false', '--noEmit', '--emitDeclarationOnly', 'false'],
      { cwd: copy },
    );
    let text = '';
    child.stdout.on('data', (chunk) => (text += chunk));
    child.on('exit', (code) =>
      done(code === 0 ? null : (text.split('\n').find((line) => line.includes('error')) ?? text)),
    );
  });

/** Takes one entry out. @returns what the compiler said first, or null where nobody noticed */
async function omit(copy, [file, entry, instead = '']) {
  const path = join(copy, file);
  const whole = readFileSync(path, 'utf8');
  const without = whole.replace(entry, instead);
  if (without === whole) return { error: 'is not there: this list is behind the code' };
  writeFileSync(path, without);
  try {
    for (const room of rooms.slice(rooms.indexOf(file.split('/')[0]))) {
      const found = await compile(copy, room);
      if (found) return { said: found };
    }
    return { error: 'was taken out, and everything compiles' };
  } finally {
    writeFileSync(path, whole);
  }
}

main(async () => {
  const copies = [makeCopy(), makeCopy()];
  const wrong = [];
  try {
    for (const { name, most, own, entries } of [check, record]) {
      const files = new Set([...own, ...entries.map(([file]) => file)]);
      say(`${name}: ${files.size} files, ${entries.length} entries`);
      if (files.size > most) wrong.push(`${name} is in ${files.size} files, and ${most} are the most.`);
      const left = [...entries];
      await Promise.all(
        copies.map(async (copy) => {
          for (let next = left.shift(); next; next = left.shift()) {
            const [file, entry] = next;
            const { said, error } = await omit(copy, next);
            say(`  ${file} ${String(entry).trim().slice(0, 60)}: ${error ?? said.trim().slice(0, 110)}`);
            if (error) wrong.push(`${file} ${String(entry).trim().slice(0, 60)} ${error}.`);
          }
        }),
      );
    }
  } finally {
    for (const copy of copies) rmSync(copy, { recursive: true, force: true });
  }
  if (wrong.length > 0) throw new Error(wrong.join('\n'));
});
