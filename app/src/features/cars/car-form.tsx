import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useFormState, useWatch } from 'react-hook-form';
import {
  carLabel,
  type AssumedKey,
  type BrakeSheet,
  type Car,
  type RecordOf,
  assumedKeys,
  cornerSequence,
  corners,
  defaultLineLengthsMm,
  parseQuantity,
} from '@calvik/core';
import { assumedNames } from '@calvik/words';
import { useLogbook } from '../../state/hooks';
import { useDraftForm } from '../../state/use-draft-form';
import { DraftNotice, PickField, TextField } from '../../ui/form';
import { recordText } from '../../ui/quantity-text';
import { SaveBar } from '../../ui/save-bar';
import { MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { carLike } from '../../records/duplicates';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useSaveRecord } from '../../records/save-record';
import { newRecord } from '../../state/new-record';
import { AxleSection, FluidSection, LinesSection, ToolsSection, yes } from './car-form-sections';
import { type CarForm, carForm, fieldsOf, plumbingForm, useToCar } from './car-form-values';

/** Where a new car can begin: from little, from a kind that the shop keeps, from another car. */
function useStarts(): { value: string; label: string }[] {
  const logbook = useLogbook();
  const byLabel = (a: { label: string }, b: { label: string }): number => a.label.localeCompare(b.label);
  return [
    yes('little', 'Quick start: fill in the rest later'),
    ...[...logbook.carKinds.values()]
      .filter((k) => !k.archived)
      .map((k) => yes(`kind ${k.id}`, `Kind: ${k.name}`))
      .sort(byLabel),
    ...[...logbook.cars.values()]
      .filter((c) => !c.archived)
      .map((c) => yes(`car ${c.id}`, `Like ${c.name}${c.plate ? `, ${c.plate}` : ''}`))
      .sort(byLabel),
  ];
}

