import { useLocalSearchParams } from 'expo-router';
import { type RotorPair, nextLabel } from '@calvik/core';
import { useWatch } from 'react-hook-form';
import { useLogbook } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { ChoiceField, DraftNotice, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../../records/not-found-page';
import { SaveBar } from '../../ui/save-bar';
import { recordText } from '../../ui/quantity-text';
import { Screen, Section } from '../../ui/screen';
import { takenBy } from '../../records/duplicates';
import { useSaveRecord, useQuantity } from '../../records/save-record';
import { newRecord } from '../../state/new-record';
import { ownerOptions } from './labels';

interface RotorPairForm {
  label: string;
  axle: RotorPair['axle'];
  carId: string;
  newThicknessMm: string;
  discardThicknessMm: string;
  sweptOuterDiameterMm: string;
  sweptInnerDiameterMm: string;
  newMassKg: string;
  material: RotorPair['material'];
  vented: 'byThickness' | 'vented' | 'plain';
  minMassKg: string;
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
  const { form, restored, startOver, finished, openedAs } = useDraftForm<RotorPairForm>(
    `rotorPair.${pair?.id ?? 'new'}`,
    {
      label: pair?.label ?? nextLabel('R', [...logbook.rotorPairs.values()]),
      axle: pair?.axle ?? 'front',
      carId: pair?.carId ?? 'none',
      newThicknessMm: text(pair?.newThicknessMm ?? 28),
      discardThicknessMm: pair && pair.discardThicknessMm === null ? '' : text(pair?.discardThicknessMm ?? 26),
      sweptOuterDiameterMm: text(pair?.sweptOuterDiameterMm ?? 320),
      sweptInnerDiameterMm: text(pair?.sweptInnerDiameterMm ?? 215),
      newMassKg: recordText(pair?.newMassKg, 'mass', system),
      material: pair?.material ?? 'greyIron',
      vented: pair?.isVented === true ? 'vented' : pair?.isVented === false ? 'plain' : 'byThickness',
      minMassKg: recordText(pair?.minMassKg, 'mass', system),
      face: pair?.face ?? 'plain',
      hasCurvedVanes: pair?.hasCurvedVanes ?? false,
      isTwoPiece: pair?.isTwoPiece ?? false,
      notes: pair?.notes ?? '',
    },
    pair,
  );
  const { control } = form;
  const isCeramic = useWatch({ control, name: 'material' }) === 'carbonCeramic';
  const orNull = (typed: string, dimension: 'length' | 'mass'): number | null =>
    typed.trim() === '' ? null : quantity(typed, dimension);
  const { saveRecord, saving, problem, warning } = useSaveRecord('rotorPairs', form, finished, openedAs);
  const save = form.handleSubmit(({ vented, ...f }) =>
    saveRecord(
      {
        ...(pair ?? newRecord()),
        ...f,
        carId: f.carId === 'none' ? null : f.carId,
        newThicknessMm: quantity(f.newThicknessMm, 'length'),
        isVented: vented === 'byThickness' ? null : vented === 'vented',
        discardThicknessMm: orNull(f.discardThicknessMm, 'length'),
        minMassKg: f.material === 'carbonCeramic' ? orNull(f.minMassKg, 'mass') : null,
        sweptOuterDiameterMm: quantity(f.sweptOuterDiameterMm, 'length'),
        sweptInnerDiameterMm: quantity(f.sweptInnerDiameterMm, 'length'),
        isSizeAssumed: false,
        newMassKg: orNull(f.newMassKg, 'mass'),
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
      footer={
        <SaveBar
          problem={problem}
          saving={saving}
          warning={warning}
          onSave={() => void save()}
          label="Save rotor pair"
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="The pair">
        <TextField
          control={control}
          name="label"
          label="Label"
          required
          check={takenBy(
            logbook.rotorPairs.values(),
            pair?.id,
            (r) => r.label,
            (r) => `${r.label}, ${r.axle}`,
          )}
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
        <PickField control={control} name="carId" label="Car" options={ownerOptions(logbook)} />
        <QuantityField control={control} name="newThicknessMm" label="Thickness when new" dimension="length" />
        <QuantityField
          control={control}
          name="discardThicknessMm"
          label="Discard thickness, cast on the hat"
          dimension="length"
          optional={isCeramic}
          hint={isCeramic ? 'Judged by weight: may stay empty' : undefined}
        />
        <ChoiceField
          control={control}
          name="material"
          label="Material"
          options={[
            { value: 'greyIron', label: 'Iron' },
            { value: 'carbonCeramic', label: 'Carbon-ceramic' },
          ]}
        />
        {isCeramic ? (
          <QuantityField control={control} name="minMassKg" label="Least weight, on the hat" dimension="mass" />
        ) : null}
        <ChoiceField
          control={control}
          name="vented"
          label="Vanes"
          options={[
            { value: 'byThickness', label: 'By thickness' },
            { value: 'vented', label: 'Vented' },
            { value: 'plain', label: 'Solid' },
          ]}
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
