import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { dateIn, timeIn } from '@calvik/core';
import { type QueueLine, queueName } from '@calvik/core/queue';
import { list, counted } from '@calvik/words';
import { queueMessage } from '@calvik/words/queue';
import type { Saved } from '../../api/client';
import { useSaveFact } from '../../facts/save-fact';
import { useLogbook } from '../../state/hooks';
import { newRecord } from '../../state/new-record';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';

/** What a driver is told, as a record of the messages. */
export const messageOf = (
  logbook: ReturnType<typeof useLogbook>,
  { state }: QueueLine,
  backBy: string | null,
  against: string | null,
  id: string,
): Saved =>
  ({
    ...newRecord(),
    id,
    customerId: state.customer?.id ?? null,
    bookingId: null,
    queueEntryId: state.entry.id,
    about: 'queue',
    to: state.customer?.phone ?? state.entry.walkIn?.phone ?? '',
    text: queueMessage(logbook, state, queueName(logbook, state.entry), backBy, against).slice(0, 800),
    writtenAt: new Date().toISOString(),
    told: null,
  }) as Saved;

/** Drivers whose time no longer holds, with the new one: all are promised anew and written to at once. */
export function TellThem({ lines }: { lines: readonly QueueLine[] }) {
  const logbook = useLogbook();
  const { saveFacts, saving, problem } = useSaveFact();
  const [told, setTold] = useState<number | null>(null);
  const now = new Date().toISOString();
  const affected = lines.filter(
    (l) =>
      l.plan?.backBy &&
      l.plan.backBy > now &&
      l.findings.some((f) => f.code === 'promiseMoved' || f.code === 'promiseBroken'),
  );
  if (affected.length === 0)
    return told === null ? null : (
      <Text tone="iron" live>
        {`${counted(told, 'message')} written: send them from the messages, or say it.`}
      </Text>
    );
  const tell = async (): Promise<void> => {
    const moment = new Date().toISOString();
    const isSaved = await saveFacts(
      affected.map(({ state, plan }) => ({
        draft: {
          kind: 'queueMove',
          queueEntryId: state.entry.id,
          ...(state.entry.carId === null ? {} : { carId: state.entry.carId }),
          move: { move: 'promised', backBy: plan!.backBy! },
        },
      })),
      dateIn(moment, logbook.shop.timeZone),
      affected.map((l) => ({
        collection: 'messages' as const,
        body: messageOf(logbook, l, l.plan!.backBy, null, newRecord().id),
      })),
    );
    if (isSaved) setTold(affected.length);
  };
  return (
    <View style={styles.tell} testID="tell-them">
      <Text>
        {`Tell ${list(affected.map(({ state, plan }) => `${queueName(logbook, state.entry)} (${timeIn(plan!.backBy!, logbook.shop.timeZone)})`))}.`}
      </Text>
      <MainButton mode="outlined" loading={saving} onPress={() => void tell()}>
        {affected.length === 1 ? 'Promise the new time, and write' : 'Promise the new times, and write'}
      </MainButton>
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </View>
  );
}

const styles = StyleSheet.create({ tell: { gap: 8 } });
