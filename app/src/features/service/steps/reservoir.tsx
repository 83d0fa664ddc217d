import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Corner,
  type ReservoirSeen,
  corners,
  judgeLevel,
  judgeOverfill,
  levelAtShare,
  levelTarget,
  worstFirst,
} from '@calvik/core';
import { useUnits } from '../../../ui/units';
import { ChoiceChips } from '../../../ui/chips';
import { FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { type CornerCell, CornerMap } from '../../../ui/corner-map';
import { Reservoir } from '../../../ui/reservoir';
import { Section } from '../../../ui/screen';
import { Text } from '../../../ui/text';
import { FigureView } from '../../../ui/working';
import { recordText } from '../../../ui/quantity-text';
import { StepFrame, lastOf } from '../step-frame';
import { FromBottle } from './from-bottle';
import { useCursor, useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';
import { FindingLines, LiveFinding } from '../../../facts/finding-line';

const colours: { value: ReservoirSeen['colour']; label: string }[] = [
  { value: 'clear', label: 'Clear' },
  { value: 'straw', label: 'Straw' },
  { value: 'amber', label: 'Amber' },
  { value: 'dark', label: 'Dark' },
  { value: 'murky', label: 'Murky' },
];
const baskets: { value: NonNullable<ReservoirSeen['basket']>; label: string }[] = [
  { value: 'clean', label: 'Clean' },
  { value: 'dirty', label: 'Dirty' },
  { value: 'damaged', label: 'Damaged' },
  { value: 'none', label: 'None fitted' },
];

/** The reservoir: as it came, or as it is set at the end. */
export function ReservoirStep({ s, step, logbook }: StepProps) {
  const { show, system } = useUnits();
  const read = useReadFigure();
  const isFinal = step.kind === 'level';
  const moment = isFinal ? 'final' : 'intake';
  const standing = isFinal ? undefined : lastOf(s, 'reservoirSeen', (f) => f.moment === 'intake');
  const { car } = s;
  const { draft, change, clear } = useDraft<{
    level: string;
    poured: string;
    bottleId: string;
    colour: ReservoirSeen['colour'] | '';
    basket: NonNullable<ReservoirSeen['basket']> | '';
  }>(`service.${s.job.id}.${step.key}`, {
    level: recordText(standing?.levelMl, 'volume', system),
    poured: '',
    bottleId: s.exchange.begun?.bottleId ?? '',
    colour: standing?.colour ?? '',
    basket: standing?.basket ?? '',
  });
  const target = useMemo(() => (isFinal ? levelTarget(logbook, s) : null), [isFinal, logbook, s]);
  const [selected, select] = useCursor(`service.${s.job.id}.${step.key}`, 'level');
  const level = read(draft.level, 'volume');
  const pouredMl = isFinal ? (read(draft.poured, 'volume') ?? 0) : 0;
  const overfilled = level === null ? null : judgeOverfill(level, car, 'watch');
  const findings =
    level === null
      ? []
      : worstFirst([
          ...(overfilled ? [overfilled] : []),
          ...judgeLevel(car, { levelMl: level, moment }, target?.target.value ?? null),
        ]);
  const between = (share: number): number => levelAtShare(car, share);
  const levels: [label: string, ml: number][] = [
    ['MAX', between(1)],
    ['¾', between(0.75)],
    ['½', between(0.5)],
    ['¼', between(0.25)],
    ['MIN', between(0)],
  ];
  // At the end the figure itself is one tap away.
  const marks = target
    ? [[show(target.target.value, 'volume'), target.target.value] as (typeof levels)[number], ...levels]
    : levels;
  return (
    <StepFrame
      s={s}
      step={step}
      hasKeypad
      wanted={
        target
          ? `Set it to ${show(target.target.value, 'volume')}${target.target.value >= car.reservoirMaxMl - 1 ? ', MAX' : ', below MAX: worn pads will give fluid back'}.`
          : undefined
      }
      make={() => {
        if (level === null) return { says: 'Read the level: tap a mark, or type millilitres.', at: 'Level' };
        if (!draft.colour) return { says: 'Say what colour the fluid has.', at: 'Colour' };
        if (!isFinal && !draft.basket) return { says: 'Say how the filter basket looks.', at: 'Basket' };
        if (pouredMl > 0 && !draft.bottleId) return { says: 'Choose the bottle that it came from.', at: 'Bottle' };
        return [
          // Poured in first, read after it: each is an entry of its own.
          ...(pouredMl > 0
            ? [{ kind: 'reservoirToppedUp' as const, bottleId: draft.bottleId, volumeMl: pouredMl }]
            : []),
          { kind: 'reservoirSeen', moment, levelMl: level, colour: draft.colour, basket: draft.basket || null },
        ];
      }}
      usual={{
        says: 'Clear',
        make: () =>
          isFinal && level !== null && draft.colour === '' && pouredMl === 0
            ? [{ kind: 'reservoirSeen', moment, levelMl: level, colour: 'clear', basket: null }]
            : null,
      }}
      onSaved={clear}
    >
      <View style={styles.side}>
        <Reservoir
          levelMl={level ?? target?.target.value ?? between(0.75)}
          minMl={car.reservoirMinMl}
          maxMl={car.reservoirMaxMl}
          targetMl={target?.target.value}
          show={(ml) => show(ml, 'volume')}
        />
        <View style={styles.grow}>
          <ChoiceChips
            label="Level"
            columns={2}
            value={marks.find(([, ml]) => level !== null && Math.abs(ml - level) < 0.6)?.[0] ?? ''}
            onChange={(label) => change({ level: recordText(marks.find(([m]) => m === label)![1], 'volume', system) })}
            options={marks.map(([label]) => ({ value: label, label }))}
          />
        </View>
      </View>
      {target ? (
        <View style={styles.row}>
          <FigureView figure={target.target} />
          {target.dropMl > 0 ? (
            <Text as="small" style={styles.grow}>
              {`Pumping will lower it by about ${show(target.dropMl, 'volume')}: pump first, then set it.`}
            </Text>
          ) : null}
        </View>
      ) : null}
      <FindingLines findings={findings} />
      {isFinal && s.exchange.leftOldPercent ? (
        <Section title="Old fluid left, by the model">
          <CornerMap
            driverSide={car.driverSide}
            cells={
              Object.fromEntries(
                corners.map((c) => [c, { figure: `${s.exchange.leftOldPercent![c].toFixed(0)} %`, note: 'old' }]),
              ) as Record<Corner, CornerCell>
            }
          />
        </Section>
      ) : null}
      <Section title="Colour">
        <ChoiceChips
          label="Colour"
          columns={3}
          value={draft.colour}
          options={colours}
          onChange={(colour) => change({ colour })}
        />
        <Text as="small">Some racing fluids are dark when new: the test counts, not the colour.</Text>
      </Section>
      {isFinal ? null : (
        <Section title="Filter basket">
          <ChoiceChips
            label="Basket"
            value={draft.basket}
            options={baskets}
            onChange={(basket) => change({ basket })}
          />
        </Section>
      )}
      <Section title="In figures">
        <FigureFields
          fields={[
            { key: 'level', label: 'Level', dimension: 'volume' },
            ...(isFinal ? [{ key: 'poured', label: 'Poured in', dimension: 'volume' as const, optional: true }] : []),
          ]}
          values={{ level: draft.level, poured: draft.poured }}
          onChange={(key, text) => change({ [key as 'level']: text })}
          selected={selected}
          onSelect={select}
          columns={2}
          isQuiet
          verdictHeight={44}
          verdict={<LiveFinding findings={findings} hasReading={level !== null} />}
        />
        {pouredMl > 0 ? (
          <FromBottle s={s} logbook={logbook} bottleId={draft.bottleId} onChoose={(bottleId) => change({ bottleId })} />
        ) : null}
      </Section>
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  side: { flexDirection: 'row', gap: 16, alignItems: 'center' },
  row: { flexDirection: 'row', gap: 16, alignItems: 'center' },
  grow: { flex: 1 },
});
