/** Rows are taken out of the tables one by one: whether anybody notices says what the seasons are worth. Run by `npm run torture`. */
import { type Act, cureTable, faultTable, faultsAgainst, purposeTable, purposes, voidTable } from '../../src/condition';
import type { Proof } from '../../src/model';
import { isTorture } from '../builders/budget';
import { dice } from '../builders/faulty-cars';
import { playOneFault } from '../builders/one-fault';

/** So many faults, one at a time, have the chance to notice. */
const FAULTS = 4000;

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

type Row = { cures: readonly Act[] | 'byCause'; proofs: readonly Proof[] };
/** Whether every cure voids what the row wants shown: it is asked for in any case, and the row could not be missed. */
const isAskedAnyway = ({ cures, proofs }: Row, also: readonly Proof[] = []): boolean =>
  cures !== 'byCause' &&
  proofs.every(
    (proof) => also.includes(proof) || cures.every((act) => (voidTable[act] as readonly Proof[]).includes(proof)),
  );
/** Whether what cures it is also what shows it. */
const showsItself = ({ proofs }: Row): boolean => proofs.includes('torqued');

const stops = Object.entries(faultTable).filter(([, row]) => row.gravity === 'stop');
const mutations: Mutation[] = [
  ...stops.flatMap(([kind, row]): Mutation[] => [
    ...(row.proofs.length > 0 && !isAskedAnyway(row) && !showsItself(row)
      ? [{ name: `${kind}: no proofs`, apply: change(row, 'proofs', []) }]
      : []),
    ...(row.cures.length > 0 && !showsItself(row)
      ? [{ name: `${kind}: no cures`, apply: change(row, 'cures', []) }]
      : []),
    { name: `${kind}: not a stop`, apply: change(row, 'gravity', 'needsWork') },
  ]),
  ...Object.entries(cureTable).flatMap(([cause, row]): Mutation[] => [
    // The pedal is pressed after whatever a driver has said of it.
    ...(isAskedAnyway(row, ['pedalFirm']) ? [] : [{ name: `${cause}: no proofs`, apply: change(row, 'proofs', []) }]),
    { name: `${cause}: no cures`, apply: change(row, 'cures', []) },
  ]),
  ...(Object.keys(voidTable) as (keyof typeof voidTable)[])
    // A flush is never without fluid that was drawn.
    .filter((act) => voidTable[act].length > 0 && act !== 'flushed')
    .map((act): Mutation => ({ name: `${act}: voids nothing`, apply: change(voidTable, act, []) })),
  ...purposes.flatMap((purpose): Mutation[] => {
    const row = purposeTable[purpose];
    const asked = (Object.keys(row) as (keyof typeof row)[]).filter((proof) => row[proof] !== null);
    return [
      ...asked.map((proof) => ({ name: `${purpose}: asks no ${proof}`, apply: change(row, proof, null) })),
      ...(faultsAgainst[purpose] ?? []).map((proof) => ({
        name: `${purpose}: not kept by ${proof}`,
        apply: change(
          faultsAgainst,
          purpose,
          faultsAgainst[purpose]!.filter((p) => p !== proof),
        ),
      })),
    ];
  }),
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
  expect(share).toBeGreaterThanOrEqual(95);
});
