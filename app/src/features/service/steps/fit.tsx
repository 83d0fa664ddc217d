import { StyleSheet, View } from 'react-native';
import {
  compoundName,
  type Axle,
  afterRetraction,
  changedParts,
  checksOf,
  cornersOf,
  decidedParts,
  decidedWork,
  findingsOfPart,
  fittingCandidates,
  levelNow,
  overflowOf,
  judgePairing,
} from '@calvik/core';
import { cornerNames } from '@calvik/words';
import { useUnits } from '../../../ui/units';
import {
  CheckList,
  type CheckStates,
  CornerCheckList,
  type CornerCheckStates,
  allOk,
  checkItems,
  cornerCheckItems,
  cornerCheckStates,
  firstOpenCheck,
} from '../../../ui/check-list';
import { FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { quantityText, recordText } from '../../../ui/quantity-text';
import { Reservoir } from '../../../ui/reservoir';
import { Section } from '../../../ui/screen';
import { RadioList } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { FigureView } from '../../../ui/working';
import { StepFrame, lastOf } from '../step-frame';
import { useCursor, useDraft } from '../../../state/use-draft';
import type { StepFact, StepProps } from '../use-service';
import { useTell } from '../../../state/use-say';
import { FindingLines, LiveFinding } from '../../../facts/finding-line';

/** The overflow sum, before any piston goes back. */
export function RetractStep({ s, step, logbook }: StepProps) {
  const { show, system } = useUnits();
  const read = useReadFigure();
  const axle = step.axle as Axle;
  const standing = lastOf(s, 'pistonsRetracted', (f) => f.axle === axle);
  const names = checksOf(s, step);
  const { draft, change, clear } = useDraft<{ level: string; drawn: string; states: CheckStates }>(
    `service.${s.job.id}.${step.key}`,
    {
      level: standing
        ? recordText(standing.levelBeforeMl, 'volume', system)
        : quantityText(levelNow(s.car, s.facts), 'volume', system),
      drawn: recordText(standing?.drawnOffMl, 'volume', system),
      states: {},
    },
  );
  const tell = useTell();
  const [selected, select] = useCursor(`service.${s.job.id}.${step.key}`, 'drawn');
  const level = read(draft.level, 'volume');
  const drawn = read(draft.drawn, 'volume') ?? 0;
  const sum = overflowOf(logbook, s, axle, level);
  const after = afterRetraction(s.car, level ?? 0, drawn, sum.returned.value);
  const entries = (states: CheckStates): StepFact[] => [
    {
      kind: 'pistonsRetracted',
      axle,
      levelBeforeMl: level ?? 0,
      drawnOffMl: drawn,
      levelAfterMl: after.standsAtMl,
    },
    { kind: 'checksDone', step: step.key, items: checkItems(names, states) },
  ];
  return (
    <StepFrame
      s={s}
      step={step}
      hasKeypad
      wanted={tell(sum.finding)}
      make={() => {
        if (level === null) return 'Type the level before.';
        const open = firstOpenCheck(names, draft.states);
        if (open) return { says: 'Go through the whole list: something is still open.', at: `check-${open}` };
        return entries(draft.states);
      }}
      usual={{
        says: 'All OK',
        make: () => (level === null || names.some((n) => draft.states[n]) ? null : entries(allOk(names))),
      }}
      onSaved={clear}
    >
      <View style={styles.row}>
        <Reservoir
          levelMl={after.leftMl}
          targetMl={after.standsAtMl}
          minMl={s.car.reservoirMinMl}
          maxMl={s.car.reservoirMaxMl}
          show={(ml) => show(ml, 'volume')}
        />
        <View style={styles.figures}>
          <FigureView figure={sum.returned} />
          <FigureView figure={sum.free} />
          <FigureView figure={sum.drawOff} tone={sum.drawOff.value > drawn ? 'amber' : 'ink'} />
        </View>
      </View>
      <FigureFields
        fields={[
          { key: 'level', label: 'Level before', dimension: 'volume' },
          { key: 'drawn', label: 'Drawn off', dimension: 'volume' },
        ]}
        values={{ level: draft.level, drawn: draft.drawn }}
        onChange={(key, text) => change({ [key as 'level']: text })}
        selected={selected}
        onSelect={select}
        columns={2}
        verdictHeight={44}
        verdict={
          <View testID="overflow">
            {after.finding ? (
              <LiveFinding findings={[after.finding]} hasReading />
            ) : (
              <Text>{`After pushing back it stands at about ${show(after.standsAtMl, 'volume')}.`}</Text>
            )}
          </View>
        }
      />
      <CheckList names={names} states={draft.states} onChange={(states) => change({ states })} />
    </StepFrame>
  );
}

/** What goes on, whether it belongs together, and the list to go through. */
export function FitStep({ s, step, logbook }: StepProps) {
  const axle = step.axle as Axle;
  const work = decidedWork(s.facts);
  const own = s.corners.parts[axle];
  const decided = decidedParts(s.facts, axle);
  const standing = lastOf(s, 'checksDone', (f) => f.step === step.key);
  const at = cornersOf(axle);
  const { draft, change, clear } = useDraft<{ pads: string; rotors: string; states: CornerCheckStates }>(
    `service.${s.job.id}.${step.key}`,
    {
      pads: (work.pads[axle] ? decided.padSetId : own.padSet?.id) ?? '',
      rotors: (work.rotors[axle] ? decided.rotorPairId : own.rotorPair?.id) ?? '',
      states: standing ? cornerCheckStates(standing.items, at) : {},
    },
  );
  const found = fittingCandidates(logbook, s.car, axle);
  const padSet = logbook.padSets.get(draft.pads) ?? null;
  const rotorPair = logbook.rotorPairs.get(draft.rotors) ?? null;
  const padOptions = [...(own.padSet && !work.pads[axle] ? [own.padSet] : []), ...found.padSets];
  const rotorOptions = [...(own.rotorPair ? [own.rotorPair] : []), ...found.rotorPairs];
  const pairing = judgePairing(logbook, padSet, rotorPair);
  // What was seen on a part stays with it, wherever it lay meanwhile.
  const seen = [padSet, rotorPair].flatMap((part) => (part ? findingsOfPart(logbook, part) : []));
  const names = checksOf(s, step, { padSet, rotorPair });
  const isDrum = s.car[axle].brake === 'drum';
  const isChosen = draft.pads !== '' && (isDrum || draft.rotors !== '');
  const entries = (states: CornerCheckStates): StepFact[] => {
    // Other parts than those on record have been changed, whatever was decided: old readings are not theirs.
    const isOther = (was: { id: string } | null, now: { id: string } | null): boolean =>
      was !== null && was.id !== now?.id;
    const changed = changedParts(
      work.pads[axle] || isOther(own.padSet, padSet),
      work.rotors[axle] || (!isDrum && isOther(own.rotorPair, rotorPair)),
    );
    return [
      { kind: 'partsFitted', axle, padSetId: padSet?.id ?? null, rotorPairId: rotorPair?.id ?? null, changed },
      { kind: 'checksDone', step: step.key, items: cornerCheckItems(names, at, states) },
    ];
  };
  return (
    <StepFrame
      s={s}
      step={step}
      make={() => {
        if (draft.pads === '') return { says: 'Choose the set that goes on.', at: 'Pads that go on' };
        if (!isDrum && draft.rotors === '')
          return { says: 'Choose the rotors that it runs on.', at: 'Rotors that they run on' };
        const open = at.find((corner) => firstOpenCheck(names, draft.states[corner] ?? {}));
        if (open)
          return {
            says: `Go through the whole list: something is still open at the ${cornerNames[open]}.`,
            at: `check-${firstOpenCheck(names, draft.states[open] ?? {})!}`,
          };
        return entries(draft.states);
      }}
      usual={{
        says: `${at.join(' and ')}: all OK`,
        make: () =>
          isChosen && pairing.length === 0 && !at.some((corner) => names.some((n) => draft.states[corner]?.[n]))
            ? entries(Object.fromEntries(at.map((corner) => [corner, allOk(names)])))
            : null,
      }}
      onSaved={clear}
    >
      <Section title={isDrum ? 'Shoes' : 'Pads'}>
        <RadioList
          label="Pads that go on"
          value={draft.pads}
          onChange={(pads) => change({ pads })}
          options={[
            ...padOptions.map((p) => ({ value: p.id, label: `${p.label} ${compoundName(logbook, p)}, ${p.use}` })),
            { value: 'none', label: 'A set without a label' },
          ]}
        />
      </Section>
      {isDrum ? null : (
        <Section title="Rotors">
          <RadioList
            label="Rotors that they run on"
            value={draft.rotors}
            onChange={(rotors) => change({ rotors })}
            options={[
              ...rotorOptions.map((r) => ({
                value: r.id,
                label: `${r.label}, ${r.face}${r.id === own.rotorPair?.id ? ', on the car' : ''}`,
              })),
              { value: 'none', label: 'Rotors without a label' },
            ]}
          />
        </Section>
      )}
      <View testID="pairing" style={styles.gap}>
        <FindingLines findings={seen} />
        <FindingLines findings={pairing} />
        {pairing.length > 0 ? (
          <Text as="small">It may go on, and holds the car until the lead waives it with a reason.</Text>
        ) : null}
      </View>
      <Section title="Go through">
        <CornerCheckList names={names} at={at} states={draft.states} onChange={(states) => change({ states })} />
      </Section>
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 16 },
  figures: { flex: 1, gap: 4 },
  gap: { gap: 8 },
});
