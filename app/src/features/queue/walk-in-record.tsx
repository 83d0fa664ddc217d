import { useState } from 'react';
import { StyleSheet } from 'react-native';
import { Portal } from 'react-native-paper';
import { type QueueEntry, carLabel } from '@calvik/core';
import { carLikeWalkIn, madeOfWalkIn } from '@calvik/core/queue';
import type { Saved } from '../../api/client';
import { useLogbook, useSync } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { ChoiceChips } from '../../ui/chips';
import { Dialog } from '../../ui/dialog';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

const NEW = 'new';

/** A walk-in becomes a customer and a car: one tap where nobody like it is on record, else it is asked who it is. */
export function WalkInRecord({ entry }: { entry: QueueEntry }) {
  const logbook = useLogbook();
  const sync = useSync();
  const { idFor } = useOwnIds();
  const [isAsking, setAsking] = useState(false);
  const [carId, setCarId] = useState('');
  const [customerId, setCustomerId] = useState('');
  const [sentence, setSentence] = useState<string | null>(null);
  const [saving, setSaving] = useState(false);
  const like = carLikeWalkIn(logbook, entry);
  const isLike = like.customer !== null || like.cars.length > 0;
  const make = async (is: { customerId: string | null; carId: string | null }): Promise<void> => {
    const made = madeOfWalkIn(
      logbook,
      entry,
      is,
      { customerId: idFor('customer'), carId: idFor('car'), bookingId: idFor('booking') },
      'Written down in the paddock: calipers, reservoir and lines are assumed. Enter this car’s own figures before its first service.',
    );
    setSaving(true);
    const result = await sync.saveAll([
      ...(made.customer ? [{ collection: 'customers' as const, body: made.customer as Saved }] : []),
      ...(made.car ? [{ collection: 'cars' as const, body: made.car as Saved }] : []),
      ...(made.booking ? [{ collection: 'bookings' as const, body: made.booking as Saved }] : []),
      { collection: 'queueEntries' as const, body: made.entry as Saved },
    ]);
    setSaving(false);
    if (result.state === 'refused') setSentence(result.sentence);
    else setAsking(false);
  };
  const answer = (): void => {
    if (carId === '') return setSentence('Say whether it is one of these cars.');
    if (carId === NEW && like.customer && customerId === '') return setSentence('Say whether it is the same customer.');
    void make({
      carId: carId === NEW ? null : carId,
      customerId: carId === NEW && customerId !== NEW ? customerId || null : null,
    });
  };
  return (
    <Section title="Not on record">
      <Text>
        Without a record no gate speaks for this car, and nothing of today stays with it. Saved as customer and car it
        has both; its figures are taken as usual until you enter its own.
      </Text>
      <MainButton
        mode="outlined"
        loading={saving}
        onPress={() => (isLike ? setAsking(true) : void make({ customerId: null, carId: null }))}
      >
        Save as customer and car
      </MainButton>
      {sentence && !isAsking ? <Text tone="stop">{sentence}</Text> : null}
      {isAsking ? (
        <Portal>
          <Dialog visible onDismiss={() => setAsking(false)} style={styles.dialog}>
            <Dialog.Title>Is it one of these?</Dialog.Title>
            <Dialog.Content style={styles.body}>
              <ChoiceChips
                label="Car"
                columns={1}
                value={carId}
                onChange={setCarId}
                options={[
                  ...like.cars.slice(0, 5).map((c) => ({
                    value: c.id,
                    label: `${carLabel(logbook, c.id)}, ${logbook.customers.get(c.customerId)?.name ?? ''}`,
                  })),
                  { value: NEW, label: 'Another car' },
                ]}
              />
              {carId === NEW && like.customer ? (
                <ChoiceChips
                  label="Customer"
                  columns={1}
                  value={customerId}
                  onChange={setCustomerId}
                  options={[
                    {
                      value: like.customer.id,
                      label: [like.customer.name, like.customer.phone].filter(Boolean).join(', '),
                    },
                    { value: NEW, label: 'Another customer' },
                  ]}
                />
              ) : null}
              {sentence ? <Text tone="stop">{sentence}</Text> : null}
            </Dialog.Content>
            <Dialog.Actions>
              <MainButton mode="text" onPress={() => setAsking(false)}>
                Close
              </MainButton>
              <MainButton onPress={answer} loading={saving}>
                Save
              </MainButton>
            </Dialog.Actions>
          </Dialog>
        </Portal>
      ) : null}
    </Section>
  );
}

const styles = StyleSheet.create({
  dialog: { maxWidth: 480, width: '92%', alignSelf: 'center' },
  body: { gap: 14 },
});
