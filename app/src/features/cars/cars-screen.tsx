import { carLabel } from '@calvik/core';
import { usePathname, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Searchbar } from 'react-native-paper';
import { useLogbook } from '../../state/hooks';
import { Empty, IconButton, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { routes } from '../../routes';

/** All cars, by customer, with a search over names, makes and plates. */
export function CarsScreen() {
  const router = useRouter();
  const path = usePathname();
  const wide = useWide();
  const logbook = useLogbook();
  const [query, setQuery] = useState('');
  const groups = useMemo(() => {
    const words = query.toLowerCase().split(/\s+/).filter(Boolean);
    return [...logbook.customers.values()]
      .filter((c) => !c.archived)
      .sort((a, b) => a.name.localeCompare(b.name))
      .map((customer) => ({
        customer,
        cars: [...logbook.cars.values()]
          .filter((car) => car.customerId === customer.id && !car.archived)
          .filter((car) => {
            const text =
              `${car.name} ${car.make} ${car.model} ${car.plate} ${customer.name} ${customer.phone}`.toLowerCase();
            const bare = `${car.plate} ${customer.phone}`.toLowerCase().replace(/[^a-z0-9]/g, '');
            return (
              words.every((w) => text.includes(w)) ||
              (words.length > 0 && bare.includes(words.join('').replace(/[^a-z0-9]/g, '') || '?'))
            );
          })
          .sort((a, b) => a.name.localeCompare(b.name)),
      }))
      .filter((g) => g.cars.length > 0 || words.length === 0);
  }, [logbook, query]);
  const narrow = !wide || path !== '/cars';
  return (
    <Screen
      title="Cars"
      actions={
        <MainButton mode="text" onPress={() => router.push(routes.import)}>
          Import
        </MainButton>
      }
      footer={
        <View style={styles.footer}>
          <View style={styles.grow}>
            <MainButton icon="plus" onPress={() => router.push(routes.newCar())}>
              New car
            </MainButton>
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => router.push(routes.newCustomer)}>
              New customer
            </MainButton>
          </View>
        </View>
      }
    >
      <Searchbar
        placeholder="Name, make, plate or phone"
        value={query}
        onChangeText={setQuery}
        aria-label="Search cars"
        icon="car"
        clearIcon="close"
      />
      {groups.length === 0 ? (
        query ? (
          <Empty text={`Nothing matches “${query}”.`} />
        ) : (
          <Empty
            text="No customers yet. Enter the first one, then the car."
            action="New customer"
            onPress={() => router.push(routes.newCustomer)}
          />
        )
      ) : null}
      {groups.map(({ customer, cars }) => (
        <Section
          key={customer.id}
          title={customer.name}
          aside={
            <IconButton
              icon="edit"
              label={`Edit ${customer.name}`}
              onPress={() => router.push(routes.customer(customer.id))}
            />
          }
        >
          <View>
            {cars.length === 0 ? <Text as="small">No car yet.</Text> : null}
            {cars.map((car) => (
              <LinkRow
                key={car.id}
                label={carLabel(logbook, car.id)}
                onPress={() => router.push(routes.car(car.id))}
                selected={!narrow ? false : path.startsWith(`/cars/${car.id}`)}
              >
                <Text as="strong">{carLabel(logbook, car.id)}</Text>
                <Text as="small">{[car.make, car.model, car.year, car.plate].filter(Boolean).join(' · ')}</Text>
              </LinkRow>
            ))}
          </View>
        </Section>
      ))}
    </Screen>
  );
}

const styles = StyleSheet.create({ footer: { flexDirection: 'row', gap: 8 }, grow: { flex: 1 } });
