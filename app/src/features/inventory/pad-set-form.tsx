import { useLocalSearchParams } from 'expo-router';
import { type Compound, type PadSet, compoundName, compoundByName, nextLabel } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { ChoiceField, DraftNotice, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { useOwnIds } from '../../state/use-own-ids';
import { Gone } from '../../records/not-found-page';
import { SaveBar } from '../../ui/save-bar';
import { recordText } from '../../ui/quantity-text';
import { Screen, Section } from '../../ui/screen';
import { takenBy } from '../../records/duplicates';
import { useSaveRecord, useQuantity } from '../../records/save-record';
import { newRecord } from '../../state/new-record';
import { ownerOptions } from './labels';
import { newCompound } from './compound-form';

interface PadSetForm {
  label: string;
  compound: string;
  padAreaMm2: string;
  axle: PadSet['axle'];
  use: PadSet['use'];
  isLining: boolean;
  carId: string;
  rotorPairId: string;
  newThicknessMm: string;
  limitMm: string;
  hasSensorSlot: boolean;
  isDirectional: boolean;
  notes: string;
}

function PadSetFormScreen({ padSet }: { padSet: PadSet | null }) {
  const logbook = useLogbook();
  const { system } = useUnits();
  const quantity = useQuantity();
  const { form, restored, startOver, finished, openedAs } = useDraftForm<PadSetForm>(
    `padSet.${padSet?.id ?? 'new'}`,
    {
      label: padSet?.label ?? nextLabel('P', [...logbook.padSets.values()]),
      compound: compoundName(logbook, padSet),
      padAreaMm2: recordText(padSet?.padAreaMm2, 'area', system),
      axle: padSet?.axle ?? 'front',
      use: padSet?.use ?? 'track',
      isLining: padSet?.isLining ?? false,
      carId: padSet?.carId ?? 'none',
      rotorPairId: padSet?.rotorPairId ?? 'none',
      newThicknessMm: recordText(padSet?.newThicknessMm ?? 12, 'length', system),
      limitMm: recordText(padSet?.limitMm, 'length', system),
      hasSensorSlot: padSet?.hasSensorSlot ?? false,
      isDirectional: padSet?.isDirectional ?? false,
      notes: padSet?.notes ?? '',
    },
    padSet,
  );
  const { control } = form;
  const knownNames = [...logbook.compounds.values()]
    .filter((c) => !c.archived)
    .map((c) => c.name)
    .join(', ');
  const { saveRecord, saving, problem, warning } = useSaveRecord('padSets', form, finished, openedAs);
  const { idFor } = useOwnIds();
  const save = form.handleSubmit(async ({ compound: name, ...f }) => {
    // A name that nobody has used yet makes a new compound, together with the set.
    const known = compoundByName(logbook.compounds.values(), name);
    const compound: Compound = known ?? { ...newCompound(name, f.use), id: idFor('compound') };
    await saveRecord(
      {
        ...(padSet ?? newRecord()),
        ...f,
        compoundId: compound.id,
        padAreaMm2: f.padAreaMm2.trim() === '' ? null : quantity(f.padAreaMm2, 'area'),
        carId: f.carId === 'none' ? null : f.carId,
        rotorPairId: f.rotorPairId === 'none' ? null : f.rotorPairId,
        newThicknessMm: quantity(f.newThicknessMm, 'length'),
        limitMm: f.limitMm.trim() === '' ? null : quantity(f.limitMm, 'length'),
      },
      '/inventory',
      known ? {} : { before: [{ collection: 'compounds', body: compound }] },
    );
  });
  return (
    <Screen
      title={padSet ? padSet.label : 'New pad set'}
      above={padSet ? 'Edit pad set' : 'Stock'}
      back="/inventory"
      footer={
        <SaveBar problem={problem} saving={saving} warning={warning} onSave={() => void save()} label="Save pad set" />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="The set">
        <TextField
          control={control}
          name="label"
          label="Label"
          hint="On the box and on every plate, with corner and side"
          required
          check={takenBy(
            logbook.padSets.values(),
            padSet?.id,
            (r) => r.label,
            (r) => `${r.label}, ${r.axle}`,
          )}
        />
        <TextField
          control={control}
          name="compound"
          label="Compound"
          hint={`A new name makes a new compound. On record: ${knownNames || 'none yet'}`}
          required
        />
        <ChoiceField
          control={control}
          name="axle"
          label="Axle"
          options={[
            { value: 'front', label: 'Front' },
            { value: 'rear', label: 'Rear' },
          ]}
        />
        <ChoiceField
          control={control}
          name="use"
          label="Use"
          options={[
            { value: 'track', label: 'Track' },
            { value: 'road', label: 'Road' },
          ]}
        />
        <SwitchField control={control} name="isLining" label="Shoes for a drum brake" />
        <QuantityField control={control} name="newThicknessMm" label="Friction material when new" dimension="length" />
        <QuantityField
          control={control}
          name="limitMm"
          label="The maker’s limit"
          dimension="length"
          optional
          hint="Empty: car’s sheet or shop’s limit"
        />
        <QuantityField
          control={control}
          name="padAreaMm2"
          label="Friction face of one pad"
          dimension="area"
          optional
          hint="Empty: by the rotors it runs on"
        />
      </Section>
      <Section title="Where it belongs">
        <PickField control={control} name="carId" label="Car" options={ownerOptions(logbook)} />
        <PickField
          control={control}
          name="rotorPairId"
          label="Tied to rotors"
          options={[
            { value: 'none', label: 'None' },
            ...[...logbook.rotorPairs.values()]
              .filter((r) => !r.archived)
              .map((r) => ({ value: r.id, label: `${r.label}, ${r.axle}` })),
          ]}
        />
      </Section>
      <Section title="Fitting">
        <SwitchField control={control} name="hasSensorSlot" label="Has a slot for the wear sensor" />
        <SwitchField control={control} name="isDirectional" label="Has a direction" />
        <TextField control={control} name="notes" label="Notes" lines={2} />
      </Section>
    </Screen>
  );
}

export const NewPadSetScreen = () => <PadSetFormScreen padSet={null} />;

export function EditPadSetScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const padSet = useLogbook().padSets.get(id);
  return padSet ? <PadSetFormScreen key={id} padSet={padSet} /> : <Gone what="pad set" back="/inventory" />;
}
