import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { TextInput } from 'react-native-paper';
import { useFormState, useWatch } from 'react-hook-form';
import { type Goods, type Supplier, type WearPart, carLabel } from '@calvik/core';
import { dateIn, longDate, onShelf } from '@calvik/core';
import { readCount } from '@calvik/core/units';
import { useCrewOnDuty, useLogbook, useSync } from '../../state/hooks';
import { Chips } from '../../ui/chips';
import { ChoiceField, DraftNotice, PickField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../../records/not-found-page';
import { PickList } from '../../ui/pick-list';
import { SaveBar } from '../../ui/save-bar';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { RecordFoot } from '../../records/record-foot';
import { useSaveRecord } from '../../records/save-record';
import { newId, newRecord } from '../../state/new-record';

const goodsOptions: { value: Goods; label: string }[] = [
  { value: 'padSet', label: 'Pads' },
  { value: 'rotorPair', label: 'Rotors' },
  { value: 'bottle', label: 'Fluid' },
  { value: 'wearPart', label: 'Hoses, small parts' },
];

/** A whole number as typed; NaN for anything else. */
const whole = (text: string): number => readCount(text) ?? Number.NaN;

export function SupplierScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const supplier = useLogbook().suppliers.get(id);
  if (id !== 'new' && !supplier) return <Gone what="supplier" back="/inventory/orders" />;
  return <SupplierForm key={id} supplier={supplier ?? null} />;
}

function SupplierForm({ supplier }: { supplier: Supplier | null }) {
  const { form, restored, startOver, finished, openedAs } = useDraftForm(
    `supplier.${supplier?.id ?? 'new'}`,
    {
      name: supplier?.name ?? '',
      supplies: supplier?.supplies ?? ([] as Goods[]),
      leadDays: String(supplier?.leadDays ?? 3),
      notes: supplier?.notes ?? '',
    },
    supplier,
  );
  const { control, setValue } = form;
  const { errors } = useFormState({ control });
  const { saveRecord, saving, problem, warning } = useSaveRecord('suppliers', form, finished, openedAs);
  const supplies = useWatch({ control, name: 'supplies' }) as Goods[];
  const save = form.handleSubmit((f) => {
    const leadDays = whole(f.leadDays);
    if (Number.isNaN(leadDays)) return form.setError('leadDays', { message: 'A whole number of working days.' });
    return saveRecord({ ...(supplier ?? newRecord()), ...f, leadDays }, '/inventory/orders');
  });
  return (
    <Screen
      title={supplier?.name ?? 'New supplier'}
      back="/inventory/orders"
      footer={
        <SaveBar problem={problem} saving={saving} warning={warning} onSave={() => void save()} label="Save supplier" />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section>
        <TextField control={control} name="name" label="Name" required />
        <Text as="small">Sells</Text>
        <Chips label="Sells" options={goodsOptions} chosen={supplies} onChange={(next) => setValue('supplies', next)} />
        {errors.supplies?.message ? (
          <Text tone="stop" live>
            {errors.supplies.message}
          </Text>
        ) : null}
        <TextField control={control} name="leadDays" label="Working days from order to door" required />
        <TextField control={control} name="notes" label="Notes" lines={2} />
      </Section>
      {supplier ? <RecordFoot collection="suppliers" record={supplier} name={supplier.name} /> : null}
    </Screen>
  );
}

const kindOptions: { value: WearPart['kind']; label: string }[] = [
  { value: 'hose', label: 'Brake hose' },
  { value: 'ductHose', label: 'Duct hose' },
  { value: 'slidePins', label: 'Slide pins' },
  { value: 'seals', label: 'Seals' },
  { value: 'sensor', label: 'Wear sensor' },
  { value: 'other', label: 'Something else' },
];

export function WearPartScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const part = useLogbook().wearParts.get(id);
  if (id !== 'new' && !part) return <Gone what="part" back="/inventory" />;
  return <WearPartForm key={id} part={part ?? null} />;
}

