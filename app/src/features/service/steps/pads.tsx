import { View } from 'react-native';
import { compoundName, padConditions } from '@calvik/core';
import { padConditionWords, padLimitOwnerNames } from '@calvik/words';
import { Chips } from '../../../ui/chips';
import { FigureFields } from '../../../ui/figure-fields';
import { LimitBar } from '../../../ui/limit-bar';
import { LineInput } from '../../../ui/line-input';
import { PadDrawing } from '../../../ui/pad-drawing';
import { SayAll } from '../../../ui/say-all';
import { Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';
import { useUnits } from '../../../ui/units';
import { FindingLines, LiveFinding } from '../../../facts/finding-line';
import { StepFrame } from '../step-frame';
import { useCaliper } from '../use-caliper';
import type { StepProps } from '../use-service';
import { padSides, usePads } from './use-pads';

/** Both pads of a corner: thickness by keypad or digital caliper, condition, clearance; patterns judged while typing. */
export function PadsStep(props: StepProps) {
  const { s, step, logbook } = props;
  const { show } = useUnits();
  const p = usePads(props);
  const { draft, change, names, spec, padSet, findings } = p;
  const caliper = useCaliper({
    carId: s.car.id,
    corner: p.corner,
    target: p.selected.startsWith('outer') ? 'outer' : 'inner',
    place: p.fields.find((field) => field.key === p.selected)?.label ?? '',
    isWanted: !p.isStanding,
    onTake: p.take,
  });
  const seenClean = draft.seen.inner && draft.seen.outer && draft.inner.length + draft.outer.length === 0;
  return (
    <StepFrame
      s={s}
      step={step}
      hasKeypad
      wanted={`${padSet ? `${padSet.label}, ${compoundName(logbook, padSet)}; l` : 'L'}imit: ${padLimitOwnerNames[spec.limitFrom]}.`}
      make={p.make}
      usual={{ says: 'Both clean', make: p.makeUsual }}
      onSaved={p.clear}
    >
      <FigureFields
        verdict={
          <View testID="live-verdict" style={{ gap: 6 }}>
            <LimitBar
              label="Friction material"
              fresh={p.freshMm}
              limit={spec.limitMm}
              end={0}
              reading={p.leastMm}
              projected={p.projectedMm}
              show={(value) => show(value, 'length')}
            />
            <LiveFinding findings={findings} hasReading={p.hasReading} />
          </View>
        }
        fields={p.fields}
        values={draft.figures}
        onChange={p.typeFigure}
        selected={p.selected}
        onSelect={p.select}
        columns={2}
        instrument={caliper.panel}
        cell={
          <SayAll
            label="Both seen, clean"
            on={seenClean}
            onPress={() => change({ inner: [], outer: [], seen: { inner: !seenClean, outer: !seenClean } })}
          />
        }
      />
      <FindingLines findings={[...findings.slice(1), ...p.unseen]} />
      {caliper.button}
      <Segments
        label="Measured at"
        value={draft.withPlate ? 'plate' : draft.bothEnds ? 'both' : 'one'}
        onChange={(value) => change({ bothEnds: value === 'both', withPlate: value === 'plate' })}
        options={[
          { value: 'one', label: 'Thinnest' },
          { value: 'both', label: 'Both ends' },
          { value: 'plate', label: 'With plate' },
        ]}
      />
      {draft.withPlate ? (
        <LineInput
          label="Plate"
          shown="How thick the plate is: it is taken off"
          value={draft.plate}
          onChange={(plate) => change({ plate })}
        />
      ) : null}
      {p.placesChoice}
      {padSides.map((side) => (
        <Section key={side} title={`Seen on the ${names[side].toLowerCase()}`}>
          <Chips
            label={names[side]}
            chosen={draft[side]}
            onChange={(conditions) => change({ [side]: conditions, seen: { ...draft.seen, [side]: true } })}
            options={padConditions.map((c) => ({
              value: c,
              label: padConditionWords[c].name,
              drawing: <PadDrawing condition={c} />,
            }))}
          />
        </Section>
      ))}
    </StepFrame>
  );
}
