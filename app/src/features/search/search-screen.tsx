import { useRouter } from 'expo-router';
import { useDeferredValue, useMemo, useState } from 'react';
import { Searchbar } from 'react-native-paper';
import { useLogbook } from '../../state/hooks';
import { Empty, LinkRow, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { search } from './search';

/** One box for anything: a car, a plate, a customer, a phone number, a label, an event. */
export function SearchScreen() {
  const router = useRouter();
  const logbook = useLogbook();
  const [query, setQuery] = useState('');
  const wanted = useDeferredValue(query);
  const found = useMemo(() => search(logbook, wanted), [logbook, wanted]);
  return (
    <Screen title="Search" back="/">
      <Searchbar
        placeholder="Car, plate, customer, phone, label, event"
        value={query}
        onChangeText={setQuery}
        onSubmitEditing={() => {
          if (found[0]) router.push(found[0].to);
        }}
        aria-label="Search anything"
        icon="search"
        clearIcon="close"
        autoFocus
      />
      {wanted.trim() !== '' && found.length === 0 ? <Empty text={`Nothing matches “${wanted.trim()}”.`} /> : null}
      {found.length > 0 ? (
        <Section title={`${found.length} found`}>
          {found.map((f) => (
            <LinkRow
              key={`${f.kind} ${f.id}`}
              label={`${f.kind}: ${f.name}`}
              onPress={() => router.push(f.to)}
              testID="found"
            >
              <Text as="strong">{f.name}</Text>
              <Text as="small">{[f.kind, f.about].filter(Boolean).join(', ')}</Text>
            </LinkRow>
          ))}
        </Section>
      ) : null}
    </Screen>
  );
}
