import { useLocalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { useWatch } from 'react-hook-form';
import {
  carLabel,
  type Car,
  type Job,
  type TrackEvent,
  dateIn,
  instantAt,
  isLocalDate,
  longDate,
  plusDays,
  freeLift,
  isOnTheClock,
  readTime,
  wayMin,
  timeIn,
  usualDurationMin,
  recordDefaults,
} from '@calvik/core';
import { slotFindings } from '@calvik/core/run-up';
import { jobNames } from '@calvik/words';
import { useCrewOnDuty, useLogbook, useSync, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { ChoiceField, DateField, DraftNotice, PickField, QuantityField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../../records/not-found-page';
import { SaveBar } from '../../ui/save-bar';
import { recordText } from '../../ui/quantity-text';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useEventFor } from '../fluid/use-fluid';
import { useSaveRecord, useQuantity } from '../../records/save-record';
import { newRecord } from '../../state/new-record';
import { FindingLines } from '../../facts/finding-line';
import { routes } from '../../routes';

interface PlanForm {
  kind: Job['kind'];
  date: string;
  time: string;
  duration: string;
  crewId: string;
  liftId: string;
  notes: string;
}

export function PlanScreen() {
  const {
    id,
    event: eventId,
    job: jobId,
    kind,
  } = useLocalSearchParams<{ id: string; event?: string; job?: string; kind?: string }>();
  const logbook = useLogbook();
  const car = logbook.cars.get(id);
  const event = useEventFor(id, eventId);
  const job = jobId ? logbook.jobs.get(jobId) : undefined;
  if (!car || (jobId && !job)) return <Gone what={car ? 'job' : 'car'} back="/work" />;
  return (
    <PlanPage
      key={job?.id ?? car.id}
      car={car}
      event={event}
      job={job}
      kind={kind === 'service' ? 'service' : 'flush'}
    />
  );
}

const AUTO = 'auto';
const NO_LIFT = 'none';

const timeProblem = (text: string): string | null =>
  text === '' || readTime(text) ? null : `“${text}” is not a time. Type it like 9:30.`;

/** When, how long, and who; says at once when that person or that car is already taken. */
function PlanPage({
  car,
  event,
  job,
  kind,
}: {
  car: Car;
  event: TrackEvent | null;
  job: Job | undefined;
  kind: Job['kind'];
}) {
  const router = useRouter();
  const logbook = useLogbook();
  const sync = useSync();
  const today = useToday();
  const crew = useCrewOnDuty();
  const { system } = useUnits();
  const quantity = useQuantity();
  const { timeZone } = logbook.shop;
  const latest = event && event.startDate > today ? plusDays(event.startDate, -1) : plusDays(today, 1);
  const soon = plusDays(today, 1);
  const { form, restored, startOver, finished, openedAs } = useDraftForm<PlanForm>(
    `plan.${job?.id ?? car.id}`,
    {
      kind: job?.kind ?? kind,
      date: job ? dateIn(job.startAt, timeZone) : soon < latest ? soon : latest,
      time: job ? timeIn(job.startAt, timeZone) : '09:00',
      duration: recordText(job?.durationMin ?? usualDurationMin[kind] + wayMin(logbook, car.id), 'duration', system),
      crewId: job?.crewId ?? crew?.id ?? '',
      liftId: job ? (job.liftId ?? NO_LIFT) : AUTO,
      notes: job?.notes ?? '',
    },
    job,
  );
  const { control } = form;
  const values = useWatch({ control }) as PlanForm;
  const { saveRecord, saving, problem, warning } = useSaveRecord('jobs', form, finished, openedAs);
  const make = (f: PlanForm): Job | null => {
    const time = readTime(f.time);
    const durationMin = quantity(f.duration, 'duration');
    if (!time || !isLocalDate(f.date) || !Number.isFinite(durationMin)) return null;
    if (!isOnTheClock(f.date, time, timeZone)) return null;
    const planned: Job = {
      ...(job ?? { ...newRecord(), ...recordDefaults.jobs }),
      kind: f.kind,
      carId: car.id,
      eventId: job?.eventId ?? event?.id ?? null,
      crewId: f.crewId,
      startAt: instantAt(f.date, time, timeZone),
      durationMin,
      liftId: f.liftId === AUTO || f.liftId === NO_LIFT ? null : f.liftId,
      notes: f.notes,
    };
    return f.liftId === AUTO && f.kind === 'service' ? { ...planned, liftId: freeLift(logbook, planned) } : planned;
  };
  const wanted = make(values);
  const against = wanted && wanted.crewId ? slotFindings(logbook, wanted, today) : [];
  const save = form.handleSubmit((f) => {
    const record = make(f);
    if (!record) {
      form.setError('time', { message: 'The clocks go forward then: there is no such time on that day.' });
      return;
    }
    return saveRecord(record, `/cars/${car.id}${event ? `?event=${event.id}` : ''}`);
  });
  const drop = async (): Promise<void> => {
    if (!job) return;
    await sync.save('jobs', { ...job, archived: true });
    finished();
    router.replace(routes.car(car.id));
  };
  const lifts = [...logbook.lifts.values()].filter((l) => !l.archived).map((l) => ({ value: l.id, label: l.name }));
  const people = [...logbook.crew.values()].filter((c) => !c.archived).map((c) => ({ value: c.id, label: c.name }));
  return (
    <Screen
      title={job ? 'Change the plan' : 'Plan work'}
      above={carLabel(logbook, car.id)}
      back={`/cars/${car.id}`}
      footer={
        <SaveBar
          problem={problem}
          saving={saving}
          warning={warning}
          onSave={() => void save()}
          label={against.length > 0 ? 'Plan it all the same' : 'Plan it'}
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="What">
        <ChoiceField
          control={control}
          name="kind"
          label="Work"
          options={(['service', 'flush', 'bleed', 'boilingTest'] as const).map((k) => ({
            value: k,
            label: k === 'boilingTest' ? 'Test' : jobNames[k],
          }))}
        />
      </Section>
      <Section title="When and who">
        <DateField
          control={control}
          name="date"
          label="Day"
          hint={event ? `${event.name} begins ${longDate(event.startDate)}` : undefined}
        />
        <TextField
          control={control}
          name="time"
          label="Start time"
          hint="9:30"
          required
          read={readTime}
          check={timeProblem}
        />
        <QuantityField
          control={control}
          name="duration"
          label="Duration"
          dimension="duration"
          hint="Alone, a flush takes 45 to 60 min"
        />
        <PickField control={control} name="crewId" label="Crew member" options={people} />
        {lifts.length > 0 ? (
          <PickField
            control={control}
            name="liftId"
            label="Lift"
            options={[
              {
                value: AUTO,
                label: wanted?.liftId
                  ? `The first free one: ${logbook.lifts.get(wanted.liftId)!.name}`
                  : 'The first free one, for a service',
              },
              { value: NO_LIFT, label: 'No lift' },
              ...lifts,
            ]}
          />
        ) : null}
        <View style={{ gap: 8 }} testID="conflicts">
          <FindingLines findings={against} />
        </View>
      </Section>
      <Section title="Notes">
        <TextField control={control} name="notes" label="Notes" lines={2} />
      </Section>
      {job ? (
        <MainButton mode="text" danger onPress={() => void drop()}>
          Cancel this job
        </MainButton>
      ) : (
        <Text as="small">It shows on the run-up and in the work list.</Text>
      )}
    </Screen>
  );
}
