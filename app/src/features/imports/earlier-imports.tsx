import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Import, carLabel, dateIn, longDate, timeIn } from '@calvik/core';
import { importUndo } from '@calvik/core/imports';
import { counted } from '@calvik/words';
import * as api from '../../api/client';
import { useCrewOnDuty, useLogbook, useSync } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { useTokens } from '../../theme/use-tokens';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

/** Imports of before, newest first, each to be taken back whole. */
export function EarlierImports() {
  const { imports } = useLogbook();
  const [done, setDone] = useState<string | null>(null);
  const all = [...imports.values()].filter((i) => !i.archived).sort((a, b) => (a.at < b.at ? 1 : -1));
  if (all.length === 0 && !done) return null;
  return (
    <Section title="Earlier imports">
      {done ? <Text live>{done}</Text> : null}
      {all.map((i) => (
        <Earlier key={i.id} made={i} onDone={setDone} />
      ))}
    </Section>
  );
}

function Earlier({ made, onDone }: { made: Import; onDone: (sentence: string) => void }) {
  const t = useTokens();
  const say = useSay();
  const sync = useSync();
  const logbook = useLogbook();
  const crew = useCrewOnDuty();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { cars, customers, leftCars } = importUndo(logbook, made);
  const zone = logbook.shop.timeZone;
  const stays =
    leftCars.length > 0
      ? ` ${leftCars.map((c) => carLabel(logbook, c.id)).join(', ')}: worked on since, so it stays.`
      : '';
  const undo = async (): Promise<void> => {
    try {
      const { left, ...gone } = await api.undoImport(made.id, crew!.id);
      await sync.read();
      onDone(
        `Archived: ${counted(gone.cars, 'car')}, ${counted(gone.customers, 'customer')}.${left.length > 0 ? stays : ''}`,
      );
    } catch (error) {
      setProblem(api.problemSentence(error, say));
    }
  };
  return (
    <View style={[styles.row, { borderColor: t.rule }]}>
      <Text as="strong">{`${longDate(dateIn(made.at, zone))}, ${timeIn(made.at, zone)}: ${made.fileName}`}</Text>
      <Text as="small">
        {`${counted(made.carIds.length, 'car')}, ${counted(made.customerIds.length, 'new customer')}, by ${logbook.crew.get(made.by)?.name ?? 'somebody'}`}
      </Text>
      {asking ? (
        <>
          <Text live>
            {`This archives ${counted(cars.length, 'car')} and ${counted(customers.length, 'customer')}; they can be restored under Settings.${stays}`}
          </Text>
          <MainButton mode="outlined" danger disabled={!crew || cars.length === 0} onPress={() => void undo()}>
            Undo this import
          </MainButton>
          <MainButton mode="text" onPress={() => setAsking(false)}>
            Leave it
          </MainButton>
        </>
      ) : (
        <MainButton mode="text" danger label={`Undo the import of ${made.fileName}`} onPress={() => setAsking(true)}>
          Undo
        </MainButton>
      )}
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </View>
  );
}

const styles = StyleSheet.create({ row: { paddingVertical: 8, gap: 4, borderBottomWidth: 1 } });
