import { useRouter } from 'expo-router';
import { type PadSet, SPARE_FROM, axleWear, carLabel, placeOf, comingEventsOf } from '@calvik/core';
import { routes } from '../../routes';
import { useLogbook, useToday } from '../../state/hooks';
import { LinkRow, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

/** What a set is still good for: its chance to come under the limit at each event that its car is booked to. */
export function GoodFor({ set }: { set: PadSet }) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const place = placeOf(logbook, set.id);
  const car = logbook.cars.get(place.at === 'car' ? place.carId : (set.carId ?? ''));
  if (!car || place.at === 'scrapped') return null;
  const events = comingEventsOf(logbook, car, today);
  const lines = events.flatMap((event) => {
    const wear = axleWear(logbook, car, set.axle, 'pads', event, today, set);
    return wear ? [{ event, wear }] : [];
  });
  if (lines.length === 0) return null;
  return (
    <Section title={`Good for, on ${carLabel(logbook, car.id)}`}>
      {lines.map(({ event, wear }) => (
        <LinkRow
          key={event.id}
          label={`Wear at ${event.name}`}
          onPress={() => router.push(routes.wear(car.id, { event: event.id }))}
        >
          <Text as="strong">{event.name}</Text>
          <Text as="small" tone={wear.isTold && wear.underBeforeEnd >= SPARE_FROM ? 'amber' : 'inkSoft'}>
            {wear.isTold
              ? `${Math.round(100 * wear.underBeforeEnd)} % that it is under its limit before the last session`
              : 'Read too seldom to say'}
          </Text>
        </LinkRow>
      ))}
    </Section>
  );
}
