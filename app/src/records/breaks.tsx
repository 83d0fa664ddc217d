import { ScrollView, StyleSheet, View } from 'react-native';
import { findingKey } from '@calvik/core';
import { type Consequences, idOfLook } from '@calvik/core/run-up';
import { counted, plural } from '@calvik/words';
import { useLogbook } from '../state/hooks';
import { useTokens } from '../theme/use-tokens';
import { Text } from '../ui/text';
import { FindingLine } from '../facts/finding-line';
import { headOfLook } from './look-head';

/** What a change breaks, car by car and job by job: shown before it is saved, and found again afterwards where it is put right. */
export function Breaks({ found: { looks, worse } }: { found: Consequences }) {
  const t = useTokens();
  const logbook = useLogbook();
  return (
    <ScrollView
      style={[styles.box, { borderColor: t.amber, backgroundColor: t.amberWash }]}
      contentContainerStyle={styles.list}
      testID="breaks"
      role="status"
    >
      <Text as="strong">{`If you save this: ${[
        looks.length > 0 ? `${looks.length} no longer ${plural(looks.length, 'fits', 'fit')}` : '',
        worse.length > 0 ? `${counted(worse.length, 'car')} worse off` : '',
      ]
        .filter(Boolean)
        .join(', ')}`}</Text>
      {worse.map(({ car, event, finding }) => (
        <View key={`${car.id} ${event.id}`}>
          <Text as="strong">{`${car.name} at ${event.name}`}</Text>
          <FindingLine finding={finding} />
        </View>
      ))}
      {looks.map((look) => {
        const { name, small } = headOfLook(logbook, look);
        return (
          <View key={idOfLook(look)}>
            <Text as="strong">{[name, small].filter(Boolean).join(', ')}</Text>
            {look.findings.map((f) => (
              <FindingLine key={findingKey(f)} finding={f} />
            ))}
          </View>
        );
      })}
      <Text as="small">
        {looks.length > 0
          ? 'Nothing is moved by itself. It stays under “Needs another look” until somebody has seen to it.'
          : 'It shows in the run-up until somebody has seen to it.'}
      </Text>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  box: { borderWidth: 1, borderRadius: 4, maxHeight: 260 },
  list: { padding: 10, gap: 8 },
});
