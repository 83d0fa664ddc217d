import { carLabel } from '@calvik/core';
import { useLocalSearchParams } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { UnitSystem } from '@calvik/core';
import { type SheetCorner, type SheetSection, serviceSheet } from '@calvik/words/documents/service-sheet';
import { useLogbook } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { Gone } from '../../records/not-found-page';
import { IconButton, MainButton, Screen, useWide } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { LimitBar } from '../../ui/limit-bar';
import { Text } from '../../ui/text';
import { openFile } from '../../files/open-file';
import { useService } from './use-service';

/** The service sheet for the customer and the inspection table: on the screen, on paper, as PDF, JSON and CSV. */
export function SheetScreen() {
  const t = useTokens();
  const { job: jobId } = useLocalSearchParams<{ job: string }>();
  const logbook = useLogbook();
  const s = useService(jobId);
  const customer = logbook.customers.get(s?.car.customerId ?? '');
  const [units, setUnits] = useState<UnitSystem | ''>('');
  const chosen = units || (customer?.units ?? 'metric');
  const sheet = useMemo(() => s && serviceSheet(logbook, s, chosen), [logbook, s, chosen]);
  if (!s || !sheet) return <Gone what="service" back="/work" />;
  const file = (kind: string): void => openFile(`/api/jobs/${s.job.id}/service-sheet.${kind}?units=${chosen}`);
  return (
    <Screen
      title="Service sheet"
      above={carLabel(logbook, s.car.id)}
      back={`/service/${s.job.id}`}
      actions={<IconButton icon="print" label="Print" onPress={() => print()} />}
      maxWidth={860}
      footer={
        <View style={styles.row}>
          <View style={styles.grow}>
            <MainButton onPress={() => file('pdf')}>PDF</MainButton>
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => file('csv')}>
              CSV
            </MainButton>
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => file('json')}>
              JSON
            </MainButton>
          </View>
        </View>
      }
    >
      <Segments
        label="Units"
        value={chosen}
        onChange={setUnits}
        options={[
          { value: 'metric', label: 'Metric' },
          { value: 'imperial', label: 'Imperial' },
        ]}
      />
      <View testID="sheet" style={styles.gap}>
        <View>
          <Text as="title">{sheet.title}</Text>
          <Text>{sheet.shop}</Text>
          <Text>{`${sheet.car}${sheet.plate ? `, ${sheet.plate}` : ''}`}</Text>
          <Text>{[sheet.customer, sheet.event, sheet.date].filter(Boolean).join(' · ')}</Text>
        </View>
        <View style={[styles.status, { borderColor: t.ink, borderWidth: sheet.status === 'released' ? 1 : 3 }]}>
          <Text as="strong">{sheet.statusLine}</Text>
        </View>
        <Drawing corners={sheet.corners} />
        {sheet.sections.map((section) => (
          <View key={section.title} style={styles.part}>
            <View style={[styles.title, { borderColor: t.ink }]}>
              <Text as="heading" headingLevel={2}>
                {section.title}
              </Text>
            </View>
            {section.lines.map((line) => (
              <Text key={line}>{`– ${line}`}</Text>
            ))}
            {section.table ? <Table title={section.title} table={section.table} /> : null}
          </View>
        ))}
        <Text>{`Signed: ${sheet.signature || '____________________'}`}</Text>
        <Text as="small">{sheet.caution}</Text>
      </View>
    </Screen>
  );
}

/** The four corners as they lie on the car, front up, with their limit bars. */
function Drawing({ corners }: { corners: readonly SheetCorner[] }) {
  const t = useTokens();
  return (
    <View style={styles.corners} testID="sheet-corners">
      {corners.map(({ corner, name, bars }) => (
        <View key={corner} style={[styles.corner, { borderColor: t.ink }]}>
          <Text as="strong">{name}</Text>
          {bars.map(({ label, text, scale }) => (
            <View key={label}>
              {scale ? (
                <LimitBar
                  label={`${label}, ${name.toLowerCase()}`}
                  fresh={scale.newMm}
                  limit={scale.limitMm}
                  reading={scale.readingMm}
                  show={() => ''}
                  freshWord={label}
                  limitWord=""
                />
              ) : (
                <Text as="label">{label}</Text>
              )}
              <Text as="small" tone="ink">
                {text}
              </Text>
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}

/** A table; on the phone one with many columns becomes a block for each row. */
function Table({ title, table: { head, rows } }: { title: string; table: NonNullable<SheetSection['table']> }) {
  const t = useTokens();
  const wide = useWide();
  if (!wide && head.length > 5) {
    return (
      <View>
        {rows.map((row, r) => (
          <View key={r} style={[styles.block, { borderColor: t.rule }]}>
            <Text as="strong">{row[0]}</Text>
            <View style={styles.pairs}>
              {row.slice(1).map((cell, i) => (
                <View key={i} style={styles.pair}>
                  <Text as="label">{head[i + 1]}</Text>
                  <Text>{cell}</Text>
                </View>
              ))}
            </View>
          </View>
        ))}
      </View>
    );
  }
  return (
    <View role="table" aria-label={title}>
      <View role="row" style={[styles.tr, { borderColor: t.ink }]}>
        {head.map((h, i) => (
          <View key={h} role="columnheader" style={i === 0 ? styles.first : styles.td}>
            <Text as="label">{h}</Text>
          </View>
        ))}
      </View>
      {rows.map((row, r) => (
        <View key={r} role="row" style={[styles.tr, { borderColor: t.rule }]}>
          {row.map((cell, i) => (
            <View key={i} role="cell" style={i === 0 ? styles.first : styles.td}>
              <Text as="small" tone="ink">
                {cell}
              </Text>
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  corners: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  corner: { borderWidth: 1, padding: 8, gap: 6, flexBasis: '45%', flexGrow: 1, minWidth: 0 },
  block: { borderBottomWidth: 1, paddingVertical: 6, gap: 2 },
  pairs: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 18, rowGap: 4 },
  pair: { minWidth: 90 },
  row: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1 },
  gap: { gap: 16 },
  part: { gap: 4 },
  status: { padding: 10 },
  title: { borderBottomWidth: 1.5, marginBottom: 4 },
  tr: { flexDirection: 'row', borderBottomWidth: 1, paddingVertical: 4, gap: 6 },
  first: { flex: 1.3, minWidth: 0 },
  td: { flex: 1, minWidth: 0 },
});
