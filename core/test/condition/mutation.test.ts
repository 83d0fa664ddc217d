/** Rows are taken out of the tables one by one: whether anybody notices says what the seasons are worth. Run by `npm run torture`. */
import { cureTable, faultTable, voidTable } from '../../src/condition';
import { isTorture } from '../builders/budget';
import { dice } from '../builders/faulty-cars';
import { playOneFault } from '../builders/one-fault';

/** So many faults, one at a time, have the chance to notice. */
const FAULTS = 3000;

interface Mutation {
  name: string;
  apply: () => () => void;
}
/** Puts something else into a field, and back. */
const change =
  <T extends object, K extends keyof T>(row: T, key: K, to: T[K]) =>
  (): (() => void) => {
    const was = row[key];
    row[key] = to;
    return () => {
      row[key] = was;
    };
  };

const stops = Object.entries(faultTable).filter(([, row]) => row.gravity === 'stop');
const mutations: Mutation[] = [
  ...stops.flatMap(([kind, row]): Mutation[] => [
    ...(row.proofs.length > 0 ? [{ name: `${kind}: no proofs`, apply: change(row, 'proofs', []) }] : []),
    ...(row.cures.length > 0 ? [{ name: `${kind}: no cures`, apply: change(row, 'cures', []) }] : []),
    { name: `${kind}: not a stop`, apply: change(row, 'gravity', 'needsWork') },
  ]),
  ...Object.entries(cureTable).flatMap(([cause, row]): Mutation[] => [
    { name: `${cause}: no proofs`, apply: change(row, 'proofs', []) },
    { name: `${cause}: no cures`, apply: change(row, 'cures', []) },
  ]),
  ...(Object.keys(voidTable) as (keyof typeof voidTable)[])
    .filter((act) => voidTable[act].length > 0)
    .map((act): Mutation => ({ name: `${act}: voids nothing`, apply: change(voidTable, act, []) })),
];

(isTorture ? test : test.skip)('rows taken out of the tables are missed', () => {
  const unnoticed: string[] = [];
  for (const { name, apply } of mutations) {
    const restore = apply();
    const roll = dice(17);
    let isCaught = false;
    for (let n = 0; n < FAULTS && !isCaught; n++) {
      try {
        playOneFault(roll);
      } catch {
        isCaught = true;
      }
    }
    restore();
    if (!isCaught) unnoticed.push(name);
  }
  const share = (100 * (mutations.length - unnoticed.length)) / mutations.length;
  console.info(`${mutations.length} rows, ${share.toFixed(0)} % caught; not caught: ${unnoticed.join('; ')}`);
  expect(share).toBeGreaterThan(50);
});