function CarFormScreen({ car, customerId }: { car: Car | null; customerId: string }) {
  const router = useRouter();
  const wide = useWide();
  const logbook = useLogbook();
  const { system } = useUnits();
  const toCar = useToCar();
  const starts = useStarts();
  const { form, restored, startOver, finished, openedAs } = useDraftForm<CarForm>(
    `car.${car?.id ?? 'new'}`,
    carForm(car, system, customerId),
    car,
  );
  const { control, handleSubmit, setValue, getValues } = form;
  const { dirtyFields } = useFormState({ control });
  const { saveRecord, saving, problem, warning } = useSaveRecord('cars', form, finished, openedAs);
  const [showsAll, setShowsAll] = useState(car !== null || restored);
  const [asked, setAsked] = useState<string | null>(null);
  const values = useWatch({ control }) as CarForm;
  const customers = [...logbook.customers.values()]
    .filter((c) => !c.archived)
    .sort((a, b) => a.name.localeCompare(b.name))
    .map((c) => yes(c.id, c.name));

  // Whoever comes from a customer means that one, whatever an unfinished entry says.
  useEffect(() => {
    if (!car && customerId) setValue('customerId', customerId);
  }, [car, customerId, setValue]);

  // The master cylinder sits in front of the driver, and the usual lines follow it, until somebody types other figures.
  const { masterCylinderSide, driverSide } = values;
  useEffect(() => {
    const from = defaultLineLengthsMm(masterCylinderSide === 'left' ? 'right' : 'left');
    const to = defaultLineLengthsMm(masterCylinderSide);
    const lengths = getValues('lineLengthMm');
    const untouched = corners.every((c) => {
      const parsed = parseQuantity(lengths[c] ?? '', 'length');
      return parsed.ok && Math.abs(parsed.value - from[c]) < 1;
    });
    if (untouched) for (const c of corners) setValue(`lineLengthMm.${c}`, recordText(to[c], 'length', system));
  }, [masterCylinderSide, getValues, setValue, system]);
  useEffect(() => {
    if (!car && dirtyFields.driverSide) setValue('masterCylinderSide', driverSide);
  }, [driverSide, car, dirtyFields.driverSide, setValue]);

  const [kind, sourceId = ''] = values.startFrom.split(' ');
  const sourceCar = kind === 'car' ? logbook.cars.get(sourceId) : undefined;
  const sourceKind = kind === 'kind' ? logbook.carKinds.get(sourceId) : undefined;
  const start = (value: string): void => {
    const [of, id = ''] = value.split(' ');
    const like = of === 'car' ? logbook.cars.get(id) : undefined;
    const ofKind = of === 'kind' ? logbook.carKinds.get(id) : undefined;
    const from = like ?? ofKind?.plumbing ?? null;
    const plain = carForm(null, system, customerId);
    const filled = { ...plumbingForm(from, system), assumed: from ? from.assumed : plain.assumed };
    for (const [field, v] of Object.entries(filled))
      setValue(field as keyof CarForm, v as never, { shouldDirty: true });
    setValue('make', like?.make ?? ofKind?.make ?? '');
    setValue('model', like?.model ?? ofKind?.model ?? '');
  };
  // What was changed by hand has been said.
  const said = (f: CarForm): AssumedKey[] => {
    const before = plumbingForm(car ?? sourceCar ?? sourceKind?.plumbing ?? null, system);
    return assumedKeys.filter((key) =>
      fieldsOf[key].some((field) => JSON.stringify(before[field]) !== JSON.stringify(f[field])),
    );
  };
  const sheetOfSource = (): Partial<BrakeSheet> | null =>
    sourceCar ? logbook.brakeSheetOfCar(sourceCar.id) : (sourceKind?.sheet ?? null);
  const save = handleSubmit(async (f) => {
    const like = carLike(logbook, { ...f, id: car?.id });
    if (like && asked !== like) return setAsked(like);
    const record = toCar(f, car, said(f));
    const sheet = car ? null : sheetOfSource();
    return saveRecord(record, ({ id }) => routes.car(id), {
      after: ({ id: carId }) =>
        sheet
          ? [{ collection: 'brakeSheets', body: { ...(sheet as RecordOf<'brakeSheets'>), ...newRecord(), carId } }]
          : [],
    });
  });
  const order = cornerSequence(toCar(values, car));
  const open = values.assumed.filter((k) => !said(values).includes(k));
  return (
    <Screen
      title={car ? carLabel(logbook, car.id) : 'New car'}
      above={car ? 'Edit car' : undefined}
      back={car ? `/cars/${car.id}` : '/cars'}
      maxWidth={wide ? 1080 : 720}
      footer={
        <SaveBar
          problem={asked ? `There is one like it already: ${asked}.` : problem}
          saving={saving}
          warning={warning}
          label={asked ? 'Save it all the same' : 'Save car'}
          onSave={() => void save()}
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <View style={wide ? styles.columns : styles.column}>
        <View style={[styles.column, wide ? styles.half : null]}>
          <Section title="The car">
            {car ? null : (
              <PickField control={control} name="startFrom" label="Start from" options={starts} onPicked={start} />
            )}
            {customers.length === 0 ? (
              <View>
                <Text>A car belongs to a customer. Enter the customer first.</Text>
                <MainButton mode="outlined" onPress={() => router.push(routes.newCustomer)}>
                  New customer
                </MainButton>
              </View>
            ) : (
              <PickField control={control} name="customerId" label="Customer" options={customers} required />
            )}
            <TextField
              control={control}
              name="name"
              label="Name in the shop"
              hint="What you call it: “Rooth Velund”"
              required
            />
            <TextField control={control} name="plate" label="Plate or race number" />
            {showsAll ? (
              <>
                <TextField control={control} name="make" label="Make" />
                <TextField control={control} name="model" label="Model" />
                <TextField control={control} name="year" label="Year" />
              </>
            ) : null}
          </Section>
          <AxleSection form={form} axle="front" withNipples={showsAll} />
          <AxleSection form={form} axle="rear" withNipples={showsAll} />
        </View>
        <View style={[styles.column, wide ? styles.half : null]}>
          {showsAll ? (
            <>
              <FluidSection form={form} />
              <LinesSection form={form} order={order} />
              <ToolsSection form={form} adapters={logbook.shop.capAdapters} />
              <Section title="Notes">
                <TextField control={control} name="notes" label="Notes" lines={3} />
              </Section>
            </>
          ) : (
            <Section title="The rest">
              <Text>
                {open.length > 0
                  ? `Default until somebody says it: ${open.map((k) => assumedNames[k].toLowerCase()).join(', ')}. Calvik marks what rests on it.`
                  : `As ${sourceCar?.name ?? sourceKind?.name ?? 'it was said'}.`}
              </Text>
              <MainButton mode="outlined" onPress={() => setShowsAll(true)}>
                Say more now
              </MainButton>
            </Section>
          )}
        </View>
      </View>
    </Screen>
  );
}

export function NewCarScreen() {
  const { customer } = useLocalSearchParams<{ customer?: string }>();
  return <CarFormScreen car={null} customerId={customer ?? ''} />;
}

export function EditCarScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const car = useLogbook().cars.get(id);
  return car ? <CarFormScreen key={car.id} car={car} customerId={car.customerId} /> : <Gone what="car" back="/cars" />;
}

const styles = StyleSheet.create({
  columns: { flexDirection: 'row', gap: 32, alignItems: 'flex-start' },
  column: { gap: 24 },
  half: { flex: 1, minWidth: 0 },
});
