import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { type Job, isDone, timeIn, endOfJob } from '@calvik/core';
import { absenceOf } from '@calvik/core/run-up';
import { useLogbook, useNow, useToday } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { Empty, LinkRow, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { routes } from '../../routes';
import { carOf, handsOf, workOf } from '../../records/job-words';
import type { BoardRow } from './timeline-block';
import { useAnotherLook } from './use-another-look';

/** One job of a day: when, which car, what, who; and what no longer fits about it. */
export function JobLine({
  job,
  onPress,
  proposed = null,
}: {
  job: Job;
  onPress: () => void;
  /** Of a plan that nobody has taken: where it stood before, or that it is new. */
  proposed?: string | null;
}) {
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
        <Text as="small">{`to ${timeIn(endOfJob(logbook, job), timeZone)}`}</Text>
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
          {proposed ? (
            <Text as="small" tone="iron">
              {proposed}
            </Text>
          ) : null}
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

/** Into view once, when the page opens, where it lies further down. */
function bringUp(line: View | null): void {
  const element = line as unknown as Element | null;
  const box = element?.getBoundingClientRect?.();
  if (box && box.bottom > window.innerHeight) element?.scrollIntoView({ block: 'center' });
}

/** A day by person or by lift, for the phone. */
export function DayList({
  rows,
  jobs,
  day,
  onOpen,
  proposed,
}: {
  rows: BoardRow[];
  jobs: Job[];
  day: string;
  onOpen: (id: string) => void;
  proposed: ReadonlyMap<string, string>;
}) {
  const tell = useTell();
  const logbook = useLogbook();
  const router = useRouter();
  const today = useToday();
  const now = new Date(useNow(60_000)).toISOString();
  // What is being done now, or comes next.
  const current = day === today ? jobs.find((j) => !isDone(logbook, j) && endOfJob(logbook, j) > now)?.id : undefined;
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
              <View key={j.id} ref={j.id === current ? bringUp : undefined}>
                <JobLine job={j} onPress={() => onOpen(j.id)} proposed={proposed.get(j.id)} />
              </View>
            ))}
          </Section>
        );
      })}
    </>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', gap: 8 },
  time: { width: 66, paddingTop: 8 },
  grow: { flex: 1, minWidth: 0 },
});
