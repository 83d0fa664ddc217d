import { useState } from 'react';
import { type Booking, type TrackEvent, judgeCar, recordDefaults, severity } from '@calvik/core';
import { useLogbook, useSync, useToday } from '../../state/hooks';
import { newRecord } from '../../state/new-record';
import { useOwnIds } from '../../state/use-own-ids';

/** The cars booked to an event, the most serious first, and booking and cancelling them. */
export function useBookings(event: TrackEvent) {
  const logbook = useLogbook();
  const today = useToday();
  const sync = useSync();
  const { idFor, anew } = useOwnIds();
  const [saving, setSaving] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [cancelled, setCancelled] = useState<Booking | null>(null);
  const bookings = logbook.bookingsOfEvent(event.id);
  const booked = new Set(bookings.map((b) => b.carId));
  const lines = bookings
    .flatMap((booking) => {
      const car = logbook.cars.get(booking.carId);
      return car ? [{ booking, car, readiness: judgeCar(logbook, car, event, today) }] : [];
    })
    .sort(
      (a, b) => severity(b.readiness.verdict) - severity(a.readiness.verdict) || a.car.name.localeCompare(b.car.name),
    );

  /** Books cars, all or none. Returns whether they are booked. */
  const book = async (carIds: readonly string[]): Promise<boolean> => {
    setSaving(true);
    const result = await sync.saveAll(
      carIds.map((carId) => ({
        collection: 'bookings' as const,
        body: { ...newRecord(), id: idFor(carId), ...recordDefaults.bookings, eventId: event.id, carId, notes: '' },
      })),
    );
    setSaving(false);
    setProblem(result.state === 'refused' ? result.sentence : null);
    if (result.state === 'refused') return false;
    // Booked, cancelled and booked again is another booking.
    anew();
    return true;
  };
  const change = async (booking: Booking, archived: boolean): Promise<void> => {
    const result = await sync.save('bookings', { ...booking, archived });
    setProblem(result.state === 'refused' ? result.sentence : null);
    if (result.state !== 'refused') setCancelled(archived ? booking : null);
  };
  return {
    lines,
    /** Cars that may still be booked, by name. */
    free: [...logbook.cars.values()]
      .filter((c) => !c.archived && !booked.has(c.id))
      .sort((a, b) => a.name.localeCompare(b.name)),
    book,
    cancel: (booking: Booking) => change(booking, true),
    /** The booking that was cancelled last on this page, and taking that back. */
    cancelled,
    undo: async (): Promise<void> => {
      const now = cancelled && logbook.bookings.get(cancelled.id);
      if (now) await change(now, false);
    },
    saving,
    problem,
  };
}
export type Bookings = ReturnType<typeof useBookings>;
