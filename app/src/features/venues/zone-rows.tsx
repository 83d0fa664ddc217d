import { StyleSheet, View } from 'react-native';
import { type BrakingZone, type UnitSystem, fromCanonical, parseQuantity, preferredUnit } from '@calvik/core';
import { readFigure } from '@calvik/core/units';
import { brakingZone } from '@calvik/core/model/schemas';
import type { Say } from '@calvik/words';
import { fieldErrors } from '../../state/new-record';
import { LineInput } from '../../ui/line-input';
import { IconButton, MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';

/** A braking zone as it is typed. */
export interface ZoneRow {
  from: string;
  to: string;
  seconds: string;
  slope: string;
  /** As it stands on record: what nobody touches stays exactly that. */
  kept?: BrakingZone;
}

/** The figure alone: the unit stands above the table. */
const speedText = (kmh: number, system: UnitSystem): string =>
  String(Number(fromCanonical(kmh, preferredUnit('speed', system)).toFixed(1)));

export const zoneRow = (z: BrakingZone, system: UnitSystem): ZoneRow => ({
  from: speedText(z.fromKmh, system),
  to: speedText(z.toKmh, system),
  seconds: String(z.secondsSince),
  slope: z.slopePercent === 0 ? '' : String(z.slopePercent),
  kept: z,
});
const emptyRow: ZoneRow = { from: '', to: '', seconds: '', slope: '' };
export const isEmptyRow = (r: ZoneRow): boolean =>
  [r.from, r.to, r.seconds, r.slope].every((text) => text.trim() === '');

const columnNames: Record<string, string> = {
  fromKmh: 'speed at its beginning',
  toKmh: 'speed at its end',
  secondsSince: 'seconds since the zone before',
  slopePercent: 'slope',
};

/** The zones that were typed, or which row cannot be read and why. Empty rows are passed over. */
export function zonesOfRows(
  rows: readonly ZoneRow[],
  system: UnitSystem,
  say: Say,
): { zones: BrakingZone[] } | { problem: string } {
  const zones: BrakingZone[] = [];
  for (const [i, row] of rows.entries()) {
    if (isEmptyRow(row)) continue;
    const at = `Zone ${i + 1}:`;
    const speed = (text: string, kept: number | undefined): number | null => {
      if (kept !== undefined && text === speedText(kept, system)) return kept;
      const parsed = parseQuantity(text, 'speed', preferredUnit('speed', system));
      return parsed.ok ? parsed.value : null;
    };
    const number = (text: string): number => readFigure(text, ['s', '%']) ?? Number.NaN;
    const [fromKmh, toKmh] = [speed(row.from, row.kept?.fromKmh), speed(row.to, row.kept?.toKmh)];
    if (fromKmh === null || toKmh === null) return { problem: `${at} type both speeds, like 205 and 85.` };
    const secondsSince = number(row.seconds);
    if (Number.isNaN(secondsSince)) return { problem: `${at} type the seconds since the zone before.` };
    const slopePercent = row.slope.trim() === '' ? 0 : number(row.slope);
    if (Number.isNaN(slopePercent)) return { problem: `${at} type the slope, or leave it empty.` };
    // The limits are those of the record's schema.
    const checked = brakingZone.safeParse({ fromKmh, toKmh, secondsSince, slopePercent });
    const error = checked.success ? undefined : fieldErrors(checked.error, say)[0];
    if (error) return { problem: `${at} ${columnNames[error.path] ?? error.path}. ${error.message}` };
    zones.push({ fromKmh, toKmh, secondsSince, slopePercent });
  }
  return { zones };
}

/** The braking zones of a lap, a row each. */
export function ZoneRows({ rows, onChange }: { rows: readonly ZoneRow[]; onChange: (rows: ZoneRow[]) => void }) {
  const { system } = useUnits();
  const unit = system === 'metric' ? 'km/h' : 'mph';
  const set = (index: number, over: Partial<ZoneRow>): void =>
    onChange(rows.map((r, i) => (i === index ? { ...r, ...over } : r)));
  return (
    <View style={styles.gap}>
      <Text as="small">{`Braked from and to, in ${unit}; seconds since the zone before; uphill in %, where there is one.`}</Text>
      {rows.map((row, i) => (
        <View key={i} style={styles.row}>
          <View style={styles.grow}>
            <LineInput dense label={`${i + 1} from`} value={row.from} onChange={(from) => set(i, { from })} />
          </View>
          <View style={styles.grow}>
            <LineInput dense label={`${i + 1} to`} value={row.to} onChange={(to) => set(i, { to })} />
          </View>
          <View style={styles.grow}>
            <LineInput dense label={`${i + 1} s`} value={row.seconds} onChange={(seconds) => set(i, { seconds })} />
          </View>
          <View style={styles.narrow}>
            <LineInput dense label={`${i + 1} %`} value={row.slope} onChange={(slope) => set(i, { slope })} />
          </View>
          <IconButton
            icon="close"
            label={`Drop zone ${i + 1}`}
            onPress={() => onChange(rows.filter((_, k) => k !== i))}
          />
        </View>
      ))}
      <MainButton mode="outlined" icon="plus" onPress={() => onChange([...rows, emptyRow])}>
        Add a zone
      </MainButton>
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 10 },
  row: { flexDirection: 'row', gap: 6, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  narrow: { flex: 0.75, minWidth: 0 },
});
