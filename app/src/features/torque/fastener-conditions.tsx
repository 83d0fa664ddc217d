import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Fastener, greaseWarning } from '@calvik/core';
import { threadConditionNames } from '@calvik/words';
import { ChoiceChips } from '../../ui/chips';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { FigureView } from '../../ui/working';
import { FindingLine } from '../../facts/finding-line';

/** What somebody says of a fastener besides its clicks. */
export interface FastenerDraft {
  condition: Fastener['condition'];
  newBolts: 'yes' | 'no' | '';
  locker: 'yes' | 'no' | '';
  angle: 'yes' | 'no' | '';
}
const yesNo = [
  { value: 'yes' as const, label: 'Yes' },
  { value: 'no' as const, label: 'No' },
];

/** The state of the thread, and what the sheet wants besides a torque: new bolts, thread locker, a second stage. */
export function FastenerConditions({
  fastener: f,
  draft,
  onChange: change,
}: {
  fastener: Fastener;
  draft: FastenerDraft;
  onChange: (over: Partial<FastenerDraft>) => void;
}) {
  const warning = useMemo(() => greaseWarning(f, draft.condition), [f, draft.condition]);
  return (
    <>
      {f.isLeftHand ? (
        <Text as="strong" tone="amber">
          Left-hand thread: it tightens anticlockwise.
        </Text>
      ) : null}
      {f.isStud ? <Text>A stud that turns with its nut is out: new stud, with its own locker.</Text> : null}
      {f.isAluminiumNut ? (
        <Text>Aluminium nut: by hand, no impact wrench. Thread and seat clean and whole.</Text>
      ) : null}
      <Text as="strong">The thread is</Text>
      <ChoiceChips
        label="Thread"
        columns={3}
        value={draft.condition}
        onChange={(condition) => change({ condition })}
        options={(['dry', 'lubricated', 'antiSeize'] as const).map((value) => ({
          value,
          label: threadConditionNames[value],
        }))}
      />
      {warning ? (
        <View style={styles.gap} testID="preload-warning">
          <FindingLine finding={warning.finding} />
          <FigureView figure={warning.change} digits={0} tone="amber" />
        </View>
      ) : null}
      {f.isOneUse ? (
        <>
          <Text as="strong">One-use bolts: new ones went in</Text>
          <Segments
            label="New bolts"
            value={draft.newBolts}
            onChange={(newBolts) => change({ newBolts })}
            options={yesNo}
          />
        </>
      ) : null}
      {f.needsThreadLocker ? (
        <>
          <Text as="strong">Thread locker</Text>
          <Segments
            label="Thread locker"
            value={draft.locker}
            onChange={(locker) => change({ locker })}
            options={yesNo}
          />
        </>
      ) : null}
      {f.angleDeg !== null ? (
        <>
          <Text as="strong">{`Second stage, ${f.angleDeg}°`}</Text>
          <Segments label="Second stage" value={draft.angle} onChange={(angle) => change({ angle })} options={yesNo} />
        </>
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
});
