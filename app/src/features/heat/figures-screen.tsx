import { useLocalSearchParams } from 'expo-router';
import { carLabel, type Car, type Dimension, type HeatInputKey, heatInputs, usualSession } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useDraftForm } from '../../state/use-draft-form';
import { DraftNotice, NumberField, QuantityField } from '../../ui/form';
import { recordText } from '../../ui/quantity-text';
import { SaveBar } from '../../ui/save-bar';
import { Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { Gone } from '../gone';
import { routes } from '../routes';
import { useQuantity, useSaveRecord } from '../save-record';

type FiguresForm = Record<
  | 'massKg'
  | 'wheelbaseMm'
  | 'cgHeightMm'
  | 'frontWeightPercent'
  | 'tyreGrip'
  | 'dragAreaM2'
  | 'frontRadiusMm'
  | 'rearRadiusMm'
  | 'rearPressurePercent'
  | 'motorSharePercent',
  string
>;

/** What a car's brakes have to stop: each figure with the default that is reckoned with while it is empty. */
function FiguresForm({ car }: { car: Car }) {
  const logbook = useLogbook();
  const { system, show } = useUnits();
  const quantity = useQuantity();
  const { heat } = car;
  const { inputs } = heatInputs(logbook, car, usualSession.airTempC);
  const plain = (value: number | null): string => (value === null ? '' : String(value));
  const { form, restored, startOver, finished } = useDraftForm<FiguresForm>(`heat.${car.id}`, {
    massKg: recordText(heat.massKg, 'mass', system),
    wheelbaseMm: recordText(heat.wheelbaseMm, 'length', system),
    cgHeightMm: recordText(heat.cgHeightMm, 'length', system),
    frontWeightPercent: recordText(heat.frontWeightPercent, 'share', system),
    tyreGrip: plain(heat.tyreGrip),
    dragAreaM2: plain(heat.dragAreaM2),
    frontRadiusMm: recordText(heat.effectiveRadiusMm.front, 'length', system),
    rearRadiusMm: recordText(heat.effectiveRadiusMm.rear, 'length', system),
    rearPressurePercent: recordText(heat.rearPressurePercent, 'share', system),
    motorSharePercent: recordText(heat.motorSharePercent, 'share', system),
  });
  const { saveRecord, saving, problem } = useSaveRecord('cars', form, finished);
  const orNull = (typed: string, dimension: Dimension): number | null =>
    typed.trim() === '' ? null : quantity(typed, dimension);
  const number = (typed: string): number | null => (typed.trim() === '' ? null : Number(typed.replace(',', '.')));
  const save = form.handleSubmit((f) =>
    saveRecord(
      {
        ...car,
        heat: {
          massKg: orNull(f.massKg, 'mass'),
          wheelbaseMm: orNull(f.wheelbaseMm, 'length'),
          cgHeightMm: orNull(f.cgHeightMm, 'length'),
          frontWeightPercent: orNull(f.frontWeightPercent, 'share'),
          tyreGrip: number(f.tyreGrip),
          dragAreaM2: number(f.dragAreaM2),
          effectiveRadiusMm: { front: orNull(f.frontRadiusMm, 'length'), rear: orNull(f.rearRadiusMm, 'length') },
          rearPressurePercent: orNull(f.rearPressurePercent, 'share'),
          motorSharePercent: orNull(f.motorSharePercent, 'share'),
        },
      },
      routes.heat(car.id),
    ),
  );
  const usual = (key: HeatInputKey): string => {
    const { value, measure, isDefault, origin } = inputs[key];
    if (!isDefault) return '';
    const shown = measure === 'ratio' ? value.toFixed(2) : show(value, measure as Dimension);
    return `Empty: ${shown}, ${'label' in origin ? origin.label.toLowerCase() : ''}`;
  };
  const parts = (['front', 'rear'] as const).map((axle) => ({
    axle,
    lines: [
      ['One rotor', `${axle}RotorKg` as HeatInputKey, 'mass' as Dimension],
      ['Pads', `${axle}PadMm` as HeatInputKey, 'length' as Dimension],
      ['Face of one pad', `${axle}PadAreaMm2` as HeatInputKey, 'area' as Dimension],
    ] as const,
  }));
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above="What its brakes have to stop"
      back={routes.heat(car.id)}
      footer={<SaveBar problem={problem} saving={saving} onSave={() => void save()} label="Save figures" />}
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="The car">
        <QuantityField
          control={form.control}
          name="massKg"
          label="Weight with driver and fuel"
          dimension="mass"
          optional
          hint={usual('massKg') || 'As it goes out'}
        />
        <QuantityField
          control={form.control}
          name="frontWeightPercent"
          label="Share of it on the front axle"
          dimension="share"
          optional
          hint={usual('frontWeightPercent')}
        />
        <QuantityField
          control={form.control}
          name="wheelbaseMm"
          label="Wheelbase"
          dimension="length"
          optional
          hint={usual('wheelbaseMm')}
        />
        <QuantityField
          control={form.control}
          name="cgHeightMm"
          label="Height of the centre of gravity"
          dimension="length"
          optional
          hint={usual('cgHeightMm')}
        />
        <NumberField control={form.control} name="tyreGrip" label="Tyre grip, g" optional hint={usual('tyreGrip')} />
        <NumberField
          control={form.control}
          name="dragAreaM2"
          label="Drag area, m²"
          optional
          hint={usual('dragAreaM2')}
        />
        <QuantityField
          control={form.control}
          name="motorSharePercent"
          label="Braked by electric motors"
          dimension="share"
          optional
          hint={usual('motorSharePercent')}
        />
      </Section>
      <Section title="The brakes">
        <QuantityField
          control={form.control}
          name="rearPressurePercent"
          label="Pressure at the rear, of the front’s"
          dimension="share"
          optional
          hint={usual('rearPressurePercent')}
        />
        <QuantityField
          control={form.control}
          name="frontRadiusMm"
          label="Effective radius, front"
          dimension="length"
          optional
          hint={usual('frontRadiusMm')}
        />
        <QuantityField
          control={form.control}
          name="rearRadiusMm"
          label="Effective radius, rear"
          dimension="length"
          optional
          hint={usual('rearRadiusMm')}
        />
      </Section>
      <Section title="From its parts">
        {parts.map(({ axle, lines }) => (
          <Text key={axle}>
            {`${axle === 'front' ? 'Front' : 'Rear'}: ${lines
              .map(
                ([name, key, dimension]) =>
                  `${name.toLowerCase()} ${show(inputs[key].value, dimension)}${inputs[key].isDefault ? ' (default)' : ''}`,
              )
              .join(', ')}.`}
          </Text>
        ))}
        <Text as="small">
          Rotors, pads and compounds are kept in the stock; what is measured in a service counts here at once.
        </Text>
      </Section>
    </Screen>
  );
}

export function HeatFiguresScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const car = useLogbook().cars.get(id);
  return car ? <FiguresForm key={car.id} car={car} /> : <Gone what="car" back="/cars" />;
}
