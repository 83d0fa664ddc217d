import { useLocalSearchParams } from 'expo-router';
import { type Compound, recordDefaults } from '@calvik/core';
import { readFigure } from '@calvik/core/units';
import { useDraftForm } from '../../state/use-draft-form';
import { useLogbook } from '../../state/hooks';
import { ChoiceField, DraftNotice, NumberField, QuantityField, TextField } from '../../ui/form';
import { recordText } from '../../ui/quantity-text';
import { SaveBar } from '../../ui/save-bar';
import { Screen, Section } from '../../ui/screen';
import { useUnits } from '../../ui/units';
import { Gone } from '../../records/not-found-page';
import { RecordFoot } from '../../records/record-foot';
import { useQuantity, useSaveRecord } from '../../records/save-record';
import { newRecord } from '../../state/new-record';

/** A compound of which nothing is known but its name. */
export const newCompound = (name: string, use: Compound['use']): Compound => ({
  ...newRecord(),
  name: name.trim(),
  use,
  ...recordDefaults.compounds,
});

type CompoundForm = Record<
  | 'name'
  | 'minWorkingC'
  | 'maxWorkingC'
  | 'maxTempC'
  | 'friction'
  | 'layerFormsC'
  | 'lostAnHour'
  | 'beddingSource'
  | 'notes',
  string
> & { use: Compound['use'] };

function CompoundFormScreen({ compound }: { compound: Compound | null }) {
  const { system } = useUnits();
  const quantity = useQuantity();
  const temp = (c: number | null | undefined): string => recordText(c, 'temperature', system);
  const { form, restored, startOver, finished, openedAs } = useDraftForm<CompoundForm>(
    `compound.${compound?.id ?? 'new'}`,
    {
      name: compound?.name ?? '',
      use: compound?.use ?? 'track',
      minWorkingC: temp(compound?.minWorkingC),
      maxWorkingC: temp(compound?.maxWorkingC),
      maxTempC: temp(compound?.maxTempC),
      layerFormsC: temp(compound?.layerFormsC),
      lostAnHour: recordText(compound?.lostMmAnHour, 'length', system),
      friction: compound?.friction?.toString() ?? '',
      beddingSource: compound?.beddingSource ?? '',
      notes: compound?.notes ?? '',
    },
    compound,
  );
  const { control } = form;
  const { saveRecord, saving, problem, warning } = useSaveRecord('compounds', form, finished, openedAs);
  const orNull = (typed: string): number | null => (typed.trim() === '' ? null : quantity(typed, 'temperature'));
  const save = form.handleSubmit((f) =>
    saveRecord(
      {
        ...(compound ?? newCompound(f.name, f.use)),
        name: f.name,
        use: f.use,
        minWorkingC: orNull(f.minWorkingC),
        maxWorkingC: orNull(f.maxWorkingC),
        maxTempC: orNull(f.maxTempC),
        layerFormsC: orNull(f.layerFormsC),
        lostMmAnHour: f.lostAnHour.trim() === '' ? null : quantity(f.lostAnHour, 'length'),
        friction: readFigure(f.friction),
        beddingSource: f.beddingSource,
        notes: f.notes,
      },
      '/inventory',
    ),
  );
  return (
    <Screen
      title={compound ? compound.name : 'New compound'}
      above={compound ? 'Compound' : 'Stock'}
      back="/inventory"
      footer={
        <SaveBar problem={problem} saving={saving} warning={warning} onSave={() => void save()} label="Save compound" />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="The compound">
        <TextField control={control} name="name" label="Name" required />
        <ChoiceField
          control={control}
          name="use"
          label="Made for"
          options={[
            { value: 'road', label: 'Road' },
            { value: 'track', label: 'Track' },
            { value: 'race', label: 'Race' },
          ]}
        />
      </Section>
      <Section title="By its maker’s sheet, at the rotor face">
        <QuantityField
          control={control}
          name="minWorkingC"
          label="Works from"
          dimension="temperature"
          optional
          hint="Empty: not on its sheet"
        />
        <QuantityField
          control={control}
          name="maxWorkingC"
          label="Works up to"
          dimension="temperature"
          optional
          hint="Empty: not on its sheet"
        />
        <QuantityField
          control={control}
          name="maxTempC"
          label="Highest temperature"
          dimension="temperature"
          optional
          hint="Over this it fades or burns"
        />
        <NumberField
          control={control}
          name="friction"
          label="Friction"
          optional
          hint="Like 0.42; empty: a usual pad is assumed"
        />
      </Section>
      <Section title="Wear">
        <QuantityField
          control={control}
          name="lostAnHour"
          label="A front pad loses in an hour of track"
          dimension="length"
          optional
          hint="By its sheet. Empty: by what is usual, and by what the shop reads"
        />
      </Section>
      <Section title="Bedding">
        <QuantityField
          control={control}
          name="layerFormsC"
          label="Transfer layer forms from"
          dimension="temperature"
          optional
          hint="Empty: not on its sheet"
        />
        <TextField control={control} name="beddingSource" label="Where its bedding procedure comes from" />
        <TextField control={control} name="notes" label="Notes" lines={2} />
      </Section>
      {compound ? <RecordFoot collection="compounds" record={compound} name={compound.name} /> : null}
    </Screen>
  );
}

export const NewCompoundScreen = () => <CompoundFormScreen compound={null} />;

export function CompoundScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const compound = useLogbook().compounds.get(id);
  return compound ? <CompoundFormScreen key={id} compound={compound} /> : <Gone what="compound" back="/inventory" />;
}
