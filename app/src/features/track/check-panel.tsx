import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Corner,
  type FaultSeen,
  type LookCheck,
  type LookFault,
  type TrackCheck,
  answerTo,
  corners,
  faultsByCheck,
  unexplainedFaults,
} from '@calvik/core';
import { allRightNames, faultNames } from '@calvik/words/track';
import { useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { Chips } from '../../ui/chips';
import { useReadFigure } from '../../ui/figure-fields';
import { LineInput } from '../../ui/line-input';
import { SayAll } from '../../ui/say-all';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { asFact, useSaveFact } from '../save-fact';
import type { PanelProps } from './use-look';

/** Faults that have no corner of their own. */
const ofWholeCar: ReadonlySet<LookFault> = new Set(['pedalLong', 'pedalSoft', 'pedalSinks']);

interface CheckDraft {
  faults: LookFault[];
  at: Partial<Record<LookFault, Corner[]>>;
  length: string;
  done: string;
}

/** A line that is answered by looking: all in order in one tap, or what was found and where. */
export function CheckPanel({ check, car, session, onDone }: PanelProps & { check: LookCheck }) {
  const logbook = useLogbook();
  const today = useToday();
  const read = useReadFigure();
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const before = answerTo(logbook.factsOfCar(car.id), session.fact.id, check);
  const { draft, change, clear } = useDraft<CheckDraft>(`look.${session.fact.id}.${check}.${before?.id ?? ''}`, {
    faults: [...new Set(before?.faults.map((f) => f.fault) ?? [])],
    at: {},
    length: '',
    done: '',
  });
  const placesOf = (fault: LookFault): Corner[] =>
    draft.at[fault] ??
    (before?.faults ?? []).flatMap((f) => (f.fault === fault && f.corner !== null ? [f.corner] : []));
  const set = (over: Partial<CheckDraft>): void => {
    setSentence(null);
    change(over);
  };
  const bodyOf = (faults: FaultSeen[]) => ({
    kind: 'trackCheck' as const,
    carId: car.id,
    sessionId: session.fact.id,
    check,
    faults,
    done: draft.done.trim(),
  });
  /** Something stood here that is not said any more: what was done about it is asked. */
  const asks = (faults: FaultSeen[]): boolean =>
    before !== null &&
    before.faults.length > 0 &&
    unexplainedFaults(
      logbook.factsOfCar(car.id),
      asFact({ ...bodyOf(faults), done: '' }, new Date().toISOString(), '') as TrackCheck,
    ).length > 0;
  const faultsNow = (): FaultSeen[] | string => {
    const list: FaultSeen[] = [];
    for (const fault of draft.faults) {
      const at = placesOf(fault);
      if (!ofWholeCar.has(fault) && at.length === 0) return `${faultNames[fault]}: say where.`;
      const isCrack = fault === 'crack';
      const lengthMm = isCrack && draft.length.trim() !== '' ? read(draft.length, 'length') : null;
      if (isCrack && draft.length.trim() !== '' && lengthMm === null) return 'The length of the crack cannot be read.';
      if (isCrack && lengthMm === null) return 'Say how long the crack is.';
      for (const corner of ofWholeCar.has(fault) ? [null] : at) list.push({ fault, corner, lengthMm });
    }
    return list;
  };
  const save = async (faults: FaultSeen[] | string): Promise<void> => {
    if (typeof faults === 'string') return setSentence(faults);
    if (asks(faults) && draft.done.trim() === '')
      return setSentence('It was not in order before: say what was done about it.');
    if (!(await saveFact(bodyOf(faults), today))) return;
    clear();
    onDone();
  };
  const options = faultsByCheck[check] as readonly LookFault[];
  return (
    <View style={styles.gap}>
      <View style={styles.row}>
        <SayAll
          label={allRightNames[check]}
          on={before !== null && before.faults.length === 0 && draft.faults.length === 0}
          onPress={() => {
            set({ faults: [], at: {} });
            void save([]);
          }}
        />
      </View>
      <Chips
        label={`Found, ${check}`}
        chosen={draft.faults}
        onChange={(faults) => set({ faults })}
        options={options.map((f) => ({ value: f, label: faultNames[f] }))}
      />
      {draft.faults
        .filter((f) => !ofWholeCar.has(f))
        .map((fault) => (
          <View key={fault} style={styles.gap}>
            <Text as="small">{`${faultNames[fault]} at`}</Text>
            <Chips
              label={`${faultNames[fault]} at`}
              columns={4}
              chosen={placesOf(fault)}
              onChange={(at) => set({ at: { ...draft.at, [fault]: at } })}
              options={corners.map((c) => ({ value: c, label: c }))}
            />
          </View>
        ))}
      {draft.faults.includes('crack') ? (
        <LineInput label="Length of the crack" value={draft.length} onChange={(length) => set({ length })} />
      ) : null}
      {before !== null && before.faults.length > 0 ? (
        <LineInput
          label="What was done about it"
          value={draft.done}
          onChange={(done) => set({ done })}
          maxLength={200}
        />
      ) : null}
      {(sentence ?? problem) ? (
        <Text tone="stop" live>
          {sentence ?? problem ?? ''}
        </Text>
      ) : null}
      {draft.faults.length > 0 ? (
        <MainButton onPress={() => void save(faultsNow())} loading={saving}>
          Save what was found
        </MainButton>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({ gap: { gap: 8 }, row: { flexDirection: 'row' } });
