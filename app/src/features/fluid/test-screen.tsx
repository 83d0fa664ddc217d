import { carLabel, isLocalDate } from '@calvik/core';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { useWatch } from 'react-hook-form';
import type { Car, Fact, TrackEvent } from '@calvik/core';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useDraftForm } from '../../state/use-draft-form';
import { DateField, DraftNotice, TextField } from '../../ui/form';
import { SaveBar } from '../../ui/save-bar';
import { Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { useUnits } from '../../ui/units';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { type Correction, asFact, momentFor, useCorrected, useSaveFact } from '../../facts/save-fact';
import { LiveVerdict } from './live-verdict';
import { type TestForm, testDraft, testForm } from './test-form';
import { TestReading } from './test-reading';
import { TestSample } from './test-sample';
import { useEventFor, useFluid } from './use-fluid';

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
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const crew = useCrewOnDuty();
  const { system } = useUnits();
  const { shop } = logbook;
  const { form, restored, startOver, finished } = useDraftForm<TestForm>(
    `test.${car.id}.${corrected?.id ?? ''}`,
    testForm(corrected, today, shop.altitudeM, shop.timeZone, system),
  );
  const { control, setValue } = form;
  const values = useWatch({ control }) as TestForm;
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);

  const draft = useMemo(() => testDraft(values, car.id, system), [values, car.id, system]);

  const correction: Correction | undefined = corrected && { fact: corrected, because: values.because.trim() };
  const judged = useMemo(
    () =>
      draft && values.sampleFrom === 'car' && isLocalDate(values.date)
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
  return (
    <Screen
      title={corrected ? 'Correct a reading' : values.mode === 'pen' ? 'Moisture pen' : 'Boiling test'}
      above={carLabel(logbook, car.id)}
      back={jobId ? routes.step(jobId, 'boil') : routes.car(car.id)}
      isBackFixed={jobId !== undefined}
      isDocked
      notice={sentence ?? problem}
      footer={
        <SaveBar
          problem={null}
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
      {values.sampleFrom === 'car' ? <LiveVerdict judgement={judgement} judged={judged} event={event} /> : null}
      <TestReading car={car} form={form} values={values} onProblem={setSentence} />
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
        <TestSample form={form} values={values} draft={draft} isCorrection={corrected !== undefined} />
      )}
      <Section title="When">
        <DateField control={control} name="date" label="Tested on" />
      </Section>
    </Screen>
  );
}
