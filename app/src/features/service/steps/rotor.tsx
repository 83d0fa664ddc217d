import { StyleSheet, View } from 'react-native';
import { MAX_THICKNESS_VARIATION_MM, RUNOUT_LIMIT_MM, standingFaults } from '@calvik/core';
import { LimitBar } from '../../../ui/limit-bar';
import { Section } from '../../../ui/screen';
import { useUnits } from '../../../ui/units';
import { FigureView } from '../../../ui/working';
import { FindingLines } from '../../../facts/finding-line';
import { StepFrame } from '../step-frame';
import { useCaliper } from '../use-caliper';
import type { StepProps } from '../use-service';
import { RotorFigures } from './rotor-figures';
import { RotorSeen } from './rotor-seen';
import { useRotor } from './use-rotor';

/** One rotor: eight thicknesses, run-out, lip, weight, cracks, transfer layer; each against its limit. */
export function RotorStep(props: StepProps) {
  const { s, step, logbook } = props;
  const { show, system } = useUnits();
  const hundredths = system === 'metric' ? 2 : 4;
  const r = useRotor(props);
  const { rotorPair, judged, last, runoutMm } = r;
  const caliper = useCaliper({
    carId: s.car.id,
    corner: r.corner,
    target: 'rotor',
    place: r.selected.startsWith('t') ? `point ${r.selected.slice(1)}` : 'the rotor',
    isWanted: !r.isStanding && !r.byWeight,
    onTake: r.take,
  });
  const lastLeast = last ? `, last ${show(Math.min(...last.thicknessesMm), 'length', hundredths)}` : '';
  const hasJudder = standingFaults(logbook, s.car).some((f) => f.kind === 'judder');
  return (
    <StepFrame
      s={s}
      step={step}
      hasKeypad
      wanted={
        (hasJudder ? 'Judder was said: read the run-out too, and all eight points. ' : '') +
        (rotorPair
          ? `${rotorPair.label}${lastLeast}.`
          : 'No rotors on record here: type the discard figure that is cast on the hat.')
      }
      make={r.make}
      usual={{ says: 'Looks good', make: r.makeUsual }}
      onSaved={r.clear}
    >
      <RotorFigures r={r} instrument={caliper.panel} />
      {r.byWeight ? null : caliper.button}
      <FindingLines findings={r.findings.slice(1)} />
      {judged?.spread ? (
        <LimitBar
          label="Thickness variation"
          fresh={0}
          limit={MAX_THICKNESS_VARIATION_MM}
          end={Math.max(0.03, judged.spread.value * 1.1)}
          reading={judged.spread.value}
          show={(value) => show(value, 'length', system === 'metric' ? 3 : 4)}
          freshWord="Variation"
        />
      ) : null}
      {judged ? (
        <View style={styles.figures}>
          <FigureView figure={judged.thinnest} digits={hundredths} />
          {judged.spread ? (
            <FigureView
              figure={judged.spread}
              digits={3}
              tone={judged.findings.some((f) => f.code === 'thicknessVaries') ? 'amber' : 'ink'}
            />
          ) : null}
          {judged.wear ? <FigureView figure={judged.wear} digits={hundredths} /> : null}
          {judged.byWeight ? <FigureView figure={judged.byWeight} digits={hundredths} /> : null}
        </View>
      ) : null}
      <RotorSeen r={r} />
      {r.byWeight ? null : r.placesChoice}
      <Section title={`Run-out, ${show(RUNOUT_LIMIT_MM.max, 'length', hundredths)} at most`}>
        <LimitBar
          label="Run-out"
          fresh={0}
          limit={RUNOUT_LIMIT_MM.max}
          end={Math.max(0.2, (runoutMm ?? 0) * 1.1)}
          reading={runoutMm}
          show={(value) => show(value, 'length', hundredths)}
          freshWord="Run-out"
        />
      </Section>
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  figures: { flexDirection: 'row', flexWrap: 'wrap', gap: 16 },
});
