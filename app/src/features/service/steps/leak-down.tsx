import { counted } from '@calvik/words';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { MIN_HOLD_S, judgeLeakDown } from '@calvik/core';
import { useUnits } from '../../../ui/units';
import { useTokens } from '../../../theme/use-tokens';
import { FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { MainButton, Section } from '../../../ui/screen';
import { Text } from '../../../ui/text';
import { FigureView } from '../../../ui/working';
import { StepFrame } from '../step-frame';
import { useDraft } from '../../../state/use-draft';
import { useInstrument } from '../../../facts/use-instrument';
import type { StepProps } from '../use-service';
import { FindingLine } from '../../../facts/finding-line';

interface GaugeReading {
  seconds: number;
  pressureKpa: number;
}

/** The pressure bleeder on the dry system: a timed hold, its decay fitted while it runs. */
export function LeakDownStep({ s, step }: StepProps) {
  const t = useTokens();
  const { show } = useUnits();
  const read = useReadFigure();
  const start = s.exchange.begun?.pressureKpa ?? 100;
  const { draft, change, clear } = useDraft<{
    readings: GaugeReading[];
    by: 'byHand' | 'simulatedGauge';
    typed: string;
    /** When the figure was typed, ms. */
    typedAt: number;
    began: number;
    attempt: number;
  }>(`service.${s.job.id}.seal`, {
    readings: [],
    by: 'byHand',
    typed: '',
    typedAt: 0,
    began: 0,
    attempt: s.facts.filter((f) => f.kind === 'leakDownTest').length,
  });
  const [live, setLive] = useState<GaugeReading[]>(draft.readings);
  const gauge = useInstrument<GaugeReading>('gauges', (sample) =>
    setLive((now) => {
      const next = [...now, sample];
      change({ readings: next, by: 'simulatedGauge' });
      return next;
    }),
  );
  const readings = live;
  // Its own clock.
  const [now, setNow] = useState(() => Date.now());
  const isTimed = readings.length > 0 && draft.by === 'byHand' && draft.began > 0;
  useEffect(() => {
    if (!isTimed) return;
    const clock = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(clock);
  }, [isTimed]);
  const typedKpa = read(draft.typed, 'pressure');
  const note = (): void => {
    if (typedKpa === null) return;
    // The hold begins with the key that starts it; what is noted later was read when it was typed.
    const at = readings.length === 0 ? Date.now() : draft.typedAt;
    const began = readings.length === 0 ? at : draft.began;
    const next = [...readings, { seconds: Math.round((at - began) / 1000), pressureKpa: typedKpa }];
    setLive(next);
    setNow(Date.now());
    change({ readings: next, by: 'byHand', typed: '', began });
  };
  const runS = isTimed ? Math.max(0, Math.round((now - draft.began) / 1000)) : 0;
  // What is typed was read when it was typed: a figure of before the wait is none of its end.
  const typedS = Math.max(0, Math.round((draft.typedAt - draft.began) / 1000));
  const all = isTimed && typedKpa !== null ? [...readings, { seconds: typedS, pressureKpa: typedKpa }] : readings;
  const judged = all.length > 1 ? judgeLeakDown({ id: '', readings: all }, s.car.pressureCeilingKpa) : null;
  const held = Math.max(judged?.heldSeconds ?? 0, runS);
  return (
    <StepFrame
      s={s}
      step={step}
      hasKeypad
      wanted={`${show(start, 'pressure')} for ${MIN_HOLD_S} s at least.`}
      make={() => {
        // What is judged must stand still: the next reading could turn it.
        if (gauge.isOn) return 'The hold is still on: stop it first.';
        if (!judged) return 'Two readings at least: one at the start, one at the end.';
        if (judged.finding.verdict === 'watch')
          return `Held ${Math.round(judged.heldSeconds)} s: hold it ${MIN_HOLD_S} s at least, then read the gauge again.`;
        return [{ kind: 'leakDownTest', readings: all, instrument: draft.by }];
      }}
      onSaved={() => {
        gauge.stop();
        clear();
        // A seal that leaks is seated anew and held again, here.
        if (judged?.finding.verdict === 'needsWork') {
          setLive([]);
          change({ readings: [], attempt: draft.attempt + 1 });
          return 'stay';
        }
        return undefined;
      }}
      saveLabel={judged?.finding.verdict === 'needsWork' ? 'Save it, and seat the cap anew' : undefined}
    >
      <View style={styles.figures}>
        <View>
          <Text as="label">Gauge</Text>
          <Text as="bigFigure" testID="gauge">
            {readings.length > 0 ? show(readings.at(-1)!.pressureKpa, 'pressure') : '–'}
          </Text>
        </View>
        <View>
          <Text as="label">Held</Text>
          <Text as="bigFigure">{`${Math.round(held)} s`}</Text>
        </View>
        {judged?.loss ? <FigureView figure={judged.loss} digits={2} /> : null}
      </View>
      <View style={[styles.progress, { borderColor: t.rule }]} role="progressbar" aria-label="Held">
        <View
          style={{
            width: `${Math.min(100, (100 * held) / MIN_HOLD_S)}%`,
            height: 10,
            backgroundColor: t.iron,
          }}
        />
      </View>
      {judged ? <FindingLine finding={judged.finding} /> : null}
      {gauge.isOn ? (
        <MainButton mode="outlined" onPress={gauge.stop}>
          Stop the hold
        </MainButton>
      ) : (
        <MainButton
          mode="outlined"
          onPress={() => {
            setLive([]);
            change({ readings: [] });
            void gauge.start({ carId: s.car.id, startKpa: start, attempt: draft.attempt });
          }}
        >
          {readings.length > 0 ? 'Hold again with the gauge' : 'Hold with the gauge'}
        </MainButton>
      )}
      {gauge.problem ? <Text tone="stop">{gauge.problem}</Text> : null}
      <Section title="Read off by hand">
        <FigureFields
          fields={[{ key: 'typed', label: 'Gauge now', dimension: 'pressure' }]}
          values={{ typed: draft.typed }}
          onChange={(_, typed) => change({ typed, typedAt: Date.now() })}
          selected="typed"
          onSelect={() => undefined}
          onDone={note}
          verdictHeight={22}
          verdict={
            <Text as="small">
              {readings.length === 0
                ? 'Type the gauge, then start the hold.'
                : held < MIN_HOLD_S
                  ? `${MIN_HOLD_S - Math.round(held)} s to go; then type the gauge and save.`
                  : 'Long enough: type the gauge and save.'}
            </Text>
          }
          after={
            <MainButton mode="outlined" onPress={note} disabled={typedKpa === null}>
              {readings.length === 0 ? 'Start the hold' : 'Note this reading'}
            </MainButton>
          }
        />
        <Text as="small">{`${counted(readings.length, 'reading')} so far.`}</Text>
      </Section>
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  figures: { flexDirection: 'row', flexWrap: 'wrap', gap: 24, alignItems: 'flex-end' },
  progress: { borderWidth: 1, height: 12 },
});
