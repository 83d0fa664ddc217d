import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type AxleWear,
  type Car,
  type Left,
  type PadSet,
  SPARE_FROM,
  type Venue,
  compoundName,
  dateIn,
  fromCanonical,
  leftAs,
  leftOf,
  minutesLeft,
  newWeighedMm,
  offReadings,
  preferredUnit,
  rotationsOf,
  shortDate,
  wearFigures,
  wearLine,
} from '@calvik/core';
import { cornerNames, counted, trackTime } from '@calvik/words';
import { useLogbook } from '../../state/hooks';
import { Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { FigureView } from '../../ui/working';
import { WearChart } from './wear-chart';

const sideNames = { inner: ', inner pad', outer: ', outer pad', rotor: '' } as const;
const minutesText = (minutes: number): string => (minutes < 3 ? 'Nothing' : trackTime(minutes));
const percentText = (share: number): string => (share < 0.005 ? 'under 1 %' : `${Math.round(100 * share)} %`);

/** Pads or rotors of one axle: what is left, until when, and how sure that is. */
export function PartWear({ car, wear, venue }: { car: Car; wear: AxleWear; venue: Venue | undefined }) {
  const logbook = useLogbook();
  const { show, system } = useUnits();
  const figures = useMemo(() => wearFigures(wear), [wear]);
  const line = useMemo(() => wearLine(wear), [wear]);
  const lefts = useMemo(() => leftOf(wear), [wear]);
  const { of, axle, part, first, after, drawnFrom, limitMm } = wear;
  const name = `${axle === 'front' ? 'Front' : 'Rear'} ${of}`;
  const compound = of === 'pads' ? compoundName(logbook, part as PadSet | null) : '';
  /** As it is measured: by its thickness, or by its weight. */
  const left = (mm: number) => leftAs(wear.weighed, Math.max(0, mm));
  const tell = (mm: number): string => show(left(mm).value, left(mm).measure);
  const unit = preferredUnit(left(0).measure, system);
  const minutes = useMemo(() => minutesLeft(logbook, car, wear, venue), [logbook, car, wear, venue]);
  const bandOf = ({ lowMm, highMm }: Left): string =>
    [lowMm, highMm]
      .map((mm) => fromCanonical(left(mm).value, unit).toFixed(wear.weighed ? 2 : system === 'metric' ? 1 : 3))
      .join('–');
  const isOneDay = after.every((a) => a.session.day === after[0]!.session.day);
  const nameOf = ({ day, nth }: AxleWear['after'][number]['session']): string =>
    isOneDay ? `Session ${nth}` : `${shortDate(day).split(' ')[0]}, session ${nth}`;
  const where = `${cornerNames[first.corner]}${sideNames[first.side]}`;
  return (
    <Section title={[name, part?.label, compound].filter(Boolean).join(', ')}>
      <View style={styles.figures}>
        <FigureView figure={figures.atEnd ?? figures.now} big />
        {wear.isTold ? <FigureView figure={figures.under} digits={0} /> : null}
        <FigureView figure={figures.anHour} digits={wear.weighed ? 4 : of === 'pads' ? 2 : 3} />
      </View>
      <Text as="small">
        {`The ${where} comes to its limit first. ${
          first.tells > 0
            ? `${counted(first.tells, 'reading')} with driving before ${first.tells === 1 ? 'it' : 'them'}`
            : 'Not read again since it was driven'
        }${drawnFrom.sets > 0 ? `; drawn from ${counted(drawnFrom.sets, 'other set')}, ${drawnFrom.ofCompound} of the same compound` : ''}.`}
      </Text>
      {wear.isTold ? (
        <Text>
          {`${minutesText(minutes)} on track left${venue ? ` at ${venue.name}` : ''}, as it is read now, until the chance to be under the limit gets over ${Math.round(100 * SPARE_FROM)} %.`}
        </Text>
      ) : (
        <Text tone="amber">
          {`Read too seldom to go by: what is shown is what is usual. ${of === 'pads' ? 'Gauge' : 'Measure'} it after it has been driven.`}
        </Text>
      )}
      {rotationsOf(car, wear).map((r) => (
        <Text key={r.kind === 'innerAndOuter' ? r.corner : r.kind}>
          {`${r.kind === 'innerAndOuter' ? `Swap inner and outer at the ${cornerNames[r.corner]}` : 'Swap left and right'}: ${show(r.thickMm, 'length')} against ${show(r.thinMm, 'length')}. Where pads and caliper allow it, and nothing drags or sticks.`}
        </Text>
      ))}
      {offReadings(wear).map((r) => (
        <Text key={`${r.corner} ${r.side} ${r.at}`} tone="amber" testID="reading-off">
          {`${cornerNames[r.corner]}${sideNames[r.side]}, ${shortDate(dateIn(r.at, logbook.shop.timeZone))}: ${tell(r.mm)} read, about ${tell(r.expectedMm)} expected. It widens the band, and is not obeyed alone.`}
        </Text>
      ))}
      <WearChart
        line={line}
        newMm={wear.weighed ? newWeighedMm(wear.weighed, part) : (part?.newThicknessMm ?? null)}
        weighed={wear.weighed}
        limitMm={limitMm}
        label={`${name}, ${where}`}
        testID={`wear-chart-${axle}-${of}`}
      />
      {wear.isTold && after.length > 0 ? (
        <View style={styles.table}>
          {after.map((a, i) => (
            <View key={a.session.nth} style={styles.row}>
              <Text style={styles.session}>{nameOf(a.session)}</Text>
              <Text style={styles.left}>{tell(lefts[i + 1]!.meanMm)}</Text>
              <Text as="small" style={styles.band}>
                {bandOf(lefts[i + 1]!)}
              </Text>
              <Text style={styles.under} tone={a.under >= SPARE_FROM ? 'amber' : 'ink'}>
                {percentText(a.under)}
              </Text>
            </View>
          ))}
          <Text as="small">
            After each session: what is left, its band, and the chance to be under the limit by then.
          </Text>
        </View>
      ) : null}
    </Section>
  );
}

const styles = StyleSheet.create({
  figures: { flexDirection: 'row', flexWrap: 'wrap', gap: 20 },
  table: { gap: 4 },
  row: { flexDirection: 'row', gap: 8, alignItems: 'baseline' },
  session: { flex: 4, minWidth: 0 },
  left: { flex: 3, minWidth: 0, textAlign: 'right' },
  band: { flex: 3, minWidth: 0, textAlign: 'right' },
  under: { flex: 2, minWidth: 0, textAlign: 'right' },
});
