import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { carLabel, decisionsOn, findSession, sessionsOfCar } from '@calvik/core';
import { promiseOfCar } from '@calvik/core/queue-moves';
import { promiseLine } from '@calvik/words/queue-names';
import { driverCard, driverCardText } from '@calvik/words/documents/driver-card';
import { useLogbook, useNow, useSync } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { useTokens } from '../../theme/use-tokens';
import { Empty, MainButton, Screen } from '../../ui/screen';
import { Text } from '../../ui/text';
import { HatchStrip } from '../../ui/verdict';
import { Gone } from '../../records/not-found-page';
import { NotAgreed } from '../../facts/not-agreed';
import { openFile } from '../../files/open-file';
import { routes } from '../../routes';
import { newRecord } from '../../state/new-record';

/** The card that the driver reads: held out of a window, sent as a text, or printed. */
export function DriverCardScreen() {
  const { car: carId, session: id } = useLocalSearchParams<{ car: string; session: string }>();
  const router = useRouter();
  const t = useTokens();
  const logbook = useLogbook();
  const sync = useSync();
  const now = useNow(60_000);
  const { idFor, anew } = useOwnIds();
  const [told, setTold] = useState<string | null>(null);
  const car = logbook.cars.get(carId);
  const session = car && findSession(logbook, car.id, id);
  if (!car || !session) return <Gone what="session" back="/" />;
  // An older card decides nothing any more: it leads to the one that does.
  const last = sessionsOfCar(logbook, car.id).at(-1);
  const decision = decisionsOn(logbook, session).at(-1);
  const card = decision && driverCard(logbook, decision);
  const day = routes.eventDay(session.fact.eventId);
  if (!card || !decision)
    return (
      <Screen title={carLabel(logbook, car.id)} back={day}>
        <Empty
          text="Nothing is decided yet after this session."
          action="Decide"
          onPress={() => router.push(routes.decide(car.id, session.fact.id))}
        />
      </Screen>
    );
  const customer = logbook.customers.get(car.customerId);
  const booking = logbook.bookingsOfEvent(session.fact.eventId).find((b) => b.carId === car.id);
  const waiting = promiseOfCar(logbook, session.fact.eventId, car.id, new Date(now).toISOString());
  const isStop = card.kind === 'stop';
  const text = async (): Promise<void> => {
    if (!customer) return setTold('There is no customer to text.');
    const result = await sync.save('messages', {
      ...newRecord(),
      id: idFor('message'),
      customerId: customer.id,
      bookingId: booking?.id ?? null,
      queueEntryId: null,
      about: 'goOut',
      to: customer.phone,
      text: driverCardText(card),
      writtenAt: new Date().toISOString(),
      told: null,
    });
    if (result.state !== 'refused') anew();
    setTold(result.state === 'refused' ? result.sentence : `In the messages, to ${customer.name}.`);
  };
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={`For the driver, after session ${session.nth}`}
      back={day}
      isBackFixed
      footer={
        <View style={styles.row}>
          <View style={styles.grow}>
            <MainButton onPress={() => void text()}>Text the driver</MainButton>
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => openFile(`/api/session-decisions/${decision.id}/card.pdf`)}>
              Print
            </MainButton>
          </View>
        </View>
      }
    >
      <NotAgreed id={decision.decision === 'stop' ? undefined : decision.id} />
      <View
        style={[styles.card, { borderColor: isStop ? t.stop : t.ink, backgroundColor: t.sheet }]}
        testID="driver-card"
      >
        {isStop ? <HatchStrip width={16} /> : null}
        <View style={styles.text}>
          <Text as="bigFigure" tone={isStop ? 'stop' : card.kind === 'limits' ? 'amber' : 'ink'}>
            {card.decision}
          </Text>
          {card.lines.map((line) => (
            <Text key={line} as="heading">
              {line}
            </Text>
          ))}
          {waiting ? <Text as="strong">{promiseLine(logbook, waiting)}</Text> : null}
          <Text as="small">{card.signature}</Text>
        </View>
      </View>
      {told ? (
        <Text tone="iron" live>
          {told}
        </Text>
      ) : null}
      <View style={styles.row}>
        <View style={styles.grow}>
          {last && last.fact.id !== session.fact.id ? (
            <MainButton mode="outlined" onPress={() => router.replace(routes.card(car.id, last.fact.id))}>
              {`After session ${last.nth}`}
            </MainButton>
          ) : (
            <MainButton mode="outlined" onPress={() => router.push(routes.decide(car.id, session.fact.id))}>
              Decide again
            </MainButton>
          )}
        </View>
        <View style={styles.grow}>
          <MainButton mode="outlined" onPress={() => router.replace(day)}>
            Back to the day
          </MainButton>
        </View>
      </View>
    </Screen>
  );
}

const styles = StyleSheet.create({
  card: { borderWidth: 2, borderRadius: 4, flexDirection: 'row', overflow: 'hidden' },
  text: { flex: 1, minWidth: 0, padding: 16, gap: 10 },
  row: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
