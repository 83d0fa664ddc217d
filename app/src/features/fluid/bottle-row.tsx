import { counted } from '@calvik/words';
import { Pressable, StyleSheet, View } from 'react-native';
import { type BottleState, type Finding, findingKey } from '@calvik/core';
import { useTell } from '../../state/use-say';
import { useUnits } from '../../ui/units';
import { useTokens } from '../../theme/use-tokens';
import { Icon } from '../../ui/icons';
import { onSpace } from '../../ui/keyboard';
import { Text } from '../../ui/text';

/** A bottle to choose, with what is in it and everything against it. */
export function BottleRow({
  state,
  findings,
  chosen,
  onPress,
}: {
  state: BottleState;
  findings: readonly Finding[];
  chosen: boolean;
  onPress: () => void;
}) {
  const t = useTokens();
  const { show } = useUnits();
  const tell = useTell();
  const { bottle, fluid, daysOpen, leftMl } = state;
  const age = daysOpen === null ? 'sealed' : daysOpen === 0 ? 'opened today' : `open ${counted(daysOpen, 'day')}`;
  return (
    <Pressable
      role="radio"
      aria-checked={chosen}
      aria-label={`Bottle ${bottle.label} ${fluid?.name ?? ''}`}
      onPress={onPress}
      {...onSpace(onPress)}
      style={[
        styles.bottle,
        {
          borderColor: chosen ? t.iron : t.rule,
          borderWidth: chosen ? 2 : 1,
          backgroundColor: chosen ? t.ironWash : t.sheet,
        },
      ]}
    >
      <View style={styles.grow}>
        <Text as="strong">{`${bottle.label}  ${fluid?.name ?? 'unknown fluid'}`}</Text>
        <Text as="small">{`${fluid ? `${fluid.grade}, ${show(fluid.dryBoilingPointC, 'temperature')} dry, ` : ''}${age}, ${show(leftMl, 'volume')} left${fluid?.darkWhenNew ? ', dark when new' : ''}`}</Text>
        {findings.map((f) => (
          <Text key={findingKey(f)} as="small" tone={f.verdict === 'stop' ? 'stop' : 'amber'}>
            {`${f.verdict === 'stop' ? 'Stop: ' : ''}${tell(f)}`}
          </Text>
        ))}
      </View>
      {chosen ? <Icon name="check" color={t.iron} /> : null}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  grow: { flex: 1, minWidth: 0 },
  bottle: {
    flexDirection: 'row',
    alignItems: 'center',
    borderRadius: 3,
    paddingHorizontal: 12,
    paddingVertical: 8,
    minHeight: 60,
  },
});
