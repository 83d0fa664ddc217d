import { useRouter } from 'expo-router';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Car, type Season, carLabel, comingEventsOf, longDate, seasonsOf } from '@calvik/core';
import { counted } from '@calvik/words';
import { routes } from '../../routes';
import { useLogbook, useToday } from '../../state/hooks';
import { LinkRow, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

const nameOf = ({ axle, of, label }: Season): string =>
  [`${axle === 'front' ? 'Front' : 'Rear'} ${of}`, label].filter(Boolean).join(', ');

/** Which of a car's events what is on will see, and before which a new set is wanted. */
export function SeasonOfCar({ car }: { car: Car }) {
  const logbook = useLogbook();
  const today = useToday();
  const seasons = useMemo(() => seasonsOf(logbook, car, today), [logbook, car, today]);
  if (seasons.length === 0) return null;
  return (
    <Section title="Over all that it is booked to">
      {seasons.map((s) => (
        <View key={nameOf(s)} style={styles.line}>
          <Text as="strong">
            {`${nameOf(s)}: ${s.sets.length === 0 ? `good for ${s.events === 1 ? 'it' : `all ${s.events}`}` : `good for ${s.eventsLeft} of ${counted(s.events, 'event')}`}`}
          </Text>
          {s.sets.map(({ event, orderBy }) => (
            <Text key={event.id} as="small" tone={orderBy < today ? 'amber' : 'inkSoft'}>
              {`A new set before ${event.name}, ${longDate(event.startDate)}; order by ${longDate(orderBy)}${orderBy < today ? ', which is past' : ''}.`}
            </Text>
          ))}
        </View>
      ))}
    </Section>
  );
}

/** Sets that all calendars take, over all cars, the soonest to order first. */
export function SeasonOfShop() {
  const logbook = useLogbook();
  const today = useToday();
  const router = useRouter();
  const lines = useMemo(
    () =>
      [...logbook.cars.values()]
        .filter((car) => !car.archived && comingEventsOf(logbook, car, today).length > 0)
        .flatMap((car) =>
          seasonsOf(logbook, car, today).flatMap((season) => season.sets.map((set) => ({ car, season, set }))),
        )
        .sort((a, b) => a.set.orderBy.localeCompare(b.set.orderBy)),
    [logbook, today],
  );
  if (lines.length === 0) return null;
  return (
    <Section title="What the season wears out">
      <View>
        {lines.map(({ car, season, set }) => (
          <LinkRow
            key={`${car.id} ${nameOf(season)} ${set.event.id}`}
            label={`${carLabel(logbook, car.id)}: ${nameOf(season)} before ${set.event.name}`}
            onPress={() => router.push(routes.wear(car.id, { event: set.event.id }))}
          >
            <Text as="strong">{`${carLabel(logbook, car.id)}: ${nameOf(season)}`}</Text>
            <Text as="small" tone={set.orderBy < today ? 'amber' : 'inkSoft'}>
              {`Before ${set.event.name}, ${longDate(set.event.startDate)}; order by ${longDate(set.orderBy)}`}
            </Text>
          </LinkRow>
        ))}
      </View>
      <Text as="small">
        By the wear of what is on now, over every event that is booked: what the lists above already order is among it.
      </Text>
    </Section>
  );
}

const styles = StyleSheet.create({ line: { gap: 2 } });
