import { useLocalSearchParams } from 'expo-router';
import type { RotorPair } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { ChoiceField, DraftNotice, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../gone';
import { SaveBar } from '../../ui/save-bar';
import { recordText } from '../../ui/quantity-text';
import { Screen, Section } from '../../ui/screen';
import { newRecord, useSaveRecord, useQuantity } from '../save-record';
import { nextLabel, ownerOptions } from './labels';

interface RotorPairForm {
  label: string;
  axle: RotorPair['axle'];
  carId: string;
  newThicknessMm: string;
  discardThicknessMm: string;
  sweptOuterDiameterMm: string;
  sweptInnerDiameterMm: string;
  newMassKg: string;
  face: RotorPair['face'];
  hasCurvedVanes: boolean;
  isTwoPiece: boolean;
  notes: string;
}

function RotorPairFormScreen({ pair }: { pair: RotorPair | null }) {
  const logbook = useLogbook();
  const { system } = useUnits();
  const quantity = useQuantity();
  const text = (mm: number): string => recordText(mm, 'length', system);
  const { form, restored, startOver, finished } = useDraftForm<RotorPairForm>(`rotorPair.${pair?.id ?? 'new'}`, {
    label: pair?.label ?? nextLabel('R', [...logbook.rotorPairs.values()]),
    axle: pair?.axle ?? 'front',
    carId: pair?.carId ?? 'none',
    newThicknessMm: text(pair?.newThicknessMm ?? 28),
    discardThicknessMm: text(pair?.discardThicknessMm ?? 26),
    sweptOuterDiameterMm: text(pair?.sweptOuterDiameterMm ?? 320),
    sweptInnerDiameterMm: text(pair?.sweptInnerDiameterMm ?? 215),
    newMassKg: recordText(pair?.newMassKg, 'mass', system),
    face: pair?.face ?? 'plain',
    hasCurvedVanes: pair?.hasCurvedVanes ?? false,
    isTwoPiece: pair?.isTwoPiece ?? false,
    notes: pair?.notes ?? '',
  });
  const { control } = form;
  const { saveRecord, saving, problem } = useSaveRecord('rotorPairs', form, finished);
  const save = form.handleSubmit((f) =>
    saveRecord(
      {
        ...(pair ?? newRecord()),
        ...f,
        carId: f.carId === 'none' ? null : f.carId,
        newThicknessMm: quantity(f.newThicknessMm, 'length'),
        discardThicknessMm: quantity(f.discardThicknessMm, 'length'),
        sweptOuterDiameterMm: quantity(f.sweptOuterDiameterMm, 'length'),
        sweptInnerDiameterMm: quantity(f.sweptInnerDiameterMm, 'length'),
        newMassKg: f.newMassKg.trim() === '' ? null : quantity(f.newMassKg, 'mass'),
      },
      '/inventory',
    ),
  );
  const faces = [
    { value: 'plain', label: 'Plain' },
    { value: 'slotted', label: 'Slotted' },
    { value: 'drilled', label: 'Drilled' },
    { value: 'slottedAndDrilled', label: 'Slotted and drilled' },
  ];
  return (
    <Screen
      title={pair ? pair.label : 'New rotor pair'}
      above={pair ? 'Edit rotor pair' : 'Stock'}
      back="/inventory"
      footer={<SaveBar problem={problem} saving={saving} onSave={() => void save()} label="Save rotor pair" />}
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="The pair">
        <TextField control={control} name="label" label="Label" required />
        <ChoiceField
          control={control}
          name="axle"
          label="Axle"
          options={[
            { value: 'front', label: 'Front' },
            { value: 'rear', label: 'Rear' },
          ]}
        />
        <PickField control={control} name="carId" label="Car" options={ownerOptions(logbook)} />
        <QuantityField control={control} name="newThicknessMm" label="Thickness when new" dimension="length" />
        <QuantityField
          control={control}
          name="discardThicknessMm"
          label="Discard thickness, cast on the hat"
          dimension="length"
        />
      </Section>
      <Section title="For weighing">
        <QuantityField
          control={control}
          name="newMassKg"
          label="Weight of one when new"
          dimension="mass"
          optional
          hint="Empty: not weighed"
        />
        <QuantityField
          control={control}
          name="sweptOuterDiameterMm"
          label="Swept band, outer diameter"
          dimension="length"
        />
        <QuantityField
          control={control}
          name="sweptInnerDiameterMm"
          label="Swept band, inner diameter"
          dimension="length"
        />
      </Section>
      <Section title="What they are">
        <PickField control={control} name="face" label="Face" options={faces} />
        <SwitchField control={control} name="hasCurvedVanes" label="Curved vanes: left and right differ" />
        <SwitchField control={control} name="isTwoPiece" label="Two-piece, with bobbins" />
        <TextField control={control} name="notes" label="Notes" lines={2} />
      </Section>
    </Screen>
  );
}

export const NewRotorPairScreen = () => <RotorPairFormScreen pair={null} />;

export function EditRotorPairScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const pair = useLogbook().rotorPairs.get(id);
  return pair ? <RotorPairFormScreen key={id} pair={pair} /> : <Gone what="rotor pair" back="/inventory" />;
}
