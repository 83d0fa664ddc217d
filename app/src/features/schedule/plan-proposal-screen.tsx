import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { type Job, dateIn, isDone, shortDate, timeIn, carLabel } from '@calvik/core';
import { counted, workName } from '@calvik/words';
import { type LeftOut, type PlanAnswer, type PlanRun } from '@calvik/core/run-up';
import { useLogbook, useNow } from '../../state/hooks';
import { Empty, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { usePlanRun } from './use-plan-run';
import { hoursAndMinutes } from '../work/use-work';
import { wayOutText } from '@calvik/words/work';
import { useSay, useTell } from '../../state/use-say';
import { routes } from '../../routes';

/** One press proposes who does what, when and on which lift; the lead takes it or leaves it. */
export function PlanProposalScreen() {
  const router = useRouter();
  const logbook = useLogbook();
  const wide = useWide();
  const [seconds, setSeconds] = useState<'5' | '20' | '60'>('20');
  const { run, proposal, start: search, stop, take, taking, problem } = usePlanRun();
  const start = (): Promise<void> => search(Number(seconds));
  const answer = run?.answer ?? null;
  const isWorking = run?.state === 'working';
  return (
    <Screen
      title="Plan"
      above="Crew, lifts, parts and windows"
      back="/board"
      maxWidth={wide ? 1080 : 720}
      footer={
        isWorking ? (
          <MainButton mode="outlined" onPress={() => void stop()}>
            Stop, with the best so far
          </MainButton>
        ) : proposal && (proposal.jobs.length > 0 || proposal.drop.length > 0) ? (
          <>
            <MainButton onPress={() => void take(proposal)} loading={taking} disabled={taking}>
              {`Take this plan, ${counted(proposal.jobs.length, 'visit')}`}
            </MainButton>
            <MainButton mode="outlined" onPress={() => router.push(routes.proposalOnBoard)}>
              See it on the board
            </MainButton>
          </>
        ) : (
          <MainButton onPress={() => void start()}>Propose a plan</MainButton>
        )
      }
    >
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
      {run?.state === 'failed' ? <Text tone="stop">The search broke off. Propose a plan again.</Text> : null}
      {isWorking ? <Searching run={run} seconds={Number(seconds)} /> : null}
      {!isWorking && !answer ? (
        <Section title="What a plan heeds">
          <Text>
            Nobody and no lift twice at once, working hours and days off, skills, the way to a customer, each window,
            breaks, parts and fluid that are here or still to come, and what must come first. Pinned jobs stay. Then:
            least late, fewest visits, {logbook.shop.planPace === 'late' ? 'as late as is safe' : 'as early as it goes'}
            , level days; what is planned already moves as little as it can.
          </Text>
          <Text as="small">Search for</Text>
          <Segments
            label="Search for"
            value={seconds}
            onChange={setSeconds}
            options={[
              { value: '5', label: '5 s' },
              { value: '20', label: '20 s' },
              { value: '60', label: '60 s' },
            ]}
          />
          <Fixed />
        </Section>
      ) : null}
      {answer && run?.isOutOfDate ? (
        <Section title="Out of date">
          <Text tone="amber" live>
            Something that this plan stands on has changed since it was made: jobs, hours, parts, fluid, events or
            bookings. Search again before you take a plan.
          </Text>
          <MainButton onPress={() => void start()}>Search again</MainButton>
        </Section>
      ) : null}
      {answer ? <Answer answer={answer} again={() => void start()} /> : null}
    </Screen>
  );
}

/** Jobs whose crew member has gone: they are given out anew. */
function Fixed() {
  const logbook = useLogbook();
  const orphans = [...logbook.jobs.values()].filter(
    (j) => !j.archived && !isDone(logbook, j) && (logbook.crew.get(j.crewId)?.archived ?? true),
  );
  if (orphans.length === 0) return null;
  return (
    <Text tone="amber">{`${counted(orphans.length, 'job is', 'jobs are')} with somebody who has left the crew: a plan gives the work to others.`}</Text>
  );
}

function Searching({ run, seconds }: { run: PlanRun; seconds: number }) {
  const p = run.progress;
  // By the clock of this page: a search that thinks reports nothing, and time goes on.
  const now = useNow(500);
  const [began] = useState(now);
  const gone = Math.min(seconds, Math.max((now - began) / 1000, p?.seconds ?? 0));
  return (
    <Section title="Searching">
      <View style={styles.progress}>
        <ProgressBar progress={gone / seconds} />
      </View>
      <Text testID="plan-progress">
        {p
          ? `A plan that holds: ${counted(p.visits, 'visit')}${p.unscheduled > 0 ? `, ${p.unscheduled} left out` : ''}. A better one may exist: by at most ${gapText(p.gap)}.`
          : 'Looking for a first plan …'}
      </Text>
      <Text as="small">{`${gone.toFixed(0)} of ${seconds} s`}</Text>
    </Section>
  );
}

const gapText = (gap: number): string => `${(gap * 100).toFixed(gap < 0.1 ? 1 : 0)} %`;

function Answer({ answer, again }: { answer: PlanAnswer; again: () => void }) {
  const logbook = useLogbook();
  const router = useRouter();
  const wide = useWide();
  const { timeZone } = logbook.shop;
  const { score } = answer;
  const days = new Map<string, Job[]>();
  for (const job of answer.jobs) {
    const day = dateIn(job.startAt, timeZone);
    days.set(day, [...(days.get(day) ?? []), job]);
  }
  const moved = new Map(answer.moved.map((m) => [m.job.id, m.from]));
  return (
    <>
      <Section
        title="Proposal"
        aside={
          <MainButton mode="text" onPress={again}>
            Search again
          </MainButton>
        }
      >
        <Text testID="plan-summary">
          {`${counted(score.visits, 'visit')}, ${score.lateDays === 0 ? 'all in good time' : `${counted(score.lateDays, 'day')} late of good time`}. Wheels off once saves ${hoursAndMinutes(answer.savedMin)}.`}
        </Text>
        <Text as="small">
          {`${answer.gap < 0.0005 ? 'Proven the best there is' : `A better plan may exist, by at most ${gapText(answer.gap)}: search longer`}, found in ${answer.seconds.toFixed(1)} s${answer.wasStopped ? ', stopped early' : ''}. Busiest day of one person: ${Math.round(score.peakLoad * 100)} % of own hours.`}
        </Text>
        {answer.moved.length > 0 || answer.drop.length > 0 ? (
          <Text as="small">{`Moves ${answer.moved.length} of the jobs that are planned now${answer.drop.length > 0 ? `, takes ${answer.drop.length} away` : ''}.`}</Text>
        ) : null}
      </Section>
      {answer.leftOut.length > 0 ? <Decisions leftOut={answer.leftOut} /> : null}
      {answer.forDriver.length > 0 ? (
        <Section title="For the driver’s sheet">
          <Text as="small">Nobody of the crew goes to these events.</Text>
          {answer.forDriver.map((d) => (
            <Text
              key={`${d.bookingId} ${d.key}`}
            >{`${carLabel(logbook, d.carId) || 'Car'}: ${workName(d.key, d.ownTitle).toLowerCase()}`}</Text>
          ))}
        </Section>
      ) : null}
      {answer.jobs.length === 0 ? (
        <Empty
          text="There is nothing to plan: no booked car needs anything that is not planned or fixed already."
          action="To the run-up"
          onPress={() => router.navigate(routes.runUp)}
        />
      ) : null}
      <View style={wide ? styles.columns : styles.column}>
        {[...days].map(([day, jobs]) => (
          <View key={day} style={wide ? styles.third : null}>
            <Section title={shortDate(day)}>
              {jobs.map((job) => {
                const from = moved.get(job.id);
                const helper = logbook.crew.get(job.helperId ?? '')?.name.split(' ')[0];
                return (
                  <View key={job.id} style={styles.job} testID="proposed">
                    <View style={styles.time}>
                      <Text as="figure">{timeIn(job.startAt, timeZone)}</Text>
                      <Text as="small">{`${job.durationMin} min`}</Text>
                    </View>
                    <View style={styles.grow}>
                      <Text as="strong">{carLabel(logbook, job.carId) || 'Car'}</Text>
                      <Text as="small">
                        {`${logbook.crew.get(job.crewId)?.name.split(' ')[0] ?? ''}${helper ? ` and ${helper}` : ''}${job.liftId ? `, ${logbook.lifts.get(job.liftId)?.name ?? 'lift'}` : ''}`}
                      </Text>
                      <Text as="small" tone="ink">
                        {job.covers.map((key) => workName(key)).join('; ')}
                      </Text>
                      {from ? (
                        <Text as="small" tone="amber">
                          {`Was ${shortDate(dateIn(from.startAt, timeZone))} ${timeIn(from.startAt, timeZone)}, ${logbook.crew.get(from.crewId)?.name.split(' ')[0] ?? ''}`}
                        </Text>
                      ) : null}
                    </View>
                  </View>
                );
              })}
            </Section>
          </View>
        ))}
      </View>
    </>
  );
}

/** What does not go in, and what would help, cheapest first. */
function Decisions({ leftOut }: { leftOut: LeftOut[] }) {
  const logbook = useLogbook();
  const say = useSay();
  const tell = useTell();
  const jobOf = (jobId: string) => {
    const job = logbook.jobs.get(jobId);
    return job ? { kind: job.kind, car: carLabel(logbook, job.carId) } : null;
  };
  const router = useRouter();
  return (
    <Section title="For you to decide" aside={<VerdictMark verdict="needsWork" word={String(leftOut.length)} />}>
      <View testID="left-out">
        {leftOut.map((l) => {
          const event = logbook.events.get(logbook.bookings.get(l.bookingId)?.eventId ?? '');
          return (
            <LinkRow
              key={`${l.bookingId} ${l.key}`}
              label={`${workName(l.key, l.ownTitle)}, ${carLabel(logbook, l.carId) || 'car'}: ${tell(l.why)}`}
              onPress={() => router.push(routes.workList(event?.id ?? ''))}
            >
              <Text as="strong">{`${carLabel(logbook, l.carId) || 'Car'}: ${workName(l.key, l.ownTitle).toLowerCase()}`}</Text>
              {event ? <Text as="small">{`${event.name}, ${shortDate(event.startDate)}`}</Text> : null}
              <Text>{tell(l.why)}</Text>
              {l.waysOut.map((way, i) => (
                <Text key={JSON.stringify(way)} as="small" tone="ink">
                  {`${i === 0 ? 'Cheapest: ' : 'Or: '}${wayOutText(way, say, jobOf)}`}
                </Text>
              ))}
            </LinkRow>
          );
        })}
      </View>
    </Section>
  );
}

const styles = StyleSheet.create({
  columns: { flexDirection: 'row', flexWrap: 'wrap', gap: 24, alignItems: 'flex-start' },
  column: { gap: 24 },
  third: { width: '31%', minWidth: 280, flexGrow: 1 },
  progress: { height: 6 },
  job: { flexDirection: 'row', gap: 10 },
  time: { width: 66 },
  grow: { flex: 1, minWidth: 0 },
});
