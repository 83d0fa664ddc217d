import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Axle, type HeatCurve, type HeatOutlook, type HeatPart, axles, edgeOf, heatParts } from '@calvik/core';
import { heatPartNames, withinText } from '@calvik/words/heat';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { useTokens } from '../../theme/use-tokens';

/** Highest of each part on both axles: how hot, how sure, and when. */
export function PeaksTable({
  outlook,
  certaintyPercent,
  limitOf,
}: {
  outlook: HeatOutlook;
  certaintyPercent: number;
  /** What a part stands, °C; null where nobody knows. */
  limitOf: (axle: Axle, part: HeatPart) => number | null;
}) {
  const t = useTokens();
  const { show } = useUnits();
  const when = (atS: number): string => {
    const { parkedAtS } = outlook;
    return parkedAtS !== null && atS > parkedAtS + 1
      ? `${Math.max(1, Math.round((atS - parkedAtS) / 60))} min after parking`
      : `at ${Math.round(atS / 60)} min`;
  };
  return (
    <View role="table" aria-label="Peaks" testID="peaks">
      <View role="row" style={[styles.row, { borderColor: t.ink }]}>
        <View role="columnheader" style={styles.part}>
          <Text as="label">Peak</Text>
        </View>
        {axles.map((axle) => (
          <View key={axle} role="columnheader" style={styles.cell}>
            <Text as="label">{axle === 'front' ? 'Front' : 'Rear'}</Text>
          </View>
        ))}
      </View>
      {heatParts.map((part) => (
        <View role="row" key={part} style={[styles.row, { borderColor: t.rule }]}>
          <View role="rowheader" style={styles.part}>
            <Text>{heatPartNames[part]}</Text>
          </View>
          {axles.map((axle) => {
            const peak = outlook.axles[axle][part];
            const edgeC = edgeOf(peak, certaintyPercent);
            const limitC = limitOf(axle, part);
            const over = limitC === null ? null : peak.tempC > limitC ? 'over' : edgeC > limitC ? 'may go over' : null;
            return (
              <View key={axle} style={styles.cell} role="cell">
                <Text as="figure" tone={over ? 'amber' : 'ink'}>
                  {show(peak.tempC, 'temperature')}
                </Text>
                <Text as="small">{`±${show(edgeC - peak.tempC, 'temperatureDifference')}, ${when(peak.atS)}`}</Text>
                {over ? <Text as="small" tone="amber">{`${over} ${show(limitC!, 'temperature')}`}</Text> : null}
              </View>
            );
          })}
        </View>
      ))}
      <Text as="small">{withinText(certaintyPercent)}</Text>
    </View>
  );
}

/** Every how many points of a curve a row. */
const ROWS = 14;

/** The curves as a table, for whoever does not see a chart. */
export function CurveTable({ curve, axle }: { curve: HeatCurve; axle: Axle }) {
  const t = useTokens();
  const { show } = useUnits();
  const [open, setOpen] = useState(false);
  const each = Math.max(1, Math.floor(curve.minutes.length / ROWS));
  const rows = curve.minutes.flatMap((_, i) => (i % each === 0 || i === curve.minutes.length - 1 ? [i] : []));
  return (
    <View>
      <MainButton mode="text" onPress={() => setOpen(!open)}>
        {open ? 'Hide the table' : 'The curves as a table'}
      </MainButton>
      {open ? (
        <View role="table" aria-label={`Temperatures of the ${axle} axle`}>
          <View role="row" style={[styles.row, { borderColor: t.ink }]}>
            <View role="columnheader" style={styles.narrow}>
              <Text as="label">Min</Text>
            </View>
            {heatParts.map((p) => (
              <View key={p} role="columnheader" style={styles.narrow}>
                <Text as="label">{p === 'faceC' ? 'Face' : heatPartNames[p]}</Text>
              </View>
            ))}
          </View>
          {rows.map((i) => (
            <View role="row" key={i} style={[styles.row, { borderColor: t.rule }]}>
              <View role="rowheader" style={styles.narrow}>
                <Text as="small">{Math.round(curve.minutes[i]!)}</Text>
              </View>
              {heatParts.map((p) => (
                <View key={p} role="cell" style={styles.narrow}>
                  <Text as="small">{show(curve.tempsC[p][i]!, 'temperature')}</Text>
                </View>
              ))}
            </View>
          ))}
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', borderBottomWidth: 1, paddingVertical: 6, gap: 8, alignItems: 'baseline' },
  part: { flex: 0.8, minWidth: 0 },
  cell: { flex: 1, minWidth: 0 },
  narrow: { flex: 1, minWidth: 0, alignItems: 'flex-end' },
});
