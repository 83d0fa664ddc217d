import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { useFormState, useWatch } from 'react-hook-form';
import type { DrivenAt, Procedure } from '@calvik/core';
import { readFigure } from '@calvik/core/units';
import { drivenAtNames } from '@calvik/words/bedding';
import { useDraftForm } from '../../state/use-draft-form';
import { useLogbook } from '../../state/hooks';
import { Chips } from '../../ui/chips';
import { ChoiceField, DraftNotice, NumberField, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { recordText } from '../../ui/quantity-text';
import { SaveBar } from '../../ui/save-bar';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { Gone } from '../../records/not-found-page';
import { RecordFoot } from '../../records/record-foot';
import { routes } from '../../routes';
import { useQuantity, useSaveRecord } from '../../records/save-record';
import { newRecord } from '../../state/new-record';
import { type ProcedureForm, SeriesFields, emptySeries, seriesForm, seriesOf } from './series-fields';

const ANY = 'any';
const places: DrivenAt[] = ['closedCourse', 'privateGround', 'road'];

const figure = (text: string): number => readFigure(text) ?? Number.NaN;

/** @param of the procedure that is edited, or that a new one is copied from */
function ProcedureFormScreen({ procedure, of }: { procedure: Procedure | null; of: Procedure | null }) {
  const router = useRouter();
  const { system } = useUnits();
  const quantity = useQuantity();
  const compounds = useLogbook().compounds;
  const options = useMemo(
    () => [
      { value: ANY, label: 'Any of its use' },
      ...[...compounds.values()].filter((c) => !c.archived).map((c) => ({ value: c.id, label: c.name })),
    ],
    [compounds],
  );
  const from = procedure ?? of;
  const { form, restored, startOver, finished, openedAs } = useDraftForm<ProcedureForm>(
    `procedure.${procedure?.id ?? `new.${of?.id ?? ''}`}`,
    {
      name: procedure?.name ?? (of ? `${of.name}, own`.slice(0, 60) : ''),
      author: procedure?.author ?? 'shop',
      source: procedure?.source ?? '',
      compoundId: from?.compoundId ?? ANY,
      use: from?.use ?? 'track',
      isMachine: from?.isMachine ?? false,
      series: from && from.series.length > 0 ? from.series.map((s) => seriesForm(s, system)) : [emptySeries],
      coolingMin: String(from?.cooling.minutes ?? 8),
      coolingSpeed: recordText(from?.cooling.kmh ?? 70, 'speed', system),
      cycles: String(from?.cycles ?? 1),
      places: from?.places ?? ['closedCourse'],
      aimsAt: recordText(from?.aimsAtC, 'temperature', system),
      notes: from?.notes ?? '',
    },
    procedure,
  );
  const { control } = form;
  const { errors } = useFormState({ control });
  const { saveRecord, saving, problem, warning } = useSaveRecord('procedures', form, finished, openedAs);
  const isMachine = useWatch({ control, name: 'isMachine' });
  const chosen = useWatch({ control, name: 'places' });
  const save = form.handleSubmit((f) =>
    saveRecord(
      {
        ...(procedure ?? newRecord()),
        name: f.name,
        author: f.author,
        source: f.source,
        compoundId: f.compoundId === ANY ? null : f.compoundId,
        use: f.use,
        isMachine: f.isMachine,
        series: f.isMachine ? [] : f.series.map((s) => seriesOf(s, (text) => quantity(text, 'speed'))),
        cooling: { minutes: figure(f.coolingMin), kmh: quantity(f.coolingSpeed, 'speed') },
        cycles: figure(f.cycles),
        places: f.isMachine ? [] : f.places,
        aimsAtC: f.aimsAt.trim() === '' ? null : quantity(f.aimsAt, 'temperature'),
        notes: f.notes,
      },
      routes.procedures,
    ),
  );
  return (
    <Screen
      title={procedure ? procedure.name : 'New procedure'}
      above={procedure && procedure.version > 0 ? `Procedure, version ${procedure.version}` : 'Bedding procedure'}
      back={routes.procedures}
      actions={
        procedure ? (
          <MainButton mode="text" onPress={() => router.push(routes.newProcedure({ from: procedure.id }))}>
            Copy
          </MainButton>
        ) : undefined
      }
      footer={
        <SaveBar
          problem={problem}
          saving={saving}
          warning={warning}
          onSave={() => void save()}
          label="Save procedure"
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      {procedure ? (
        <Text as="small">A run keeps the version that it followed: what is changed here holds for the next one.</Text>
      ) : null}
      <Section title="What it is">
        <TextField control={control} name="name" label="Name" required />
        <PickField
          control={control}
          name="author"
          label="Whose it is"
          options={[
            { value: 'padMaker', label: 'Pad maker’s sheet' },
            { value: 'rotorMaker', label: 'Rotor maker’s sheet' },
            { value: 'shop', label: 'The shop’s own' },
            { value: 'common', label: 'Common practice' },
          ]}
        />
        <TextField control={control} name="source" label="Where it stands" hint="Sheet and page" />
        <PickField control={control} name="compoundId" label="For the compound" options={options} />
        <ChoiceField
          control={control}
          name="use"
          label="For pads made for"
          options={[
            { value: 'road', label: 'Road' },
            { value: 'track', label: 'Track' },
            { value: 'race', label: 'Race' },
          ]}
        />
        <SwitchField control={control} name="isMachine" label="Off the car, on a machine" />
      </Section>
      {isMachine ? null : (
        <>
          <SeriesFields control={control} />
          <Section title="Cooling, after each cycle">
            <NumberField control={control} name="coolingMin" label="Rolling without brakes, min" />
            <QuantityField control={control} name="coolingSpeed" label="At about" dimension="speed" />
            <NumberField control={control} name="cycles" label="Usual cycles" />
          </Section>
          <Section title="Where it may be driven">
            <Chips
              label="Place"
              columns={1}
              chosen={chosen}
              onChange={(to) => {
                // A complaint of a field that is no input stands until somebody takes it off.
                form.clearErrors('places');
                form.setValue('places', to, { shouldDirty: true });
              }}
              options={places.map((p) => ({ value: p, label: drivenAtNames[p] }))}
            />
            {errors.places ? (
              <Text tone="stop" live>
                {errors.places.message ?? ''}
              </Text>
            ) : null}
          </Section>
          <Section title="What it aims at">
            <QuantityField
              control={control}
              name="aimsAt"
              label="Rotor face"
              dimension="temperature"
              optional
              hint="Empty: between layer and fade of the compound"
            />
          </Section>
        </>
      )}
      <TextField control={control} name="notes" label="Notes" lines={3} />
      {procedure ? <RecordFoot collection="procedures" record={procedure} name={procedure.name} /> : null}
    </Screen>
  );
}

export function NewProcedureScreen() {
  const { from } = useLocalSearchParams<{ from?: string }>();
  const of = useLogbook().procedures.get(from ?? '') ?? null;
  return <ProcedureFormScreen key={from ?? 'new'} procedure={null} of={of} />;
}

export function EditProcedureScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const procedure = useLogbook().procedures.get(id);
  return procedure ? (
    <ProcedureFormScreen key={id} procedure={procedure} of={null} />
  ) : (
    <Gone what="procedure" back="/procedures" />
  );
}
