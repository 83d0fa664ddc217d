import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, useRef, useState } from 'react';
import { useWatch } from 'react-hook-form';
import {
  type RuleSet,
  type TrackEvent,
  isLocalDate,
  plusDays,
  recordDefaults,
  usualSession,
  daysBetween,
  readFigure,
  readTime,
} from '@calvik/core';
import { trailersShort } from '@calvik/core/run-up';
import { useLogbook, useSync, useToday } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { useUnits } from '../../ui/units';
import { DateField, DraftNotice, NumberField, PickField, QuantityField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../../records/not-found-page';
import { SaveBar } from '../../ui/save-bar';
import { recordText } from '../../ui/quantity-text';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { Chips } from '../../ui/chips';
import { PickList } from '../../ui/pick-list';
import { useSaveRecord, useQuantity } from '../../records/save-record';
import { newRecord } from '../../state/new-record';
import { RuleFields, type RulesForm, rulesForm, rulesOf } from '../../fields/rule-fields';
import { routes } from '../../routes';
import { SessionFields, type SessionForm, sessionForm, sessionOfForm } from '../../fields/session-fields';

interface EventForm extends RulesForm {
  name: string;
  venueId: string;
  organiser: string;
  startDate: string;
  endDate: string;
  loadUpDate: string;
  loadUpTime: string;
  trailers: string;
  ruleSetId: string;
  crewIds: string[];
  flushWithinDays: string;
  demandedMarginC: string;
  session: SessionForm;
  hasSession: boolean;
  notes: string;
}

/** An event of more days than this is asked about: most often the wrong month was typed. Own figure. */
const USUAL_MOST_DAYS = 4;

function EventFormScreen({ event, venueId }: { event: TrackEvent | null; venueId: string | undefined }) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { system } = useUnits();
  const quantity = useQuantity();
  const { form, restored, startOver, finished, openedAs } = useDraftForm<EventForm>(
    `event.${event?.id ?? 'new'}`,
    {
      name: event?.name ?? '',
      venueId: event?.venueId ?? '',
      organiser: event?.organiser ?? '',
      startDate: event?.startDate ?? plusDays(today, 14),
      endDate: event?.endDate ?? plusDays(today, 14),
      loadUpDate: event?.loadUpDate ?? plusDays(event?.startDate ?? plusDays(today, 14), -1),
      loadUpTime: event?.loadUpTime ?? '',
      trailers: event?.trailers ? String(event.trailers) : '',
      ruleSetId: event?.ruleSetId ?? '',
      crewIds: event?.crewIds ?? [],
      ...rulesForm(event, system),
      flushWithinDays: recordText(event?.flushWithinDays, 'days', system),
      demandedMarginC: recordText(event?.demandedMarginC, 'temperatureDifference', system),
      session: sessionForm(event?.session ?? usualSession, system),
      hasSession: (event?.session ?? null) !== null,
      notes: event?.notes ?? '',
    },
    event,
  );
  const { setValue, getValues, control } = form;
  useEffect(() => {
    if (venueId) setValue('venueId', venueId, { shouldDirty: true });
  }, [venueId, setValue]);
  const startDate = useWatch({ control, name: 'startDate' });
  const crewIds = useWatch({ control, name: 'crewIds' }) as string[];
  const session = useWatch({ control, name: 'session' }) as SessionForm;
  // The last day and load-up go with the first day, until somebody says otherwise.
  const followed = useRef({ from: startDate, endDate: getValues('endDate'), loadUpDate: getValues('loadUpDate') });
  useEffect(() => {
    const was = followed.current;
    if (!isLocalDate(startDate) || startDate === was.from) return;
    const by = isLocalDate(was.from) ? daysBetween(was.from, startDate) : 0;
    const follow = (field: 'endDate' | 'loadUpDate'): string => {
      const stands = getValues(field);
      const isOwn = stands !== was[field];
      const next = isOwn || !isLocalDate(stands) ? stands : plusDays(stands, by);
      return field === 'endDate' && isLocalDate(next) && next < startDate ? startDate : next;
    };
    const next = { from: startDate, endDate: follow('endDate'), loadUpDate: follow('loadUpDate') };
    for (const field of ['endDate', 'loadUpDate'] as const)
      if (next[field] !== getValues(field)) setValue(field, next[field]);
    followed.current = next;
  }, [startDate, setValue, getValues]);
  const [trailers, endDate, loadUpDate] = useWatch({ control, name: ['trailers', 'endDate', 'loadUpDate'] });
  const tell = useTell();
  const areDays = [startDate, endDate, loadUpDate || startDate].every(isLocalDate);
  const short = areDays
    ? trailersShort(logbook, {
        id: event?.id ?? '',
        startDate,
        endDate,
        loadUpDate: loadUpDate || null,
        trailers: readFigure(trailers) ?? 0,
      })
    : null;
  const { saveRecord, saving, problem, warning } = useSaveRecord('events', form, finished, openedAs);
  const eventRulesOf = (f: EventForm) => ({
    flushWithinDays: f.flushWithinDays.trim() === '' ? null : Math.round(quantity(f.flushWithinDays, 'days')),
    demandedMarginC: f.demandedMarginC.trim() === '' ? null : quantity(f.demandedMarginC, 'temperatureDifference'),
    ...rulesOf(f, quantity),
  });
  const sync = useSync();
  const [choosing, setChoosing] = useState(false);
  const [told, setTold] = useState<string | null>(null);
  const sets = [...logbook.ruleSets.values()].filter((r) => !r.archived).sort((a, b) => a.name.localeCompare(b.name));
  const take = (id: string): void => {
    const set = logbook.ruleSets.get(id);
    setChoosing(false);
    if (!set) return;
    setValue('ruleSetId', id);
    if (getValues('organiser').trim() === '') setValue('organiser', set.organiser);
    setValue('flushWithinDays', recordText(set.flushWithinDays, 'days', system));
    setValue('demandedMarginC', recordText(set.demandedMarginC, 'temperatureDifference', system));
    const rules = rulesForm(set, system);
    for (const key of Object.keys(rules) as (keyof RulesForm)[]) setValue(key, rules[key]);
    setTold(`Filled in from “${set.name}”. What you change here holds for this event only.`);
  };
  const keepSet = form.handleSubmit(async (f) => {
    const organiser = f.organiser.trim();
    if (organiser === '') return form.setError('organiser', { message: 'Say whose rules these are.' });
    const same = sets.find((s) => s.organiser === organiser);
    const set: RuleSet = { ...(same ?? newRecord()), name: same?.name ?? organiser, organiser, ...eventRulesOf(f) };
    const result = await sync.save('ruleSets', set);
    if (result.state !== 'refused') setValue('ruleSetId', set.id);
    setTold(
      result.state === 'refused'
        ? result.sentence
        : `Saved as the rules of ${organiser}; the next event of theirs can use them.`,
    );
  });
  const [asked, setAsked] = useState<string | null>(null);
  const save = form.handleSubmit((f) => {
    const session = f.hasSession ? sessionOfForm(f.session, system) : null;
    if (f.hasSession && session === null) return;
    const days = daysBetween(f.startDate, f.endDate) + 1;
    const long = days > USUAL_MOST_DAYS ? `${f.startDate} ${f.endDate}` : null;
    if (long && asked !== long) return setAsked(long);
    const record: TrackEvent = {
      ...(event ?? { ...newRecord(), ...recordDefaults.events }),
      name: f.name,
      venueId: f.venueId,
      organiser: f.organiser,
      startDate: f.startDate,
      endDate: f.endDate,
      loadUpDate: f.loadUpDate || null,
      loadUpTime: readTime(f.loadUpTime),
      trailers: readFigure(f.trailers) ?? 0,
      crewIds: f.crewIds,
      ruleSetId: f.ruleSetId || null,
      session,
      notes: f.notes,
      ...eventRulesOf(f),
    };
    return saveRecord(record, ({ id }) => `/events/${id}`);
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
      footer={
        <SaveBar
          problem={asked ? 'More than four days: save again if the last day is meant.' : problem}
          saving={saving}
          warning={warning}
          onSave={() => void save()}
          label="Save event"
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="What and where">
        <TextField control={control} name="name" label="Name" required />
        <PickField control={control} name="venueId" label="Venue" options={venues} />
        <MainButton mode="text" icon="plus" onPress={() => router.push(routes.newVenue)}>
          New venue
        </MainButton>
        <TextField control={control} name="organiser" label="Organiser" />
      </Section>
      <Section title="When">
        <DateField control={control} name="startDate" label="First day" />
        <DateField control={control} name="endDate" label="Last day" />
        <DateField
          control={control}
          name="loadUpDate"
          label="Load-up"
          hint="Work is to be done by the end of this day"
        />
        <TextField
          control={control}
          name="loadUpTime"
          label="Load-up from"
          hint="An hour like 14:00: work is done by then. Empty: by the evening"
          check={(text) => (text === '' || readTime(text) ? null : `“${text}” is not a time. Type it like 14:00.`)}
          read={readTime}
        />
        {isLocalDate(startDate) && startDate < today ? (
          <Text tone="amber">
            This day is past. That is fine for a record; the run-up shows only what is still to come.
          </Text>
        ) : null}
      </Section>
      <Section title="Who goes">
        <Chips
          label="Goes there"
          options={[...logbook.crew.values()]
            .filter((m) => !m.archived)
            .sort((a, b) => a.name.localeCompare(b.name))
            .map((m) => ({ value: m.id, label: m.name }))}
          chosen={crewIds}
          onChange={(ids) => setValue('crewIds', ids)}
        />
        <Text as="small">Crew who travel do the work at the event and are not in the shop on its days.</Text>
        <NumberField
          control={control}
          name="trailers"
          label="Trailers of the shop that go"
          hint="From load-up until the last day. Empty: none"
          optional
        />
        {short ? <Text tone="amber">{tell(short)}</Text> : null}
      </Section>
      <Section
        title="What the organiser demands"
        aside={
          sets.length > 0 ? (
            <MainButton mode="text" onPress={() => setChoosing(true)}>
              Use saved rules
            </MainButton>
          ) : undefined
        }
      >
        {told ? (
          <Text as="small" tone="iron" live>
            {told}
          </Text>
        ) : null}
        <PickList
          title="Saved rules"
          options={sets.map((s) => ({ value: s.id, label: s.name }))}
          chosen={undefined}
          visible={choosing}
          onClose={() => setChoosing(false)}
          onPick={take}
        />
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
        <RuleFields control={control} empty="Empty: no such rule" />
        <MainButton mode="outlined" onPress={() => void keepSet()}>
          Save these rules for the organiser
        </MainButton>
      </Section>
      <Section title="A usual session">
        <Text as="small">The heat of each car is computed for it.</Text>
        <SessionFields
          value={session}
          onChange={(over) => {
            setValue('session', { ...getValues('session'), ...over }, { shouldDirty: true });
            setValue('hasSession', true);
          }}
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
