import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Portal } from 'react-native-paper';
import { type Booking, type WorkChange, findingKey, isLocalDate, parseQuantity, shortDate } from '@calvik/core';
import { type WorkItem, reservables } from '@calvik/core/run-up';
import { workName } from '@calvik/words';
import { quantityProblemText } from '@calvik/words/input';
import { partText, reasonText, reservableText, workFindingText } from '@calvik/words/work';
import { useLogbook, useToday } from '../../state/hooks';
import { Dialog } from '../../ui/dialog';
import { LineInput } from '../../ui/line-input';
import { Chips } from '../../ui/chips';
import { DateInput } from '../../ui/date-input';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useSay } from '../../state/use-say';
import { newId } from '../../state/new-record';

/** Of the stock that would do, so much is offered. */
const MAX_STOCK = 4;

type Save = (over: Partial<Booking>) => Promise<boolean>;

const without = (booking: Booking, key: string, change: WorkChange['change']): WorkChange[] =>
  booking.workChanges.filter((c) => !(c.item === key && c.change === change));

/** One piece of work opened: all reasons, how long and from where, parts; drop it, split it, reserve something from stock for it. */
export function WorkItemDialog({
  item,
  booking,
  save,
  onClose,
}: {
  item: WorkItem;
  booking: Booking;
  save: Save;
  onClose: () => void;
}) {
  const logbook = useLogbook();
  const today = useToday();
  const say = useSay();
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const added = booking.workChanges.find((c) => c.change === 'add' && c.item === item.key);
  const change = async (workChanges: WorkChange[]): Promise<void> => {
    if (await save({ workChanges })) onClose();
  };
  const drop = async (): Promise<void> => {
    if (reason.trim() === '') return setProblem('Say why it is dropped.');
    await change([...without(booking, item.key, 'drop'), { change: 'drop', item: item.key, reason: reason.trim() }]);
  };
  const { duration } = item;
  const from = {
    usual: 'the usual figure',
    shop: `this shop’s ${duration.records} records`,
    car: `this car’s ${duration.records} records`,
  };
  const open = item.state === 'todo' || item.state === 'planned';
  const stock = open ? reservables(logbook, booking, item, today) : [];
  const reserve = async (id: string, isReserved: boolean): Promise<void> => {
    const others = booking.reservedIds.filter((p) => p !== id);
    if (await save({ reservedIds: isReserved ? others : [...others, id] })) onClose();
  };
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Dialog.Title>{workName(item.key, item.ownTitle)}</Dialog.Title>
        <Dialog.ScrollArea style={styles.area}>
          <ScrollView contentContainerStyle={styles.body}>
            {item.impossible ? <Text tone="amber">{workFindingText(item.impossible, say)}</Text> : null}
            {item.reasons.map((r) => (
              <Text key={findingKey(r.finding)}>{reasonText(r, say)}</Text>
            ))}
            {item.impossible ? null : (
              <Text>{`Window: ${shortDate(item.earliest)} to ${shortDate(item.latest)}; in good time by ${shortDate(item.target)}.`}</Text>
            )}
            <Text>
              {`${duration.minutes} min, by ${from[duration.from]}${duration.band ? `; half of them between ${duration.band.low} and ${duration.band.high} min` : ''}.`}
            </Text>
            {item.parts.map((p) => (
              <Text key={`${p.goods} ${p.name}`}>{partText(p, say)}</Text>
            ))}
            {item.fluid ? (
              <Text>{`${say.value(item.fluid.ml, 'volume')} of ${logbook.fluids.get(item.fluid.fluidId ?? '')?.name ?? item.fluid.grade}`}</Text>
            ) : null}
            {stock.slice(0, MAX_STOCK).map((reservable) => {
              const { id, isReserved } = reservable;
              const name = reservableText(reservable, say);
              return (
                <View key={id} style={styles.stock}>
                  <Text
                    as={isReserved ? 'strong' : 'body'}
                    style={styles.grow}
                  >{`In stock: ${name}${isReserved ? ', reserved for this car' : ''}`}</Text>
                  <MainButton
                    mode="outlined"
                    label={`${isReserved ? 'Release' : 'Reserve'} ${name}`}
                    onPress={() => void reserve(id, isReserved)}
                  >
                    {isReserved ? 'Release' : 'Reserve'}
                  </MainButton>
                </View>
              );
            })}
            {item.state === 'dropped' ? (
              <>
                <Text>{`Dropped: ${item.dropReason}`}</Text>
                <MainButton mode="outlined" onPress={() => void change(without(booking, item.key, 'drop'))}>
                  Take it up again
                </MainButton>
              </>
            ) : null}
            {open ? (
              <>
                <MainButton
                  mode="outlined"
                  onPress={() =>
                    void change(
                      item.isSplit
                        ? without(booking, item.key, 'split')
                        : [...booking.workChanges, { change: 'split', item: item.key }],
                    )
                  }
                >
                  {item.isSplit ? 'Do it with the other work' : 'Split: a visit of its own'}
                </MainButton>
                <LineInput label="Why drop it" value={reason} onChange={setReason} maxLength={200} />
                {problem ? <Text tone="stop">{problem}</Text> : null}
                <MainButton mode="outlined" danger onPress={() => void drop()}>
                  Drop it
                </MainButton>
                {added ? (
                  <MainButton mode="text" danger onPress={() => void change(without(booking, item.key, 'add'))}>
                    Take this added work away
                  </MainButton>
                ) : null}
              </>
            ) : null}
          </ScrollView>
        </Dialog.ScrollArea>
        <Dialog.Actions>
          <MainButton mode="text" onPress={onClose}>
            Close
          </MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

/** Work that nothing on record asks for. */
export function AddWorkDialog({ booking, save, onClose }: { booking: Booking; save: Save; onClose: () => void }) {
  const [title, setTitle] = useState('');
  const [minutes, setMinutes] = useState('30');
  const [reason, setReason] = useState('');
  const [earliest, setEarliest] = useState('');
  const [latest, setLatest] = useState('');
  const [traits, setTraits] = useState<'wheelsOff'[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const add = async (): Promise<void> => {
    const duration = parseQuantity(minutes, 'duration', 'min');
    if (title.trim() === '') return setProblem('Say what is to be done.');
    if (!duration.ok) return setProblem(quantityProblemText(duration));
    if (duration.value < 5 || duration.value > 600) return setProblem('From 5 min to 10 h.');
    if (reason.trim() === '') return setProblem('Say why.');
    for (const date of [earliest, latest])
      if (date !== '' && !isLocalDate(date)) return setProblem(`“${date}” is not a date. Type it like 5 Jan 2027.`);
    if (earliest && latest && latest < earliest) return setProblem('The window ends before it begins.');
    const item = `extra.${newId()}`;
    const change: WorkChange = {
      change: 'add',
      item,
      title: title.trim(),
      durationMin: duration.value,
      wheelsOff: traits.includes('wheelsOff'),
      reason: reason.trim(),
      earliest: earliest || null,
      latest: latest || null,
    };
    if (await save({ workChanges: [...booking.workChanges, change] })) onClose();
  };
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Dialog.Title>Add work</Dialog.Title>
        <Dialog.ScrollArea style={styles.area}>
          <ScrollView contentContainerStyle={styles.body}>
            <LineInput label="What" value={title} onChange={setTitle} maxLength={80} />
            <LineInput label="How long" value={minutes} onChange={setMinutes} />
            <LineInput label="Why" value={reason} onChange={setReason} maxLength={200} />
            <Chips
              label="Work"
              columns={1}
              options={[{ value: 'wheelsOff', label: 'Wheels come off, on a lift' }]}
              chosen={traits}
              onChange={setTraits}
            />
            <Text as="small">Left empty: from now to load-up.</Text>
            <View style={styles.dates}>
              <DateInput label="Not before" value={earliest} onChange={setEarliest} invalid={false} />
            </View>
            <View style={styles.dates}>
              <DateInput label="At the latest" value={latest} onChange={setLatest} invalid={false} />
            </View>
            {problem ? (
              <Text tone="stop" live>
                {problem}
              </Text>
            ) : null}
          </ScrollView>
        </Dialog.ScrollArea>
        <Dialog.Actions>
          <MainButton mode="text" onPress={onClose}>
            Close
          </MainButton>
          <MainButton onPress={() => void add()}>Add it</MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

const styles = StyleSheet.create({
  dialog: { maxWidth: 520, width: '92%', alignSelf: 'center', maxHeight: '88%' },
  area: { paddingHorizontal: 0 },
  body: { gap: 10, paddingHorizontal: 24, paddingVertical: 12 },
  dates: { flexDirection: 'row', minHeight: 56 },
  stock: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
