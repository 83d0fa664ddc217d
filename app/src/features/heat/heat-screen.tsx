import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Car,
  type TrackEvent,
  judgeHeat,
  outsideModel,
  peakDemand,
  sessionAt,
  usualSession,
  withDucts,
} from '@calvik/core';
import { list } from '@calvik/words';
import { heatMissingNames, unknownText } from '@calvik/words/heat';
import { useCrewOnDuty, useLogbook, useSync, useToday } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/verdict';
import { FindingLines } from '../../facts/finding-line';
import { routes } from '../../routes';
import { Demand } from './demand';
import { forEvent } from './for-event';
import { HelpList } from './help-list';
import { Peaks } from './peaks';
import { Pin } from './pin';
import { SessionFields, sessionForm, sessionOfForm } from '../../fields/session-fields';
import { useHeatCase, useHeatRun, useHelp } from './use-heat';

/** What the brakes of a car will reach at an event, what that means, and what would help. */
function HeatPage({ car, event }: { car: Car; event: TrackEvent }) {
  const router = useRouter();
  const logbook = useLogbook();
  const { system } = useUnits();
  const planned = useMemo(() => sessionAt(logbook, car, event), [logbook, car, event]);
  const { shop } = logbook;
  const [form, setForm] = useState(() => sessionForm(event.session ?? { ...planned.session, ducts: null }, system));
  const typed = useMemo(() => sessionOfForm(form, system), [form, system]);
  const session = useMemo(() => withDucts(logbook, car, typed ?? planned.session), [logbook, car, typed, planned]);
  const isPlanned = JSON.stringify(session) === JSON.stringify(planned.session);
  const found = useHeatCase(car, event, session);
  const canRun = found !== null && !found.missing.includes('zones');
  const run = useHeatRun(canRun ? found.heatCase : null, shop.peakCertaintyPercent);
  const help = useHelp(canRun ? found.heatCase : null, run.result !== null && run.progress === null, car, event);
  const isOutside = found !== null && run.result !== null && outsideModel(run.result.outlook, found.heatCase) !== null;
  const crewId = useCrewOnDuty()?.id ?? null;
  const demand = useMemo(() => peakDemand(logbook, car, event, crewId), [logbook, car, event, crewId]);
  const booking = logbook.bookingsOfCar(car.id).find((b) => b.eventId === event.id) ?? null;
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={`Heat, ${event.name}`}
      back={routes.car(car.id, { event: event.id })}
      footer={
        <View style={styles.footer}>
          <View style={styles.grow}>
            <MainButton onPress={() => router.push(routes.heatReadings(car.id, { event: event.id }))}>
              Readings
            </MainButton>
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => router.push(routes.heatFigures(car.id))}>
              Car’s figures
            </MainButton>
          </View>
        </View>
      }
    >
      {found && found.missing.length > 0 ? <Missing car={car} event={event} missing={found.missing} /> : null}
      {canRun ? <Verdict car={car} event={event} isPlanned={isPlanned} /> : null}
      <Section title="The peak that counts">
        <Demand car={car} event={event} demand={demand} />
      </Section>
      {canRun ? (
        <>
          <Running run={run} />
          {run.result && !isOutside ? (
            <Peaks car={car} event={event} heatCase={found.heatCase} run={run.result} />
          ) : null}
        </>
      ) : null}
      <Section title="Session">
        <SessionFields
          value={form}
          hasMotors={(car.heat.motorSharePercent ?? 0) > 0}
          onChange={(over) => setForm({ ...form, ...over })}
        />
        {isPlanned || !typed ? null : <SaveSession event={event} session={typed} />}
      </Section>
      {run.result && help && !isOutside ? (
        <Section title="What would help">
          <HelpList
            help={help}
            session={typed ?? event.session ?? usualSession}
            event={event}
            booking={booking}
            onSession={(taken) => setForm(sessionForm(taken, system))}
          />
        </Section>
      ) : null}
      {run.result && !isOutside ? (
        <Section title="What would make it surer">
          <Unknowns unknowns={run.result.unknowns} />
        </Section>
      ) : null}
      {booking && found && found.missing.length === 0 ? (
        <Section title="Your own figure">
          <Pin booking={booking} peak={demand.figure} />
        </Section>
      ) : null}
      <Text as="small">
        Computed from what is on record; it does not see a dragging caliper or a duct that has come off. Look at the
        brakes after each session.
      </Text>
    </Screen>
  );
}

