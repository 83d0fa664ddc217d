import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { type Car, type TrackEvent, carLabel, comingEventsOf, judgeWear, shortDate, wearOf } from '@calvik/core';
import { FindingLines } from '../../facts/finding-line';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useLogbook, useToday } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { LinkRow, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useEventFor } from '../fluid/use-fluid';
import { PartWear } from './part-wear';
import { SeasonOfCar } from './season';
import { ThinnerHotter } from './thinner-hotter';

export function WearScreen() {
  const { id, event: eventId } = useLocalSearchParams<{ id: string; event?: string }>();
  const car = useLogbook().cars.get(id);
  const event = useEventFor(id, eventId);
  return car ? <WearPage car={car} event={event} /> : <Gone what="car" back="/cars" />;
}

/** What of a car lasts, and until when: pads and rotors of both axles. */
function WearPage({ car, event }: { car: Car; event: TrackEvent | null }) {
  const logbook = useLogbook();
  const today = useToday();
  const tell = useTell();
  const router = useRouter();
  const events = comingEventsOf(logbook, car, today);
  const judged = useMemo(() => judgeWear(logbook, car, event, today), [logbook, car, event, today]);
  const wear = useMemo(() => wearOf(logbook, car, event, today), [logbook, car, event, today]);
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={event ? `Wear, ${event.name}` : 'Wear'}
      back={routes.car(car.id, { event: event?.id })}
    >
      {judged.findings.length > 0 ? <FindingLines findings={judged.findings} /> : <Text>{tell(judged.headline)}</Text>}
      {events.length > 1 ? (
        <Section title="At every event that it is booked to">
          {events.map((e) => (
            <LinkRow
              key={e.id}
              label={`Wear at ${e.name}`}
              selected={e.id === event?.id}
              onPress={() => router.setParams({ event: e.id })}
            >
              <Text as="strong">{`${shortDate(e.startDate)}, ${e.name}`}</Text>
              <Text as="small">{tell(judgeWear(logbook, car, e, today).headline)}</Text>
            </LinkRow>
          ))}
        </Section>
      ) : null}
      <SeasonOfCar car={car} />
      {wear.length === 0 ? (
        <Text>Nothing of this car has been measured yet: measure pads and rotors in a service first.</Text>
      ) : null}
      {wear.map((w) => (
        <PartWear key={`${w.axle} ${w.of}`} car={car} wear={w} venue={logbook.venues.get(event?.venueId ?? '')} />
      ))}
      {event ? <ThinnerHotter car={car} event={event} wear={wear} /> : null}
      <Text as="small">
        What is computed is a witness, not a judge: whatever is read counts. Follow the maker’s limits, and look when it
        says look.
      </Text>
    </Screen>
  );
}
