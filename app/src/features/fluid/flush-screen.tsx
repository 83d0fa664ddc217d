import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useWatch } from 'react-hook-form';
import {
  type Car,
  type Corner,
  type Fact,
  type FluidExchange,
  bottleChoices,
  judgePouring,
  judgeFluid,
  bleedSequence,
  pouredFrom,
  usualVolumesMl,
  wasteOf,
  withFacts,
} from '@calvik/core';
import { cornerNames, sequenceText } from '@calvik/words';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { CornerMap } from '../../ui/corner-map';
import { ChoiceField, DateField, DraftNotice, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../gone';
import { Empty, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { ReasonLine } from '../../ui/verdict';
import { useQuantity } from '../save-record';
import { type FlushForm, flushForm } from './flush-form';
import { BottleRow, Tick } from './bottle-row';
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
const flags = [
  ['clean', 'Clean'],
  ['bubbleFree', 'No bubbles'],
  ['nippleShut', 'Shut, capped'],
] as const;

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
  const { system, show } = useUnits();
  const quantity = useQuantity();
  const { timeZone } = logbook.shop;
  const steps = useMemo(() => bleedSequence(car), [car]);
  const { form, restored, startOver, finished } = useDraftForm<FlushForm>(
    `flush.${car.id}.${corrected?.id ?? ''}`,
    flushForm(corrected, steps, today, timeZone, system),
  );
  const { control, setValue } = form;
  const values = useWatch({ control }) as FlushForm;
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const [allBottles, setAllBottles] = useState(false);

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
  const shownBottles = allBottles ? shelf : shelf.filter((s, i) => i < 3 || s === chosen);
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

  const cells = Object.fromEntries(
    (['FL', 'FR', 'RL', 'RR'] as Corner[]).map((corner) => {
      const own = steps.flatMap((s, i) => (s.corner === corner ? [values.lines[i]!] : []));
      const typed = own.filter((l) => l.volume.trim() !== '');
      const ml = typed.reduce((sum, l) => sum + (quantity(l.volume, 'volume') || 0), 0);
      const done = typed.length === own.length && own.every((l) => l.clean && l.bubbleFree && l.nippleShut);
      const turn = [...new Set(steps.map((s) => s.corner))].indexOf(corner) + 1;
      return [
        corner,
        {
          figure: typed.length > 0 ? show(ml, 'volume') : `${turn}.`,
          note: done ? 'done' : typed.length > 0 ? 'open points' : 'to do',
          done,
        },
      ];
    }),
  ) as Record<Corner, { figure: string; note: string; done: boolean }>;

  const save = async (): Promise<void> => {
    const fail = (text: string): void => setSentence(text);
    if (!values.bottleId || !chosen) return fail('Choose the bottle that the fluid came from.');
    if (chosen.verdict === 'stop' && !values.alreadyIn)
      return fail('This fluid must not go into this car. Choose another bottle.');
    const missing = steps.find((_, i) => values.lines[i]!.volume.trim() === '');
    if (missing)
      return fail(
        `Type the volume drawn at the ${cornerNames[missing.corner]}${missing.nipple === 'single' ? '' : `, ${missing.nipple} nipple`}.`,
      );
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
  const setLine = (i: number, flag: (typeof flags)[number][0]): void =>
    setValue(`lines.${i}.${flag}`, !values.lines[i]![flag], { shouldDirty: true });

  return (
    <Screen
      title={corrected ? 'Correct a flush' : 'Record a flush'}
      above={car.name}
      back={`/cars/${car.id}`}
      footer={
        <View style={styles.gap}>
          {sentence || problem ? (
            <Text tone="stop" live>
              {sentence ?? problem}
            </Text>
          ) : null}
          <MainButton
            onPress={() => void save()}
            loading={saving}
            disabled={saving}
            danger={chosen?.verdict === 'stop' && values.alreadyIn}
          >
            {chosen?.verdict === 'stop' && values.alreadyIn
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
      <Section title="1  Bottle">
        {shelf.length === 0 ? (
          <Empty
            text="No bottle with fluid in it is on the shelf."
            action="New bottle"
            onPress={() => router.push(routes.newBottle)}
          />
        ) : null}
        <View style={styles.gap} role="radiogroup">
          {shownBottles.map(({ state, findings }) => (
            <BottleRow
              key={state.bottle.id}
              state={state}
              findings={findings}
              chosen={state.bottle.id === values.bottleId}
              onPress={() => setValue('bottleId', state.bottle.id, { shouldDirty: true })}
            />
          ))}
        </View>
        {shelf.length > shownBottles.length ? (
          <MainButton mode="text" onPress={() => setAllBottles(true)}>
            {`Show all ${shelf.length} bottles`}
          </MainButton>
        ) : null}
        {chosen?.verdict === 'stop' ? (
          <>
            <ReasonLine reason={{ verdict: 'stop', text: 'Do not pour this into this car. Take another bottle.' }} />
            <SwitchField
              control={control}
              name="alreadyIn"
              label="It has already gone in"
              hint="Record it: the car is stopped until a workshop has cleared the system."
            />
          </>
        ) : null}
      </Section>
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
      <Section title={`${refillWanted ? 3 : 2}  Corners`}>
        <CornerMap cells={cells} driverSide={car.driverSide} />
        <Text as="small">{sequenceText(car)}</Text>
        {steps.map((step, i) => {
          const name = `${cornerNames[step.corner]}${step.nipple === 'single' ? '' : `, ${step.nipple} nipple`}`;
          return (
            <View key={`${step.corner} ${step.nipple} ${i}`} style={styles.line} testID={`step-${i}`}>
              <Text as="strong">{`${i + 1}  ${name[0]!.toUpperCase()}${name.slice(1)}`}</Text>
              <QuantityField
                control={control}
                name={`lines.${i}.volume`}
                label={`Drawn at ${step.corner}${step.nipple === 'single' ? '' : ` ${step.nipple}`}`}
                dimension="volume"
                optional
                hint={`About ${show(usual[i]!, 'volume')} is usual`}
              />
              <View style={styles.ticks}>
                {flags.map(([flag, label]) => (
                  <Tick
                    key={flag}
                    label={label}
                    name={`${label} at ${step.corner}${step.nipple === 'single' ? '' : ` ${step.nipple}`}`}
                    on={values.lines[i]![flag]}
                    onPress={() => setLine(i, flag)}
                  />
                ))}
              </View>
            </View>
          );
        })}
        {short ? <FindingLine finding={short} /> : null}
        {short || values.secondBottleId ? (
          <>
            <PickField
              control={control}
              name="secondBottleId"
              label="Second bottle"
              options={shelf
                .filter((s) => s.verdict !== 'stop' && s !== chosen)
                .map((s) => ({
                  value: s.state.bottle.id,
                  label: `${s.state.bottle.label} ${s.state.fluid?.name ?? ''}`,
                }))}
            />
            <PickField
              control={control}
              name="secondFrom"
              label="From which step on"
              options={steps
                .map((s, i) => ({
                  value: String(i),
                  label: `${i + 1} ${cornerNames[s.corner]} ${s.nipple === 'single' ? '' : s.nipple}`,
                }))
                .slice(1)}
            />
          </>
        ) : null}
        {draft ? <Text>{`Old fluid to the waste container: ${show(wasteOf(draft), 'volume')}.`}</Text> : null}
      </Section>
      <Section title={`${refillWanted ? 4 : 3}  Pedal, engine off`}>
        <ChoiceField control={control} name="pedalBefore" label="Pedal before" options={feelOptions} />
        <ChoiceField
          control={control}
          name="pedalAfter"
          label="Pedal after"
          options={feelOptions}
          hint="Pump until firm before the car moves at all."
        />
        {values.pedalAfter === 'soft' ? (
          <ReasonLine reason={{ verdict: 'stop', text: 'A soft pedal means bleed again. Nobody drives this car.' }} />
        ) : null}
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

const styles = StyleSheet.create({
  gap: { gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  line: { gap: 4, paddingBottom: 8 },
  ticks: { flexDirection: 'row', gap: 6 },
});
