import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useWatch } from 'react-hook-form';
import {
  type Car,
  type Fact,
  type TrackEvent,
  dateIn,
  parseQuantity,
  preferredUnit,
  pressureAtAltitude,
  toStandardPressure,
} from '@calvik/core';
import { dipPen } from '../../api/client';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { ChoiceField, DateField, DraftNotice, PickField, QuantityField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../gone';
import { NumberPad } from '../../ui/number-pad';
import { SaveBar } from '../../ui/save-bar';
import { quantityText, recordText } from '../../ui/quantity-text';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { useQuantity } from '../save-record';
import { FluidBar } from './fluid-bar';
import { TesterPanel } from './tester-panel';
import { useEventFor, useFluid } from './use-fluid';
import { type Correction, type NewFact, asFact, momentFor, useCorrected, useSaveFact } from '../save-fact';
import { useTell } from '../../state/use-say';
import { routes } from '../routes';

type Mode = 'byHand' | 'tester' | 'pen';

interface TestForm {
  mode: Mode;
  reading: string;
  water: string;
  sampleFrom: 'car' | 'bottle';
  bottleId: string;
  ambientFrom: 'altitude' | 'barometer';
  altitude: string;
  pressure: string;
  /** What the tester found, with the air pressure that it knows. */
  tester: { readingC: number; ambientKpa: number } | null;
  penBy: 'byHand' | 'simulatedPen';
  date: string;
  because: string;
}

export function TestScreen() {
  const {
    id,
    event: eventId,
    corrects,
    job,
  } = useLocalSearchParams<{ id: string; event?: string; corrects?: string; job?: string }>();
  const car = useLogbook().cars.get(id);
  const event = useEventFor(id, eventId);
  const corrected = useCorrected(corrects);
  if (!car || (corrects && !corrected)) return <Gone what={car ? 'entry' : 'car'} back="/cars" />;
  return <TestPage key={`${car.id} ${corrects ?? ''}`} car={car} event={event} corrected={corrected} jobId={job} />;
}

function initial(
  corrected: Fact | undefined,
  today: string,
  altitudeM: number,
  timeZone: string,
  system: 'metric' | 'imperial',
): TestForm {
  const boil = corrected?.kind === 'boilingTest' ? corrected : null;
  const pen = corrected?.kind === 'moistureReading' ? corrected : null;
  return {
    mode: pen ? 'pen' : 'byHand',
    reading: recordText(boil?.readingC, 'temperature', system),
    water: pen ? String(pen.waterPercent) : '',
    sampleFrom: 'car',
    bottleId: '',
    ambientFrom: boil?.ambientFrom ?? 'altitude',
    altitude: quantityText(altitudeM, 'altitude', system),
    pressure: boil
      ? recordText(boil.ambientKpa, 'pressure', system)
      : quantityText(pressureAtAltitude(altitudeM), 'pressure', system),
    tester: null,
    penBy: 'byHand',
    date: corrected ? dateIn(corrected.at, timeZone) : today,
    because: '',
  };
}

/** A boiling test or a pen reading: by hand or from the bench, with the verdict while typing. */
function TestPage({
  car,
  event,
  corrected,
  jobId,
}: {
  car: Car;
  event: TrackEvent | null;
  corrected: Fact | undefined;
  jobId: string | undefined;
}) {
  const tell = useTell();
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const crew = useCrewOnDuty();
  const { system, show } = useUnits();
  const quantity = useQuantity();
  const { shop } = logbook;
  const { form, restored, startOver, finished } = useDraftForm<TestForm>(
    `test.${car.id}.${corrected?.id ?? ''}`,
    initial(corrected, today, shop.altitudeM, shop.timeZone, system),
  );
  const { control, setValue } = form;
  const values = useWatch({ control }) as TestForm;
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const [dipping, setDipping] = useState(false);

  const draft = useMemo((): NewFact | null => {
    if (values.mode === 'pen') {
      const water = parseQuantity(values.water, 'share');
      return water.ok
        ? { kind: 'moistureReading', carId: car.id, waterPercent: water.value, instrument: values.penBy }
        : null;
    }
    const fromBottle = values.sampleFrom === 'bottle';
    if (fromBottle && !values.bottleId) return null;
    const sample = fromBottle ? { bottleId: values.bottleId } : { carId: car.id };
    if (values.mode === 'tester') {
      return values.tester
        ? { kind: 'boilingTest', ...sample, ...values.tester, ambientFrom: 'altitude', instrument: 'simulatedTester' }
        : null;
    }
    const reading = parseQuantity(values.reading, 'temperature', preferredUnit('temperature', system));
    if (!reading.ok) return null;
    const ambientKpa =
      values.ambientFrom === 'altitude'
        ? pressureAtAltitude(quantity(values.altitude, 'altitude'))
        : quantity(values.pressure, 'pressure');
    return {
      kind: 'boilingTest',
      ...sample,
      readingC: reading.value,
      ambientKpa,
      ambientFrom: values.ambientFrom,
      instrument: 'byHand',
    };
    // `quantity` reads by `system` alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [values, car.id, system]);

  const correction: Correction | undefined = corrected && { fact: corrected, because: values.because.trim() };
  const judged = useMemo(
    () =>
      draft && values.sampleFrom === 'car'
        ? asFact(
            draft,
            momentFor(values.date, shop.timeZone, corrected),
            crew?.id ?? '',
            corrected && { fact: corrected, because: '…' },
          )
        : null,
    [draft, values.sampleFrom, values.date, shop.timeZone, crew, corrected],
  );
  const judgement = useFluid(car, event, judged);
  const previous = judgement.state.fillings
    .flatMap((f) => f.tests)
    .filter((x) => x.test.id !== judged?.id)
    .at(-1);

  const save = async (): Promise<void> => {
    if (!draft)
      return setSentence(
        values.mode === 'tester'
          ? 'Run the tester first.'
          : values.sampleFrom === 'bottle' && !values.bottleId
            ? 'Choose the bottle that the sample is from.'
            : 'Type the reading first.',
      );
    setSentence(null);
    // A test asked for by planned work counts for it.
    const forJob = jobId ?? corrected?.jobId;
    if (await saveFact(forJob ? { ...draft, jobId: forJob } : draft, values.date, correction)) {
      finished();
      router.replace(
        jobId && logbook.jobs.get(jobId)?.kind === 'service'
          ? routes.service(jobId)
          : values.sampleFrom === 'bottle'
            ? routes.bottle(values.bottleId)
            : routes.fluid(car.id, { event: event?.id }),
      );
    }
  };
  const dip = async (): Promise<void> => {
    setDipping(true);
    try {
      const { waterPercent } = await dipPen(car.id);
      setValue('water', String(waterPercent));
      setValue('penBy', 'simulatedPen');
      setSentence(null);
    } catch (error) {
      setSentence(error instanceof Error ? error.message : String(error));
    }
    setDipping(false);
  };

  const bottles = [...logbook.bottles.values()]
    .filter((b) => !b.archived)
    .map((b) => ({ value: b.id, label: `${b.label} ${logbook.fluids.get(b.fluidId)?.name ?? ''}` }));
  return (
    <Screen
      title={corrected ? 'Correct a reading' : values.mode === 'pen' ? 'Moisture pen' : 'Boiling test'}
      above={car.name}
      back={`/cars/${car.id}`}
      footer={
        <SaveBar
          problem={sentence ?? problem}
          saving={saving}
          onSave={() => void save()}
          label={
            corrected
              ? 'Save the correction'
              : values.mode === 'tester' && values.tester
                ? 'Save this reading'
                : 'Save reading'
          }
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Segments
        label="Instrument"
        value={values.mode}
        onChange={(mode) => setValue('mode', mode)}
        options={[
          { value: 'byHand', label: 'By hand' },
          { value: 'tester', label: 'Tester' },
          { value: 'pen', label: 'Pen' },
        ]}
      />
      {values.sampleFrom === 'car' ? (
        <View style={styles.live} testID="live-verdict">
          <View style={styles.head}>
            <Text as="label">
              {previous ? `Last test ${show(previous.test.readingC, 'temperature')}` : 'First test of this car'}
            </Text>
            {judged ? <VerdictMark verdict={judgement.verdict} /> : null}
          </View>
          {judged ? (
            <>
              <FluidBar judgement={judgement} />
              <Text>{tell(judgement.headline)}</Text>
            </>
          ) : (
            <Text as="small">{`Wants ${show(judgement.demanded.value, 'temperature')} ${event ? `at ${event.name}` : 'today'}.`}</Text>
          )}
        </View>
      ) : null}
      {values.mode === 'byHand' ? (
        <NumberPad
          label="Boiling point"
          dimension="temperature"
          text={values.reading}
          onChange={(text) => setValue('reading', text)}
          unitKeys={['degC', 'degF']}
        />
      ) : null}
      {values.mode === 'tester' ? (
        <TesterPanel
          sample={values.sampleFrom === 'bottle' && values.bottleId ? { bottleId: values.bottleId } : { carId: car.id }}
          depth={values.sampleFrom === 'bottle' ? '30 mm' : quantityText(car.reservoirDepthMm, 'length', system)}
          onResult={(readingC, ambientKpa) => setValue('tester', { readingC, ambientKpa })}
        />
      ) : null}
      {values.mode === 'pen' ? (
        <View style={styles.live}>
          <Text as="small">
            A pen reads conductivity and is fooled by the type of fluid. A boiling test outranks it.
          </Text>
          <NumberPad
            label="Water content"
            dimension="share"
            text={values.water}
            onChange={(text) => {
              setValue('water', text);
              setValue('penBy', 'byHand');
            }}
            unitKeys={[]}
          />
          <MainButton mode="outlined" onPress={() => void dip()} loading={dipping} disabled={dipping}>
            Dip the bench pen
          </MainButton>
        </View>
      ) : null}
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
      {values.mode === 'pen' ? null : (
        <Section title="The sample">
          {corrected ? null : (
            <ChoiceField
              control={control}
              name="sampleFrom"
              label="Sample from"
              options={[
                { value: 'car', label: 'This car' },
                { value: 'bottle', label: 'A bottle' },
              ]}
            />
          )}
          {values.sampleFrom === 'bottle' ? (
            <PickField control={control} name="bottleId" label="Bottle" options={bottles} />
          ) : null}
          {values.mode === 'byHand' ? (
            <>
              <ChoiceField
                control={control}
                name="ambientFrom"
                label="Air pressure from"
                options={[
                  { value: 'altitude', label: 'Altitude' },
                  { value: 'barometer', label: 'Barometer' },
                ]}
              />
              {values.ambientFrom === 'altitude' ? (
                <QuantityField control={control} name="altitude" label="Altitude of the tester" dimension="altitude" />
              ) : (
                <QuantityField
                  control={control}
                  name="pressure"
                  label="Air pressure"
                  dimension="pressure"
                  hint="Station pressure, not the one reduced to sea level"
                />
              )}
              {draft?.kind === 'boilingTest' ? (
                <Text as="small">{`At sea level that is ${show(toStandardPressure(draft.readingC, draft.ambientKpa), 'temperature', 1)}.`}</Text>
              ) : null}
            </>
          ) : null}
        </Section>
      )}
      <Section title="When">
        <DateField control={control} name="date" label="Tested on" />
      </Section>
    </Screen>
  );
}

const styles = StyleSheet.create({
  live: { gap: 8 },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', minHeight: 24 },
});
