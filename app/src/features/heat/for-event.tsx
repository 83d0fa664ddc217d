import { useLocalSearchParams, useRouter } from 'expo-router';
import type { ComponentType } from 'react';
import { type Car, type TrackEvent, carLabel } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { Empty, Screen } from '../../ui/screen';
import { useEventFor } from '../fluid/use-fluid';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';

/** A page about a car at the event in the address, or at its next one; without either it says what to do. */
export const forEvent = (above: string, without: string, Page: ComponentType<{ car: Car; event: TrackEvent }>) =>
  function ForEvent() {
    const { id, event: eventId } = useLocalSearchParams<{ id: string; event?: string }>();
    const router = useRouter();
    const logbook = useLogbook();
    const car = logbook.cars.get(id);
    const event = useEventFor(id, eventId);
    if (!car) return <Gone what="car" back="/cars" />;
    if (event) return <Page key={event.id} car={car} event={event} />;
    return (
      <Screen title={carLabel(logbook, car.id)} above={above} back={routes.car(car.id)}>
        <Empty text={without} action="To the run-up" onPress={() => router.push(routes.runUp)} />
      </Screen>
    );
  };
