import { useState } from 'react';
import { type Car, type Finding, pushThroughMl, reservoirFirst } from '@calvik/core';
import { ChoiceChips } from '../../../ui/chips';
import { FigureFields } from '../../../ui/figure-fields';
import { quantityText } from '../../../ui/quantity-text';
import { Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { useUnits } from '../../../ui/units';
import { FindingLines, LiveFinding } from '../../../facts/finding-line';
import type { ExchangeForm } from './use-exchange';

/** What is done to the reservoir first, how far the exchange goes, and the pressure that it is done with. */
export function ExchangeFigures({
  car,
  levelMl,
  draft,
  isFull,
  isPressed,
  stops,
  onChange,
}: {
  car: Car;
  /** What the reservoir holds now. */
  levelMl: number;
  draft: ExchangeForm;
  isFull: boolean;
  /** A pressure bleeder is used. */
  isPressed: boolean;
  /** What must not begin as it is typed. */
  stops: readonly Finding[];
  onChange: (over: Partial<ExchangeForm>) => void;
}) {
  const { show, system } = useUnits();
  const isSuckedOut = isFull && draft.way === 'suckOut';
  const fields = [
    ...(isSuckedOut
      ? [
          { key: 'drawn', label: 'Draw off', dimension: 'volume' as const },
          { key: 'refill', label: 'Refill', dimension: 'volume' as const },
        ]
      : []),
    ...(isPressed ? [{ key: 'pressure', label: 'Pressure', dimension: 'pressure' as const }] : []),
  ];
  const [selected, select] = useState(fields[0]?.key ?? '');
  const on = fields.some((f) => f.key === selected) ? selected : (fields[0]?.key ?? '');
  return (
    <Section title={isFull ? 'Reservoir first, and how far' : 'Pressure'}>
      {isFull ? (
        <>
          <Segments
            label="Reservoir first"
            value={draft.way}
            onChange={(way) => {
              const { drawOffMl, refillMl } = reservoirFirst(car, levelMl, way);
              onChange({
                way,
                drawn: quantityText(drawOffMl, 'volume', system),
                refill: quantityText(refillMl, 'volume', system),
              });
            }}
            options={[
              { value: 'suckOut', label: 'Suck it out' },
              { value: 'pushThrough', label: 'Push it through' },
            ]}
          />
          <Text as="small">
            {draft.way === 'pushThrough'
              ? `It stands at ${show(levelMl, 'volume')}. Push ${show(pushThroughMl(car, levelMl), 'volume')} of old fluid through the first nipple until it is low, never under MIN, then fill to MAX.`
              : `It stands at ${show(levelMl, 'volume')}; about ${show(reservoirFirst(car, levelMl, draft.way).staysMl, 'volume')} cannot be drawn off by syringe and dilutes the new fluid.`}
          </Text>
        </>
      ) : null}
      {fields.length > 0 ? (
        <FigureFields
          fields={fields}
          values={{ drawn: draft.drawn, refill: draft.refill, pressure: draft.pressure }}
          onChange={(key, text) => onChange({ [key]: text })}
          selected={on}
          onSelect={select}
          columns={2}
          isQuiet
          verdictHeight={44}
          verdict={<LiveFinding findings={stops} hasReading={stops.length > 0} />}
        />
      ) : null}
      {isPressed ? (
        <Text as="small">
          {car.pressureCeilingKpa === null
            ? 'No ceiling on record for this car; 0.7 to 1.0 bar (10 to 15 psi) is common.'
            : `Ceiling of this car: ${show(car.pressureCeilingKpa, 'pressure')}.`}
        </Text>
      ) : null}
      <FindingLines findings={stops} />
      {isFull ? (
        <ChoiceChips
          label="New fluid wanted"
          columns={4}
          value={draft.wanted}
          onChange={(wanted) => onChange({ wanted })}
          options={['80', '90', '95', '98'].map((value) => ({ value, label: `${value} %` }))}
        />
      ) : null}
    </Section>
  );
}
