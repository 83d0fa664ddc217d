import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Collection, type Logbook } from '@calvik/core';
import { changedFields } from '@calvik/core/logbook/changes';
import { changeText } from '@calvik/words/fields';
import * as api from '../api/client';
import { useLogbook } from '../state/hooks';
import { useSay } from '../state/use-say';
import { useTokens } from '../theme/use-tokens';
import { MainButton } from '../ui/screen';
import { Text } from '../ui/text';

/** One version of a record: who saved it, and what was new in it. */
interface Told {
  version: number;
  who: string;
  lines: string[];
}

/** The name of a record by its id; empty where it has none. */
export const nameIn =
  (logbook: Logbook) =>
  (id: string): string => {
    const { crew, customers, cars, venues, events, fluids, lifts, suppliers, compounds, padSets, rotorPairs } = logbook;
    for (const map of [crew, customers, cars, venues, events, fluids, lifts, suppliers, compounds])
      if (map.has(id)) return map.get(id)!.name;
    for (const map of [padSets, rotorPairs, logbook.bottles]) if (map.has(id)) return map.get(id)!.label;
    return '';
  };

/** Who changed what in a record, newest first: asked of the server when somebody wants to see it. */
export function RecordChanges({ collection, id }: { collection: Collection; id: string }) {
  const t = useTokens();
  const say = useSay();
  const logbook = useLogbook();
  const [told, setTold] = useState<Told[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const read = async (): Promise<void> => {
    setProblem(null);
    try {
      const versions = await api.recordHistory(collection, id);
      const nameOf = nameIn(logbook);
      setTold(
        versions
          .map((v, i) => ({
            version: v.version,
            who: [v.savedAt && say.moment(v.savedAt), v.savedBy ? nameOf(v.savedBy) : 'nobody’s name with it']
              .filter(Boolean)
              .join(', '),
            lines:
              i === 0
                ? ['Entered']
                : changedFields(versions[i - 1]!.body, v.body).map((change) => changeText(change, say, nameOf)),
          }))
          .reverse(),
      );
    } catch (error) {
      setProblem(api.problemSentence(error, say));
    }
  };
  return (
    <View>
      {told ? (
        <View testID="record-changes">
          {told.map((version) => (
            <View key={version.version} style={[styles.version, { borderColor: t.rule }]}>
              <Text as="small">{version.who}</Text>
              {version.lines.map((line) => (
                <Text key={line}>{line}</Text>
              ))}
              {version.lines.length === 0 ? <Text>Saved without a change</Text> : null}
            </View>
          ))}
          {told.length === 0 ? <Text>It has not reached the server yet.</Text> : null}
        </View>
      ) : (
        <MainButton mode="text" onPress={() => void read()}>
          Who changed what
        </MainButton>
      )}
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({ version: { paddingVertical: 6, borderBottomWidth: 1 } });
