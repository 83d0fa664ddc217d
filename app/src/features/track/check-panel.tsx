import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Corner,
  type FaultSeen,
  type LookCheck,
  type LookFault,
  type Repair,
  answerTo,
  corners,
  faultTable,
  faultsByCheck,
  repairs,
  repairsOfCar,
  standingFaults,
} from '@calvik/core';
import { actNames } from '@calvik/words/condition';
import { allRightNames, faultNames } from '@calvik/words/track';
import { useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { Chips, ChoiceChips } from '../../ui/chips';
import { useReadFigure } from '../../ui/figure-fields';
import { LineInput } from '../../ui/line-input';
import { SayAll } from '../../ui/say-all';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useSaveFact } from '../../facts/save-fact';
import type { PanelProps } from './use-look';

/** Faults that have no corner of their own. */
const ofWholeCar: ReadonlySet<LookFault> = new Set(['pedalLong', 'pedalSoft', 'pedalSinks']);

interface CheckDraft {
  faults: LookFault[];
  at: Partial<Record<LookFault, Corner[]>>;
  length: string;
  repair: Repair | '';
  done: string;
}

/** A line that is answered by looking: all in order in one tap, or what was found and where. */
export function CheckPanel({ check, car, session, onDone }: PanelProps & { check: LookCheck }) {
  const logbook = useLogbook();
  const today = useToday();
  const read = useReadFigure();
  const { saveFacts, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const before = answerTo(logbook.factsOfCar(car.id), session.fact.id, check);
  const { draft, change, clear } = useDraft<CheckDraft>(`look.${session.fact.id}.${check}.${before?.id ?? ''}`, {
    faults: [...new Set(before?.faults.map((f) => f.fault) ?? [])],
    at: {},
    length: '',
    repair: '',
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
  const standing = standingFaults(logbook, car, session.fact.eventId).filter((f) =>
    (faultsByCheck[check] as readonly string[]).includes(f.kind),
  );
  /** What stands and is not said any more: a new answer alone ends nothing, so what was done is asked. */
  const left = (faults: readonly FaultSeen[]) =>
    standing.filter(
      (s) =>
        s.cure === null && !faults.some((f) => f.fault === s.kind && (f.corner ?? null) === (s.place.corner ?? null)),
    );
  const leftNow = left(
    draft.faults.flatMap((fault): FaultSeen[] =>
      ofWholeCar.has(fault)
        ? [{ fault, corner: null, lengthMm: null }]
        : placesOf(fault).map((corner) => ({ fault, corner, lengthMm: null })),
    ),
  );
  const options: readonly Repair[] = repairs.filter((r) =>
    leftNow.some((f) => (faultTable[f.kind].cures as readonly string[]).includes(r)),
  );
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
    const gone = left(faults);
    const { repair } = draft;
    if (gone.length > 0 && repair === '' && draft.done.trim() === '')
      return setSentence('It was not in order before: say what was done about it. Until then it stands.');
    const repaired =
      repair === ''
        ? []
        : gone
            .filter((f) => (faultTable[f.kind].cures as readonly string[]).includes(repair))
            .map((f) => ({
              kind: 'repairDone' as const,
              carId: car.id,
              repair,
              axle: null,
              corner: repairsOfCar.has(repair) ? null : (f.place.corner ?? null),
              words: draft.done.trim(),
            }));
    // One entry; the repair comes first.
    if (
      !(await saveFacts(
        [...repaired, bodyOf(faults)].map((draft) => ({ draft })),
        today,
      ))
    )
      return;
    clear();
    onDone();
  };
  const faultOptions = faultsByCheck[check] as readonly LookFault[];
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
        options={faultOptions.map((f) => ({ value: f, label: faultNames[f] }))}
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
      {leftNow.length > 0 && options.length > 0 ? (
        <ChoiceChips
          label="What was done"
          value={draft.repair}
          onChange={(repair) => set({ repair })}
          options={options.map((value) => ({ value, label: actNames[value] }))}
        />
      ) : null}
      {leftNow.length > 0 || (before !== null && before.faults.length > 0) ? (
        <LineInput
          label="In a few words, or why it was misread"
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
