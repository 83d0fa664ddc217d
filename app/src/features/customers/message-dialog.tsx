import { useState } from 'react';
import { StyleSheet } from 'react-native';
import { Portal, TextInput } from 'react-native-paper';
import { type Booking, type Message } from '@calvik/core';
import { type WorkItem, toldOf } from '@calvik/core/run-up';
import { messageText } from '@calvik/words/documents/messages';
import { useLogbook, useSync } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { Dialog } from '../../ui/dialog';
import { MainButton } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { newRecord } from '../../state/new-record';

const kinds: { value: Message['about']; label: string }[] = [
  { value: 'booked', label: 'Booked' },
  { value: 'bringIn', label: 'Bring it in' },
  { value: 'found', label: 'Found' },
];

/** A text to the customer, made from what is booked, planned and found; it can be changed before it is sent. */
export function MessageDialog({
  booking,
  items,
  onClose,
}: {
  booking: Booking;
  items: readonly WorkItem[];
  onClose: () => void;
}) {
  const logbook = useLogbook();
  const sync = useSync();
  const { idFor } = useOwnIds();
  const customer = logbook.customers.get(logbook.cars.get(booking.carId)?.customerId ?? '');
  const [about, setAbout] = useState<Message['about']>('booked');
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  if (!customer) return null;
  const text = typed ?? messageText(logbook, booking, items, about);
  const send = async (): Promise<void> => {
    if (text.trim() === '') return setProblem('There is nothing to send.');
    const result = await sync.save('messages', {
      ...newRecord(),
      id: idFor('message'),
      customerId: customer.id,
      bookingId: booking.id,
      queueEntryId: null,
      about,
      to: customer.phone,
      text: text.trim(),
      writtenAt: new Date().toISOString(),
      told: toldOf(logbook, booking),
    });
    if (result.state === 'refused') setProblem(result.sentence);
    else onClose();
  };
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Dialog.Title>{`Text ${customer.name}`}</Dialog.Title>
        <Dialog.Content style={styles.body}>
          <Segments
            label="About"
            value={about}
            options={kinds}
            onChange={(next) => {
              setAbout(next);
              setTyped(null);
            }}
          />
          <TextInput
            mode="outlined"
            label="Text"
            aria-label="Text"
            value={text}
            onChangeText={setTyped}
            multiline
            numberOfLines={7}
            maxLength={800}
          />
          <Text as="small">
            {customer.phone === '' ? 'No phone number on record. ' : `To ${customer.phone}. `}
            Texts are simulated: nothing leaves this machine.
          </Text>
          {problem ? <Text tone="stop">{problem}</Text> : null}
        </Dialog.Content>
        <Dialog.Actions>
          <MainButton mode="text" onPress={onClose}>
            Close
          </MainButton>
          <MainButton onPress={() => void send()}>To the messages</MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

const styles = StyleSheet.create({
  dialog: { maxWidth: 520, width: '92%', alignSelf: 'center' },
  body: { gap: 12 },
});
