import { type Fluid, type Grade, gradeFacts, grades } from '@calvik/core';
import { useLocalSearchParams } from 'expo-router';
import { useWatch } from 'react-hook-form';
import { useState } from 'react';
import { useLogbook } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { takenBy } from '../../records/duplicates';
import { Gone } from '../../records/not-found-page';
import { RecordFoot } from '../../records/record-foot';
import { routes } from '../../routes';
import { DraftNotice, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { recordText } from '../../ui/quantity-text';
import { SaveBar } from '../../ui/save-bar';
import { Screen, Section } from '../../ui/screen';
import { useSaveRecord, useQuantity } from '../../records/save-record';
import { newRecord } from '../../state/new-record';

interface Values {
  name: string;
  grade: Grade;
  dry: string;
  wet: string;
  darkWhenNew: boolean;
}

export const NewFluidScreen = () => <FluidForm fluid={null} />;

export function FluidScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const fluid = useLogbook().fluids.get(id);
  return fluid ? <FluidForm key={id} fluid={fluid} /> : <Gone what="fluid" back="/inventory" />;
}

function FluidForm({ fluid }: { fluid: Fluid | null }) {
  const { show, system } = useUnits();
  const quantity = useQuantity();
  const { form, restored, startOver, finished, openedAs } = useDraftForm<Values>(
    `fluid.${fluid?.id ?? 'new'}`,
    {
      name: fluid?.name ?? '',
      grade: fluid?.grade ?? 'DOT 4',
      dry: recordText(fluid?.dryBoilingPointC ?? null, 'temperature', system),
      wet: recordText(fluid?.wetBoilingPointC ?? null, 'temperature', system),
      darkWhenNew: fluid?.darkWhenNew ?? false,
    },
    fluid,
  );
  const { saveRecord, saving, problem, warning } = useSaveRecord('fluids', form, finished, openedAs);
  const [asked, setAsked] = useState<string | null>(null);
  const logbook = useLogbook();
  const grade = useWatch({ control: form.control, name: 'grade' });
  const minimum = gradeFacts[grade].minimum;
  const save = form.handleSubmit(({ dry, wet, ...f }) => {
    const low =
      minimum &&
      quantity(wet, 'temperature') < quantity(dry, 'temperature') &&
      (quantity(dry, 'temperature') < minimum.dryC || quantity(wet, 'temperature') < minimum.wetC)
        ? `${grade} asks for ${show(minimum.dryC, 'temperature')} dry and ${show(minimum.wetC, 'temperature')} wet at least: does the label really say less?`
        : null;
    if (low && asked !== low) return setAsked(low);
    const record: Fluid = {
      ...(fluid ?? newRecord()),
      ...f,
      dryBoilingPointC: quantity(dry, 'temperature'),
      wetBoilingPointC: quantity(wet, 'temperature'),
    };
    return saveRecord(record, ({ id }) => (fluid ? routes.inventory : routes.newBottleOf(id)));
  });
  return (
    <Screen
      title={fluid?.name ?? 'New fluid'}
      back="/inventory"
      footer={
        <SaveBar
          problem={asked ?? problem}
          saving={saving}
          warning={warning}
          onSave={() => void save()}
          label={`${asked ? 'It does: save' : 'Save'}${fluid ? ' fluid' : ', then enter the bottle'}`}
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="What the label says">
        <TextField
          control={form.control}
          name="name"
          label="Name"
          required
          check={takenBy(
            logbook.fluids.values(),
            fluid?.id,
            (f) => f.name,
            (f) => `${f.name}, ${f.grade}`,
          )}
        />
        <PickField
          control={form.control}
          name="grade"
          label="Grade"
          options={grades.map((g) => ({ value: g, label: g }))}
        />
        <QuantityField
          control={form.control}
          name="dry"
          label="Dry boiling point"
          dimension="temperature"
          hint={minimum ? `${grade} asks for at least ${show(minimum.dryC, 'temperature')}` : undefined}
        />
        <QuantityField
          control={form.control}
          name="wet"
          label="Wet boiling point"
          dimension="temperature"
          hint={minimum ? `${grade} asks for at least ${show(minimum.wetC, 'temperature')}` : undefined}
        />
        <SwitchField
          control={form.control}
          name="darkWhenNew"
          label="Dark when new"
          hint="Then colour proves nothing: show the customer tests and volumes."
        />
      </Section>
      {fluid ? <RecordFoot collection="fluids" record={fluid} name={fluid.name} /> : null}
    </Screen>
  );
}
