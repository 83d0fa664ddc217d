import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Portal } from 'react-native-paper';
import { type Job, dateIn, instantAt, isDone, isOnTheClock, plusDays, readTime, shortDate, timeIn } from '@calvik/core';
import { useLogbook, useSync } from '../../state/hooks';
import { Dialog } from '../../ui/dialog';
import { PickList } from '../../ui/pick-list';
import { LineInput } from '../../ui/line-input';
import { IconButton, MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { pageOf } from '../work/page-of';
import { VisitExtras } from '../work/visit-extras';
import { carOf, handsOf, whenOf, workOf } from '../../records/job-words';
import { remember } from './undo';
import { useAnotherLook } from './use-another-look';
import type { useMove } from './use-move';
import { FindingLines } from '../../facts/finding-line';
import { RecordChanges } from '../../records/record-changes';

/** A job opened on the board: move it without dragging, pin it, do it, take it out of the plan. */
export function JobDetails({
  job,
  mover,
  onClose,
}: {
  job: Job;
  mover: ReturnType<typeof useMove>;
  onClose: () => void;
}) {
  const router = useRouter();
  const logbook = useLogbook();
  const sync = useSync();
  const { timeZone } = logbook.shop;
  // As it was when these fields were filled in.
  const [opened] = useState(job);
  const [day, setDay] = useState(dateIn(job.startAt, timeZone));
  const [time, setTime] = useState(timeIn(job.startAt, timeZone));
  const [crewId, setCrewId] = useState(job.crewId);
  const [liftId, setLiftId] = useState(job.liftId ?? '');
  const [picking, setPicking] = useState<'crew' | 'lift' | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const done = isDone(logbook, job);
  const said = readTime(time);
  const clock = said && isOnTheClock(day, said, timeZone) ? said : null;
  const to: Job | null = clock
    ? { ...job, startAt: instantAt(day, clock, timeZone), crewId, liftId: liftId || null, isPinned: true }
    : null;
  const isMoved =
    to !== null && (to.startAt !== job.startAt || to.crewId !== job.crewId || (to.liftId ?? '') !== (job.liftId ?? ''));
  const objections = to && isMoved ? mover.judge(to) : [];
  const standing = useAnotherLook().of(job.id);
  const page = pageOf(job);
  const save = async (over: Partial<Job>, text: string): Promise<void> => {
    const after = { ...job, ...over };
    const result = await sync.save('jobs', after, opened);
    if (result.state === 'refused') return setProblem(result.sentence);
    remember({ text, before: [{ id: job.id, job: opened, after }] });
    onClose();
  };
  const people = [...logbook.crew.values()]
    .filter((m) => !m.archived)
    .sort((a, b) => a.name.localeCompare(b.name))
    .map((m) => ({ value: m.id, label: m.name }));
  const lifts = [
    { value: '', label: 'No lift' },
    ...[...logbook.lifts.values()].filter((l) => !l.archived).map((l) => ({ value: l.id, label: l.name })),
  ];
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Dialog.Title>{carOf(logbook, job)}</Dialog.Title>
        <Dialog.ScrollArea style={styles.area}>
          <ScrollView contentContainerStyle={styles.body}>
            <Text>{workOf(logbook, job)}</Text>
            <Text as="small">{`${whenOf(logbook, job)}, ${job.durationMin} min, ${handsOf(logbook, job)}${job.isPinned ? ', pinned' : ''}${done ? ', done' : ''}`}</Text>
            {isMoved ? null : <FindingLines findings={standing} />}
            <VisitExtras job={job} />
            {done ? null : (
              <>
                {page ? (
                  <MainButton icon="wrench" onPress={() => router.push(page)}>
                    Open the job
                  </MainButton>
                ) : null}
                <View style={styles.row}>
                  <IconButton icon="left" label="A day earlier" onPress={() => setDay(plusDays(day, -1))} />
                  <Text as="strong" style={styles.day}>
                    {shortDate(day)}
                  </Text>
                  <IconButton icon="right" label="A day later" onPress={() => setDay(plusDays(day, 1))} />
                  <LineInput label="Start" value={time} onChange={setTime} read={readTime} style={styles.time} />
                </View>
                <View style={styles.row}>
                  <View style={styles.grow}>
                    <MainButton mode="outlined" onPress={() => setPicking('crew')}>
                      {logbook.crew.get(crewId)?.name ?? 'Choose who'}
                    </MainButton>
                  </View>
                  <View style={styles.grow}>
                    <MainButton mode="outlined" onPress={() => setPicking('lift')}>
                      {logbook.lifts.get(liftId)?.name ?? 'No lift'}
                    </MainButton>
                  </View>
                </View>
                {clock === null ? (
                  <Text tone="stop">
                    {said ? 'The clocks go forward then: there is no such time on that day.' : 'Give a time like 9:30.'}
                  </Text>
                ) : null}
                <View testID="objections" style={styles.list}>
                  <FindingLines findings={objections} />
                </View>
                {to && isMoved ? (
                  <MainButton
                    onPress={() => {
                      if (objections.length > 0) void save(to, `${carOf(logbook, job)} moved`);
                      else mover.move(opened, to, `${carOf(logbook, job)} moved`);
                      onClose();
                    }}
                  >
                    {objections.length > 0 ? 'Move it all the same' : 'Move it'}
                  </MainButton>
                ) : null}
                <MainButton
                  mode="outlined"
                  onPress={() =>
                    void save(
                      { isPinned: !job.isPinned },
                      `${carOf(logbook, job)} ${job.isPinned ? 'unpinned' : 'pinned'}`,
                    )
                  }
                >
                  {job.isPinned ? 'Unpin: a new plan may move it' : 'Pin: a new plan leaves it here'}
                </MainButton>
                <MainButton
                  mode="text"
                  danger
                  onPress={() => void save({ archived: true }, `${carOf(logbook, job)} taken out of the plan`)}
                >
                  Take out of the plan
                </MainButton>
              </>
            )}
            <RecordChanges collection="jobs" id={job.id} />
            {problem ? <Text tone="stop">{problem}</Text> : null}
          </ScrollView>
        </Dialog.ScrollArea>
        <Dialog.Actions>
          <MainButton mode="text" onPress={onClose}>
            Close
          </MainButton>
        </Dialog.Actions>
      </Dialog>
      <PickList
        title="Who"
        options={people}
        chosen={crewId}
        visible={picking === 'crew'}
        onClose={() => setPicking(null)}
        onPick={(id) => {
          setCrewId(id);
          setPicking(null);
        }}
      />
      <PickList
        title="Lift"
        options={lifts}
        chosen={liftId}
        visible={picking === 'lift'}
        onClose={() => setPicking(null)}
        onPick={(id) => {
          setLiftId(id);
          setPicking(null);
        }}
      />
    </Portal>
  );
}

const styles = StyleSheet.create({
  dialog: { maxWidth: 520, width: '92%', alignSelf: 'center', maxHeight: '90%' },
  area: { paddingHorizontal: 0 },
  body: { gap: 10, paddingHorizontal: 24, paddingVertical: 12 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  day: { minWidth: 96, textAlign: 'center' },
  time: { flex: 1, minWidth: 90 },
  list: { gap: 6 },
});
