import { type Fluid, type Grade, gradeFacts, grades } from '@calvik/core';
import { useWatch } from 'react-hook-form';
import { useState } from 'react';
import { useLogbook } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { takenBy } from '../doubles';
import { routes } from '../routes';
import { DraftNotice, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { SaveBar } from '../../ui/save-bar';
import { Screen, Section } from '../../ui/screen';
import { newRecord, useSaveRecord, useQuantity } from '../save-record';

interface FluidForm {
  name: string;
  grade: Grade;
  dry: string;
  wet: string;
  darkWhenNew: boolean;
}

export function NewFluidScreen() {
  const { show } = useUnits();
  const quantity = useQuantity();
  const { form, restored, startOver, finished } = useDraftForm<FluidForm>('fluid.new', {
    name: '',
    grade: 'DOT 4',
    dry: '',
    wet: '',
    darkWhenNew: false,
  });
  const { saveRecord, saving, problem } = useSaveRecord('fluids', form, finished);
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
      ...newRecord(),
      ...f,
      dryBoilingPointC: quantity(dry, 'temperature'),
      wetBoilingPointC: quantity(wet, 'temperature'),
    };
    return saveRecord(record, routes.newBottleOf(record.id));
  });
  return (
    <Screen
      title="New fluid"
      back="/inventory"
      footer={
        <SaveBar
          problem={asked ?? problem}
          saving={saving}
          onSave={() => void save()}
          label={asked ? 'It does: save, then enter the bottle' : 'Save, then enter the bottle'}
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
            undefined,
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
    </Screen>
  );
}
