import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { useWatch } from 'react-hook-form';
import {
  carLabel,
  type Car,
  type Fact,
  type FluidExchange,
  bottleChoices,
  judgePouring,
  judgeChoice,
  judgeFeel,
  judgeFluid,
  bleedSequence,
  pouredFrom,
  usualVolumesMl,
  wasteOf,
  withFacts,
} from '@calvik/core';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { ChoiceField, DateField, DraftNotice, QuantityField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../gone';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useQuantity } from '../save-record';
import { type FlushForm, flushForm } from './flush-form';
import { FlushBottle } from './flush-bottle';
import { FlushCorners, nippleName } from './flush-corners';
import { useFluid, useNextEvent } from './use-fluid';
import { type NewFact, asFact, momentFor, useCorrected, useSaveFact } from '../save-fact';
import { routes } from '../routes';
import { useTell } from '../../state/use-say';
import { FindingLine, FindingLines } from '../finding-line';

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
  const today = useToday();
  const crew = useCrewOnDuty();
  const event = useNextEvent(car.id);
  const { system } = useUnits();
  const quantity = useQuantity();
  const { timeZone } = logbook.shop;
  const steps = useMemo(() => bleedSequence(car), [car]);
  const { form, restored, startOver, finished } = useDraftForm<FlushForm>(
    `flush.${car.id}.${corrected?.id ?? ''}`,
    flushForm(corrected, steps, today, timeZone, system),
  );
  const { control } = form;
  const values = useWatch({ control }) as FlushForm;
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);

  // A correction gives its own millilitres back to the bottle before it takes them again.
  const book = useMemo(
    () =>
      corrected
        ? withFacts(logbook, [
            {
              ...corrected,
              id: '00000000-0000-7000-8000-000000000001',
              replaces: corrected.id,
              corners: corrected.corners.map((c) => ({ ...c, volumeMl: 0 })),
              reservoirRefillMl: 0,
            } as Fact,
          ])
        : logbook,
    [logbook, corrected],
  );
  const inCar = useFluid(car, event).state.current.fluids[0]?.id;
  const shelf = useMemo(
    () => bottleChoices(book, car, inCar, today, values.bottleId),
    [book, car, inCar, today, values.bottleId],
  );
  const chosen = shelf.find((s) => s.state.bottle.id === values.bottleId);
  const refillWanted = values.scope === 'full';
  const usual = usualVolumesMl(steps, refillWanted && values.refill.trim() !== '');
  const secondFrom = values.secondBottleId && values.secondFrom !== '' ? Number(values.secondFrom) : steps.length;

  const draft = useMemo((): FluidExchange | null => {
    if (!values.bottleId || !values.pedalBefore || !values.pedalAfter) return null;
    const refillMl = refillWanted && values.refill.trim() !== '' ? quantity(values.refill, 'volume') : 0;
    const body: NewFact = {
      kind: 'fluidExchange',
      carId: car.id,
      scope: values.scope,
      reservoirRefillMl: refillMl,
      reservoirBottleId: refillMl > 0 ? values.bottleId : null,
      corners: steps.map((step, i) => ({
        ...step,
        bottleId: i >= secondFrom ? values.secondBottleId : values.bottleId,
        volumeMl: quantity(values.lines[i]?.volume ?? '', 'volume'),
        clean: values.lines[i]?.clean ?? false,
        bubbleFree: values.lines[i]?.bubbleFree ?? false,
        nippleShut: values.lines[i]?.nippleShut ?? false,
      })),
      pedalBefore: values.pedalBefore,
      pedalAfter: values.pedalAfter,
      jobId: jobId ?? corrected?.jobId,
    };
    if (body.corners.some((c) => !Number.isFinite(c.volumeMl)) || !Number.isFinite(refillMl)) return null;
    return asFact(
      body,
      momentFor(values.date, timeZone, corrected),
      crew?.id ?? '',
      corrected && { fact: corrected, because: '…' },
    ) as FluidExchange;
    // `quantity` reads by `system` alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [values, steps, car.id, secondFrom, refillWanted, jobId, corrected, crew, timeZone, system]);
  const after = useMemo(
    () => (draft ? judgeFluid(withFacts(logbook, [draft]), car, event, today) : null),
    [draft, logbook, car, event, today],
  );
  const short = draft && chosen ? judgePouring(chosen.state, pouredFrom(draft, values.bottleId)) : null;

  const feel = values.pedalAfter ? judgeFeel(values.pedalAfter) : null;
  const mustNot = chosen ? judgeChoice(chosen) : null;

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
      {refillWanted ? (
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
        title={`${refillWanted ? 3 : 2}  Corners`}
        car={car}
        steps={steps}
        usualMl={usual}
        form={form}
        values={values}
        shelf={shelf}
        short={short}
        wasteMl={draft && wasteOf(draft)}
      />
      <Section title={`${refillWanted ? 4 : 3}  Pedal, engine off`}>
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
