import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect } from 'react';
import type { Bottle } from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { DateField, DraftNotice, PickField, QuantityField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { SaveBar } from '../../ui/save-bar';
import { quantityText } from '../../ui/quantity-text';
import { MainButton, Screen, Section } from '../../ui/screen';
import { takenBy } from '../../records/duplicates';
import { useSaveRecord, useQuantity } from '../../records/save-record';
import { newRecord } from '../../state/new-record';
import { routes } from '../../routes';

interface BottleForm {
  label: string;
  fluidId: string;
  size: string;
  batch: string;
  receivedOn: string;
}

export function NewBottleScreen() {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { system } = useUnits();
  const quantity = useQuantity();
  const next = Math.max(0, ...[...logbook.bottles.values()].map((b) => Number(/(\d+)$/.exec(b.label)?.[1] ?? 0))) + 1;
  const { form, restored, startOver, finished } = useDraftForm<BottleForm>('bottle.new', {
    label: `B-${String(next).padStart(3, '0')}`,
    fluidId: '',
    size: quantityText(1000, 'volume', system),
    batch: '',
    receivedOn: today,
  });
  const { fluid } = useLocalSearchParams<{ fluid?: string }>();
  const { setValue } = form;
  // Whoever comes from a new fluid means a bottle of it.
  useEffect(() => {
    if (fluid) setValue('fluidId', fluid);
  }, [fluid, setValue]);
  const { saveRecord, saving, problem, warning } = useSaveRecord('bottles', form, finished);
  const save = form.handleSubmit(({ size, ...f }) => {
    const record: Bottle = { ...newRecord(), ...f, sizeMl: quantity(size, 'volume') };
    return saveRecord(record, ({ id }) => `/inventory/bottles/${id}`);
  });
  const taken = takenBy(
    logbook.bottles.values(),
    undefined,
    (b) => b.label,
    (b) => `${b.label}, ${logbook.fluids.get(b.fluidId)?.name ?? 'fluid not known'}`,
  );
  const fluids = [...logbook.fluids.values()]
    .filter((f) => !f.archived)
    .map((f) => ({ value: f.id, label: `${f.name} (${f.grade})` }));
  return (
    <Screen
      title="New bottle"
      back="/inventory"
      footer={
        <SaveBar problem={problem} saving={saving} warning={warning} onSave={() => void save()} label="Save bottle" />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section>
        <TextField
          control={form.control}
          name="label"
          label="Label"
          hint="Write this on the bottle"
          required
          check={taken}
        />
        <PickField control={form.control} name="fluidId" label="Fluid" options={fluids} />
        <MainButton mode="text" icon="plus" onPress={() => router.push(routes.newFluid)}>
          New fluid
        </MainButton>
        <QuantityField control={form.control} name="size" label="Size" dimension="volume" />
        <TextField control={form.control} name="batch" label="Batch" />
        <DateField control={form.control} name="receivedOn" label="Received" />
      </Section>
    </Screen>
  );
}
