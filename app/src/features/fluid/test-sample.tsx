import type { UseFormReturn } from 'react-hook-form';
import { toStandardPressure } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { ChoiceField, PickField, QuantityField } from '../../ui/form';
import { Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import type { NewFact } from '../../facts/save-fact';
import type { TestForm } from './test-form';

/** Where the sample is from, and the air pressure at the tester. */
export function TestSample({
  form: { control },
  values,
  draft,
  isCorrection,
}: {
  form: UseFormReturn<TestForm>;
  values: TestForm;
  draft: NewFact | null;
  isCorrection: boolean;
}) {
  const logbook = useLogbook();
  const { show } = useUnits();
  const bottles = [...logbook.bottles.values()]
    .filter((b) => !b.archived)
    .map((b) => ({ value: b.id, label: `${b.label} ${logbook.fluids.get(b.fluidId)?.name ?? ''}` }));
  return (
    <Section title="The sample">
      {isCorrection ? null : (
        <ChoiceField
          control={control}
          name="sampleFrom"
          label="Sample from"
          options={[
            { value: 'car', label: 'This car' },
            { value: 'bottle', label: 'A bottle' },
          ]}
        />
      )}
      {values.sampleFrom === 'bottle' ? (
        <PickField control={control} name="bottleId" label="Bottle" options={bottles} />
      ) : null}
      {values.mode === 'byHand' ? (
        <>
          <ChoiceField
            control={control}
            name="ambientFrom"
            label="Air pressure from"
            options={[
              { value: 'altitude', label: 'Altitude' },
              { value: 'barometer', label: 'Barometer' },
            ]}
          />
          {values.ambientFrom === 'altitude' ? (
            <QuantityField control={control} name="altitude" label="Altitude of the tester" dimension="altitude" />
          ) : (
            <QuantityField
              control={control}
              name="pressure"
              label="Air pressure"
              dimension="pressure"
              hint="Station pressure, not the one reduced to sea level"
            />
          )}
          {draft?.kind === 'boilingTest' ? (
            <Text as="small">{`At sea level that is ${show(toStandardPressure(draft.readingC, draft.ambientKpa), 'temperature', 1)}.`}</Text>
          ) : null}
        </>
      ) : null}
    </Section>
  );
}
