import { useRouter } from 'expo-router';
import { useCallback, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Job,
  dateIn,
  isDone,
  isGuided,
  isReopened,
  relativeDays,
  shortDate,
  timeIn,
} from '@calvik/core';
import { jobNames, workName } from '@calvik/words';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { openFile, openPdf } from '../../files/open-file';
import { Columns } from '../../ui/columns';
import { Empty, IconButton, LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { useTell } from '../../state/use-say';
import { AnotherLookBanner } from '../schedule/another-look-banner';
import { useAnotherLook } from '../schedule/use-another-look';
import { pageOf } from './page-of';
import { Resume } from './resume';
import { routes } from '../../routes';

/** The whole address, to be typed into a calendar. */
const addressOf = (path: string): string => `${globalThis.location?.origin ?? ''}${path}`;

/** Planned work by day: mine or everybody's; what is overdue stands first. */
export function WorkScreen() {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const crew = useCrewOnDuty();
  const { system } = useUnits();
  const [whose, setWhose] = useState<'mine' | 'all'>('all');
  const { timeZone } = logbook.shop;
  const tell = useTell();
  const another = useAnotherLook();
  // A car that was released and is stopped again is not done.
  const isOver = useCallback(
    (job: Job): boolean => isDone(logbook, job) && !(isGuided(job) && isReopened(logbook, job, today)),
    [logbook, today],
  );
  const days = useMemo(() => {
    const byDay = new Map<string, Job[]>();
    const jobs = [...logbook.jobs.values()]
      .filter((job) => !job.archived && (whose === 'all' || job.crewId === crew?.id || job.helperId === crew?.id))
      .filter((job) => !isOver(job) || dateIn(job.startAt, timeZone) >= today)
      .sort((a, b) => a.startAt.localeCompare(b.startAt));
    for (const job of jobs) {
      const day = dateIn(job.startAt, timeZone);
      byDay.set(day, [...(byDay.get(day) ?? []), job]);
    }
    return [...byDay];
  }, [logbook, whose, crew, timeZone, today, isOver]);
  const open = (job: Job): void => router.push(pageOf(job) ?? routes.boardAt(dateIn(job.startAt, timeZone), job.id));
  return (
    <Screen
      title="Work"
      maxWidth={1500}
      above={crew ? `On duty: ${crew.name}` : 'Nobody on duty'}
      actions={
        crew ? (
          <>
            <IconButton
              icon="print"
              label={`Print today for ${crew.name}`}
              onPress={() => openPdf(`run-sheets/${today}`, system, { crew: crew.id })}
            />
            <IconButton
              icon="calendar"
              label={`Calendar of ${crew.name}`}
              onPress={() => openFile(`/api/calendars/crew/${crew.id}.ics`)}
            />
          </>
        ) : undefined
      }
    >
      <Resume />
      <AnotherLookBanner />
      <View style={styles.links}>
        <MainButton mode="outlined" onPress={() => router.push(routes.board)}>
          Board
        </MainButton>
        <MainButton mode="outlined" onPress={() => router.push(routes.plan)}>
          Plan
        </MainButton>
        <MainButton mode="outlined" onPress={() => router.push(routes.messages)}>
          Messages
        </MainButton>
        <MainButton mode="outlined" onPress={() => router.push(routes.workDone)}>
          Done
        </MainButton>
      </View>
      {crew ? (
        <Segments
          label="Whose work"
          value={whose}
          onChange={setWhose}
          options={[
            { value: 'all', label: 'Everybody' },
            { value: 'mine', label: crew.name.split(' ')[0]! },
          ]}
        />
      ) : null}
      <Text as="small" testID="calendar-addresses">
        {`Calendars to subscribe to: the shop ${addressOf('/api/calendars/shop.ics')}${crew ? `; ${crew.name} ${addressOf(`/api/calendars/crew/${crew.id}.ics`)}` : ''}`}
      </Text>
      {days.length === 0 ? (
        <Empty
          text="Nothing is planned. Open a car on the run-up and plan its flush."
          action="To the run-up"
          onPress={() => router.navigate(routes.runUp)}
        />
      ) : null}
      <Columns minWidth={420}>
        {days.map(([day, jobs]) => (
          <Section
            key={day}
            title={`${shortDate(day)}, ${relativeDays(today, day)}`}
            aside={day < today ? <Text tone="amber">overdue</Text> : undefined}
          >
            <View>
              {jobs.map((job) => {
                const done = isOver(job);
                const car = logbook.cars.get(job.carId);
                return (
                  <View key={job.id} style={styles.row}>
                    <View style={styles.time}>
                      <Text as="figure" tone={done ? 'inkSoft' : 'ink'}>
                        {timeIn(job.startAt, timeZone)}
                      </Text>
                      <Text as="small">{`${job.durationMin} min`}</Text>
                    </View>
                    <View style={styles.grow}>
                      <LinkRow
                        label={`${jobNames[job.kind]} on ${carLabel(logbook, car?.id ?? '') || 'a car'}`}
                        onPress={() =>
                          done && job.kind !== 'service' ? router.push(routes.car(job.carId)) : open(job)
                        }
                      >
                        <Text as={done ? 'body' : 'strong'} tone={done ? 'inkSoft' : 'ink'}>
                          {`${jobNames[job.kind]}, ${carLabel(logbook, car?.id ?? '') || 'car not known'}`}
                        </Text>
                        {isGuided(job) && !done && logbook.factsOfJob(job.id).length > 0 ? (
                          <Text as="small" tone="amber">
                            {isDone(logbook, job) ? 'Was released, stopped again' : 'Under way, not released'}
                          </Text>
                        ) : null}
                        {job.covers.length > 1 || job.kind === 'errand' ? (
                          <Text as="small" tone={done ? 'inkSoft' : 'ink'}>
                            {job.covers.map((key) => workName(key)).join('; ')}
                          </Text>
                        ) : null}
                        {done || !another.of(job.id)[0] ? null : (
                          <Text as="small" tone="amber">
                            {tell(another.of(job.id)[0]!)}
                          </Text>
                        )}
                        <Text as="small">{`${logbook.lifts.get(job.liftId ?? '') ? `${logbook.lifts.get(job.liftId!)!.name}, ` : ''}${logbook.crew.get(job.crewId)?.name ?? 'Nobody'}${done ? ', done' : ''}${job.eventId ? `, for ${logbook.events.get(job.eventId)?.name ?? 'an event'}` : ''}`}</Text>
                      </LinkRow>
                    </View>
                    {done ? null : (
                      <MainButton
                        mode="text"
                        onPress={() =>
                          router.push(
                            job.covers.length > 0
                              ? routes.boardAt(dateIn(job.startAt, timeZone), job.id)
                              : routes.planWork(job.carId, { job: job.id }),
                          )
                        }
                      >
                        Move
                      </MainButton>
                    )}
                  </View>
                );
              })}
            </View>
          </Section>
        ))}
      </Columns>
    </Screen>
  );
}

const styles = StyleSheet.create({
  links: { flexDirection: 'row', gap: 8, flexWrap: 'wrap' },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  time: { width: 64 },
  grow: { flex: 1, minWidth: 0 },
});
