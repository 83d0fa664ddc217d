import { StyleSheet, View } from 'react-native';
import {
  type BottleState,
  type Car,
  EXCHANGE_RESERVE_ML,
  type ExchangeMethod,
  type ExchangePlan,
  bottlesToOpen,
  isFedMethod,
} from '@calvik/core';
import { cornerNames, sequenceText } from '@calvik/words';
import { useTokens } from '../../../theme/use-tokens';
import { Section } from '../../../ui/screen';
import { Text } from '../../../ui/text';
import { useUnits } from '../../../ui/units';

/** Nipple by nipple what to draw and when to stop; how much fluid that takes, and whether the bottle has it. */
export function ExchangePlanTable({
  car,
  plan,
  method,
  drawnOffMl,
  refillMl,
  bottle,
  isLevelKnown,
}: {
  car: Car;
  plan: ExchangePlan;
  method: ExchangeMethod;
  drawnOffMl: number;
  refillMl: number;
  bottle: BottleState | undefined;
  isLevelKnown: boolean;
}) {
  const t = useTokens();
  const { show } = useUnits();
  const needMl = plan.newFluidMl + refillMl;
  const more = bottle ? bottlesToOpen(needMl, bottle.leftMl, bottle.bottle.sizeMl) : 0;
  return (
    <Section title="The plan">
      {!isFedMethod(method) && !isLevelKnown ? (
        <Text tone="amber">
          Nobody has read the level in this job. The plan takes it to be at MAX: read it first, in the step Reservoir.
        </Text>
      ) : null}
      <View testID="exchange-plan">
        <View style={[styles.line, { borderColor: t.ink }]}>
          <Text as="label" style={styles.name}>
            Nipple
          </Text>
          <Text as="label" style={styles.cell}>
            Draw
          </Text>
          <Text as="label" style={styles.cell}>
            Stop after
          </Text>
          <Text as="label" style={styles.cell}>
            New then
          </Text>
        </View>
        {plan.nipples.map((n, i) => (
          <View key={`${n.corner} ${n.nipple} ${i}`} style={[styles.line, { borderColor: t.rule }]}>
            <Text
              style={styles.name}
            >{`${i + 1} ${cornerNames[n.corner]}${n.nipple === 'single' ? '' : `, ${n.nipple}`}`}</Text>
            <Text as="figure" style={styles.cell}>
              {show(n.volumeMl, 'volume')}
            </Text>
            <Text style={styles.cell}>
              {n.stopAfterMl === null
                ? 'fed'
                : `${show(n.stopAfterMl, 'volume')}${n.topUps > 0 ? `, top up ${n.topUps}×` : ''}`}
            </Text>
            <Text style={styles.cell}>{`${n.newPercent.toFixed(0)} %`}</Text>
          </View>
        ))}
      </View>
      <Text>{`New fluid ${show(needMl, 'volume')}, used fluid ${show(plan.wasteMl + drawnOffMl, 'volume')}, about ${Math.ceil(plan.seconds / 60)} min of drawing.`}</Text>
      {bottle ? (
        <Text as="strong">
          {more > 0
            ? `Bottle ${bottle.bottle.label} holds ${show(bottle.leftMl, 'volume')}: open ${more} more of the same.`
            : `Bottle ${bottle.bottle.label} is enough.`}
        </Text>
      ) : null}
      {!isFedMethod(method) ? (
        <Text as="small">{`Top up to MAX ${show(EXCHANGE_RESERVE_ML, 'volume')} before MIN. ${sequenceText(car)}`}</Text>
      ) : (
        <Text as="small">{sequenceText(car)}</Text>
      )}
      <Text as="small">
        By Calvik’s model: a stirred reservoir, plug flow in the line, a stirred caliper. Keep bleeding until it runs
        clean and free of bubbles, whatever the figure says.
      </Text>
    </Section>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, minHeight: 34, gap: 6 },
  name: { flex: 1.3 },
  cell: { flex: 1, textAlign: 'right' },
});