/** What must be on record before it decides anything, each with the way there. */
function Missing({
  car,
  event,
  missing,
}: {
  car: Car;
  event: TrackEvent;
  missing: readonly (keyof typeof heatMissingNames)[];
}) {
  const router = useRouter();
  return (
    <Section title="Not enough on record">
      <Text tone="amber">{`Missing: ${list(missing.map((m) => heatMissingNames[m]))}. Until then the venue’s figure counts.`}</Text>
      {missing.includes('zones') ? (
        <MainButton mode="outlined" onPress={() => router.push(routes.venue(event.venueId))}>
          Enter the braking zones
        </MainButton>
      ) : null}
      {missing.includes('massKg') ? (
        <MainButton mode="outlined" onPress={() => router.push(routes.heatFigures(car.id))}>
          Enter the car’s weight
        </MainButton>
      ) : null}
      {missing.includes('frontRotors') || missing.includes('rearRotors') ? (
        <MainButton mode="outlined" onPress={() => router.push(routes.newRotorPair)}>
          Enter its rotors
        </MainButton>
      ) : null}
    </Section>
  );
}

function Verdict({ car, event, isPlanned }: { car: Car; event: TrackEvent; isPlanned: boolean }) {
  const logbook = useLogbook();
  const today = useToday();
  const judged = useMemo(() => judgeHeat(logbook, car, event, today), [logbook, car, event, today]);
  return (
    <View style={styles.gap}>
      <View style={styles.head}>
        <Text as="label">{`For ${event.name}`}</Text>
        <VerdictMark verdict={judged.verdict} />
      </View>
      <FindingLines findings={judged.findings.length > 0 ? judged.findings : [judged.headline]} />
      {isPlanned ? null : (
        <Text tone="amber">Below is another session than the event’s: nothing is decided by it.</Text>
      )}
    </View>
  );
}

function Running({ run }: { run: ReturnType<typeof useHeatRun> }) {
  if (run.problem)
    return (
      <View style={styles.head}>
        <Text tone="stop" style={styles.grow}>
          {run.problem}
        </Text>
        <MainButton mode="outlined" onPress={run.again}>
          Compute again
        </MainButton>
      </View>
    );
  if (run.progress === null) return null;
  return (
    <View style={styles.head} role="status">
      <Text style={styles.grow}>{`Computing, ${Math.round(run.progress * 100)} %`}</Text>
      <MainButton mode="text" onPress={run.cancel}>
        Stop
      </MainButton>
    </View>
  );
}

function SaveSession({ event, session }: { event: TrackEvent; session: NonNullable<TrackEvent['session']> }) {
  const sync = useSync();
  const [problem, setProblem] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    const saved = await sync.save('events', { ...event, session });
    setProblem(saved.state === 'refused' ? saved.sentence : null);
  };
  return (
    <>
      {problem ? <Text tone="stop">{problem}</Text> : null}
      <MainButton mode="outlined" onPress={() => void save()}>{`Save as the session of ${event.name}`}</MainButton>
    </>
  );
}

function Unknowns({ unknowns }: { unknowns: NonNullable<ReturnType<typeof useHeatRun>['result']>['unknowns'] }) {
  const say = useSay();
  const router = useRouter();
  const { id } = useLocalSearchParams<{ id: string }>();
  if (unknowns.length === 0)
    return <Text tone="inkSoft">What is still a default changes little: readings of your own do more.</Text>;
  return (
    <View testID="unknowns">
      {unknowns.slice(0, 4).map((u) => (
        <LinkRow key={u.key} label={unknownText(u, say)} onPress={() => router.push(routes.heatFigures(id))}>
          <Text>{unknownText(u, say)}</Text>
        </LinkRow>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 10 },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', gap: 10 },
  footer: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});

export const HeatScreen = forEvent(
  'Heat',
  'This car is booked to no event: book it, and its heat at that venue is computed.',
  HeatPage,
);
