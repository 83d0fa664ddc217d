import { StyleSheet, View } from 'react-native';
import type { Axle } from '@calvik/core';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import type { AxleForm } from './as-it-came-form';

/** Pads and rotors of an axle as they came; a drum has linings alone. */
export function AsItCameAxle({
  axle,
  isDrum,
  onRecord,
  form,
  onChange,
  onPickCompound,
}: {
  axle: Axle;
  isDrum: boolean;
  /** What the shop has on record for it. */
  onRecord: string | null;
  form: AxleForm;
  onChange: (over: Partial<AxleForm>) => void;
  onPickCompound: () => void;
}) {
  const line = (key: keyof AxleForm, label: string) => (
    <LineInput
      label={`${label}, ${axle}`}
      shown={label}
      value={form[key]}
      onChange={(text) => onChange({ [key]: text })}
      style={styles.grow}
    />
  );
  return (
    <Section title={axle === 'front' ? 'Front' : 'Rear'}>
      {onRecord === null ? null : <Text as="small">{onRecord}</Text>}
      <View style={styles.row}>
        {line('compound', 'Pads, compound')}
        <MainButton mode="text" onPress={onPickCompound}>
          Pick
        </MainButton>
      </View>
      <Segments
        label={`Pads for, ${axle}`}
        value={form.use}
        onChange={(use) => onChange({ use })}
        options={[
          { value: 'track', label: 'Track' },
          { value: 'road', label: 'Road' },
        ]}
      />
      <View style={styles.row}>
        {line('padNew', 'Pads new')}
        {line('padNow', 'Pads now, thinnest')}
      </View>
      {isDrum ? null : (
        <>
          <View style={styles.row}>
            {line('rotorNew', 'Rotors new')}
            {line('rotorDiscard', 'Discard at')}
            {line('rotorNow', 'Rotors now')}
          </View>
          <Text as="small">Bedded to each other</Text>
          <Segments
            label={`Bedded, ${axle}`}
            value={form.bedded}
            onChange={(bedded) => onChange({ bedded })}
            options={[
              { value: 'yes', label: 'Yes' },
              { value: 'no', label: 'No' },
              { value: 'unknown', label: 'Not known' },
            ]}
          />
        </>
      )}
    </Section>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
});
