import { useMemo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { type Fastener, greaseWarning, judgeClick } from '@calvik/core';
import { positionOfFastener, threadConditionNames } from '@calvik/words';
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

/** One click, and which fastener it was on. */
export interface Click {
  nm: number;
  position: number;
}

/** Every fastener of a line in tightening order, with its last click; those out of band marked. A tap picks the one that is next. */
export function TorqueClicks({
  fastener: f,
  clicks,
  order,
  next,
  onPick,
}: {
  fastener: Fastener;
  clicks: readonly Click[];
  order: readonly number[];
  /** The fastener that the next click is on. */
  next: number | null;
  onPick: (position: number) => void;
}) {
  const t = useTokens();
  const units = useUnits();
  return (
    <View style={styles.clicks} testID="clicks" aria-label={`Clicks: ${clicks.length} of ${order.length}`}>
      {order.map((position, i) => {
        // Of a fastener that has several turns each tile shows its own; what is clicked beyond them counts in the last.
        const own = clicks.filter((c) => c.position === position);
        const turn = order.slice(0, i).filter((p) => p === position).length;
        const isLastTurn = !order.slice(i + 1).includes(position);
        const click = isLastTurn && own.length > turn ? own.at(-1) : own[turn];
        const stop = click !== undefined && f.torqueNm !== null && judgeClick(click.nm, f).verdict === 'stop';
        const isNext = position === next && click === undefined;
        const name = positionOfFastener(f, position);
        return (
          <Pressable
            key={i}
            role="button"
            aria-label={`Pick ${name}`}
            aria-pressed={isNext}
            onPress={() => onPick(position)}
            style={[
              styles.click,
              {
                borderColor: stop ? t.stop : isNext ? t.iron : click === undefined ? t.rule : t.ink,
                borderWidth: isNext ? 2.5 : 1.5,
                backgroundColor: stop ? t.stopWash : isNext ? t.ironWash : t.sheet,
              },
            ]}
          >
            <Text as="label">{name}</Text>
            <Text as="strong" tone={stop ? 'stop' : 'ink'}>
              {click === undefined ? '–' : units.show(click.nm, 'torque')}
            </Text>
          </Pressable>
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
  clicks: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  click: { borderWidth: 1.5, borderRadius: 3, minWidth: 66, minHeight: 48, paddingHorizontal: 8, paddingVertical: 3 },
  gap: { gap: 8 },
});
