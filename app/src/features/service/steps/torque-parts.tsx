import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Fastener, greaseWarning, judgeClick } from '@calvik/core';
import { threadConditionNames } from '@calvik/words';
import { useTokens } from '../../../theme/use-tokens';
import { ChoiceChips } from '../../../ui/chips';
import { Segments } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { useUnits } from '../../../ui/units';
import { FigureView } from '../../../ui/working';
import { FindingLine } from '../../finding-line';

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

/** The clicks of a line in tightening order, those out of band marked. */
export function TorqueClicks({
  fastener: f,
  clicks,
  order,
  wanted,
}: {
  fastener: Fastener;
  clicks: readonly number[];
  order: readonly number[];
  wanted: number;
}) {
  const t = useTokens();
  const units = useUnits();
  return (
    <View style={styles.clicks} testID="clicks" aria-label={`Clicks: ${clicks.length} of ${wanted}`}>
      {Array.from({ length: Math.max(wanted, clicks.length) }, (_, i) => {
        const nm = clicks[i];
        const stop = nm !== undefined && judgeClick(nm, f).verdict === 'stop' && f.torqueNm !== null;
        return (
          <View
            key={i}
            style={[
              styles.click,
              {
                borderColor: stop ? t.stop : nm === undefined ? t.rule : t.ink,
                backgroundColor: stop ? t.stopWash : t.sheet,
              },
            ]}
          >
            <Text as="label">{`No. ${order[i % order.length]}`}</Text>
            <Text as="strong" tone={stop ? 'stop' : 'ink'}>
              {nm === undefined ? '–' : units.show(nm, 'torque')}
            </Text>
          </View>
        );
      })}
    </View>
  );
}

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
  clicks: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  click: { borderWidth: 1.5, borderRadius: 3, minWidth: 66, minHeight: 48, paddingHorizontal: 8, paddingVertical: 3 },
  gap: { gap: 8 },
});
