import { StyleSheet, View } from 'react-native';
import { type Fact, type Logbook, carLabel } from '@calvik/core';
import { changedFields } from '@calvik/core/logbook/changes';
import { type Say, collectionNames } from '@calvik/words';
import { factText } from '@calvik/words/history';
import { fieldLines } from '@calvik/words/fields';

import type { Unsent } from '../../state/logbook';
import { useAppSelector, useLogbook, useSync } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { Empty, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { nameIn } from '../../records/record-changes';

interface Told {
  title: string;
  /** Of which car, by whom, when. */
  about: string;
  lines: string[];
}

/** An entry as the history would tell it, a record field by field: whoever has to enter it again can read it. */
function tell({ collection, body, by }: Unsent, logbook: Logbook, say: Say): Told {
  const nameOf = nameIn(logbook);
  if (collection === 'facts') {
    const fact = body as Fact;
    const { title, text } = factText(fact, logbook, say);
    const car = 'carId' in fact && fact.carId ? carLabel(logbook, fact.carId) : '';
    return { title, about: [car, nameOf(fact.by), say.moment(fact.at)].filter(Boolean).join(', '), lines: [text] };
  }
  const { name, label } = body as { name?: string; label?: string };
  return {
    title: [collectionNames[collection], name ?? label].filter(Boolean).join(' '),
    about: by ? nameOf(by) : '',
    lines: fieldLines(changedFields({}, body), say, nameOf),
  };
}

/** What is saved together waits as one. */
const isFirstOfBatch = (entry: Unsent, i: number, all: readonly Unsent[]): boolean =>
  entry.batch === undefined || all.findIndex((u) => u.batch === entry.batch) === i;

/** What was entered here and is not on the server: what waits, and what was refused and why. */
export function UnsentScreen() {
  const sync = useSync();
  const say = useSay();
  const logbook = useLogbook();
  const unsent = useAppSelector((s) => s.logbook.unsent);
  return (
    <Screen title="Not on the server" back="/">
      {unsent.length === 0 ? <Empty text="Everything entered here is on the server." /> : null}
      {unsent.filter(isFirstOfBatch).map((entry) => {
        const all = entry.batch === undefined ? [entry] : unsent.filter((u) => u.batch === entry.batch);
        const told = all.map((one) => tell(one, logbook, say));
        const { title, about } = told[0]!;
        const more = all.length > 1 ? `, and ${all.length - 1} more with it` : '';
        const lines = told.flatMap((one, i) => (i === 0 ? one.lines : [one.title, ...one.lines]));
        return (
          <Section key={entry.order} title={`${title}${more}`}>
            <View style={styles.entry}>
              <Text tone={entry.refused ? 'stop' : 'ink'}>
                {entry.refused ? entry.refused.detail : 'Waits for a connection.'}
              </Text>
              {[about, ...lines].filter(Boolean).map((line, i) => (
                <Text key={i} as="small">
                  {line}
                </Text>
              ))}
              {entry.refused?.problem?.code === 'stale' && all.some((one) => one.base) ? (
                <MainButton onPress={() => void sync.decideOn(entry)}>Compare and choose</MainButton>
              ) : null}
              {entry.refused ? (
                <MainButton mode="outlined" onPress={() => sync.discard(entry)}>
                  I have noted it: remove it here
                </MainButton>
              ) : null}
            </View>
          </Section>
        );
      })}
    </Screen>
  );
}

const styles = StyleSheet.create({ entry: { gap: 8 } });
