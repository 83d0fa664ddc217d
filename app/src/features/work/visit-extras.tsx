import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TextInput } from 'react-native-paper';
import { type Job } from '@calvik/core';
import { type VisitExtra, visitExtras } from '@calvik/core/run-up';
import { useCrewOnDuty, useLogbook, useSync } from '../../state/hooks';
import { Chips } from '../../ui/chips';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { newId } from '../../state/new-record';
import { workName, counted } from '@calvik/words';
import { ownerName } from '@calvik/words/work';

/** Work of a visit that no guided screen covers, ticked off one by one; a form line by line. */
export function VisitExtras({ job }: { job: Job }) {
  const logbook = useLogbook();
  const extras = visitExtras(logbook, job);
  return (
    <View style={styles.list} testID="visit-extras">
      {extras.map((extra) => (
        <Extra key={extra.key} job={job} extra={extra} />
      ))}
    </View>
  );
}

function Extra({ job, extra }: { job: Job; extra: VisitExtra }) {
  const sync = useSync();
  const onDuty = useCrewOnDuty();
  const [ticked, setTicked] = useState<string[]>([]);
  const [minutes, setMinutes] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const title = workName(extra.key, extra.ownTitle);
  const open = extra.lines.filter((line) => !ticked.includes(line.text));
  const finish = async (): Promise<void> => {
    const took = minutes.trim() === '' ? null : Number(minutes.replace(/\s*min$/, ''));
    if (took !== null && !(took >= 1 && took <= 1440)) return setProblem('Minutes from 1 to 1440, or leave it empty.');
    if (!onDuty) return setProblem('Say first who is on duty: in the settings.');
    const now = new Date().toISOString();
    const result = await sync.save('facts', {
      id: newId(),
      kind: 'workDone',
      at: now,
      recordedAt: now,
      by: onDuty.id,
      carId: job.carId,
      jobId: job.id,
      items: [extra.key],
      minutes: took,
      ...(open.length > 0
        ? { remark: `Not in order: ${open.map((line) => line.text).join('; ')}.`.slice(0, 500) }
        : {}),
    });
    setProblem(result.state === 'refused' ? result.sentence : null);
  };
  if (extra.done)
    return (
      <View>
        <Text tone="inkSoft">{`${title}, done`}</Text>
        {extra.done.remark ? <Text tone="amber">{extra.done.remark}</Text> : null}
      </View>
    );
  return (
    <View style={styles.list}>
      <Text as="strong">{title}</Text>
      {extra.lines.length > 0 ? (
        <Chips
          label={title}
          columns={1}
          options={extra.lines.map(({ text, from }) => ({
            value: text,
            label: `${text} (${from.map(ownerName).join(', ')})`,
          }))}
          chosen={ticked}
          onChange={setTicked}
        />
      ) : null}
      <View style={styles.row}>
        <TextInput
          mode="outlined"
          label="Minutes it took"
          aria-label={`Minutes it took: ${title}`}
          value={minutes}
          onChangeText={setMinutes}
          style={styles.grow}
        />
        <MainButton mode="outlined" onPress={() => void finish()}>
          {open.length > 0 ? `Sign with ${counted(open.length, 'open point')}` : 'Done'}
        </MainButton>
      </View>
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </View>
  );
}

/** Light work of this visit that has no step of its own. */
export function AlsoInThisVisit({ job }: { job: Job }) {
  const logbook = useLogbook();
  const left = visitExtras(logbook, job).filter((e) => e.done === null).length;
  if (visitExtras(logbook, job).length === 0) return null;
  return (
    <Section title="Also in this visit" aside={<Text as="small">{left === 0 ? 'done' : `${left} to do`}</Text>}>
      <VisitExtras job={job} />
    </Section>
  );
}

const styles = StyleSheet.create({
  list: { gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
