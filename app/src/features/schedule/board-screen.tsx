import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Dialog, Portal } from 'react-native-paper';
import { type Job, dateIn, isDone, plusDays, relativeDays, shortDate, timeIn } from '@calvik/core';
import { loadUpOf, weekdayOf } from '@calvik/core';
import { unplannedWork, absenceOf } from '@calvik/core/run-up';
import { useLoaded, useLogbook, useSync, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { useTokens } from '../../theme/use-tokens';
import { Empty, IconButton, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { LineInput } from '../../ui/line-input';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { openFile } from '../open-file';
import { AnotherLookBanner } from './another-look-banner';
import { JobDetails } from './job-details';
import { useAnotherLook } from './use-another-look';
import { carOf, endOf, handsOf, workOf } from './job-words';
import { type BoardRow, Timeline } from './timeline';
import { undoLast, useLastStep } from './undo';
import { useMove } from './use-move';
import { useTell } from '../../state/use-say';
import { FindingLines } from '../finding-line';
import { routes } from '../routes';

/** The plan by day: a list on the phone, a timeline to drag on the wide screen; by crew or by lift. */
export function BoardScreen() {
  const router = useRouter();
  const wide = useWide();
  const loaded = useLoaded();
  const logbook = useLogbook();
  const sync = useSync();
  const today = useToday();
  const { system } = useUnits();
  const params = useLocalSearchParams<{ day?: string; job?: string }>();
  const [day, setDay] = useState(params.day ?? today);
  const [by, setBy] = useState<'crew' | 'lift'>('crew');
  const [filter, setFilter] = useState('');
  const [span, setSpan] = useState<'day' | 'week'>('day');
  const [opened, setOpened] = useState<string | null>(params.job ?? null);
  const [undoProblem, setUndoProblem] = useState<string | null>(null);
  const mover = useMove();
  const last = useLastStep();
  const { timeZone } = logbook.shop;
  const step = wide && span === 'week' ? 7 : 1;
  const first = step === 7 ? plusDays(day, -weekdayOf(day)) : day;
  const days = Array.from({ length: step }, (_, i) => plusDays(first, i));
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const isShown = (j: Job): boolean => {
    const car = logbook.cars.get(j.carId);
    const text = [
      car?.name,
      car?.plate,
      logbook.customers.get(car?.customerId ?? '')?.name,
      logbook.events.get(j.eventId ?? '')?.name,
      handsOf(logbook, j),
    ]
      .join(' ')
      .toLowerCase();
    return words.every((w) => text.includes(w));
  };
  const jobs = [...logbook.jobs.values()]
    .filter((j) => !j.archived && days.includes(dateIn(j.startAt, timeZone)) && isShown(j))
    .sort((a, b) => a.startAt.localeCompare(b.startAt));
  const unplanned = useMemo(
    () => (loaded && wide ? unplannedWork(logbook, today) : []),
    [loaded, wide, logbook, today],
  );
  const rows: BoardRow[] = [
    ...[...(by === 'crew' ? logbook.crew : logbook.lifts).values()]
      .filter((r) => !r.archived)
      .sort((a, b) => a.name.localeCompare(b.name))
      .map((r) => ({ id: r.id, name: r.name, by })),
    ...(by === 'lift' ? [{ id: '', name: 'No lift', by }] : []),
  ];
  // Jobs of somebody who has left stand in a row of their own until they are given to somebody.
  const left = by === 'crew' ? jobs.filter((j) => !rows.some((r) => r.id === j.crewId)) : [];
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
            label="Run sheet of this day"
            onPress={() => openFile(`/api/run-sheets/${day}.pdf${system === 'imperial' ? '?size=letter' : ''}`)}
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
      <LineInput label="Show only: person, car, customer, event" value={filter} onChange={setFilter} dense />
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
        <View>
          {remarks.map((text) => (
            <Text key={text} as="small" tone="ink">
              {text}
            </Text>
          ))}
        </View>
      ) : null}
      <AnotherLookBanner />
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
          unplanned={unplanned.filter((u) => u.items.some((i) => i.earliest <= days.at(-1)! && i.latest >= days[0]!))}
          onOpen={setOpened}
          onDay={(d) => {
            setDay(d);
            setSpan('day');
          }}
        />
      ) : (
        <DayList rows={rows} jobs={jobs} day={day} onOpen={setOpened} />
      )}
      {job ? <JobDetails key={job.id} job={job} mover={mover} onClose={() => setOpened(null)} /> : null}
      <Asked mover={mover} />
    </Screen>
  );
}

