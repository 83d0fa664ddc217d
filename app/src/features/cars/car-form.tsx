import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect } from 'react';
import { View } from 'react-native';
import { useWatch } from 'react-hook-form';
import {
  recordDefaults,
  type AxleBrake,
  type Car,
  type Corner,
  type RecordOf,
  type Side,
  corners,
  boresText,
  cornerSequence,
  defaultLineLengthsMm,
  grades,
  parseBores,
  parseQuantity,
} from '@calvik/core';
import { cornerNames } from '@calvik/words';
import { boresProblemText } from '@calvik/words/input';
import { useLogbook } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { ChoiceField, DraftNotice, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../gone';
import { SaveBar } from '../../ui/save-bar';
import { recordText } from '../../ui/quantity-text';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { newRecord, useSaveRecord, useQuantity } from '../save-record';
import { routes } from '../routes';

interface AxleForm {
  brake: AxleBrake['brake'];
  /** As people write them: "4 × 40", "38, 34, 28 a side". */
  bores: string;
  bleedNipplesPerCorner: string;
  bleedNippleOrder: AxleBrake['bleedNippleOrder'];
}

interface CarForm {
  customerId: string;
  name: string;
  make: string;
  model: string;
  year: string;
  plate: string;
  driverSide: Side;
  masterCylinderSide: Side;
  circuitSplit: Car['circuitSplit'];
  fluidGrade: Car['fluidGrade'];
  reservoirMaxMl: string;
  reservoirMinMl: string;
  reservoirDepthMm: string;
  reservoirSharedWithClutch: boolean;
  reservoirCanBeSuckedOut: boolean;
  front: AxleForm;
  rear: AxleForm;
  lineLengthMm: Record<Corner, string>;
  lineBoreMm: string;
  sequenceSchool: Car['sequenceSchool'];
  makerSequence: string;
  makerSequenceSource: string;
  pressureCeilingKpa: string;
  notes: string;
}

const axleDefaults: Record<'front' | 'rear', AxleBrake> = {
  front: {
    brake: 'fixedCaliper',
    boresMm: [38, 38],
    bleedNipplesPerCorner: 1,
    bleedNippleOrder: 'innerFirst',
  },
  rear: {
    brake: 'floatingCaliper',
    boresMm: [36],
    bleedNipplesPerCorner: 1,
    bleedNippleOrder: 'innerFirst',
  },
};

/** Sane figures to begin with; common practice, no source. */
function formOf(car: Car | null, system: 'metric' | 'imperial', customerId: string): CarForm {
  const axle = (a: AxleBrake): AxleForm => ({
    brake: a.brake,
    bleedNippleOrder: a.bleedNippleOrder,
    bores: boresText(a),
    bleedNipplesPerCorner: String(a.bleedNipplesPerCorner),
  });
  const lengths = car?.lineLengthMm ?? defaultLineLengthsMm('left');
  return {
    customerId: car?.customerId ?? customerId,
    name: car?.name ?? '',
    make: car?.make ?? '',
    model: car?.model ?? '',
    year: car?.year ? String(car.year) : '',
    plate: car?.plate ?? '',
    driverSide: car?.driverSide ?? 'left',
    masterCylinderSide: car?.masterCylinderSide ?? 'left',
    circuitSplit: car?.circuitSplit ?? 'frontRear',
    fluidGrade: car?.fluidGrade ?? 'DOT 4',
    reservoirMaxMl: recordText(car?.reservoirMaxMl ?? 300, 'volume', system),
    reservoirMinMl: recordText(car?.reservoirMinMl ?? 130, 'volume', system),
    reservoirDepthMm: recordText(car?.reservoirDepthMm ?? 35, 'length', system),
    reservoirSharedWithClutch: car?.reservoirSharedWithClutch ?? false,
    reservoirCanBeSuckedOut: car?.reservoirCanBeSuckedOut ?? true,
    front: axle(car?.front ?? axleDefaults.front),
    rear: axle(car?.rear ?? axleDefaults.rear),
    lineLengthMm: Object.fromEntries(corners.map((c) => [c, recordText(lengths[c], 'length', system)])) as Record<
      Corner,
      string
    >,
    lineBoreMm: recordText(car?.lineBoreMm ?? 3.3, 'length', system),
    sequenceSchool: car?.sequenceSchool ?? 'farthestFirst',
    makerSequence: car?.makerSequence.join(' ') ?? '',
    makerSequenceSource: car?.makerSequenceSource ?? '',
    pressureCeilingKpa: recordText(car?.pressureCeilingKpa, 'pressure', system),
    notes: car?.notes ?? '',
  };
}

const isCorner = (text: string): text is Corner => (corners as readonly string[]).includes(text);
/** "rl rr fl fr", with spaces, commas or arrows between. */
const readSequence = (text: string): Corner[] =>
  text
    .toUpperCase()
    .split(/[^A-Z]+/)
    .filter(isCorner);

/** The bores that were typed; none while they cannot be read. */
function readBores({ bores, brake }: AxleForm): number[] {
  const parsed = parseBores(bores ?? '', brake);
  return parsed.ok ? parsed.boresMm : [];
}

function useToCar(): (form: CarForm, car: RecordOf<'cars'> | null) => Car {
  const quantity = useQuantity();
  return (f, car) => {
    const axle = (a: AxleForm): AxleBrake => ({
      brake: a.brake,
      boresMm: readBores(a),
      bleedNipplesPerCorner: Number(a.bleedNipplesPerCorner) as 1 | 2,
      bleedNippleOrder: a.bleedNippleOrder,
    });
    return {
      ...(car ?? { ...newRecord(), ...recordDefaults.cars }),
      ...f,
      year: f.year.trim() === '' ? null : Number(f.year),
      reservoirMaxMl: quantity(f.reservoirMaxMl, 'volume'),
      reservoirMinMl: quantity(f.reservoirMinMl, 'volume'),
      reservoirDepthMm: quantity(f.reservoirDepthMm, 'length'),
      front: axle(f.front),
      rear: axle(f.rear),
      lineLengthMm: Object.fromEntries(corners.map((c) => [c, quantity(f.lineLengthMm[c], 'length')])) as Record<
        Corner,
        number
      >,
      lineBoreMm: quantity(f.lineBoreMm, 'length'),
      makerSequence: readSequence(f.makerSequence),
      pressureCeilingKpa: f.pressureCeilingKpa.trim() === '' ? null : quantity(f.pressureCeilingKpa, 'pressure'),
    };
  };
}

const yes = (value: string, label: string) => ({ value, label });
const sides = [yes('left', 'Left'), yes('right', 'Right')];

function Axle({
  control,
  axle,
}: {
  control: ReturnType<typeof useDraftForm<CarForm>>['form']['control'];
  axle: 'front' | 'rear';
}) {
  const brake = useWatch({ control, name: `${axle}.brake` });
  const nipples = useWatch({ control, name: `${axle}.bleedNipplesPerCorner` });
  const word = axle === 'front' ? 'Front' : 'Rear';
  return (
    <Section title={`${word} brakes`}>
      <ChoiceField
        control={control}
        name={`${axle}.brake`}
        label={`${word} brake`}
        options={[yes('fixedCaliper', 'Fixed'), yes('floatingCaliper', 'Floating'), yes('drum', 'Drum')]}
      />
      <TextField
        control={control}
        name={`${axle}.bores`}
        label={`Piston bores, ${axle}, mm`}
        hint={brake === 'fixedCaliper' ? '“4 × 40”, or “38, 34, 28 a side”, leading piston first' : '“54”, or “42, 38”'}
        required
        check={(text) => {
          const parsed = parseBores(text, brake);
          return parsed.ok ? null : boresProblemText(parsed);
        }}
      />
      <ChoiceField
        control={control}
        name={`${axle}.bleedNipplesPerCorner`}
        label={`Bleed nipples per ${axle} corner`}
        options={[yes('1', 'One'), yes('2', 'Two')]}
      />
      {nipples === '2' ? (
        <ChoiceField
          control={control}
          name={`${axle}.bleedNippleOrder`}
          label="Order of the two, by the caliper’s maker"
          options={[
            yes('innerFirst', 'Inner first'),
            yes('outerFirst', 'Outer first'),
            yes('outerInnerOuter', 'Out–in–out'),
          ]}
        />
      ) : null}
    </Section>
  );
}

function CarFormScreen({ car, customerId }: { car: Car | null; customerId: string }) {
  const router = useRouter();
  const logbook = useLogbook();
  const { system } = useUnits();
  const toCar = useToCar();
  const { form, restored, startOver, finished } = useDraftForm<CarForm>(
    `car.${car?.id ?? 'new'}`,
    formOf(car, system, customerId),
  );
  const { control, handleSubmit, setValue, getValues } = form;
  const { saveRecord, saving, problem } = useSaveRecord('cars', form, finished);
  const values = useWatch({ control }) as CarForm;
  const customers = [...logbook.customers.values()]
    .filter((c) => !c.archived)
    .sort((a, b) => a.name.localeCompare(b.name))
    .map((c) => yes(c.id, c.name));

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
    if (!car && form.formState.dirtyFields.driverSide) setValue('masterCylinderSide', driverSide);
  }, [driverSide, car, form.formState.dirtyFields.driverSide, setValue]);

  const order = cornerSequence(toCar(values, car));
  return (
    <Screen
      title={car ? car.name : 'New car'}
      above={car ? 'Edit car' : undefined}
      back={car ? `/cars/${car.id}` : '/cars'}
      footer={
        <SaveBar
          problem={problem}
          saving={saving}
          label="Save car"
          onSave={() =>
            void handleSubmit((f) => {
              const record = toCar(f, car);
              return saveRecord(record, `/cars/${record.id}`);
            })()
          }
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="The car">
        {customers.length === 0 ? (
          <View>
            <Text>A car belongs to a customer. Enter the customer first.</Text>
            <MainButton mode="outlined" onPress={() => router.push(routes.newCustomer)}>
              New customer
            </MainButton>
          </View>
        ) : (
          <PickField control={control} name="customerId" label="Customer" options={customers} />
        )}
        <TextField
          control={control}
          name="name"
          label="Name in the shop"
          hint="What you call it: “Rooth Velund”"
          required
        />
        <TextField control={control} name="make" label="Make" required />
        <TextField control={control} name="model" label="Model" required />
        <TextField control={control} name="year" label="Year" />
        <TextField control={control} name="plate" label="Plate or race number" />
        <ChoiceField control={control} name="driverSide" label="Driver sits" options={sides} />
      </Section>
      <Section title="Fluid and reservoir">
        <PickField
          control={control}
          name="fluidGrade"
          label="Fluid grade by the maker"
          options={grades.map((g) => yes(g, g))}
        />
        <ChoiceField control={control} name="masterCylinderSide" label="Master cylinder, front" options={sides} />
        <QuantityField control={control} name="reservoirMaxMl" label="Reservoir volume at MAX" dimension="volume" />
        <QuantityField control={control} name="reservoirMinMl" label="Reservoir volume at MIN" dimension="volume" />
        <QuantityField
          control={control}
          name="reservoirDepthMm"
          label="Fluid depth for a test probe"
          dimension="length"
        />
        <SwitchField control={control} name="reservoirSharedWithClutch" label="Shares its reservoir with the clutch" />
        <SwitchField control={control} name="reservoirCanBeSuckedOut" label="Its reservoir can be sucked out" />
        <QuantityField
          control={control}
          name="pressureCeilingKpa"
          label="Pressure bleeder ceiling"
          dimension="pressure"
          hint="The maker’s figure, where there is one"
          optional
        />
      </Section>
      <Axle control={control} axle="front" />
      <Axle control={control} axle="rear" />
      <Section title="Lines and sequence">
        <ChoiceField
          control={control}
          name="circuitSplit"
          label="Circuits"
          options={[yes('frontRear', 'Front and rear'), yes('diagonal', 'Diagonal')]}
        />
        {corners.map((c) => (
          <QuantityField
            key={c}
            control={control}
            name={`lineLengthMm.${c}`}
            label={`Line to ${cornerNames[c]}`}
            dimension="length"
          />
        ))}
        <QuantityField
          control={control}
          name="lineBoreMm"
          label="Line bore"
          dimension="length"
          hint="A 4.75 mm tube has about 3.3 mm"
        />
        <PickField
          control={control}
          name="sequenceSchool"
          label="Bleeding sequence"
          options={[
            yes('farthestFirst', 'Farthest line first'),
            yes('nearestFirst', 'Nearest line first'),
            yes('byCircuit', 'Circuit by circuit'),
            yes('makerSheet', 'As the maker’s sheet says'),
          ]}
        />
        {values.sequenceSchool === 'makerSheet' ? (
          <>
            <TextField
              control={control}
              name="makerSequence"
              label="The maker’s sequence"
              hint="For example RL RR FL FR"
              required
            />
            <TextField
              control={control}
              name="makerSequenceSource"
              label="Where that stands"
              hint="Sheet and page"
              required
            />
          </>
        ) : null}
        <Text tone="inkSoft">{`That makes: ${order.map((c) => cornerNames[c]).join(', ')}.`}</Text>
      </Section>
      <Section title="Notes">
        <TextField control={control} name="notes" label="Notes" lines={3} />
      </Section>
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
