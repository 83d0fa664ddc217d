import { useLocalSearchParams } from 'expo-router';
import { Controller, useWatch } from 'react-hook-form';
import {
  carLabel,
  type Car,
  type CarHeat,
  type Dimension,
  type HeatInputKey,
  heatInputs,
  usualSession,
} from '@calvik/core';
import { readFigure } from '@calvik/core/units';
import { useLogbook } from '../../state/hooks';
import { useDraftForm } from '../../state/use-draft-form';
import { DraftNotice, NumberField, QuantityField } from '../../ui/form';
import { recordText } from '../../ui/quantity-text';
import { SaveBar } from '../../ui/save-bar';
import { Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useQuantity, useSaveRecord } from '../../records/save-record';

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
  | 'motorSharePercent'
  | 'motorPowerKw'
  | 'motorLeftPercent',
  string
> & { motorAxle: NonNullable<CarHeat['motorAxle']> | '' };

/** What a car's brakes have to stop: each figure with the default that is reckoned with while it is empty. */
function FiguresForm({ car }: { car: Car }) {
  const logbook = useLogbook();
  const { system, show } = useUnits();
  const quantity = useQuantity();
  const { heat } = car;
  const { inputs } = heatInputs(logbook, car, usualSession.airTempC);
  const plain = (value: number | null): string => (value === null ? '' : String(value));
  const { form, restored, startOver, finished, openedAs } = useDraftForm<FiguresForm>(
    `heat.${car.id}`,
    {
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
      motorPowerKw: plain(heat.motorPowerKw ?? null),
      motorLeftPercent: recordText(heat.motorLeftPercent ?? null, 'share', system),
      motorAxle: heat.motorAxle ?? '',
    },
    car,
  );
  const { saveRecord, saving, problem, warning } = useSaveRecord('cars', form, finished, openedAs);
  const orNull = (typed: string, dimension: Dimension): number | null =>
    typed.trim() === '' ? null : quantity(typed, dimension);
  const save = form.handleSubmit((f) =>
    saveRecord(
      {
        ...car,
        heat: {
          massKg: orNull(f.massKg, 'mass'),
          wheelbaseMm: orNull(f.wheelbaseMm, 'length'),
          cgHeightMm: orNull(f.cgHeightMm, 'length'),
          frontWeightPercent: orNull(f.frontWeightPercent, 'share'),
          tyreGrip: readFigure(f.tyreGrip),
          dragAreaM2: readFigure(f.dragAreaM2),
          effectiveRadiusMm: { front: orNull(f.frontRadiusMm, 'length'), rear: orNull(f.rearRadiusMm, 'length') },
          rearPressurePercent: orNull(f.rearPressurePercent, 'share'),
          motorSharePercent: orNull(f.motorSharePercent, 'share'),
          motorPowerKw: readFigure(f.motorPowerKw),
          motorLeftPercent: orNull(f.motorLeftPercent, 'share'),
          motorAxle: f.motorAxle || null,
        },
      },
      routes.heat(car.id),
    ),
  );
  const usual = (key: HeatInputKey): string => {
    const { value, measure, isDefault, origin } = inputs[key];
    if (!isDefault) return '';
    const shown =
      measure === 'ratio'
        ? value.toFixed(key === 'motorPowerKw' ? 0 : 2)
        : measure === 'share'
          ? show(value, 'share', 0)
          : show(value, measure as Dimension);
    return `Empty: ${shown}, ${'label' in origin ? origin.label.toLowerCase() : ''}`;
  };
  const quantityField = (
    name: Exclude<keyof FiguresForm, 'motorAxle'>,
    label: string,
    dimension: Dimension,
    hint = usual(name),
  ) => <QuantityField control={form.control} name={name} label={label} dimension={dimension} optional hint={hint} />;
  const numberField = (name: Exclude<keyof FiguresForm, 'motorAxle'>, label: string) => (
    <NumberField control={form.control} name={name} label={label} optional hint={usual(name)} />
  );
  const hasMotors = !/^[0\s%.,]*$/.test(useWatch({ control: form.control, name: 'motorSharePercent' }));
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
      footer={
        <SaveBar problem={problem} saving={saving} warning={warning} onSave={() => void save()} label="Save figures" />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="The car">
        {quantityField('massKg', 'Weight with driver and fuel', 'mass', usual('massKg') || 'As it goes out')}
        {quantityField('frontWeightPercent', 'Share of it on the front axle', 'share')}
        {quantityField('wheelbaseMm', 'Wheelbase', 'length')}
        {quantityField('cgHeightMm', 'Height of the centre of gravity', 'length')}
        {numberField('tyreGrip', 'Tyre grip, g')}
        {numberField('dragAreaM2', 'Drag area, m²')}
      </Section>
      <Section title="Electric motors that brake">
        <Text as="small">
          What an event demands is computed with the battery full or hot: it may be on any lap. Ask its maker what is
          left then.
        </Text>
        {quantityField('motorSharePercent', 'Of the braking, while the battery takes it', 'share')}
        {hasMotors ? (
          <>
            {numberField('motorPowerKw', 'Most that they take, kW')}
            <Controller
              control={form.control}
              name="motorAxle"
              render={({ field }) => (
                <Segments
                  label="Motors at"
                  value={field.value}
                  onChange={field.onChange}
                  options={[
                    { value: 'front', label: 'Front' },
                    { value: 'rear', label: 'Rear' },
                    { value: 'both', label: 'Both axles' },
                  ]}
                />
              )}
            />
            {quantityField('motorLeftPercent', 'Left of it with the battery full or hot', 'share')}
          </>
        ) : null}
      </Section>
      <Section title="The brakes">
        {quantityField('rearPressurePercent', 'Pressure at the rear, of the front’s', 'share')}
        {quantityField('frontRadiusMm', 'Effective radius, front', 'length')}
        {quantityField('rearRadiusMm', 'Effective radius, rear', 'length')}
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
