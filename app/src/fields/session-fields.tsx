import { StyleSheet, View } from 'react-native';
import {
  type BatteryState,
  type CameIn,
  type SessionPlan,
  type UnitSystem,
  parseQuantity,
  preferredUnit,
} from '@calvik/core';
import { readFigure } from '@calvik/core/units';
import { recordText } from '../ui/quantity-text';
import { Chips } from '../ui/chips';
import { LineInput } from '../ui/line-input';
import { Segments } from '../ui/segments';
import { Text } from '../ui/text';
import { useUnits } from '../ui/units';
import { CameInField } from './came-in-field';

/** A session as it is typed. */
export interface SessionForm {
  by: 'minutes' | 'laps';
  amount: string;
  parkedMin: string;
  air: string;
  traits: ('outLap' | 'coolDownLap' | 'isWet' | 'brakesHeld')[];
  /** Of a session that was driven: not known until somebody says it. */
  cameIn?: CameIn;
  /** Of a car with motors that brake. */
  battery?: BatteryState;
  ducts: 'asCar' | 'on' | 'off' | 'taped';
}

export const sessionForm = (s: SessionPlan, system: UnitSystem): SessionForm => ({
  by: s.laps === null ? 'minutes' : 'laps',
  amount: String(s.laps ?? s.drivenMin),
  parkedMin: String(s.parkedMin),
  air: recordText(s.airTempC, 'temperature', system),
  traits: (['outLap', 'coolDownLap', 'isWet', 'brakesHeld'] as const).filter((trait) => s[trait]),
  ducts: s.ducts ?? 'asCar',
});

/** The session that was typed; null while a figure in it cannot be read. */
export function sessionOfForm(f: SessionForm, system: UnitSystem): SessionPlan | null {
  const number = (text: string): number | null => {
    const value = readFigure(text, ['min', 'lap', 'laps']);
    return value !== null && value >= 0 ? value : null;
  };
  const amount = number(f.amount);
  const parkedMin = number(f.parkedMin);
  const air = parseQuantity(f.air, 'temperature', preferredUnit('temperature', system));
  if (!amount || amount > (f.by === 'minutes' ? 240 : 300) || parkedMin === null || parkedMin > 120 || !air.ok)
    return null;
  if (air.value < -30 || air.value > 60 || (f.by === 'laps' && !Number.isInteger(amount))) return null;
  return {
    outLap: f.traits.includes('outLap'),
    drivenMin: f.by === 'minutes' ? amount : null,
    laps: f.by === 'laps' ? amount : null,
    coolDownLap: f.cameIn ? f.cameIn === 'easyLap' || f.cameIn === 'twoEasyLaps' : f.traits.includes('coolDownLap'),
    ...(f.cameIn ? { cameIn: f.cameIn } : {}),
    ...(f.battery ? { battery: f.battery } : {}),
    ...(f.traits.includes('brakesHeld') ? { brakesHeld: true } : {}),
    parkedMin,
    airTempC: air.value,
    isWet: f.traits.includes('isWet'),
    ducts: f.ducts === 'asCar' ? null : f.ducts,
  };
}

/** A session, for whatever asks for one: the run, the event, a reading. */
export function SessionFields({
  value,
  isDriven = false,
  hasMotors = false,
  onChange,
}: {
  value: SessionForm;
  /** It was driven, and is not planned: how it came in is asked. */
  isDriven?: boolean;
  /** Electric motors brake too: whether the battery takes it is asked. */
  hasMotors?: boolean;
  onChange: (over: Partial<SessionForm>) => void;
}) {
  const { system } = useUnits();
  const isReadable = sessionOfForm(value, system) !== null;
  return (
    <View style={styles.gap}>
      <View style={styles.row}>
        <View style={styles.wide}>
          <Segments
            label="Driven in"
            value={value.by}
            onChange={(by) => onChange({ by })}
            options={[
              { value: 'minutes', label: 'Minutes' },
              { value: 'laps', label: 'Laps' },
            ]}
          />
        </View>
        <View style={styles.grow}>
          <LineInput
            label={value.by === 'minutes' ? 'Minutes' : 'Laps'}
            value={value.amount}
            onChange={(amount) => onChange({ amount })}
          />
        </View>
      </View>
      <View style={styles.row}>
        <View style={styles.grow}>
          <LineInput label="Parked, min" value={value.parkedMin} onChange={(parkedMin) => onChange({ parkedMin })} />
        </View>
        <View style={styles.grow}>
          <LineInput label="Air" value={value.air} onChange={(air) => onChange({ air })} />
        </View>
      </View>
      {isDriven ? <CameInField value={value.cameIn ?? null} onChange={(cameIn) => onChange({ cameIn })} /> : null}
      <Chips
        label="Session"
        columns={3}
        chosen={value.traits}
        onChange={(traits) => onChange({ traits })}
        options={[
          { value: 'outLap', label: 'Out-lap' },
          ...(isDriven ? [] : [{ value: 'coolDownLap' as const, label: 'Cool-down lap' }]),
          { value: 'isWet', label: 'Wet' },
          ...(isDriven ? [{ value: 'brakesHeld' as const, label: 'Brakes held' }] : []),
        ]}
      />
      {hasMotors ? (
        <View style={styles.tight}>
          <Text as="small">The battery</Text>
          <Segments
            label="Battery"
            value={value.battery ?? (isDriven ? '' : 'fullOrHot')}
            onChange={(battery) => onChange({ battery })}
            options={[
              { value: 'takesCharge', label: isDriven ? 'Took charge' : 'Takes charge' },
              { value: 'fullOrHot', label: isDriven ? 'Was full or hot' : 'Full or hot' },
              ...(isDriven ? [{ value: 'unknown' as const, label: 'Don’t know' }] : []),
            ]}
          />
        </View>
      ) : null}
      <Segments
        label="Ducts"
        value={value.ducts}
        onChange={(ducts) => onChange({ ducts })}
        options={[
          { value: 'asCar', label: 'As the car' },
          { value: 'on', label: 'On' },
          { value: 'off', label: 'Off' },
          { value: 'taped', label: 'Taped' },
        ]}
      />
      {isReadable ? null : (
        <Text tone="stop" live>
          Minutes up to 240 or whole laps, parked up to 120 min, air between −30 and 60 °C.
        </Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 10 },
  tight: { gap: 4 },
  row: { flexDirection: 'row', gap: 10, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  wide: { flex: 1.4, minWidth: 0 },
});
