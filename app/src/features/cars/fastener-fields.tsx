import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TextInput } from 'react-native-paper';
import { type Fastener, propertyClasses } from '@calvik/core';
import { patternText, threadConditionNames } from '@calvik/words';
import { ChoiceChips, Chips } from '../../ui/chips';
import { otherWay } from '../../ui/quantity-text';
import { MainButton } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import type { FastenerLine } from './brake-sheet-form';

/** The torque figure of a fastener with where it stands; its count, thread and condition behind a tap. */
export function FastenerFields({
  fastener: f,
  line,
  onChange,
}: {
  fastener: Fastener;
  line: FastenerLine;
  onChange: (over: Partial<FastenerLine>) => void;
}) {
  const { system } = useUnits();
  const [isOpen, open] = useState(false);
  const small = (field: 'torque' | 'source' | 'count' | 'diameter' | 'angle', label: string) => (
    <TextInput
      mode="outlined"
      dense
      label={label}
      aria-label={`${label}, ${f.name}`}
      value={line[field]}
      onChangeText={(value) => onChange({ [field]: value })}
      style={styles.grow}
    />
  );
  return (
    <View style={styles.fastener} testID={`fastener-${f.key}`}>
      <View style={styles.row}>
        <Text as="strong" style={styles.grow}>
          {f.name}
        </Text>
        <Text as="small">{otherWay(line.torque, 'torque', system) ?? 'no figure'}</Text>
      </View>
      <View style={styles.row}>
        {small('torque', 'Torque')}
        {small('source', 'Where it stands')}
      </View>
      {isOpen ? (
        <View style={styles.gap}>
          <View style={styles.row}>
            {small('count', 'Per corner')}
            {small('diameter', 'Thread, mm')}
            {small('angle', 'Then, °')}
          </View>
          <Text as="small">{`Order: ${patternText({ group: f.group, perCorner: Number(line.count) || 1 })}. The figure is for a thread that is:`}</Text>
          <ChoiceChips
            label={`Thread of ${f.name.toLowerCase()}`}
            columns={3}
            value={line.condition}
            onChange={(condition) => onChange({ condition })}
            options={(['dry', 'lubricated', 'antiSeize'] as const).map((value) => ({
              value,
              label: threadConditionNames[value],
            }))}
          />
          <Chips
            label={f.name}
            chosen={line.flags}
            onChange={(flags) => onChange({ flags })}
            options={[
              { value: 'isOneUse', label: 'One-use bolts' },
              { value: 'needsThreadLocker', label: 'Thread locker' },
              { value: 'isStud', label: 'Nut on a stud' },
              { value: 'isAluminiumNut', label: 'Aluminium nut' },
              { value: 'isLeftHand', label: 'Left-hand thread' },
            ]}
          />
          <Text as="small">Class, as it stands on the head</Text>
          <Segments
            label={`Class of ${f.name.toLowerCase()}`}
            value={line.propertyClass}
            onChange={(propertyClass) => onChange({ propertyClass })}
            options={[{ value: '', label: 'Not read' }, ...propertyClasses.map((value) => ({ value, label: value }))]}
          />
        </View>
      ) : (
        <MainButton mode="text" onPress={() => open(true)}>
          {`${line.count} per corner, M${line.diameter}, ${threadConditionNames[line.condition].toLowerCase()}: change`}
        </MainButton>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  gap: { gap: 8 },
  fastener: { gap: 4 },
});
