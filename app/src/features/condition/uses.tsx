import { StyleSheet, View } from 'react-native';
import { type Car, comingEvents } from '@calvik/core';
import { type Use, usesOf } from '@calvik/core/track';
import { nameOfUse } from '@calvik/words/condition';
import { useLogbook, useToday } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { useTokens } from '../../theme/use-tokens';
import { Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { useFastenerNames } from '../track/use-look';

const answers: Record<Use['verdict'], string> = { inOrder: 'Yes', watch: 'Yes', needsWork: 'Not yet', stop: 'No' };

/** What a car may be used for as it stands, from the lift to its next event: an answer each, and the first thing that is in the way. */
export function Uses({ car }: { car: Car }) {
  const logbook = useLogbook();
  const today = useToday();
  const tell = useTell();
  const t = useTokens();
  const fasteners = useFastenerNames(car);
  const event =
    comingEvents(logbook, today).find((e) => logbook.bookingsOfEvent(e.id).some((b) => b.carId === car.id)) ?? null;
  return (
    <Section title="What it may be used for, by what is on record">
      <View role="list" aria-label="What it may be used for">
        {usesOf(logbook, car, event, today).map(({ purpose, verdict, findings }) => {
          const held = findings.filter((f) => f.verdict === 'stop' || f.verdict === 'needsWork');
          return (
            <View key={purpose} role="listitem" style={[styles.row, { borderColor: t.rule }]}>
              <View style={styles.mark}>
                <VerdictMark
                  verdict={held.length === 0 ? 'inOrder' : verdict}
                  word={answers[held.length === 0 ? 'inOrder' : verdict]}
                />
              </View>
              <View style={styles.text}>
                <Text as="strong">{nameOfUse(purpose, event?.name ?? '')}</Text>
                {held[0] ? (
                  <Text as="small">{`${tell(held[0], fasteners)}${held.length > 1 ? ` And ${held.length - 1} more.` : ''}`}</Text>
                ) : null}
              </View>
            </View>
          );
        })}
      </View>
    </Section>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 12, paddingVertical: 8, borderBottomWidth: 1, alignItems: 'flex-start' },
  mark: { width: 84 },
  text: { flex: 1, minWidth: 0, gap: 2 },
});
