import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Logbook, carLabel, dateIn, loadUpOf, plusDays, relativeDays, shortDate, weekdayOf } from '@calvik/core';
import { type PlanAnswer, type Unplanned, unplannedWork } from '@calvik/core/run-up';
import { counted, loadUpHour, workName } from '@calvik/words';
import { useLogbook, useSync, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { IconButton, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { openPdf } from '../../files/open-file';
import { routes } from '../../routes';
import { hoursAndMinutes } from '../work/use-work';
import { AnotherLookBanner } from './another-look-banner';
import { Asked } from './asked';
import { FilterBar, noFilters, showsJob, showsUnplanned } from './board-filters';
import { DayList, JobLine } from './board-list';
import { JobDetails } from './job-details';
import { handsOf, whenOf } from '../../records/job-words';
import { Timeline } from './timeline';
import type { BoardRow } from './timeline-block';
import { undoLast, useLastStep } from './undo';
import { useMove } from './use-move';
import { usePlanRun } from './use-plan-run';

/** The plan by day: a list on the phone, a timeline to drag on the wide screen; by crew or by lift. */
export function BoardScreen() {
  const router = useRouter();
  const wide = useWide();
  const logbook = useLogbook();
  const sync = useSync();
  const today = useToday();
  const { system } = useUnits();
  const params = useLocalSearchParams<{ day?: string; job?: string; plan?: string }>();
  const [day, setDay] = useState(params.day ?? today);
  const [by, setBy] = useState<'crew' | 'lift'>('crew');
  const [filters, setFilters] = useState(noFilters);
  const [span, setSpan] = useState<'day' | 'week'>('day');
  const [opened, setOpened] = useState<string | null>(params.job ?? null);
  const [undoProblem, setUndoProblem] = useState<string | null>(null);
  const mover = useMove();
  const last = useLastStep();
  const { timeZone } = logbook.shop;
  const step = wide && span === 'week' ? 7 : 1;
  const first = step === 7 ? plusDays(day, -weekdayOf(day)) : day;
  const days = Array.from({ length: step }, (_, i) => plusDays(first, i));
  const isProposal = params.plan === 'proposed';
  const { run, proposal: found, take, taking, problem: planProblem } = usePlanRun();
  const proposal = isProposal ? found : null;
  const proposed = useMemo(
    () => (proposal ? proposalWords(logbook, proposal) : new Map<string, string>()),
    [logbook, proposal],
  );
  const dropped = new Set(proposal?.drop.map((j) => j.id));
  const jobs = [
    ...[...logbook.jobs.values()].filter((j) => !j.archived && !proposed.has(j.id) && !dropped.has(j.id)),
    ...(proposal?.jobs.filter((j) => proposed.has(j.id)) ?? []),
  ]
    .filter((j) => days.includes(dateIn(j.startAt, timeZone)) && showsJob(logbook, filters, j))
    .sort((a, b) => a.startAt.localeCompare(b.startAt));
  const unplanned = useMemo(
    () => (!proposal ? unplannedWork(logbook, today).filter((u) => showsUnplanned(logbook, filters, u)) : []),
    [logbook, today, filters, proposal],
  );
  const inSight = unplanned.filter(
    (u) => filters.isUnplannedOnly || u.items.some((i) => i.earliest <= days.at(-1)! && i.latest >= days[0]!),
  );
  const rows: BoardRow[] = [
    ...[...(by === 'crew' ? logbook.crew : logbook.lifts).values()]
      .filter((r) => !r.archived && (by === 'lift' || filters.crewId === '' || r.id === filters.crewId))
      .sort((a, b) => a.name.localeCompare(b.name))
      .map((r) => ({ id: r.id, name: r.name, by })),
    ...(by === 'lift' ? [{ id: '', name: 'No lift', by }] : []),
  ];
  // Jobs of somebody who has left stand in a row of their own until they are given to somebody.
  const left = by === 'crew' ? jobs.filter((j) => logbook.crew.get(j.crewId)?.archived ?? true) : [];
  const remarks = days.flatMap((d) => remarksOf(logbook, d));
  const undo = async (): Promise<void> => setUndoProblem(await undoLast(sync, logbook));
  const job = opened ? logbook.jobs.get(opened) : undefined;
  const title =
    step === 7 ? `${shortDate(first)} to ${shortDate(days[6]!)}` : `${shortDate(day)}, ${relativeDays(today, day)}`;
  return (
    <Screen
      title="Board"
      above={logbook.shop.name}
      back="/work"
      maxWidth={wide ? 1400 : 720}
      actions={
        <>
          <IconButton
            icon="print"
            label={step === 7 ? 'Print this week' : 'Run sheet of this day'}
            onPress={() =>
              step === 7
                ? openPdf(`weeks/${first}`, system)
                : openPdf(`run-sheets/${day}`, system, { crew: filters.crewId || undefined })
            }
          />
          <MainButton mode="text" onPress={() => router.push(routes.plan)}>
            Plan
          </MainButton>
        </>
      }
    >
      <View style={styles.bar}>
        <View style={styles.days}>
          <IconButton
            icon="left"
            label={step === 7 ? 'A week earlier' : 'The day before'}
            onPress={() => setDay(plusDays(day, -step))}
          />
          <Text as="heading" headingLevel={2} testID="board-day">
            {title}
          </Text>
          <IconButton
            icon="right"
            label={step === 7 ? 'A week later' : 'The next day'}
            onPress={() => setDay(plusDays(day, step))}
          />
          {day === today ? null : (
            <MainButton mode="text" onPress={() => setDay(today)}>
              Today
            </MainButton>
          )}
        </View>
        {wide ? <AnotherLookBanner mode="text" /> : null}
        <View style={wide ? styles.switches : styles.switchesPhone}>
          {wide ? (
            <View style={styles.switch}>
              <Segments
                label="Show"
                value={span}
                onChange={setSpan}
                options={[
                  { value: 'day', label: 'Day' },
                  { value: 'week', label: 'Week' },
                ]}
              />
            </View>
          ) : null}
          <View style={styles.switch}>
            <Segments
              label="By"
              value={by}
              onChange={setBy}
              options={[
                { value: 'crew', label: 'Crew' },
                { value: 'lift', label: 'Lifts' },
              ]}
            />
          </View>
        </View>
      </View>
      <FilterBar filters={filters} onChange={setFilters} />
      {isProposal ? (
        <View style={styles.undo} role="status" testID="proposal-on-board">
          <Text style={styles.grow} tone={proposal ? 'ink' : 'amber'}>
            {proposal
              ? `Proposed, not taken yet: ${counted(proposal.jobs.length, 'visit')}, dashed where something changes.${proposal.leftOut.length > 0 ? ` ${counted(proposal.leftOut.length, 'piece')} of work left out.` : ''}`
              : run?.state === 'working'
                ? 'Still searching: see Plan.'
                : 'No proposal stands: it was taken, or something has changed since. Search again under Plan.'}
          </Text>
          {proposal ? (
            <MainButton onPress={() => void take(proposal)} loading={taking} disabled={taking}>
              Take this plan
            </MainButton>
          ) : null}
          <MainButton mode="text" onPress={() => router.setParams({ plan: undefined })}>
            Hide it
          </MainButton>
        </View>
      ) : null}
      {planProblem ? <Text tone="stop">{planProblem}</Text> : null}
      {last ? (
        <View style={styles.undo} role="status">
          <Text style={styles.grow}>{`${last.text}.`}</Text>
          <MainButton mode="outlined" onPress={() => void undo()}>
            Undo
          </MainButton>
        </View>
      ) : null}
      {(undoProblem ?? mover.problem) ? <Text tone="stop">{undoProblem ?? mover.problem}</Text> : null}
      {remarks.length > 0 ? (
        <Text as="small" tone="ink">
          {remarks.join(' ')}
        </Text>
      ) : null}
      {wide ? null : <AnotherLookBanner />}
      {left.length > 0 ? (
        <Section title="With nobody">
          <Text tone="amber">These are with somebody who has left the crew. Give them to others, or plan anew.</Text>
          {left.map((j) => (
            <JobLine key={j.id} job={j} onPress={() => setOpened(j.id)} />
          ))}
        </Section>
      ) : null}
      {wide ? (
        <Timeline
          days={days}
          rows={rows}
          jobs={jobs}
          mover={mover}
          unplanned={inSight}
          proposed={proposed}
          onOpen={setOpened}
          onDay={(d, alone) => {
            setDay(d);
            if (alone) setSpan(alone);
          }}
        />
      ) : (
        <>
          {filters.isUnplannedOnly ? null : (
            <DayList rows={rows} jobs={jobs} day={day} onOpen={setOpened} proposed={proposed} />
          )}
          {inSight.length > 0 ? <NotPlanned unplanned={inSight} /> : null}
        </>
      )}
      {job ? <JobDetails key={job.id} job={job} mover={mover} onClose={() => setOpened(null)} /> : null}
      <Asked mover={mover} />
    </Screen>
  );
}

/** What a proposal changes, job by job: where each stood before, or that it is new. */
function proposalWords(logbook: Logbook, { jobs, moved }: PlanAnswer): Map<string, string> {
  const from = new Map(moved.map((m) => [m.job.id, m.from]));
  return new Map(
    jobs.flatMap((job): [string, string][] => {
      const was = from.get(job.id);
      if (was) return [[job.id, `was ${whenOf(logbook, was)}, ${handsOf(logbook, was)}`]];
      return logbook.jobs.has(job.id) ? [] : [[job.id, 'new']];
    }),
  );
}

/** What nobody has planned that could be done on the day shown. */
function NotPlanned({ unplanned }: { unplanned: readonly Unplanned[] }) {
  const router = useRouter();
  const logbook = useLogbook();
  return (
    <Section title={`Not planned, ${counted(unplanned.length, 'car')}`}>
      {unplanned.map((u) => (
        <LinkRow
          key={u.bookingId}
          label={`${carLabel(logbook, u.car.id)}, not planned`}
          onPress={() => router.push(routes.workList(u.event.id))}
        >
          <Text as="strong">{`${carLabel(logbook, u.car.id)}, ${hoursAndMinutes(u.minutes)}`}</Text>
          <Text as="small">{`${u.event.name}: ${u.items.map((i) => workName(i.key, i.ownTitle)).join('; ')}`}</Text>
        </LinkRow>
      ))}
    </Section>
  );
}

function remarksOf(logbook: ReturnType<typeof useLogbook>, day: string): string[] {
  return [...logbook.events.values()]
    .filter((e) => !e.archived)
    .flatMap((e) => [
      ...(loadUpOf(e) === day ? [`${shortDate(day)}: load-up for ${e.name}${loadUpHour(e)}.`] : []),
      ...(e.startDate <= day && day <= e.endDate ? [`${shortDate(day)}: ${e.name}.`] : []),
    ]);
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center', justifyContent: 'space-between' },
  days: { flexDirection: 'row', alignItems: 'center' },
  switches: { flexDirection: 'row', gap: 12 },
  switchesPhone: { width: '100%' },
  switch: { minWidth: 190 },
  undo: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
