import { useState } from 'react';
import { View } from 'react-native';
import type { UseFormReturn } from 'react-hook-form';
import type { Car } from '@calvik/core';
import { dipPen } from '../../api/client';
import { FigureFields } from '../../ui/figure-fields';
import { NumberPad } from '../../ui/number-pad';
import { quantityText } from '../../ui/quantity-text';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import type { TestForm } from './test-form';
import { TesterPanel } from './tester-panel';

/** The reading itself: typed, from the bench tester, or from a moisture pen. */
export function TestReading({
  car,
  form: { setValue },
  values,
  onProblem,
}: {
  car: Car;
  form: UseFormReturn<TestForm>;
  values: TestForm;
  onProblem: (sentence: string | null) => void;
}) {
  const { system } = useUnits();
  const [dipping, setDipping] = useState(false);
  const dip = async (): Promise<void> => {
    setDipping(true);
    try {
      const { waterPercent } = await dipPen(car.id);
      setValue('water', String(waterPercent));
      setValue('penBy', 'simulatedPen');
      onProblem(null);
    } catch (error) {
      onProblem(error instanceof Error ? error.message : String(error));
    }
    setDipping(false);
  };

  return (
    <>
      {values.mode === 'byHand' ? (
        <FigureFields
          fields={[{ key: 'reading', label: 'Boiling point', dimension: 'temperature' }]}
          values={{ reading: values.reading }}
          onChange={(_, text) => setValue('reading', text)}
          selected="reading"
          onSelect={() => undefined}
        />
      ) : null}
      {values.mode === 'tester' ? (
        <TesterPanel
          sample={values.sampleFrom === 'bottle' && values.bottleId ? { bottleId: values.bottleId } : { carId: car.id }}
          depth={values.sampleFrom === 'bottle' ? '30 mm' : quantityText(car.reservoirDepthMm, 'length', system)}
          onResult={(readingC, ambientKpa) => setValue('tester', { readingC, ambientKpa })}
        />
      ) : null}
      {values.mode === 'pen' ? (
        <View style={{ gap: 8 }}>
          <Text as="small">
            A pen reads conductivity and is fooled by the type of fluid. A boiling test outranks it.
          </Text>
          <NumberPad
            label="Water content"
            dimension="share"
            text={values.water}
            onChange={(text) => {
              setValue('water', text);
              setValue('penBy', 'byHand');
            }}
            unitKeys={[]}
          />
          <MainButton mode="outlined" onPress={() => void dip()} loading={dipping} disabled={dipping}>
            Dip the bench pen
          </MainButton>
        </View>
      ) : null}
    </>
  );
}
