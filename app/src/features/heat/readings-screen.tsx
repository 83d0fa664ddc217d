import { counted } from '@calvik/words';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Car,
  cameInOf,
  type FittedReading,
  type HeatOutlook,
  type HeatReading,
  type TrackEvent,
  dateIn,
  edgeOf,
  heatCaseAt,
  hottestAxle,
  longDate,
  readingsOf,
} from '@calvik/core';
import { fittedText, heatInstrumentNames, heatReadText, withinText } from '@calvik/words/heat';
import { cameInNames } from '@calvik/words/track';
import { useLogbook } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { HatchStrip } from '../../ui/verdict';
import { LineInput } from '../../ui/line-input';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { useTokens } from '../../theme/use-tokens';
import { routes } from '../../routes';
import { useSaveFact } from '../../facts/save-fact';
import { forEvent } from './for-event';
import { ReadAgainst } from './read-against';
import { ReadingForm } from './reading-form';
import { useHeatRun } from './use-heat';

function ReadingsPage({ car, event }: { car: Car; event: TrackEvent }) {
  const logbook = useLogbook();
  const found = useMemo(() => heatCaseAt(logbook, car, event), [logbook, car, event]);
  const run = useHeatRun(
    found && !found.missing.includes('zones') ? found.heatCase : null,
    logbook.shop.peakCertaintyPercent,
  );
  const outlook = run.result?.outlook ?? null;
  const readings = useMemo(() => [...readingsOf(logbook, car)].reverse(), [logbook, car]);
  const fitted = new Map((outlook?.readings ?? []).map((r) => [r.id, r]));
  return (
    <Screen title={carLabel(logbook, car.id)} above="Readings of heat" back={routes.heat(car.id, { event: event.id })}>
      {outlook && outlook.readings.length > 0 ? (
        <Section title="Computed against read">
          <Narrowed outlook={outlook} event={event} />
          <ReadAgainst readings={outlook.readings} />
        </Section>
      ) : null}
      <ReadingForm car={car} event={event} />
      <Section title="Readings">
        {readings.length === 0 ? <Text tone="inkSoft">None yet. Each one makes the computed peak surer.</Text> : null}
        {readings.map(({ fact, venue }) => (
          <ReadingRow key={fact.id} fact={fact} venueName={venue.name} fitted={fitted.get(fact.id) ?? null} />
        ))}
      </Section>
    </Screen>
  );
}

/** What the readings have made of the fluid's peak: before, and now. */
function Narrowed({ outlook, event }: { outlook: HeatOutlook; event: TrackEvent }) {
  const { show } = useUnits();
  const { shop } = useLogbook();
  const certainty = shop.peakCertaintyPercent;
  const said = (of: HeatOutlook['axles']): string => {
    const peak = of[hottestAxle(of, 'fluidC', certainty)].fluidC;
    return `${show(peak.tempC, 'temperature')} ±${show(edgeOf(peak, certainty) - peak.tempC, 'temperatureDifference')}`;
  };
  return (
    <Text testID="narrowed">{`Fluid at ${event.name}: ${said(outlook.before)} without readings, ${said(outlook.axles)} with them. ${withinText(certainty)}`}</Text>
  );
}

function ReadingRow({
  fact,
  venueName,
  fitted,
}: {
  fact: HeatReading;
  venueName: string;
  fitted: FittedReading | null;
}) {
  const t = useTokens();
  const say = useSay();
  const { shop } = useLogbook();
  const { saveFact, saving, problem } = useSaveFact();
  const [asking, setAsking] = useState(false);
  const [because, setBecause] = useState('');
  const title = `${heatInstrumentNames[fact.read.instrument]}: ${heatReadText(fact.read, say)}`;
  const takeBack = (): void =>
    void saveFact({ kind: 'withdrawal', carId: fact.carId }, dateIn(new Date().toISOString(), shop.timeZone), {
      fact,
      because: because.trim(),
    });
  return (
    <View style={[styles.row, { borderColor: t.rule }]}>
      {fitted?.isMisfit ? <HatchStrip /> : null}
      <View style={styles.grow}>
        <Text as="strong">{title}</Text>
        <Text as="small">{`${venueName}, ${longDate(dateIn(fact.at, shop.timeZone))}, ${fact.session.laps === null ? `${fact.session.drivenMin} min` : counted(fact.session.laps, 'lap')}, in ${cameInNames[cameInOf(fact.session)].within}, air ${say.value(fact.session.airTempC, 'temperature')}`}</Text>
        <Text as={fitted?.isMisfit ? 'body' : 'small'} tone={fitted?.isMisfit ? 'amber' : undefined}>
          {fitted
            ? fittedText(fitted, say)
            : 'Not used: the venue has no braking zones, or nobody knows what the fluid boiled at.'}
        </Text>
        {asking ? (
          <View style={styles.ask}>
            <LineInput label="Why it is withdrawn" value={because} onChange={setBecause} maxLength={200} />
            {problem ? <Text tone="stop">{problem}</Text> : null}
            <MainButton mode="outlined" danger onPress={takeBack} loading={saving} disabled={because.trim() === ''}>
              Withdraw
            </MainButton>
          </View>
        ) : (
          <MainButton mode="text" label={`Withdraw ${title}`} onPress={() => setAsking(true)}>
            Withdraw
          </MainButton>
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 10, borderBottomWidth: 1, paddingVertical: 8 },
  grow: { flex: 1, minWidth: 0 },
  ask: { gap: 8, paddingTop: 6 },
});

export const HeatReadingsScreen = forEvent(
  'Readings of heat',
  'This car is booked to no event: a reading belongs to a session somewhere.',
  ReadingsPage,
);
