import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type BrakeSheet,
  type Car,
  type Job,
  type ServiceStep,
  type TorqueLine,
  type TorqueSet,
  judgeClick,
  nextPosition,
  tighteningOrder,
  torqueBand,
} from '@calvik/core';
import { cornerNames, positionOfFastener } from '@calvik/words';
import { useToday } from '../../../state/hooks';
import { useUnits } from '../../../ui/units';
import { LineInput } from '../../../ui/line-input';
import { FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { recordText } from '../../../ui/quantity-text';
import { MainButton, Section } from '../../../ui/screen';
import { Text } from '../../../ui/text';
import { type NewFact, useSaveFact } from '../../save-fact';
import { FindFigure } from '../find-figure';
import { useDraft } from '../../../state/use-draft';
import { useInstrument } from '../../use-instrument';
import { FindingLine, LiveFinding } from '../../finding-line';
import { type Click, FastenerConditions, type FastenerDraft, TorqueClicks } from './torque-parts';
import { WrenchChoice, useWrench } from './torque-wrench';

interface LineForm extends FastenerDraft {
  /** A draft of an earlier version has bare figures, in tightening order. */
  clicks: (Click | number)[];
  typed: string;
  instrument: TorqueSet['instrument'];
}

/** Names a line of the torque table. */
export const keyOf = (line: TorqueLine): string => `${line.fastener.key}.${line.corner}`;

/** One line: its clicks, the condition of its thread, and what the sheet wants besides. */
export function TorqueLineForm({
  s,
  step,
  line,
  onClicks,
  onSaved,
}: {
  /** Of a service, or of the look after a session. */
  s: { job: Pick<Job, 'id'>; car: Car; sheet: BrakeSheet };
  step: Pick<ServiceStep, 'state'>;
  line: TorqueLine;
  /** How many clicks stand here that are not saved. */
  onClicks: (count: number) => void;
  onSaved: () => void;
}) {
  const units = useUnits();
  const read = useReadFigure();
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const { fastener: f, corner } = line;
  const order = tighteningOrder(f.group, f.perCorner);
  const wanted = order.length;
  const { draft, change, clear } = useDraft<LineForm>(`service.${s.job.id}.torque.${keyOf(line)}`, {
    clicks: [],
    typed: '',
    condition: f.condition,
    newBolts: '',
    locker: '',
    angle: '',
    instrument: 'byHand',
  });
  const shopWrenches = useWrench();
  const { wrench: tool } = shopWrenches;
  const [setting, setSetting] = useState(recordText(f.torqueNm, 'torque', units.system));
  const [sentence, setSentence] = useState<string | null>(null);
  const [clicks, setClicks] = useState<Click[]>(() =>
    draft.clicks.map((c, i) => (typeof c === 'number' ? { nm: c, position: order[i % order.length]! } : c)),
  );
  const [picked, pick] = useState<number | null>(null);
  // A figure that is typed and not logged would be left behind as well.
  const unsaved = clicks.length + (draft.typed.trim() === '' ? 0 : 1);
  useEffect(() => onClicks(unsaved), [unsaved, onClicks]);
  const nextOf = (done: readonly Click[]): number | null =>
    nextPosition(
      done.map((c) => c.position),
      order,
    );
  const next = picked ?? nextOf(clicks);
  // A wrench sends click upon click: each is put to what stands now.
  const add = (nm: number, instrument: LineForm['instrument']): void => {
    const at = picked;
    pick(null);
    setClicks((now) => {
      const more = [...now, { nm, position: at ?? nextOf(now) ?? order[0]! }].slice(0, 24);
      change({ clicks: more, typed: '', instrument });
      return more;
    });
  };
  const wrench = useInstrument<{ torqueNm: number }>('wrenches', ({ torqueNm }) => add(torqueNm, 'simulatedWrench'));
  const lastOf = new Map(clicks.map((c) => [c.position, c.nm]));
  const bad = [...lastOf].filter(([, nm]) => judgeClick(nm, f).verdict === 'stop');

  const settingNm = read(setting, 'torque');
  const typedNm = read(draft.typed, 'torque');
  const band = (torqueNm: number): string => {
    const { low, high } = torqueBand(torqueNm, f.tolerancePercent);
    return `${units.show(low, 'torque')} to ${units.show(high, 'torque')}`;
  };
  const logClick = (): void => {
    // The line is being saved: a click now would count for the wheel before.
    if (saving) return;
    // A click wrench clicks at its setting: nothing is typed then.
    const nm = draft.typed.trim() === '' && tool?.kind !== 'reading' ? settingNm : read(draft.typed, 'torque');
    if (nm === null) return setSentence('Type the reading in N·m or lbf·ft.');
    setSentence(null);
    add(nm, 'byHand');
  };
  const start = (): void => {
    const nm = read(setting, 'torque');
    if (nm === null) return setSentence('Set the wrench first.');
    setSentence(null);
    void wrench.start({ settingNm: nm, count: Math.max(1, wanted - clicks.length) });
  };
  const save = async (): Promise<void> => {
    if (lastOf.size < f.perCorner) return setSentence(`${f.perCorner - lastOf.size} of ${f.perCorner} not torqued.`);
    if (!tool) return setSentence('Choose the wrench.');
    if (f.isOneUse && draft.newBolts === '') return setSentence('Say whether new bolts went in.');
    if (f.angleDeg !== null && draft.angle === '') return setSentence('Say whether the second stage is done.');
    setSentence(null);
    const yes = (value: 'yes' | 'no' | ''): boolean | null => (value === '' ? null : value === 'yes');
    // What the wrench still sends belongs to the next line.
    wrench.stop();
    onClicks(0);
    const isSaved = await saveFact(
      {
        kind: 'torqueSet',
        carId: s.car.id,
        jobId: s.job.id,
        fastenerKey: f.key,
        corner,
        readingsNm: clicks.map((c) => c.nm),
        positions: clicks.map((c) => c.position),
        condition: draft.condition,
        newBolts: yes(draft.newBolts),
        threadLocker: yes(draft.locker),
        angleDone: yes(draft.angle),
        wrenchId: tool.id,
        wrench: tool.label,
        calibratedOn: tool.calibratedOn,
        wrenchRange: { minNm: tool.minNm, maxNm: tool.maxNm },
        instrument: draft.instrument,
      } as NewFact,
      today,
    );
    if (!isSaved) return onClicks(clicks.length);
    clear();
    setClicks([]);
    change({ clicks: [] });
    onSaved();
  };
  return (
    <Section title={`${f.name}, ${cornerNames[corner]}`}>
      {f.torqueNm === null ? <FindFigure s={s} fastener={f} corner={corner} /> : null}
      {f.torqueNm === null ? null : (
        <View style={styles.head}>
          <Text as="bigFigure" testID="torque-figure">
            {units.show(f.torqueNm, 'torque')}
          </Text>
          <View style={styles.grow}>
            <Text as="strong">{`= ${units.other(f.torqueNm, 'torque')}`}</Text>
            <Text as="small">{`${band(f.torqueNm)}; ${f.source}`}</Text>
            {f.angleDeg !== null ? <Text as="strong">{`then ${f.angleDeg}° more`}</Text> : null}
          </View>
        </View>
      )}
      <TorqueClicks fastener={f} clicks={clicks} order={order} next={next} onPick={pick} />
      {bad.map(([n, nm]) => (
        <FindingLine key={n} finding={judgeClick(nm, f, n)} />
      ))}
      <FigureFields
        fields={[
          {
            key: 'typed',
            label: `${tool?.kind === 'reading' ? 'Reading' : 'Click'}, ${positionOfFastener(f, next ?? order[0]!)}`,
            dimension: 'torque',
          },
        ]}
        values={{ typed: draft.typed }}
        onChange={(_, typed) => change({ typed })}
        selected="typed"
        onSelect={() => undefined}
        onDone={logClick}
        verdictHeight={44}
        verdict={
          f.torqueNm === null ? null : typedNm === null ? (
            <Text as="small">{`${units.show(f.torqueNm, 'torque')}: ${band(f.torqueNm)}`}</Text>
          ) : (
            <LiveFinding findings={[judgeClick(typedNm, f, next ?? order[0]!)]} hasReading />
          )
        }
        after={
          <View style={styles.gap}>
            <View style={styles.row}>
              <View style={styles.grow}>
                <MainButton mode="outlined" onPress={logClick} disabled={saving}>
                  {draft.typed.trim() === '' && settingNm !== null && tool?.kind !== 'reading'
                    ? `Click at ${units.show(settingNm, 'torque')}`
                    : 'Log click'}
                </MainButton>
              </View>
              <View style={styles.grow}>
                <MainButton
                  mode="text"
                  disabled={saving}
                  onPress={() => {
                    const fewer = clicks.slice(0, -1);
                    setClicks(fewer);
                    change({ clicks: fewer });
                  }}
                >
                  Undo
                </MainButton>
              </View>
            </View>
            {(sentence ?? problem) ? (
              <Text tone="stop" live>
                {sentence ?? problem ?? ''}
              </Text>
            ) : null}
            <MainButton onPress={() => void save()} loading={saving} disabled={saving}>
              {`Save ${f.name.toLowerCase()}, ${corner}`}
            </MainButton>
          </View>
        }
      />
      <View style={styles.row}>
        <LineInput label="Wrench is set to" value={setting} onChange={setSetting} dense style={styles.grow} />
        <MainButton mode="outlined" onPress={wrench.isOn ? wrench.stop : start}>
          {wrench.isOn ? 'Stop' : 'Listen to the wrench'}
        </MainButton>
      </View>
      {wrench.problem ? <Text tone="stop">{wrench.problem}</Text> : null}
      <WrenchChoice {...shopWrenches} />
      <FastenerConditions fastener={f} draft={draft} onChange={change} />
      {step.state === 'done' ? <Text as="small">Saved again, the last time counts.</Text> : null}
    </Section>
  );
}

const styles = StyleSheet.create({
  grow: { flex: 1, minWidth: 0 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 14 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  gap: { gap: 6 },
});
