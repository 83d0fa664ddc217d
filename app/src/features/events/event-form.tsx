import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect } from 'react';
import { useWatch } from 'react-hook-form';
import { type TrackEvent, plusDays, unsaid } from '@calvik/core';
import { useLogbook, useToday, useUnits } from '../../store/hooks';
import { DateField, DraftNotice, PickField, QuantityField, TextField, useDraftForm } from '../../ui/form';
import { Gone } from '../../ui/gone';
import { SaveBar } from '../../ui/save-bar';
import { quantityText } from '../../ui/quantity-text';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { newRecord, useKeepRecord, useQuantity } from '../keep';

interface EventForm {
  name: string;
  venueId: string;
  organiser: string;
  startDate: string;
  endDate: string;
  flushWithinDays: string;
  demandedMarginC: string;
  notes: string;
}

function EventFormScreen({ event, venueId }: { event: TrackEvent | null; venueId: string | undefined }) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { system } = useUnits();
  const quantity = useQuantity();
  const { form, restored, startOver, finished } = useDraftForm<EventForm>(`event.${event?.id ?? 'new'}`, {
    name: event?.name ?? '',
    venueId: event?.venueId ?? '',
    organiser: event?.organiser ?? '',
    startDate: event?.startDate ?? plusDays(today, 14),
    endDate: event?.endDate ?? plusDays(today, 14),
    flushWithinDays: quantityText(event?.flushWithinDays ?? null, 'days', system),
    demandedMarginC: quantityText(event?.demandedMarginC ?? null, 'temperatureDifference', system),
    notes: event?.notes ?? '',
  });
  const { setValue, getValues, control } = form;
  useEffect(() => {
    if (venueId) setValue('venueId', venueId, { shouldDirty: true });
  }, [venueId, setValue]);
  const startDate = useWatch({ control, name: 'startDate' });
  useEffect(() => {
    if (startDate && getValues('endDate') < startDate) setValue('endDate', startDate);
  }, [startDate, getValues, setValue]);
  const { keep, saving, problem } = useKeepRecord('events', form, finished);
  const save = form.handleSubmit((f) => {
    const record: TrackEvent = {
      ...(event ?? { ...newRecord(), ...unsaid.events }),
      ...f,
      flushWithinDays: f.flushWithinDays.trim() === '' ? null : Math.round(quantity(f.flushWithinDays, 'days')),
      demandedMarginC: f.demandedMarginC.trim() === '' ? null : quantity(f.demandedMarginC, 'temperatureDifference'),
    };
    return keep(record, `/events/${record.id}`);
  });
  const venues = [...logbook.venues.values()]
    .filter((v) => !v.archived)
    .sort((a, b) => a.name.localeCompare(b.name))
    .map((v) => ({ value: v.id, label: v.name }));
  return (
    <Screen
      title={event ? event.name : 'New event'}
      above={event ? 'Edit event' : undefined}
      back={event ? `/events/${event.id}` : '/'}
      footer={<SaveBar problem={problem} saving={saving} onSave={() => void save()} label="Save event" />}
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="What and where">
        <TextField control={control} name="name" label="Name" required />
        <PickField control={control} name="venueId" label="Venue" options={venues} />
        <MainButton mode="text" icon="plus" onPress={() => router.push('/venues/new' as never)}>
          New venue
        </MainButton>
        <TextField control={control} name="organiser" label="Organiser" />
      </Section>
      <Section title="When">
        <DateField control={control} name="startDate" label="First day" />
        <DateField control={control} name="endDate" label="Last day" />
        {startDate && startDate < today ? (
          <Text tone="amber">
            This day is past. That is fine for a record; the run-up shows only what is still to come.
          </Text>
        ) : null}
      </Section>
      <Section title="What the organiser demands">
        <QuantityField
          control={control}
          name="flushWithinDays"
          label="Flushed within (days before)"
          dimension="days"
          optional
          hint="Empty: no such rule. 90 days, 12 weeks"
        />
        <QuantityField
          control={control}
          name="demandedMarginC"
          label="Demanded margin over peak temperature"
          dimension="temperatureDifference"
          optional
          hint="Empty: the shop’s margin"
        />
      </Section>
      <Section title="Notes">
        <TextField control={control} name="notes" label="Notes" lines={3} />
      </Section>
    </Screen>
  );
}

export function NewEventScreen() {
  const { venue } = useLocalSearchParams<{ venue?: string }>();
  return <EventFormScreen event={null} venueId={venue} />;
}

export function EditEventScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const event = useLogbook().events.get(id);
  return event ? <EventFormScreen key={event.id} event={event} venueId={undefined} /> : <Gone what="event" back="/" />;
}
