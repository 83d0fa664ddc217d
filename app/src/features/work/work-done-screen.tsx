import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { isLocalDate, plusDays, shortDate } from '@calvik/core';
import { type DoneJob, type TakenAgainstPlanned, takenBy, workDoneBetween } from '@calvik/core/run-up';
import { counted, jobNames, workName } from '@calvik/words';
import { useLogbook, useToday } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { DateInput } from '../../ui/date-input';
import { Empty, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { openFile } from '../../files/open-file';
import { hoursAndMinutes } from './use-work';

type By = 'kind' | 'person' | 'car';
const namesOf: Record<By, (d: DoneJob) => readonly string[]> = {
  kind: ({ job }) => [jobNames[job.kind]],
  person: ({ people }) => people,
  car: ({ car }) => [car],
};

/** What was done in a stretch of days: minutes taken against planned, what went into the cars, and both as a table for whoever writes the invoice. */
export function WorkDoneScreen() {
  const logbook = useLogbook();
  const today = useToday();
  const wide = useWide();
  const { show } = useUnits();
  const [from, setFrom] = useState(plusDays(today, -13));
  const [to, setTo] = useState(today);
  const [by, setBy] = useState<By>('kind');
  const isRead = isLocalDate(from) && isLocalDate(to) && from <= to;
  const done = useMemo(() => (isRead ? workDoneBetween(logbook, from, to) : []), [logbook, from, to, isRead]);
  const sums = takenBy(done, namesOf[by]);
  const download = (kind: 'csv' | 'json'): void => openFile(`/api/exports/work-done.${kind}?from=${from}&to=${to}`);
  const goodsText = (d: DoneJob): string =>
    d.goods
      .map((g) =>
        g.goods === 'fluid'
          ? `${g.name}, ${show(g.amount, 'volume')}`
          : `${g.amount > 1 ? `${g.amount} × ` : ''}${g.name}`,
      )
      .join('; ');
  return (
    <Screen
      title="Work done"
      back="/work"
      maxWidth={wide ? 1080 : 720}
      footer={
        done.length > 0 ? (
          <View style={styles.row}>
            <View style={styles.grow}>
              <MainButton onPress={() => download('csv')}>Invoice, CSV</MainButton>
            </View>
            <View style={styles.grow}>
              <MainButton mode="outlined" onPress={() => download('json')}>
                JSON
              </MainButton>
            </View>
          </View>
        ) : undefined
      }
    >
      <View style={wide ? styles.row : styles.column}>
        <DateInput label="From" value={from} onChange={setFrom} invalid={false} />
        <DateInput label="To" value={to} onChange={setTo} invalid={false} />
      </View>
      {isRead ? null : <Text tone="amber">Give two days, the first one first.</Text>}
      {isRead && done.length === 0 ? <Empty text="Nothing was finished on these days." /> : null}
      {sums.length > 0 ? (
        <Section title="Minutes taken against planned">
          <Segments
            label="By"
            value={by}
            onChange={setBy}
            options={[
              { value: 'kind', label: 'Work' },
              { value: 'person', label: 'Person' },
              { value: 'car', label: 'Car' },
            ]}
          />
          {sums.map((sum) => (
            <Sum key={sum.name} sum={sum} />
          ))}
          <Text as="small">
            By the clock of the entries, without gaps of more than 45 min. A job of two people counts for both. What
            work takes is learned from this: plans use it.
          </Text>
        </Section>
      ) : null}
      {done.length > 0 ? (
        <Section title={counted(done.length, 'job')}>
          {done.map((d) => (
            <View key={d.job.id} testID="done-job" style={styles.job}>
              <Text as="strong">{`${d.car}: ${d.job.covers.length > 0 ? d.job.covers.map((key) => workName(key)).join('; ') : jobNames[d.job.kind]}`}</Text>
              <Text as="small">
                {[
                  shortDate(d.day),
                  d.customer,
                  d.people.join(' and '),
                  d.takenMin === null ? 'time not known' : `${d.takenMin} of ${d.plannedMin} min`,
                ]
                  .filter(Boolean)
                  .join(', ')}
              </Text>
              {d.goods.length > 0 ? <Text as="small">{goodsText(d)}</Text> : null}
            </View>
          ))}
        </Section>
      ) : null}
    </Screen>
  );
}

function Sum({ sum: { name, jobs, plannedMin, takenMin } }: { sum: TakenAgainstPlanned }) {
  const t = useTokens();
  const percent = plannedMin > 0 ? Math.round((100 * takenMin) / plannedMin) : null;
  return (
    <View style={[styles.sum, { borderColor: t.rule }]}>
      <View style={styles.grow}>
        <Text>{name}</Text>
        <Text as="small">{counted(jobs, 'job')}</Text>
      </View>
      <Text>{`${hoursAndMinutes(takenMin)} of ${hoursAndMinutes(plannedMin)}`}</Text>
      <Text as="strong" tone={percent !== null && percent > 120 ? 'amber' : 'ink'} style={styles.percent}>
        {percent === null ? '' : `${percent} %`}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8 },
  column: { gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  job: { gap: 2, paddingVertical: 6 },
  sum: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingVertical: 8, borderBottomWidth: 1 },
  percent: { width: 64, textAlign: 'right' },
});
