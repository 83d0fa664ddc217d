import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { RecordOf } from '@calvik/core';
import { capital, collectionNames } from '@calvik/words';
import type { Saved } from '../../api/client';
import { useLogbook, useSync } from '../../state/hooks';
import { Empty, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { type Storable, putAway, restored } from '../../records/record-foot';

/** Everything that was put away, to be taken back. */
export function ArchivedScreen() {
  const logbook = useLogbook();
  const sync = useSync();
  const wide = useWide();
  const [problem, setProblem] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const away = putAway(logbook);
  const set = async (collection: Storable, id: string, name: string, archived: boolean): Promise<void> => {
    const record = (logbook[collection] as ReadonlyMap<string, RecordOf<Storable>>).get(id)!;
    const result = await sync.save(collection, (archived ? { ...record, archived } : restored(record)) as Saved);
    setProblem(result.state === 'refused' ? result.sentence : null);
    setSaid(result.state === 'refused' ? null : `${name} is ${archived ? 'archived' : 'restored'}.`);
  };
  const inUse = (['carKinds', 'ruleSets'] as const).flatMap((collection) =>
    [...logbook[collection].values()].filter((r) => !r.archived).map(({ id, name }) => ({ collection, id, name })),
  );
  return (
    <Screen title="Archive" above="Nothing is ever deleted" back="/settings" maxWidth={wide ? 1080 : 720}>
      {problem ? <Text tone="stop">{problem}</Text> : null}
      {said ? <Text live>{said}</Text> : null}
      {away.length === 0 ? <Empty text="Nothing is archived." /> : null}
      <View style={wide ? styles.columns : styles.column}>
        {away.map(({ collection, records }) => (
          <View key={collection} style={wide ? styles.half : null}>
            <Section title={`${capital(collectionNames[collection])}, ${records.length}`}>
              {records.map(({ id, name }) => (
                <View key={id} style={styles.row}>
                  <Text style={styles.grow}>{name}</Text>
                  <MainButton mode="text" onPress={() => void set(collection, id, name, false)}>
                    {`Take ${name} back`}
                  </MainButton>
                </View>
              ))}
            </Section>
          </View>
        ))}
        {inUse.length > 0 ? (
          <View style={wide ? styles.half : null}>
            <Section title="Kinds of car and rule sets in use">
              {inUse.map(({ collection, id, name }) => (
                <View key={id} style={styles.row}>
                  <Text style={styles.grow}>{name}</Text>
                  <MainButton mode="text" danger onPress={() => void set(collection, id, name, true)}>
                    {`Put ${name} away`}
                  </MainButton>
                </View>
              ))}
            </Section>
          </View>
        ) : null}
      </View>
    </Screen>
  );
}

const styles = StyleSheet.create({
  columns: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 32, rowGap: 24 },
  column: { gap: 24 },
  half: { width: '47%' },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8, minHeight: 48 },
  grow: { flex: 1, minWidth: 0 },
});
