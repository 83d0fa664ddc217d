import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Axle,
  type Car,
  type Corner,
  type Fault,
  type Proof,
  type Repair,
  axles,
  corners,
  repairs,
  repairsOfCar,
  seenProofs,
} from '@calvik/core';
import { list, placeName, plural } from '@calvik/words';
import { actNames, proofName, whereShown } from '@calvik/words/condition';
import { causeNames } from '@calvik/words/track';
import { useCrewOnDuty, useToday } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { useDraft } from '../../state/use-draft';
import { useTokens } from '../../theme/use-tokens';
import { ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { type NewFact, useSaveFact } from '../../facts/save-fact';
import { useFastenerNames } from '../track/use-look';
import { LetPass } from './let-pass';
import { useWhen } from './use-when';

const byHand: ReadonlySet<string> = new Set(repairs);
const bySight: ReadonlySet<string> = new Set(seenProofs);
/** The first few of many: all of them stand where the cure is written down. */
const shortly = (names: readonly string[]): string[] =>
  names.length <= 6 ? [...names] : [...names.slice(0, 5), `${names.length - 5} others`];
const or = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} or ${names.at(-1)}`;

/** One standing fault: what it is, what cures it, what has still to be shown, and the two entries that end it. */
export function FaultCard({ car, fault }: { car: Car; fault: Fault }) {
  const t = useTokens();
  const tell = useTell();
  const fasteners = useFastenerNames(car);
  const when = useWhen();
  const crew = useCrewOnDuty();
  const [open, setOpen] = useState<'done' | 'shown' | 'letPass' | null>(null);
  const { finding, found, cures, cure, missing, suspects, state } = fault;
  const canRepair = cures.filter((c): c is Repair => byHand.has(c));
  const canSee = missing.filter((m) => bySight.has(m.proof));
  const wanted = missing.map(({ proof, place }) =>
    [proofName(proof).toLowerCase(), placeName(place)].filter(Boolean).join(', '),
  );
  const toggle = (what: typeof open): void => setOpen(open === what ? null : what);
  return (
    <View role="listitem" style={[styles.card, { borderColor: finding.verdict === 'stop' ? t.stop : t.rule }]}>
      <VerdictMark verdict={finding.verdict} />
      <Text as="strong">{tell(finding, fasteners)}</Text>
      <Text as="small">{`Found ${when(found.at(-1)!)}${found.length > 1 ? `; ${found.length} times in all` : ''}.`}</Text>
      {state === 'letPass' && fault.ended ? (
        <Text as="small">{`Let pass ${when(fault.ended)}${'reason' in fault.ended ? `: ${String(fault.ended.reason)}` : ''}`}</Text>
      ) : null}
      {suspects.length > 0 ? (
        <Text>{`${plural(suspects.length, 'Named', 'Suspects')}: ${list(suspects.map((c) => causeNames[c].toLowerCase()))}.`}</Text>
      ) : null}
      {cure ? (
        <Text>{`Done ${when(cure)}.`}</Text>
      ) : cures.length > 0 ? (
        <Text>{`Cured by: ${or(shortly(cures.map((c) => actNames[c].toLowerCase())))}.`}</Text>
      ) : null}
      {wanted.length > 0 ? (
        <View>
          <Text>{cure || cures.length === 0 ? 'Still to be shown:' : 'Then to be shown:'}</Text>
          {wanted.slice(0, 6).map((w) => (
            <Text key={w}>{`– ${w}`}</Text>
          ))}
          {wanted.length > 6 ? <Text>{`– and ${wanted.length - 6} more`}</Text> : null}
          {[...new Set(missing.map((m) => whereShown[m.proof] ?? ''))].filter(Boolean).map((where) => (
            <Text key={where} as="small">
              {where}
            </Text>
          ))}
        </View>
      ) : null}
      <View style={styles.row}>
        {canRepair.length > 0 && !cure ? (
          <MainButton mode={open === 'done' ? 'text' : 'outlined'} onPress={() => toggle('done')}>
            {open === 'done' ? 'Close' : 'Write down the cure'}
          </MainButton>
        ) : null}
        {canSee.length > 0 ? (
          <MainButton mode={open === 'shown' ? 'text' : 'outlined'} onPress={() => toggle('shown')}>
            {open === 'shown' ? 'Close' : 'Look again'}
          </MainButton>
        ) : null}
        {crew?.role === 'lead' && finding.verdict !== 'stop' && state === 'open' ? (
          <MainButton mode="text" onPress={() => toggle('letPass')}>
            {open === 'letPass' ? 'Close' : 'Let pass'}
          </MainButton>
        ) : null}
      </View>
      {open === 'done' ? (
        <Done car={car} fault={fault} options={canRepair} onSaved={() => setOpen(null)} />
      ) : open === 'shown' ? (
        <Rechecks car={car} missing={canSee} />
      ) : open === 'letPass' ? (
        <LetPass car={car} fault={fault} onSaved={() => setOpen(null)} />
      ) : null}
    </View>
  );
}

interface DoneDraft {
  repair: Repair | '';
  at: Corner | Axle | '';
  words: string;
}
/** What was done that no other entry tells of, and where. */
function Done({
  car,
  fault,
  options,
  onSaved,
}: {
  car: Car;
  fault: Fault;
  options: readonly Repair[];
  onSaved: () => void;
}) {
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const { place } = fault;
  const { draft, change, clear } = useDraft<DoneDraft>(`repair.${car.id}.${fault.kind}.${JSON.stringify(place)}`, {
    repair: options.length === 1 ? options[0]! : '',
    at: place.corner ?? place.axle ?? '',
    words: '',
  });
  const wantsPlace = draft.repair !== '' && !repairsOfCar.has(draft.repair) && !place.corner;
  const save = async (): Promise<void> => {
    const { repair, at } = draft;
    if (repair === '') return setSentence('Say what was done.');
    const corner = corners.find((c) => c === at) ?? null;
    const axle = axles.find((a) => a === at) ?? null;
    if (!repairsOfCar.has(repair) && corner === null && axle === null) return setSentence('Say where it was done.');
    setSentence(null);
    const at_ = repairsOfCar.has(repair) ? { corner: null, axle: null } : { corner, axle };
    const body = { kind: 'repairDone', carId: car.id, repair, ...at_, words: draft.words.trim() };
    if (!(await saveFact(body as NewFact, today))) return;
    clear();
    onSaved();
  };
  return (
    <View style={styles.gap}>
      <ChoiceChips
        label="What was done"
        value={draft.repair}
        onChange={(repair) => change({ repair })}
        options={options.map((value) => ({ value, label: actNames[value] }))}
      />
      {wantsPlace ? (
        <ChoiceChips
          label="Where"
          columns={4}
          value={corners.find((c) => c === draft.at) ?? ''}
          onChange={(at) => change({ at })}
          options={corners.map((value) => ({ value, label: value }))}
        />
      ) : null}
      <LineInput label="In a few words" value={draft.words} onChange={(words) => change({ words })} maxLength={200} />
      {(sentence ?? problem) ? (
        <Text tone="stop" live>
          {sentence ?? problem ?? ''}
        </Text>
      ) : null}
      <MainButton onPress={() => void save()} loading={saving} disabled={saving}>
        Save what was done
      </MainButton>
    </View>
  );
}

/** What has still to be shown, each in one tap: right, or not right. */
export function Rechecks({ car, missing }: { car: Car; missing: Fault['missing'] }) {
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const save = (proof: Proof, { corner, axle }: Fault['place'], isRight: boolean): Promise<boolean> =>
    saveFact(
      {
        kind: 'recheckDone',
        carId: car.id,
        proof,
        corner: corner ?? null,
        axle: axle ?? null,
        isRight,
        words: '',
      } as NewFact,
      today,
    );
  return (
    <View style={styles.gap}>
      {missing.map(({ proof, place }) => {
        const name = [proofName(proof), placeName(place)].filter(Boolean).join(', ');
        return (
          <View key={name}>
            <Text as="strong">{name}</Text>
            <View style={styles.row}>
              <MainButton
                mode="outlined"
                label={`${name}: right`}
                disabled={saving}
                onPress={() => void save(proof, place, true)}
              >
                Right
              </MainButton>
              <MainButton
                mode="text"
                label={`${name}: not right`}
                disabled={saving}
                onPress={() => void save(proof, place, false)}
              >
                Not right
              </MainButton>
            </View>
          </View>
        );
      })}
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  card: { borderLeftWidth: 4, paddingLeft: 12, gap: 8 },
  gap: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