function WearPartForm({ part }: { part: WearPart | null }) {
  const { form, restored, startOver, finished, openedAs } = useDraftForm(
    `wearPart.${part?.id ?? 'new'}`,
    {
      name: part?.name ?? '',
      kind: part?.kind ?? 'hose',
      axle: part?.axle ?? 'both',
      reorderAt: String(part?.reorderAt ?? 1),
    },
    part,
  );
  const { control } = form;
  const { saveRecord, saving, problem, warning } = useSaveRecord('wearParts', form, finished, openedAs);
  const save = form.handleSubmit((f) => {
    const reorderAt = whole(f.reorderAt);
    if (Number.isNaN(reorderAt)) return form.setError('reorderAt', { message: 'A whole number of pieces.' });
    const record: WearPart = {
      ...(part ?? { ...newRecord(), carId: null }),
      name: f.name,
      kind: f.kind as WearPart['kind'],
      axle: f.axle === 'both' ? null : (f.axle as WearPart['axle']),
      reorderAt,
    };
    return saveRecord(record, ({ id }) => (part ? '/inventory' : `/inventory/wear-parts/${id}`));
  });
  return (
    <Screen
      title={part?.name ?? 'New wear part'}
      back="/inventory"
      footer={<SaveBar problem={problem} saving={saving} warning={warning} onSave={() => void save()} label="Save" />}
    >
      <DraftNotice restored={restored} startOver={startOver} />
      {part ? <Shelf part={part} /> : null}
      <Section title="What it is">
        <TextField control={control} name="name" label="Name, with its size" required />
        <PickField control={control} name="kind" label="Kind" options={kindOptions} />
        <ChoiceField
          control={control}
          name="axle"
          label="Goes on"
          options={[
            { value: 'front', label: 'Front' },
            { value: 'rear', label: 'Rear' },
            { value: 'both', label: 'Either' },
          ]}
        />
        <TextField control={control} name="reorderAt" label="Order again at or under" required />
      </Section>
      {part ? <RecordFoot collection="wearParts" record={part} name={part.name} /> : null}
    </Screen>
  );
}

/** What lies there, counted anew or taken for a car. */
function Shelf({ part }: { part: WearPart }) {
  const logbook = useLogbook();
  const sync = useSync();
  const onDuty = useCrewOnDuty();
  const [count, setCount] = useState('');
  const [taking, setTaking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const saveCount = async (): Promise<void> => {
    const n = whole(count);
    if (Number.isNaN(n) || n > 1000) return setProblem('Count them: a whole number up to 1000.');
    if (!onDuty) return setProblem('Say first who is on duty: in the settings.');
    const now = new Date().toISOString();
    const result = await sync.save('facts', {
      id: newId(),
      kind: 'stockCounted',
      at: now,
      recordedAt: now,
      by: onDuty.id,
      wearPartId: part.id,
      count: n,
    });
    setProblem(result.state === 'refused' ? result.sentence : null);
    if (result.state !== 'refused') setCount('');
  };
  const take = async (carId: string): Promise<void> => {
    setTaking(false);
    if (!onDuty) return setProblem('Say first who is on duty: in the settings.');
    const now = new Date().toISOString();
    const result = await sync.save('facts', {
      id: newId(),
      kind: 'wearPartUsed',
      at: now,
      recordedAt: now,
      by: onDuty.id,
      wearPartId: part.id,
      carId,
      count: 1,
    });
    setProblem(result.state === 'refused' ? result.sentence : null);
  };
  const here = onShelf(logbook, part.id);
  const used = logbook.factsOfPart(part.id).filter((f) => f.kind === 'wearPartUsed');
  return (
    <Section title="On the shelf">
      <Text as="figure">{String(here)}</Text>
      {here <= part.reorderAt ? (
        <Text tone="amber">{`Low: it is on the shopping list at ${part.reorderAt} and under.`}</Text>
      ) : null}
      <View style={{ flexDirection: 'row', gap: 8, alignItems: 'center' }}>
        <TextInput
          mode="outlined"
          label="Counted"
          aria-label="Counted"
          value={count}
          onChangeText={setCount}
          inputMode="numeric"
          style={{ flex: 1 }}
        />
        <MainButton mode="outlined" onPress={() => void saveCount()}>
          Save the count
        </MainButton>
      </View>
      {here > 0 ? (
        <MainButton mode="outlined" onPress={() => setTaking(true)}>
          Take one for a car
        </MainButton>
      ) : null}
      <PickList
        title="For which car"
        options={[...logbook.cars.values()]
          .filter((c) => !c.archived)
          .sort((a, b) => a.name.localeCompare(b.name))
          .map((c) => ({ value: c.id, label: carLabel(logbook, c.id) }))}
        chosen={undefined}
        visible={taking}
        onClose={() => setTaking(false)}
        onPick={(carId) => void take(carId)}
      />
      {problem ? <Text tone="stop">{problem}</Text> : null}
      {used.map((f) =>
        f.kind === 'wearPartUsed' ? (
          <Text
            key={f.id}
            as="small"
          >{`${f.count} on ${carLabel(logbook, f.carId) || 'a car'}, ${longDate(dateIn(f.at, logbook.shop.timeZone))}`}</Text>
        ) : null,
      )}
    </Section>
  );
}
