import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Wrench, judgeCalibration, longDate } from '@calvik/core';
import { useLogbook, useSync, useToday } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { useDraft } from '../../state/use-draft';
import { DateInput } from '../../ui/date-input';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { RadioList, Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { FindingLine } from '../../facts/finding-line';
import { newRecord } from '../../state/new-record';

/** The shop's wrenches in use, and the one that was chosen last on this device. */
export function useWrench(): { wrench: Wrench | null; wrenches: Wrench[]; choose: (id: string) => void } {
  const logbook = useLogbook();
  const { draft, change } = useDraft<{ wrenchId: string }>('wrench', { wrenchId: '' });
  const wrenches = [...logbook.wrenches.values()]
    .filter((w) => !w.archived)
    .sort((a, b) => a.label.localeCompare(b.label));
  return {
    wrenches,
    wrench: wrenches.find((w) => w.id === draft.wrenchId) ?? null,
    choose: (wrenchId) => change({ wrenchId }),
  };
}

/** Which of the shop's wrenches it is, with its calibration; a new one is entered once. */
export function WrenchChoice({ wrench, wrenches, choose }: ReturnType<typeof useWrench>) {
  const today = useToday();
  const [isOpen, setOpen] = useState(false);
  const [isNew, setNew] = useState(false);
  const finding = wrench && judgeCalibration(wrench.label, wrench.calibratedOn, today);
  const dateOf = (w: Wrench): string => (w.calibratedOn ? `calibrated ${longDate(w.calibratedOn)}` : 'no date');
  return (
    <View style={styles.gap}>
      <View style={styles.row}>
        <View style={styles.grow}>
          <Text as="strong">{wrench ? `Wrench ${wrench.label}` : 'No wrench chosen'}</Text>
          {wrench ? <Text as="small">{dateOf(wrench)}</Text> : null}
        </View>
        <MainButton mode="text" onPress={() => setOpen(!isOpen)}>
          {wrench ? 'Another wrench' : 'Choose the wrench'}
        </MainButton>
      </View>
      {finding ? <FindingLine finding={finding} /> : null}
      {isOpen ? (
        <>
          <RadioList
            label="Wrench"
            value={wrench?.id ?? ''}
            onChange={(id) => {
              choose(id);
              setOpen(false);
            }}
            options={wrenches.map((w) => ({ value: w.id, label: `${w.label}, ${dateOf(w)}` }))}
          />
          {isNew ? (
            <NewWrench
              onSaved={(id) => {
                choose(id);
                setNew(false);
                setOpen(false);
              }}
            />
          ) : (
            <MainButton mode="outlined" onPress={() => setNew(true)}>
              New wrench
            </MainButton>
          )}
        </>
      ) : null}
    </View>
  );
}

function NewWrench({ onSaved }: { onSaved: (id: string) => void }) {
  const sync = useSync();
  const { idFor } = useOwnIds();
  const [label, setLabel] = useState('');
  const [kind, setKind] = useState<Wrench['kind']>('click');
  const [calibratedOn, setCalibratedOn] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    if (label.trim() === '') return setProblem('Say what stands on the wrench.');
    const record: Wrench = {
      ...newRecord(),
      id: idFor('wrench'),
      label: label.trim(),
      kind,
      calibratedOn: calibratedOn || null,
      minNm: null,
      maxNm: null,
      notes: '',
    };
    const result = await sync.save('wrenches', record);
    if (result.state === 'refused') setProblem(result.sentence);
    else onSaved(record.id);
  };
  return (
    <View style={styles.gap}>
      <LineInput label="Name on the wrench" value={label} onChange={setLabel} maxLength={40} />
      <Segments
        label="Kind of wrench"
        value={kind}
        onChange={setKind}
        options={[
          { value: 'click', label: 'Clicks' },
          { value: 'reading', label: 'Is read' },
        ]}
      />
      <View style={styles.date}>
        <DateInput label="Calibrated on" value={calibratedOn} onChange={setCalibratedOn} invalid={false} />
      </View>
      {problem ? <Text tone="stop">{problem}</Text> : null}
      <MainButton onPress={() => void save()}>Save wrench</MainButton>
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  date: { minHeight: 64 },
});
