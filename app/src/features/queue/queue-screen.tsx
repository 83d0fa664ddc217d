import { useLocalSearchParams, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Portal } from 'react-native-paper';
import { type TrackEvent } from '@calvik/core';
import { type QueueLine, ableFor, orderByHand, promisesKept, queueName } from '@calvik/core/queue';
import { counted } from '@calvik/words';
import { Gone } from '../../records/not-found-page';
import { openFile } from '../../files/open-file';
import { routes } from '../../routes';
import { useCrewOnDuty, useLogbook } from '../../state/hooks';
import { Dialog } from '../../ui/dialog';
import { Empty, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { Afternoon } from './afternoon';
import { Hands } from './hands';
import { OverRow, QueueRow } from './queue-list';
import { TellThem } from './tell-them';
import { type Asked, useOrder } from './use-order';
import { useQueue } from './use-queue';
import { useQueueMove } from './use-queue-move';

export function QueueScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const event = useLogbook().events.get(id);
  return event ? <QueuePage event={event} /> : <Gone what="event" back="/" />;
}

function QueuePage({ event }: { event: TrackEvent }) {
  const router = useRouter();
  const wide = useWide();
  const logbook = useLogbook();
  const crew = useCrewOnDuty();
  const queue = useQueue(event);
  const order = useOrder(event, queue);
  const { moveAll, problem } = useQueueMove();
  const { at } = queue;
  const inHand = at.lines.filter((l) => l.state.status === 'inHand');
  const promises = promisesKept([...at.lines, ...at.over].map((l) => l.state));
  // Whoever has a car in hand, or cannot do this one, is asked first: on its own page.
  const isFree = crew !== null && !inHand.some((l) => l.state.crewId === crew.id || l.state.helperId === crew.id);
  const startOf = ({ state }: QueueLine): (() => void) | null =>
    crew && isFree && ableFor([crew], state).length > 0
      ? () =>
          void moveAll([
            { entry: state.entry, move: { move: 'started', crewId: crew.id, helperId: null, wants: state.wants } },
          ])
      : null;
  const list = (
    <Section
      title={[
        counted(at.lines.length - inHand.length, 'car waits', 'cars wait'),
        inHand.length > 0 ? `${inHand.length} in hand` : '',
      ]
        .filter(Boolean)
        .join(', ')}
      aside={
        orderByHand(logbook, event.id).length > 0 ? (
          <MainButton mode="text" label="Put the queue in the order that is proposed" onPress={order.propose}>
            Ordered by hand: undo
          </MainButton>
        ) : null
      }
    >
      {at.lines.length === 0 ? (
        <Empty
          text="Nobody waits. Whoever turns up goes in with a name and a car."
          action="Add a car"
          onPress={() => router.push(routes.newInQueue(event.id))}
        />
      ) : null}
      <View>
        {at.lines.map((line) => (
          <QueueRow key={line.state.entry.id} line={line} event={event} now={at.now} onStart={startOf(line)} />
        ))}
      </View>
    </Section>
  );
  const over =
    at.over.length > 0 ? (
      <Section
        title="Done with"
        aside={
          <MainButton
            mode="text"
            icon="print"
            label="The queue as a table"
            onPress={() => openFile(`/api/exports/events/${event.id}/queue.csv`)}
          >
            CSV
          </MainButton>
        }
      >
        <View>
          {at.over.map((line) => (
            <OverRow key={line.state.entry.id} line={line} event={event} />
          ))}
        </View>
      </Section>
    ) : null;
  const told = promises.kept + promises.broken + promises.moved + promises.open;
  return (
    <Screen
      title="Paddock queue"
      above={event.name}
      back={routes.eventDay(event.id)}
      isBackFixed
      maxWidth={wide ? 1240 : 720}
      notice={queue.problem ?? problem ?? order.problem}
      footer={
        <MainButton icon="plus" onPress={() => router.push(routes.newInQueue(event.id))}>
          Add a car
        </MainButton>
      }
    >
      {told > 0 ? (
        <Text as="strong" testID="promises">
          {`Promises: ${[`${promises.kept} kept`, `${promises.broken} broken`, `${promises.moved} moved`, `${promises.open} open`].join(', ')}`}
        </Text>
      ) : null}
      <TellThem lines={at.lines} />
      {wide ? (
        <View style={styles.sides}>
          <View style={styles.left}>
            {list}
            {over}
          </View>
          <View style={styles.right}>
            <Afternoon event={event} at={at} onMove={(id, before) => void order.moveBefore(id, before)} />
            <Hands event={event} at={at} />
          </View>
        </View>
      ) : (
        <>
          {list}
          <Hands event={event} at={at} />
          {over}
        </>
      )}
      {order.asked ? <BreaksDialog asked={order.asked} onMove={order.confirm} onClose={order.dismiss} /> : null}
    </Screen>
  );
}

/** Whose promise another order breaks, before it is saved. */
export function BreaksDialog({ asked, onMove, onClose }: { asked: Asked; onMove: () => void; onClose: () => void }) {
  const logbook = useLogbook();
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Dialog.Title>This breaks a promise</Dialog.Title>
        <Dialog.Content>
          {asked.broken.map(({ entryId, keeps }) => {
            const entry = logbook.queueEntries.get(entryId);
            return (
              <Text key={entryId}>
                {`${entry ? queueName(logbook, entry) : 'A car'}: what was promised would hold ${Math.round(keeps * 100)} times in a hundred.`}
              </Text>
            );
          })}
        </Dialog.Content>
        <Dialog.Actions>
          <MainButton mode="text" onPress={onClose}>
            Leave it
          </MainButton>
          <MainButton onPress={onMove}>Move it all the same</MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

const styles = StyleSheet.create({
  sides: { flexDirection: 'row', gap: 28 },
  left: { flex: 1, minWidth: 0, gap: 24 },
  right: { flex: 1.25, minWidth: 0, gap: 24 },
  dialog: { maxWidth: 480, width: '92%', alignSelf: 'center' },
});
