import { View } from 'react-native';
import { dateIn, shortDate, timeIn } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { FindingLines } from '../../facts/finding-line';
import { useAnotherLook } from '../schedule/use-another-look';
import { Empty, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

/** Texts to customers as they would have gone out. */
export function MessagesScreen() {
  const logbook = useLogbook();
  const another = useAnotherLook();
  const { timeZone } = logbook.shop;
  const messages = [...logbook.messages.values()]
    .filter((m) => !m.archived)
    .sort((a, b) => b.writtenAt.localeCompare(a.writtenAt));
  return (
    <Screen title="Messages" above="Texts to customers" back="/work">
      <Text as="small">Simulated: this is what would have been sent. Nothing leaves this machine.</Text>
      {messages.length === 0 ? (
        <Empty text="No text has been written yet. Open an event’s work list and choose “Text the customer” at a car." />
      ) : null}
      {messages.map((m) => (
        <Section
          key={m.id}
          title={
            logbook.customers.get(m.customerId ?? '')?.name ??
            logbook.queueEntries.get(m.queueEntryId ?? '')?.walkIn?.driver ??
            'Customer'
          }
          aside={
            <Text as="small">{`${shortDate(dateIn(m.writtenAt, timeZone))} ${timeIn(m.writtenAt, timeZone)}`}</Text>
          }
        >
          <View testID="message">
            <Text as="small">{m.to === '' ? 'No phone number on record' : `To ${m.to}`}</Text>
            <Text>{m.text}</Text>
            <FindingLines findings={another.of(m.id)} />
          </View>
        </Section>
      ))}
    </Screen>
  );
}
