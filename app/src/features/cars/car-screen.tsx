import { type Href, useLocalSearchParams, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Car,
  type Job,
  type TrackEvent,
  axles,
  cornerSequence,
  dateIn,
  isGuided,
  bleedSequence,
  judgeHeat,
  judgeWear,
  layerOnAxle,
  openJobsOfCar,
  brakeSheetOf,
  shortDate,
  timeIn,
  usualDurationMin,
  recordDefaults,
} from '@calvik/core';
import { cornerNames, jobNames, sequenceText } from '@calvik/words';
import { layerStateNames } from '@calvik/words/bedding';
import { useCrewOnDuty, useLogbook, useSync, useToday } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { useTell } from '../../state/use-say';
import { Columns } from '../../ui/columns';
import { CornerMap } from '../../ui/corner-map';
import { Gone } from '../../records/not-found-page';
import { IconButton, LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { FluidCard } from '../fluid/fluid-card';
import { CarHistory } from '../fluid/history';
import { RecordFoot } from '../../records/record-foot';
import { newRecord } from '../../state/new-record';
import { PartsCard } from '../inventory/parts-card';
import { TestChart } from '../fluid/test-chart';
import { useEventFor } from '../fluid/use-fluid';
import { routes } from '../../routes';
import { StandingFaults } from '../condition/standing-faults';
import { NotSaid, ToolsOfCar } from './car-cards';

const brakes = { fixedCaliper: 'fixed caliper', floatingCaliper: 'floating caliper', drum: 'drum' } as const;

export function CarScreen() {
  const { id, event: eventId } = useLocalSearchParams<{ id: string; event?: string }>();
  const logbook = useLogbook();
  const car = logbook.cars.get(id);
  const event = useEventFor(id, eventId);
  if (!car) return <Gone what="car" back="/cars" />;
  return <CarPage car={car} event={event} />;
}

function Layout({ car }: { car: Car }) {
  const order = cornerSequence(car);
  const steps = bleedSequence(car);
  const cell = (corner: (typeof order)[number]) => {
    const opened = steps.filter((s) => s.corner === corner).map((s) => s.nipple);
    const nipples = new Set(opened).size;
    // Outer, inner, outer: one of two is opened twice.
    const often = opened.length > nipples ? `, opened ${opened.length} times` : '';
    return {
      figure: String(order.indexOf(corner) + 1),
      note: nipples > 1 ? `${nipples} nipples${often}` : 'one nipple',
    };
  };
  return (
    <View style={styles.gap}>
      <CornerMap
        cells={{ FL: cell('FL'), FR: cell('FR'), RL: cell('RL'), RR: cell('RR') }}
        driverSide={car.driverSide}
      />
      <Text as="small">{`Bleed in this order: ${order.map((c) => cornerNames[c]).join(', ')}. ${sequenceText(car)}`}</Text>
      <Text as="small">
        {`Front ${brakes[car.front.brake]}, rear ${brakes[car.rear.brake]}. Takes ${car.fluidGrade}.${car.circuitSplit === 'diagonal' ? ' Diagonal circuits.' : ''}${car.reservoirSharedWithClutch ? ' Shares its reservoir with the clutch.' : ''}`}
      </Text>
    </View>
  );
}

function CarPage({ car, event }: { car: Car; event: TrackEvent | null }) {
  const router = useRouter();
  const sync = useSync();
  const crew = useCrewOnDuty();
  const logbook = useLogbook();
  const tell = useTell();
  const today = useToday();
  const customer = logbook.customers.get(car.customerId);
  const { timeZone } = logbook.shop;
  const jobs = openJobsOfCar(logbook, car.id);
  const at = { event: event?.id };
  const go = (page: Href): void => router.push(page);
  const flushJob = jobs.find((j) => j.kind === 'flush' || j.kind === 'bleed');
  const serviceJob = jobs.find((j) => j.kind === 'service');
  const sheet = brakeSheetOf(logbook, car);
  const missing = sheet.fasteners.filter((f) => f.torqueNm === null).length;
  const { idFor, anew } = useOwnIds();
  /** The service that is planned, or one that begins now. */
  const startService = async (): Promise<void> => {
    if (serviceJob) return router.push(routes.service(serviceJob.id));
    if (!crew) return router.push(routes.settings);
    const job: Job = {
      ...newRecord(),
      ...recordDefaults.jobs,
      id: idFor('service'),
      kind: 'service',
      carId: car.id,
      eventId: event?.id ?? null,
      crewId: crew.id,
      startAt: new Date().toISOString(),
      durationMin: usualDurationMin.service,
      notes: '',
    };
    await sync.save('jobs', job);
    anew();
    router.push(routes.service(job.id));
  };
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={[customer?.name, car.plate].filter(Boolean).join(' · ')}
      back="/cars"
      maxWidth={1500}
      actions={<IconButton icon="edit" label="Edit car" onPress={() => go(routes.editCar(car.id))} />}
      footer={
        <View style={styles.footer}>
          <View style={styles.grow}>
            <MainButton onPress={() => go(routes.test(car.id, at))}>Test fluid</MainButton>
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => go(routes.flush(car.id, { job: flushJob?.id }))}>
              Record flush
            </MainButton>
          </View>
        </View>
      }
    >
      <Columns>
        <View style={styles.first}>
          <FluidCard car={car} event={event} />
          <MainButton mode="outlined" icon="wrench" onPress={() => void startService()}>
            {serviceJob
              ? logbook.factsOfJob(serviceJob.id).length > 0
                ? 'Go on with the service'
                : 'Open the planned service'
              : 'Start a service'}
          </MainButton>
        </View>
        <StandingFaults car={car} />
        <Section
          title="Planned"
          aside={
            <MainButton mode="text" icon="plus" onPress={() => go(routes.planWork(car.id, at))}>
              Plan a flush
            </MainButton>
          }
        >
          {jobs.length === 0 ? <Text tone="inkSoft">Nothing planned for this car.</Text> : null}
          {jobs.map((job) => {
            const what = `${jobNames[job.kind]}, ${shortDate(dateIn(job.startAt, timeZone))} ${timeIn(job.startAt, timeZone)}`;
            return (
              <LinkRow
                key={job.id}
                label={what}
                onPress={() => go(isGuided(job) ? routes.service(job.id) : routes.planWork(car.id, { job: job.id }))}
              >
                <Text as="strong">{what}</Text>
                <Text as="small">{`${logbook.crew.get(job.crewId)?.name ?? 'Nobody'}, ${job.durationMin} min`}</Text>
              </LinkRow>
            );
          })}
        </Section>
        {car.assumed.length > 0 ? <NotSaid car={car} /> : null}
        <Section
          title="Pads and rotors"
          aside={
            <MainButton mode="text" onPress={() => go(routes.brakeSheet(car.id))}>
              Brake sheet
            </MainButton>
          }
        >
          <PartsCard car={car} />
          <MainButton mode="text" onPress={() => go(routes.asItCame(car.id))}>
            Say what is on it now
          </MainButton>
          {missing > 0 ? (
            <Text tone="amber">{`${missing} of ${sheet.fasteners.length} torque figures are missing: what is undone without a figure is not released.`}</Text>
          ) : null}
        </Section>
        <Section title="Bedding">
          <LinkRow label="Bedding of this car" onPress={() => go(routes.bedding(car.id))}>
            <Text as="strong">
              {axles
                .map(
                  (axle) =>
                    `${axle === 'front' ? 'Front' : 'Rear'}: ${layerStateNames[layerOnAxle(logbook, car, axle, today).state].toLowerCase()}`,
                )
                .join('; ')}
            </Text>
            <Text as="small">Procedure, run on the phone, the look at the faces.</Text>
          </LinkRow>
        </Section>
        <Section title="Diagnosis">
          <LinkRow label="Find out what is wrong" onPress={() => go(routes.newDiagnosis(car.id))}>
            <Text as="strong">Find out what is wrong</Text>
            <Text as="small">From what the driver says to the cause, check by check.</Text>
          </LinkRow>
        </Section>
        <Section title="Heat">
          <LinkRow label="Heat at the next event" onPress={() => go(routes.heat(car.id, at))}>
            <Text as="strong">{event ? `What it reaches at ${event.name}` : 'What it reaches on a track'}</Text>
            <Text as="small">
              {event ? tell(judgeHeat(logbook, car, event, today).headline) : 'Book it to an event first.'}
            </Text>
          </LinkRow>
        </Section>
        <Section title="Wear">
          <LinkRow label="How long pads and rotors last" onPress={() => go(routes.wear(car.id, at))}>
            <Text as="strong">{event ? `What lasts until the end of ${event.name}` : 'What lasts'}</Text>
            <Text as="small">{tell(judgeWear(logbook, car, event, today).headline)}</Text>
          </LinkRow>
        </Section>
        <Section title="Cost">
          <LinkRow label="What an hour on track costs" onPress={() => go(routes.cost(car.id))}>
            <Text as="strong">What an hour on track costs</Text>
            <Text as="small">Pads, rotors, fluid and labour over their lives.</Text>
          </LinkRow>
        </Section>
        <Section title="Boiling tests">
          <TestChart car={car} event={event} />
        </Section>
        <Section title="Corners and sequence">
          <Layout car={car} />
        </Section>
        <ToolsOfCar car={car} />
        <Section title="History">
          <CarHistory carId={car.id} />
        </Section>
        <RecordFoot collection="cars" record={car} name={carLabel(logbook, car.id)} />
      </Columns>
    </Screen>
  );
}

const styles = StyleSheet.create({
  first: { gap: 24 },
  gap: { gap: 8 },
  footer: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1 },
});
