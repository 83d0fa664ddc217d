import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { type Car, type FluidExchange, carLabel, wasteOf } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { ChoiceField, DateField, DraftNotice, QuantityField, TextField } from '../../ui/form';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { FindingLine, FindingLines } from '../../facts/finding-line';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useCorrected, useSaveFact } from '../../facts/save-fact';
import { FlushBottle } from './flush-bottle';
import { FlushCorners, nippleName } from './flush-corners';
import { useFlush } from './use-flush';

export function FlushScreen() {
  const { id, job, corrects } = useLocalSearchParams<{ id: string; job?: string; corrects?: string }>();
  const car = useLogbook().cars.get(id);
  const corrected = useCorrected(corrects);
  if (!car || (corrects && !corrected)) return <Gone what={car ? 'entry' : 'car'} back="/cars" />;
  return (
    <FlushPage
      key={`${car.id} ${corrects ?? ''}`}
      car={car}
      jobId={job}
      corrected={corrected?.kind === 'fluidExchange' ? corrected : undefined}
    />
  );
}

const feelOptions = (['firm', 'acceptable', 'long', 'soft'] as const).map((value) => ({
  value,
  label: value === 'acceptable' ? 'Fair' : value[0]!.toUpperCase() + value.slice(1),
}));
/** Records a flush or a bleed: bottle, millilitres per corner in sequence, what was seen, the pedal. */
function FlushPage({
  car,
  jobId,
  corrected,
}: {
  car: Car;
  jobId: string | undefined;
  corrected: FluidExchange | undefined;
}) {
  const router = useRouter();
  const tell = useTell();
  const logbook = useLogbook();
  const {
    form,
    restored,
    startOver,
    finished,
    values,
    steps,
    shelf,
    chosen,
    isFull,
    draft,
    after,
    short,
    feel,
    mustNot,
    wantedMl,
  } = useFlush(car, jobId, corrected);
  const { control } = form;
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);

  const save = async (): Promise<void> => {
    const fail = (text: string): void => setSentence(text);
    if (!values.bottleId || !chosen) return fail('Choose the bottle that the fluid came from.');
    if (mustNot && !values.alreadyIn) return fail('Choose another bottle, or say that it has already gone in.');
    const missing = steps.find((_, i) => values.lines[i]!.volume.trim() === '');
    if (missing) return fail(`Type the volume drawn at the ${nippleName(missing)}.`);
    if (!values.pedalBefore || !values.pedalAfter) return fail('Say how the pedal felt, before and after.');
    if (!(await form.trigger())) return fail('Look at the fields marked above.');
    if (!draft) return fail('A volume cannot be read.');
    setSentence(null);
    const { id: _id, at: _at, recordedAt: _recorded, by: _by, replaces: _replaces, because: _because, ...body } = draft;
    if (await saveFact(body, values.date, corrected && { fact: corrected, because: values.because.trim() })) {
      finished();
      router.replace(routes.car(car.id));
    }
  };
  return (
    <Screen
      title={corrected ? 'Correct a flush' : 'Record a flush'}
      above={carLabel(logbook, car.id)}
      back={`/cars/${car.id}`}
      footer={
        <View style={{ gap: 8 }}>
          {sentence || problem ? (
            <Text tone="stop" live>
              {sentence ?? problem}
            </Text>
          ) : null}
          <MainButton
            onPress={() => void save()}
            loading={saving}
            disabled={saving}
            danger={mustNot !== null && values.alreadyIn}
          >
            {mustNot !== null && values.alreadyIn
              ? 'Record it and stop the car'
              : corrected
                ? 'Save the correction'
                : 'Save this flush'}
          </MainButton>
        </View>
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Text as="small">
        Car on stands and chocked, never a jack alone. Eyes and gloves. Fluid eats paint: water at once.
      </Text>
      <ChoiceField
        control={control}
        name="scope"
        label="What was done"
        options={[
          { value: 'full', label: 'Flush' },
          { value: 'heatAffected', label: 'Bleed only' },
        ]}
      />
      <FlushBottle form={form} shelf={shelf} chosen={chosen} />
      {isFull ? (
        <Section title="2  Reservoir">
          <QuantityField
            control={control}
            name="refill"
            label="Drawn out and refilled with new fluid"
            dimension="volume"
            optional
            hint="Empty: not done. It saves about a third of the fluid"
          />
        </Section>
      ) : null}
      <FlushCorners
        title={`${isFull ? 3 : 2}  Corners`}
        car={car}
        steps={steps}
        wantedMl={wantedMl}
        form={form}
        values={values}
        shelf={shelf}
        short={short}
        wasteMl={draft && wasteOf(draft)}
      />
      <Section title={`${isFull ? 4 : 3}  Pedal, engine off`}>
        <ChoiceField control={control} name="pedalBefore" label="Pedal before" options={feelOptions} />
        <ChoiceField
          control={control}
          name="pedalAfter"
          label="Pedal after"
          options={feelOptions}
          hint="Pump until firm before the car moves at all."
        />
        {feel ? <FindingLine finding={feel} /> : null}
      </Section>
      {corrected ? (
        <Section title="Why is it corrected?">
          <TextField
            control={control}
            name="because"
            label="Reason"
            hint="Both entries stay in the history."
            required
          />
        </Section>
      ) : null}
      <Section title="When">
        <DateField control={control} name="date" label="Done on" />
      </Section>
      {after ? (
        <Section title="After this">
          {after.findings.length === 0 ? (
            <Text>{tell(after.headline)}</Text>
          ) : (
            <FindingLines findings={after.findings} />
          )}
        </Section>
      ) : null}
    </Screen>
  );
}
