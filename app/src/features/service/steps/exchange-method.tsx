import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Car, ExchangeMethod, SequenceSchool } from '@calvik/core';
import { methodNames, sequenceNames } from '@calvik/words';
import { ChoiceChips } from '../../../ui/chips';
import { MainButton, Section } from '../../../ui/screen';
import { Text } from '../../../ui/text';

/** How fluid is moved, and in which sequence the nipples are opened. */
export function ExchangeMethodFields({
  car,
  method,
  sequence,
  onChange,
  children,
}: {
  car: Car;
  method: ExchangeMethod | '';
  sequence: SequenceSchool;
  onChange: (change: { method: ExchangeMethod } | { sequence: SequenceSchool }) => void;
  /** What there is to say of the sequence. */
  children: ReactNode;
}) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Section title="Method">
        <ChoiceChips
          label="Method"
          value={method}
          onChange={(method) => onChange({ method })}
          options={(Object.keys(methodNames) as ExchangeMethod[]).map((value) => ({
            value,
            label: methodNames[value],
          }))}
        />
        {method === 'vacuum' ? (
          <Text as="small">
            It sucks air past the nipple’s threads and shows false bubbles: confirm with pedal strokes.
          </Text>
        ) : null}
        {method === 'pedalTwo' || method === 'pedalAlone' ? (
          <Text as="small">
            Press slowly, hold, open, close before the pedal bottoms, release, wait 2 s. Never to the floor on an old
            cylinder.
          </Text>
        ) : null}
      </Section>
      <Section title="Sequence">
        {isOpen ? (
          <ChoiceChips
            label="Sequence"
            value={sequence}
            onChange={(sequence) => onChange({ sequence })}
            options={(Object.keys(sequenceNames) as SequenceSchool[])
              .filter((value) => value !== 'makerSheet' || car.makerSequence.length === 4)
              .map((value) => ({ value, label: sequenceNames[value] }))}
          />
        ) : (
          <View style={styles.row}>
            <Text as="strong" style={styles.grow}>
              {sequenceNames[sequence]}
            </Text>
            <MainButton mode="text" onPress={() => setOpen(true)}>
              Another sequence
            </MainButton>
          </View>
        )}
        {children}
      </Section>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
