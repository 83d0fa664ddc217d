import type { ReactNode } from 'react';
import { View } from 'react-native';
import { judgeRotorMass, judgeRotorThickness } from '@calvik/core';
import { type FigureField, FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { LimitBar } from '../../../ui/limit-bar';
import { SayAll } from '../../../ui/say-all';
import { useUnits } from '../../../ui/units';
import { LiveFinding } from '../../../facts/finding-line';
import { POINTS, type Rotor } from './use-rotor';

const hundredthsIn = (system: 'metric' | 'imperial'): number => (system === 'metric' ? 2 : 4);

/** The lines of the keypad: eight points, then what else is read of a rotor; of a carbon-ceramic one its weight first. */
function useRotorFields(r: Rotor): FigureField[] {
  const { system } = useUnits();
  const read = useReadFigure();
  const digits = hundredthsIn(system);
  const { draft, last, rotorPair, byWeight, massKg } = r;
  const points: FigureField[] = (byWeight ? [1] : POINTS).map((n) => {
    const mm = read(draft.figures[`t${n}`], 'length');
    const judge = (value: number) => judgeRotorThickness(value, r.discardMm).verdict;
    const verdict = mm === null || byWeight ? undefined : judge(mm);
    const near = read(draft.figures[`t${n - 1}`], 'length');
    return {
      key: `t${n}`,
      label: `${n}`,
      dimension: 'length',
      digits: Math.max(digits, r.places),
      verdict,
      ...(byWeight ? {} : { places: r.places, judge, near }),
    };
  });
  const length = (key: string, label: string, lastMm: number | null): FigureField => ({
    key,
    label,
    dimension: 'length',
    optional: true,
    last: lastMm,
    digits,
  });
  const mass: FigureField = {
    key: 'mass',
    label: 'Weight',
    dimension: 'mass',
    optional: !byWeight,
    last: last?.massKg ?? null,
    digits: 2,
    ...(byWeight && massKg !== null ? { verdict: judgeRotorMass(massKg, rotorPair?.minMassKg ?? 0).verdict } : {}),
  };
  const rest = [
    ...(rotorPair ? [] : [length('discard', 'Discard', r.knownDiscardMm)]),
    length('runout', 'Run-out', last?.runoutMm ?? null),
    length('lip', 'Lip', last?.lipMm ?? null),
  ];
  return byWeight ? [mass, ...points, ...rest] : [...points, ...rest, mass];
}

/** What is left of the rotor against its limit: by weight, or by thickness. */
function WearBar({ r }: { r: Rotor }) {
  const { show, system } = useUnits();
  const { rotorPair, discardMm, judged } = r;
  if (r.byWeight && rotorPair?.minMassKg)
    return (
      <LimitBar
        label="Rotor weight"
        fresh={rotorPair.newMassKg ?? rotorPair.minMassKg * 1.06}
        limit={rotorPair.minMassKg}
        reading={r.massKg}
        show={(value) => show(value, 'mass', 2)}
        limitWord="Least"
      />
    );
  return discardMm === null ? null : (
    <LimitBar
      label="Rotor thickness"
      fresh={rotorPair?.newThicknessMm ?? Math.max(discardMm + 2, judged?.thinnest.value ?? 0)}
      limit={discardMm}
      reading={judged?.thinnest.value ?? null}
      show={(value) => show(value, 'length', hundredthsIn(system))}
      limitWord="Discard"
    />
  );
}

/** The figures of a rotor, each against its limit, over the keypad. */
export function RotorFigures({ r, instrument }: { r: Rotor; instrument: ReactNode }) {
  const { draft } = r;
  const looksGood = draft.crack === 'none' && draft.transferLayer === 'even' && draft.marks === 'there';
  return (
    <FigureFields
      verdict={
        <View testID="live-verdict" style={{ gap: 6 }}>
          <WearBar r={r} />
          <LiveFinding findings={r.findings} hasReading={r.judged !== null} />
        </View>
      }
      fields={useRotorFields(r)}
      values={draft.figures}
      onChange={r.typeFigure}
      selected={r.selected}
      onSelect={r.select}
      columns={4}
      instrument={instrument}
      cell={
        <SayAll
          label="Looks good"
          on={looksGood}
          onPress={() =>
            r.change(
              looksGood
                ? { crack: '', transferLayer: '', marks: '' }
                : { crack: 'none', transferLayer: 'even', marks: 'there' },
            )
          }
        />
      }
    />
  );
}
