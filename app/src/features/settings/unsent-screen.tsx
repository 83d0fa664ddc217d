import { View } from 'react-native';
import { useAppSelector, useSync } from '../../state/hooks';
import { Empty, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

/** What was entered here and is not on the server: what waits, and what was refused and why. */
export function UnsentScreen() {
  const sync = useSync();
  const unsent = useAppSelector((s) => s.logbook.unsent);
  return (
    <Screen title="Not on the server" back="/">
      {unsent.length === 0 ? <Empty text="Everything entered here is on the server." /> : null}
      {unsent.map((entry) => (
        <Section key={entry.order} title={'kind' in entry.body ? String(entry.body.kind) : entry.collection}>
          <View style={{ gap: 8 }}>
            <Text tone={entry.refused ? 'stop' : 'ink'}>
              {entry.refused ? entry.refused.detail : 'Waits for a connection.'}
            </Text>
            <Text as="small">{JSON.stringify(entry.body)}</Text>
            {entry.refused ? (
              <MainButton mode="outlined" onPress={() => sync.discard(entry)}>
                I have noted it: remove it here
              </MainButton>
            ) : null}
          </View>
        </Section>
      ))}
    </Screen>
  );
}
