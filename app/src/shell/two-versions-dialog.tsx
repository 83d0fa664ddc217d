import { useEffect, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Portal, Snackbar } from 'react-native-paper';
import type { Collection, FieldChange } from '@calvik/core';
import type { Collision, Merged } from '@calvik/core/logbook/merge';
import { capital, collectionNames } from '@calvik/words';
import { changeName, changeText, fieldValueText, measuredField } from '@calvik/words/fields';
import * as api from '../api/client';
import type { Saved } from '../api/client';
import { useLogbook } from '../state/hooks';
import { useSay } from '../state/use-say';
import { useTokens } from '../theme/use-tokens';
import { Dialog } from '../ui/dialog';
import { onSpace } from '../ui/keyboard';
import { MainButton } from '../ui/screen';
import { Text } from '../ui/text';
import { nameIn } from '../records/record-changes';

/** What two people have made of one record, for somebody to choose from. */
export interface Met {
  collection: Collection;
  merged: Merged<Saved>;
  /** The record to save; null to save nothing. */
  answer: (record: Saved | null) => void;
}

/** What somebody else has changed meanwhile, and what was kept of it. */
export interface Kept {
  collection: Collection;
  kept: readonly FieldChange[];
}

type Side = 'mine' | 'theirs';

/** Two versions of a record side by side, field by field: only what both have changed to different things is asked about. */
export function TwoVersionsDialog({ met }: { met: Met }) {
  const { collection, merged, answer } = met;
  const say = useSay();
  const logbook = useLogbook();
  const nameOf = nameIn(logbook);
  const [chosen, setChosen] = useState<Record<string, Side>>({});
  const who = useWho(met);
  const keyOf = ({ path }: Collision): string => path.join('.');
  const text = (value: unknown, { path }: Collision): string => fieldValueText(value, measuredField(path), say, nameOf);
  const isDecided = merged.collisions.every((c) => chosen[keyOf(c)]);
  const all = (side: Side): void => setChosen(Object.fromEntries(merged.collisions.map((c) => [keyOf(c), side])));
  const { name, label } = merged.record as { name?: string; label?: string };
  return (
    <Portal>
      <Dialog visible dismissable={false} style={styles.dialog}>
        <Dialog.Title>Changed by two people</Dialog.Title>
        <Dialog.ScrollArea style={styles.area}>
          <ScrollView contentContainerStyle={styles.body}>
            <Text as="strong">{capital([collectionNames[collection], name ?? label].filter(Boolean).join(' '))}</Text>
            <Text>{`${who} while you had it open. Choose what counts; everything else of both is kept.`}</Text>
            {merged.collisions.map((collision) => (
              <View key={keyOf(collision)} style={styles.field} testID="collision">
                <Text as="label">{changeName(collision.path)}</Text>
                <View style={styles.row} role="radiogroup" aria-label={changeName(collision.path)}>
                  {(['mine', 'theirs'] as const).map((side) => (
                    <Version
                      key={side}
                      title={side === 'mine' ? 'Yours' : 'Theirs'}
                      text={text(collision[side], collision)}
                      label={`${changeName(collision.path)}, ${side === 'mine' ? 'yours' : 'theirs'}`}
                      isOn={chosen[keyOf(collision)] === side}
                      onPress={() => setChosen({ ...chosen, [keyOf(collision)]: side })}
                    />
                  ))}
                </View>
                <Text as="small">{`Before: ${text(collision.was, collision)}`}</Text>
              </View>
            ))}
            {merged.collisions.length > 1 ? (
              <View style={styles.row}>
                <View style={styles.grow}>
                  <MainButton mode="outlined" onPress={() => all('mine')}>
                    All yours
                  </MainButton>
                </View>
                <View style={styles.grow}>
                  <MainButton mode="outlined" onPress={() => all('theirs')}>
                    All theirs
                  </MainButton>
                </View>
              </View>
            ) : null}
          </ScrollView>
        </Dialog.ScrollArea>
        <Dialog.Actions>
          <MainButton mode="text" onPress={() => answer(null)}>
            Save nothing yet
          </MainButton>
          <MainButton
            disabled={!isDecided}
            onPress={() => answer(merged.decide((collision) => chosen[keyOf(collision)] === 'mine'))}
          >
            Save
          </MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

/** Who saved the other version and when, as far as the server can be asked. */
function useWho({ collection, merged }: Met): string {
  const say = useSay();
  const { crew } = useLogbook();
  const [who, setWho] = useState('Somebody else has saved this');
  const { id } = merged.record;
  useEffect(() => {
    let isShown = true;
    api
      .recordHistory(collection, id)
      .then((versions) => {
        const last = versions.at(-1);
        const name = crew.get(last?.savedBy ?? '')?.name ?? 'Somebody else';
        if (isShown && last?.savedAt) setWho(`${name} saved this on ${say.moment(last.savedAt)},`);
      })
      .catch(() => undefined);
    return () => {
      isShown = false;
    };
  }, [collection, id, crew, say]);
  return who;
}

function Version({
  title,
  text,
  label,
  isOn,
  onPress,
}: {
  title: string;
  text: string;
  label: string;
  isOn: boolean;
  onPress: () => void;
}) {
  const t = useTokens();
  return (
    <Pressable
      role="radio"
      aria-checked={isOn}
      aria-label={`${label}: ${text}`}
      onPress={onPress}
      {...onSpace(onPress)}
      style={[styles.version, { borderColor: isOn ? t.iron : t.rule, backgroundColor: isOn ? t.ironWash : t.sheet }]}
    >
      <Text as="small">{title}</Text>
      <Text>{text}</Text>
    </Pressable>
  );
}

/** Says for a while what somebody else had changed meanwhile: it was kept beside what was saved here. */
export function KeptNotice({ told, onDone }: { told: Kept; onDone: () => void }) {
  const say = useSay();
  const nameOf = nameIn(useLogbook());
  const lines = told.kept.map((change) => changeText(change, say, nameOf));
  return (
    <Portal>
      <Snackbar visible duration={12_000} onDismiss={onDone} action={{ label: 'Close', onPress: onDone }}>
        {`Changed by somebody else meanwhile, and kept: ${lines.join('; ')}.`}
      </Snackbar>
    </Portal>
  );
}

const styles = StyleSheet.create({
  dialog: { maxWidth: 560, width: '94%', alignSelf: 'center', maxHeight: '92%' },
  area: { paddingHorizontal: 16 },
  body: { gap: 14, paddingVertical: 12 },
  field: { gap: 4 },
  row: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  version: { flex: 1, minWidth: 0, minHeight: 56, padding: 10, gap: 2, borderWidth: 2, borderRadius: 4 },
});