function remarksOf(logbook: ReturnType<typeof useLogbook>, day: string): string[] {
  return [...logbook.events.values()]
    .filter((e) => !e.archived)
    .flatMap((e) => [
      ...(loadUpOf(e) === day ? [`${shortDate(day)}: load-up for ${e.name}.`] : []),
      ...(e.startDate <= day && day <= e.endDate ? [`${shortDate(day)}: ${e.name}.`] : []),
    ]);
}

function JobLine({ job, onPress }: { job: Job; onPress: () => void }) {
  const logbook = useLogbook();
  const { timeZone } = logbook.shop;
  const tell = useTell();
  const [finding, ...more] = useAnotherLook().of(job.id);
  const done = isDone(logbook, job);
  return (
    <View style={styles.line}>
      <View style={styles.time}>
        <Text as="figure" tone={done ? 'inkSoft' : 'ink'}>
          {timeIn(job.startAt, timeZone)}
        </Text>
        <Text as="small">{`to ${timeIn(endOf(job), timeZone)}`}</Text>
      </View>
      <View style={styles.grow}>
        <LinkRow label={`${carOf(logbook, job)}: ${workOf(logbook, job)}`} onPress={onPress} testID="board-job">
          <Text as={done ? 'body' : 'strong'} tone={done ? 'inkSoft' : 'ink'}>
            {carOf(logbook, job)}
          </Text>
          <Text as="small" tone={done ? 'inkSoft' : 'ink'}>
            {workOf(logbook, job)}
          </Text>
          <Text as="small">
            {[
              handsOf(logbook, job),
              logbook.lifts.get(job.liftId ?? '')?.name,
              job.isPinned ? 'pinned' : '',
              done ? 'done' : '',
            ]
              .filter(Boolean)
              .join(', ')}
          </Text>
          {finding ? (
            <Text
              as="small"
              tone="amber"
            >{`${tell(finding)}${more.length > 0 ? ` And ${more.length} more.` : ''}`}</Text>
          ) : null}
        </LinkRow>
      </View>
    </View>
  );
}

function DayList({
  rows,
  jobs,
  day,
  onOpen,
}: {
  rows: BoardRow[];
  jobs: Job[];
  day: string;
  onOpen: (id: string) => void;
}) {
  const tell = useTell();
  const logbook = useLogbook();
  const router = useRouter();
  if (jobs.length === 0)
    return (
      <Empty text="Nothing is planned for this day." action="Propose a plan" onPress={() => router.push(routes.plan)} />
    );
  return (
    <>
      {rows.map((row) => {
        const own = jobs.filter((j) =>
          row.by === 'crew' ? j.crewId === row.id || j.helperId === row.id : (j.liftId ?? '') === row.id,
        );
        const member = row.by === 'crew' ? logbook.crew.get(row.id) : undefined;
        const absence = member ? absenceOf(logbook, member, day) : null;
        if (own.length === 0 && !absence) return null;
        return (
          <Section
            key={row.id}
            title={row.name}
            aside={<Text as="small">{`${own.reduce((n, j) => n + j.durationMin, 0)} min`}</Text>}
          >
            {absence ? (
              <Text tone={own.some((j) => j.kind !== 'atEvent') ? 'amber' : 'inkSoft'}>{tell(absence)}</Text>
            ) : null}
            {own.map((j) => (
              <JobLine key={j.id} job={j} onPress={() => onOpen(j.id)} />
            ))}
          </Section>
        );
      })}
    </>
  );
}

/** A drop that would break a rule: which, in words, and what to do. */
export function Asked({ mover }: { mover: ReturnType<typeof useMove> }) {
  const logbook = useLogbook();
  const t = useTokens();
  if (!mover.asked) return null;
  const { to, objections } = mover.asked;
  return (
    <Portal>
      <Dialog visible onDismiss={() => mover.answer(false)} style={styles.dialog}>
        <Dialog.Title style={{ color: t.ink }}>{`${carOf(logbook, to)} does not fit there`}</Dialog.Title>
        <Dialog.Content style={styles.list} testID="drop-objections">
          <FindingLines findings={objections} />
        </Dialog.Content>
        <Dialog.Actions>
          <MainButton mode="outlined" onPress={() => mover.answer(false)}>
            Leave it
          </MainButton>
          <MainButton mode="text" danger onPress={() => mover.answer(true)}>
            Put it there all the same
          </MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center', justifyContent: 'space-between' },
  days: { flexDirection: 'row', alignItems: 'center' },
  switches: { flexDirection: 'row', gap: 12 },
  switchesPhone: { width: '100%' },
  switch: { minWidth: 190 },
  undo: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  line: { flexDirection: 'row', gap: 8 },
  time: { width: 66, paddingTop: 8 },
  grow: { flex: 1, minWidth: 0 },
  dialog: { maxWidth: 520, width: '92%', alignSelf: 'center' },
  list: { gap: 8 },
});
