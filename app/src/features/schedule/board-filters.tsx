import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Job, Logbook } from '@calvik/core';
import type { Unplanned } from '@calvik/core/run-up';
import { useLogbook, useToday } from '../../state/hooks';
import { Chips } from '../../ui/chips';
import { Picker } from '../../ui/picker';
import { MainButton, useWide } from '../../ui/screen';

/** What the board and the weeks are narrowed down to; empty: all. */
export interface PlanFilters {
  crewId: string;
  customerId: string;
  eventId: string;
  /** Nothing but what nobody has planned. */
  isUnplannedOnly: boolean;
}
export const noFilters: PlanFilters = { crewId: '', customerId: '', eventId: '', isUnplannedOnly: false };

const isOfCar = (logbook: Logbook, f: PlanFilters, carId: string, eventId: string | null): boolean =>
  (f.customerId === '' || logbook.cars.get(carId)?.customerId === f.customerId) &&
  (f.eventId === '' || eventId === f.eventId);

export const showsJob = (logbook: Logbook, f: PlanFilters, job: Job): boolean =>
  !f.isUnplannedOnly &&
  (f.crewId === '' || job.crewId === f.crewId || job.helperId === f.crewId) &&
  isOfCar(logbook, f, job.carId, job.eventId ?? logbook.bookings.get(job.bookingId ?? '')?.eventId ?? null);

/** Nobody has it yet: which person is asked for changes nothing. */
export const showsUnplanned = (logbook: Logbook, f: PlanFilters, work: Unplanned): boolean =>
  isOfCar(logbook, f, work.car.id, work.event.id);

/** Whose jobs, whose cars, for which event; or only what is not planned. */
export function FilterBar({ filters, onChange }: { filters: PlanFilters; onChange: (next: PlanFilters) => void }) {
  const wide = useWide();
  const logbook = useLogbook();
  const today = useToday();
  const isAny = Object.values(filters).some(Boolean);
  const [open, setOpen] = useState(false);
  const options = (all: Iterable<{ id: string; name: string; archived: boolean }>) => [
    { value: '', label: 'All' },
    ...[...all]
      .filter((r) => !r.archived)
      .map((r) => ({ value: r.id, label: r.name }))
      .sort((a, b) => a.label.localeCompare(b.label)),
  ];
  const pick = (key: 'crewId' | 'customerId' | 'eventId', label: string, all: ReturnType<typeof options>) => (
    <View style={wide ? styles.pick : null}>
      <Picker label={label} options={all} value={filters[key]} onPick={(id) => onChange({ ...filters, [key]: id })} />
    </View>
  );
  if (!wide && !open && !isAny)
    return (
      <View style={styles.start}>
        <MainButton mode="text" onPress={() => setOpen(true)}>
          Show only …
        </MainButton>
      </View>
    );
  return (
    <View style={wide ? styles.row : styles.column} testID="filters">
      {pick('crewId', 'Person', options(logbook.crew.values()))}
      {pick('customerId', 'Customer', options(logbook.customers.values()))}
      {pick('eventId', 'Event', options([...logbook.events.values()].filter((e) => e.endDate >= today)))}
      <View style={wide ? styles.chip : null}>
        <Chips
          label="Show"
          columns={1}
          options={[{ value: 'unplanned', label: 'Not planned only' }]}
          chosen={filters.isUnplannedOnly ? ['unplanned'] : []}
          onChange={(chosen) => onChange({ ...filters, isUnplannedOnly: chosen.length > 0 })}
        />
      </View>
      {isAny ? (
        <MainButton mode="text" onPress={() => onChange(noFilters)}>
          Show all
        </MainButton>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center' },
  column: { gap: 8 },
  start: { alignItems: 'flex-start', marginLeft: -10 },
  chip: { width: 180 },
  pick: { flexGrow: 1, flexBasis: 170, maxWidth: 280 },
});
