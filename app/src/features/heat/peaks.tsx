import { memo, useDeferredValue, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Axle,
  type HeatCase,
  type HeatPart,
  type Car,
  type TrackEvent,
  edgeFigure,
  faceLimit,
  hottestAxle,
  judgeFluid,
} from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { LimitBar } from '../../ui/limit-bar';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { FigureView } from '../../ui/working';
import type { HeatRunResult } from '../../workers/heat-tasks';
import { HeatChart } from './heat-chart';
import { CurveTable, PeaksTable } from './peaks-table';

const ROTOR_PARTS = ['faceC', 'rotorC', 'padsC'] as const;
const FLUID_PARTS = ['fluidC', 'caliperC'] as const;

/** Peaks, curves, and what they are held against. */
export const Peaks = memo(function Peaks({
  car,
  event,
  heatCase,
  run,
}: {
  car: Car;
  event: TrackEvent;
  heatCase: HeatCase;
  run: HeatRunResult;
}) {
  const logbook = useLogbook();
  const today = useToday();
  const { show } = useUnits();
  const [axle, setAxle] = useState<Axle>('front');
  const certainty = logbook.shop.peakCertaintyPercent;
  const { outlook, curves } = run;
  const fluid = useMemo(() => judgeFluid(logbook, car, event, today), [logbook, car, event, today]);
  const hottest = hottestAxle(outlook.axles, 'fluidC', certainty);
  const venue = logbook.venues.get(event.venueId)?.name ?? event.name;
  const edge = useMemo(
    () => ({ ...edgeFigure(heatCase, outlook, hottest, certainty, venue), label: 'Computed for this session' }),
    [heatCase, outlook, hottest, certainty, venue],
  );
  const edgeC = edge.value;
  const boilsAtC = fluid.boilingOnDay?.value ?? null;
  const limitOf = (of: Axle, part: HeatPart): number | null =>
    part === 'fluidC' ? boilsAtC : part === 'faceC' ? (faceLimit(logbook, car, of)?.tempC ?? null) : null;
  // Charts are drawn in slices, after what can be read at once.
  const drawn = useDeferredValue(curves[axle]);
  const drawnNext = useDeferredValue(drawn);
  const rotorLimit = useMemo(() => {
    const limit = faceLimit(logbook, car, axle);
    return limit && { label: limit.compound ? `${limit.compound} stands` : 'a rotor stands', tempC: limit.tempC };
  }, [logbook, car, axle]);
  const fluidLimit = useMemo(
    () => (boilsAtC === null ? null : { label: 'boils on the day', tempC: boilsAtC }),
    [boilsAtC],
  );
  const parkedAtMin = outlook.parkedAtS === null ? null : outlook.parkedAtS / 60;
  return (
    <>
      <View style={styles.gap}>
        <View style={styles.head}>
          <FigureView figure={edge} big />
          {fluid.boilingOnDay ? <FigureView figure={fluid.boilingOnDay} /> : null}
        </View>
        <Text as="small">{`The fluid at the ${hottest}: ${show(outlook.axles[hottest].fluidC.tempC, 'temperature')} in the middle, and under ${show(edgeC, 'temperature')} ${certainty} times in 100.`}</Text>
        {boilsAtC !== null ? (
          <LimitBar
            label="Fluid"
            fresh={Math.min(20, edgeC - 10)}
            limit={boilsAtC}
            end={Math.max(boilsAtC, edgeC) + 40}
            reading={edgeC}
            show={(c) => show(c, 'temperature')}
            freshWord="Cold"
            limitWord="Boils"
          />
        ) : (
          <Text as="small">Nobody knows what the fluid boils at: test it.</Text>
        )}
      </View>
      <PeaksTable outlook={outlook} certaintyPercent={certainty} limitOf={limitOf} />
      <Segments
        label="Axle"
        value={axle}
        onChange={setAxle}
        options={[
          { value: 'front', label: 'Front' },
          { value: 'rear', label: 'Rear' },
        ]}
      />
      <HeatChart testID="chart-rotor" curve={drawn} parts={ROTOR_PARTS} limit={rotorLimit} parkedAtMin={parkedAtMin} />
      <HeatChart
        testID="chart-fluid"
        curve={drawnNext}
        parts={FLUID_PARTS}
        limit={fluidLimit}
        parkedAtMin={parkedAtMin}
      />
      <CurveTable curve={curves[axle]} axle={axle} />
    </>
  );
});

const styles = StyleSheet.create({
  gap: { gap: 10 },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', gap: 10 },
});
