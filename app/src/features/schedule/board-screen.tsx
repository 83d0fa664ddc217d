import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { carLabel, loadUpOf, shortDate } from '@calvik/core';
import type { Unplanned } from '@calvik/core/run-up';
import { counted, loadUpHour, workName } from '@calvik/words';
import { openPdf } from '../../files/open-file';
import { routes } from '../../routes';
import { useLogbook, useSync } from '../../state/hooks';
import { IconButton, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { hoursAndMinutes } from '../work/use-work';
import { AnotherLookBanner } from './another-look-banner';
import { Asked } from './asked';
import { BoardBar } from './board-bar';
import { FilterBar } from './board-filters';
import { DayList, JobLine } from './board-list';
import { JobDetails } from './job-details';
import { Timeline } from './timeline';
import { undoLast, useLastStep } from './undo';
import { useBoard } from './use-board';
import { useMove } from './use-move';
import { usePlanRun } from './use-plan-run';

/** The plan by day: a list on the phone, a timeline to drag on the wide screen; by crew or by lift. */
export function BoardScreen() {
  const router = useRouter();
  const wide = useWide();
  const logbook = useLogbook();
  const sync = useSync();
  const { system } = useUnits();
  const params = useLocalSearchParams<{ day?: string; job?: string; plan?: string }>();
  const [opened, setOpened] = useState<string | null>(params.job ?? null);
  const [undoProblem, setUndoProblem] = useState<string | null>(null);
  const mover = useMove();
  const last = useLastStep();
  const isProposal = params.plan === 'proposed';
  const { run, proposal: found, take, taking, problem: planProblem } = usePlanRun();
  const proposal = isProposal ? found : null;
  const board = useBoard(proposal, params.day);
  const { day, days, jobs, rows, left, proposed } = board;
  const isWeek = board.step === 7;
  const remarks = days.flatMap((d) => remarksOf(logbook, d));
  const undo = async (): Promise<void> => setUndoProblem(await undoLast(sync, logbook));
  const job = opened ? logbook.jobs.get(opened) : undefined;
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
            label={isWeek ? 'Print this week' : 'Run sheet of this day'}
            onPress={() =>
              isWeek
                ? openPdf(`weeks/${days[0]!}`, system)
                : openPdf(`run-sheets/${day}`, system, { crew: board.filters.crewId || undefined })
            }
          />
          <MainButton mode="text" onPress={() => router.push(routes.plan)}>
            Plan
          </MainButton>
        </>
      }
    >
      <BoardBar board={board} />
      <FilterBar filters={board.filters} onChange={board.setFilters} />
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
          unplanned={board.unplanned}
          proposed={proposed}
          onOpen={setOpened}
          onDay={(d, alone) => {
            board.setDay(d);
            if (alone) board.setSpan(alone);
          }}
        />
      ) : (
        <>
          {board.filters.isUnplannedOnly ? null : (
            <DayList rows={rows} jobs={jobs} day={day} onOpen={setOpened} proposed={proposed} />
          )}
          {board.unplanned.length > 0 ? <NotPlanned unplanned={board.unplanned} /> : null}
        </>
      )}
      {job ? <JobDetails key={job.id} job={job} mover={mover} onClose={() => setOpened(null)} /> : null}
      <Asked mover={mover} />
    </Screen>
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
  undo: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
