import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  RUNOUT_LIMIT_MM,
  type RotorMeasurement,
  MAX_THICKNESS_VARIATION_MM,
  isCeramic,
  judgeRotor,
  judgeRotorMass,
  readingBefore,
  judgeRotorThickness,
  rotorReadingsAt,
  worstFirst,
} from '@calvik/core';
import { crackNames, transferLayerWords } from '@calvik/words';
import { useUnits } from '../../../ui/units';
import { ChoiceChips } from '../../../ui/chips';
import { type FigureField, FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { LimitBar } from '../../../ui/limit-bar';
import { recordText } from '../../../ui/quantity-text';
import { SayAll } from '../../../ui/say-all';
import { Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { FigureView } from '../../../ui/working';
import { StepFrame } from '../step-frame';
import { useCaliper } from '../use-caliper';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';
import { FindingLines, LiveFinding } from '../../finding-line';

const POINTS = [1, 2, 3, 4, 5, 6, 7, 8];

interface RotorForm {
  figures: Record<string, string>;
  crack: RotorMeasurement['crack'] | '';
  transferLayer: RotorMeasurement['transferLayer'] | '';
  marks: 'there' | 'gone' | '';
  instrument: RotorMeasurement['instrument'];
}

/** One rotor: eight thicknesses, run-out, lip, weight, cracks, transferLayer; each against its limit. */
export function RotorStep({ s, step, logbook }: StepProps) {
  const { show, system } = useUnits();
  const read = useReadFigure();
  const corner = step.corner!;
  const { rotorPair, rotor } = s.corners.corners[corner];
  const standing = rotor?.jobId === s.job.id ? rotor : undefined;
  const known = rotorReadingsAt(logbook, s.car, corner).findLast((r) => typeof r.discardThicknessMm === 'number');
  const last = readingBefore(logbook, s.car, 'rotorMeasurement', corner, s.job.id);
  const hundredths = system === 'metric' ? 2 : 4;
  const text = (mm: number | null | undefined): string => recordText(mm, 'length', system);
  const { draft, change, clear } = useDraft<RotorForm>(`service.${s.job.id}.${step.key}`, {
    figures: {
      ...Object.fromEntries(POINTS.map((n) => [`t${n}`, text(standing?.thicknessesMm[n - 1])])),
      runout: text(standing?.runoutMm),
      lip: text(standing?.lipMm),
      mass: recordText(standing?.massKg, 'mass', system),
      crackLength: text(standing?.crackLengthMm),
      discard: text(standing?.discardThicknessMm),
    },
    crack: standing?.crack ?? '',
    transferLayer: standing?.transferLayer ?? '',
    marks: standing ? (standing.wearMarksGone ? 'gone' : 'there') : '',
    instrument: standing?.instrument ?? 'byHand',
  });
  const [selected, select] = useState(isCeramic(rotorPair) ? 'mass' : 't1');
  const set = (key: string, value: string): void => change({ figures: { ...draft.figures, [key]: value } });
  // Read off the hat where nothing on record says it: it is kept with the reading.
  const discardMm =
    rotorPair?.discardThicknessMm ?? read(draft.figures.discard, 'length') ?? known?.discardThicknessMm ?? null;
  const byWeight = isCeramic(rotorPair);
  const massKg = read(draft.figures.mass, 'mass') ?? null;
  const points: FigureField[] = (byWeight ? [1] : POINTS).map((n) => {
    const value = read(draft.figures[`t${n}`], 'length');
    return {
      key: `t${n}`,
      label: `${n}`,
      dimension: 'length',
      digits: hundredths,
      verdict: value === null || byWeight ? undefined : judgeRotorThickness(value, discardMm).verdict,
    };
  });
  const more: FigureField[] = [
    ...(rotorPair
      ? []
      : [
          {
            key: 'discard',
            label: 'Discard',
            dimension: 'length' as const,
            optional: true,
            last: known?.discardThicknessMm ?? null,
            digits: hundredths,
          },
        ]),
    {
      key: 'runout',
      label: 'Run-out',
      dimension: 'length',
      optional: true,
      last: last?.runoutMm ?? null,
      digits: hundredths,
    },
    { key: 'lip', label: 'Lip', dimension: 'length', optional: true, last: last?.lipMm ?? null, digits: hundredths },
    {
      key: 'mass',
      label: 'Weight',
      dimension: 'mass',
      optional: !byWeight,
      last: last?.massKg ?? null,
      digits: 2,
      ...(byWeight && massKg !== null ? { verdict: judgeRotorMass(massKg, rotorPair?.minMassKg ?? 0).verdict } : {}),
    },
  ];
  const body = useMemo(() => {
    const thicknessesMm = POINTS.flatMap((n) => read(draft.figures[`t${n}`], 'length') ?? []);
    if (thicknessesMm.length === 0) return null;
    return {
      kind: 'rotorMeasurement' as const,
      corner,
      rotorPairId: rotorPair?.id ?? null,
      ...(rotorPair ? {} : { discardThicknessMm: read(draft.figures.discard, 'length') }),
      thicknessesMm,
      runoutMm: read(draft.figures.runout, 'length'),
      lipMm: read(draft.figures.lip, 'length'),
      massKg: read(draft.figures.mass, 'mass'),
      crack: draft.crack || ('none' as const),
      crackLengthMm: draft.crack === 'crack' ? read(draft.figures.crackLength, 'length') : null,
      wearMarksGone: draft.marks === 'gone',
      transferLayer: draft.transferLayer || ('even' as const),
      instrument: draft.instrument,
    };
    // `read` reads by the chosen units alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [draft, corner, rotorPair, system]);
  const judged = useMemo(
    () => body && judgeRotor({ ...body, id: '', at: '', recordedAt: '', by: '', carId: '', jobId: '' }, rotorPair),
    [body, rotorPair],
  );

  /** Takes a reading at this point and says whether there is another. */
  const take = (mm: number): 'rotor' | null => {
    change({ figures: { ...draft.figures, [selected]: text(mm) }, instrument: 'simulatedCaliper' });
    const n = Number(selected.slice(1));
    if (!selected.startsWith('t') || n >= 8) return null;
    select(`t${n + 1}`);
    return 'rotor';
  };
  const caliper = useCaliper({
    carId: s.car.id,
    corner,
    target: 'rotor',
    place: selected.startsWith('t') ? `point ${selected.slice(1)}` : 'the rotor',
    isWanted: !standing && !byWeight,
    onTake: take,
  });
  const looksGood = draft.crack === 'none' && draft.transferLayer === 'even' && draft.marks === 'there';
  const sayLooksGood = (): void =>
    change(
      looksGood
        ? { crack: '', transferLayer: '', marks: '' }
        : { crack: 'none', transferLayer: 'even', marks: 'there' },
    );
  const findings = worstFirst(judged?.findings ?? []);
  const lastLeast = last ? Math.min(...last.thicknessesMm) : null;
  return (
    <StepFrame
      s={s}
      step={step}
      wanted={
        rotorPair
          ? `${rotorPair.label}${lastLeast === null ? '' : `, last ${show(lastLeast, 'length', hundredths)}`}.`
          : 'No rotors on record here: type the discard figure that is cast on the hat.'
      }
      make={() => {
        if (byWeight && massKg === null) return 'Weigh it: a carbon-ceramic rotor is judged by its weight.';
        if (!body) return 'Measure at one point at least; eight are usual.';
        if (!draft.crack) return 'Say what cracks there are, or none.';
        if (draft.crack === 'crack' && body.crackLengthMm === null) return 'Type how long the crack is.';
        if (!draft.transferLayer) return 'Say how the transfer layer looks.';
        if (!draft.marks) return 'Say whether the wear marks are still there.';
        return [body];
      }}
      onSaved={clear}
    >
      <FigureFields
        verdict={
          <View testID="live-verdict" style={{ gap: 6 }}>
            {byWeight && rotorPair?.minMassKg ? (
              <LimitBar
                label="Rotor weight"
                fresh={rotorPair.newMassKg ?? rotorPair.minMassKg * 1.06}
                limit={rotorPair.minMassKg}
                reading={massKg}
                show={(value) => show(value, 'mass', 2)}
                limitWord="Least"
              />
            ) : discardMm !== null ? (
              <LimitBar
                label="Rotor thickness"
                fresh={rotorPair?.newThicknessMm ?? Math.max(discardMm + 2, judged?.thinnest.value ?? 0)}
                limit={discardMm}
                reading={judged?.thinnest.value ?? null}
                show={(value) => show(value, 'length', hundredths)}
                limitWord="Discard"
              />
            ) : null}
            <LiveFinding findings={findings} hasReading={judged !== null} />
          </View>
        }
        fields={
          byWeight
            ? [...more.filter((f) => f.key === 'mass'), ...points, ...more.filter((f) => f.key !== 'mass')]
            : [...points, ...more]
        }
        values={draft.figures}
        onChange={(key, value) => {
          set(key, value);
          change({ instrument: 'byHand' });
        }}
        selected={selected}
        onSelect={select}
        columns={4}
        instrument={caliper.panel}
        cell={<SayAll label="Looks good" on={looksGood} onPress={sayLooksGood} />}
      />
      {byWeight ? null : caliper.button}
      <FindingLines findings={findings.slice(1)} />
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
      <Section title="Cracks">
        <ChoiceChips
          label="Cracks"
          value={draft.crack}
          onChange={(crack) => change({ crack })}
          options={(Object.keys(crackNames) as RotorMeasurement['crack'][]).map((value) => ({
            value,
            label: crackNames[value],
          }))}
        />
        {draft.crack === 'crack' ? (
          <ChoiceChips
            label="Crack length"
            columns={4}
            value={draft.figures.crackLength ?? ''}
            onChange={(value) => set('crackLength', value)}
            options={[3, 5, 8, 10, 12, 15, 20, 30].map((n) => ({
              value: `${n} mm`,
              label: show(n, 'length', system === 'metric' ? 0 : 2),
            }))}
          />
        ) : null}
      </Section>
      <Section title="Transfer layer">
        <ChoiceChips
          label="Transfer layer"
          value={draft.transferLayer}
          onChange={(transferLayer) => change({ transferLayer })}
          options={(Object.keys(transferLayerWords) as RotorMeasurement['transferLayer'][]).map((value) => ({
            value,
            label: transferLayerWords[value].name,
          }))}
        />
        <Text as="small">Wear dots, or the depth of the slots:</Text>
        <Segments
          label="Wear marks"
          value={draft.marks}
          onChange={(marks) => change({ marks })}
          options={[
            { value: 'there', label: 'Still there' },
            { value: 'gone', label: 'Gone' },
          ]}
        />
      </Section>
      <Section title={`Run-out, ${show(RUNOUT_LIMIT_MM.max, 'length', hundredths)} at most`}>
        <LimitBar
          label="Run-out"
          fresh={0}
          limit={RUNOUT_LIMIT_MM.max}
          end={Math.max(0.2, (read(draft.figures.runout, 'length') ?? 0) * 1.1)}
          reading={read(draft.figures.runout, 'length')}
          show={(value) => show(value, 'length', hundredths)}
          freshWord="Run-out"
        />
      </Section>
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  grow: { flex: 1 },
  figures: { flexDirection: 'row', flexWrap: 'wrap', gap: 16 },
});
