import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Axle,
  type Car,
  axles,
  compoundName,
  dateIn,
  layerOnAxle,
  longDate,
  tapedRun,
  runState,
  runsOf,
} from '@calvik/core';
import { parseQuantity, preferredUnit } from '@calvik/core/units';
import { axleNames, counted } from '@calvik/words';
import { decisionNames, layerStateNames } from '@calvik/words/bedding';
import { quantityProblemText } from '@calvik/words/input';
import { useLogbook, useToday } from '../../state/hooks';
import { LineInput } from '../../ui/line-input';
import { LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/verdict';
import { FindingLine } from '../../facts/finding-line';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useSaveFact } from '../../facts/save-fact';

export function BeddingScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const car = useLogbook().cars.get(id);
  return car ? <BeddingPage key={id} car={car} /> : <Gone what="car" back="/cars" />;
}

const nextText = {
  drive: 'To be driven',
  look: 'Look at the faces',
  again: 'Not bedded yet: another cycle',
  over: 'Bedded',
} as const;

/** Whether what is on a car is bedded, and everything that was done for it. */
function BeddingPage({ car }: { car: Car }) {
  const router = useRouter();
  const logbook = useLogbook();
  const runs = runsOf(logbook, car.id);
  const open = runs[0] && runState(logbook, runs[0]).next !== 'over' ? runs[0] : null;
  const taped = tapedRun(logbook, car);
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above="Bedding"
      back={routes.car(car.id)}
      footer={
        open ? (
          <MainButton onPress={() => router.push(routes.beddingRun(car.id, open.id))}>Go on with the run</MainButton>
        ) : (
          <MainButton onPress={() => router.push(routes.planBedding(car.id))}>Bed the pads</MainButton>
        )
      }
    >
      {taped && !open ? <Untape car={car} runId={taped.id} /> : null}
      {axles.map((axle) => (
        <AxleState key={axle} car={car} axle={axle} />
      ))}
      <Section
        title="Runs"
        aside={
          open ? (
            <MainButton mode="text" onPress={() => router.push(routes.planBedding(car.id))}>
              A new run
            </MainButton>
          ) : undefined
        }
      >
        {runs.length === 0 ? <Text tone="inkSoft">No run on record.</Text> : null}
        {runs.map((run) => {
          const { next, cycles, looks } = runState(logbook, run);
          const last = looks.at(-1);
          return (
            <LinkRow
              key={run.id}
              label={`Run of ${longDate(dateIn(run.at, logbook.shop.timeZone))}`}
              onPress={() => router.push(routes.beddingRun(car.id, run.id))}
            >
              <Text as="strong">{`${longDate(dateIn(run.at, logbook.shop.timeZone))}: ${run.procedure.name}`}</Text>
              <Text as="small">
                {`${run.axles.map((a) => axleNames[a]).join(' and ')}, ${counted(cycles.length, 'cycle')}; ${next === 'over' && last ? decisionNames[last.decision].toLowerCase() : nextText[next].toLowerCase()}`}
              </Text>
            </LinkRow>
          );
        })}
      </Section>
      <RoadUse car={car} />
      <MainButton mode="text" onPress={() => router.push(routes.procedures)}>
        Procedures
      </MainButton>
    </Screen>
  );
}

function AxleState({ car, axle }: { car: Car; axle: Axle }) {
  const logbook = useLogbook();
  const today = useToday();
  const { state, finding, since, padSet, rotorPair } = layerOnAxle(logbook, car, axle, today);
  return (
    <Section
      title={axle === 'front' ? 'Front axle' : 'Rear axle'}
      aside={<VerdictMark verdict={finding?.verdict ?? 'inOrder'} />}
    >
      <View testID={`layer-${axle}`} style={styles.gap}>
        <Text as="strong">{layerStateNames[state]}</Text>
        <Text as="small">
          {`Pads ${padSet ? `${padSet.label} ${compoundName(logbook, padSet)}` : 'without a label'} on rotors ${rotorPair?.label ?? 'without a label'}${since && state === 'bedded' ? `, since ${longDate(dateIn(since.at, logbook.shop.timeZone))}` : ''}`}
        </Text>
        {finding ? <FindingLine finding={finding} /> : null}
      </View>
      {rotorPair ? <Refaced rotorPairId={rotorPair.id} label={rotorPair.label} /> : null}
    </Section>
  );
}

/** Rotors turned or cleaned: whatever was on them is gone. */
function Refaced({ rotorPairId, label }: { rotorPairId: string; label: string }) {
  const today = useToday();
  const { saveFact, problem } = useSaveFact();
  const [asked, setAsked] = useState(false);
  const save = async (how: 'turned' | 'cleaned'): Promise<void> => {
    if (await saveFact({ kind: 'rotorsRefaced', rotorPairId, how }, today)) setAsked(false);
  };
  if (!asked)
    return (
      <MainButton mode="text" label={`Rotors ${label} were turned or cleaned`} onPress={() => setAsked(true)}>
        Rotors were turned or cleaned
      </MainButton>
    );
  return (
    <View style={styles.gap}>
      <Text as="small">{`What was on ${label} is gone then: the pair is green again.`}</Text>
      <Segments
        label={`Rotors ${label}`}
        value=""
        onChange={(how) => void save(how)}
        options={[
          { value: 'turned', label: 'Skimmed' },
          { value: 'cleaned', label: 'Cleaned' },
        ]}
      />
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </View>
  );
}

function Untape({ car, runId }: { car: Car; runId: string }) {
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  return (
    <Section title="The ducts are taped">
      <Text tone="amber">Take the tape off before the car goes out: with it on the brakes run hot.</Text>
      {problem ? <Text tone="stop">{problem}</Text> : null}
      <MainButton loading={saving} onPress={() => void saveFact({ kind: 'ductsUntaped', carId: car.id, runId }, today)}>
        The tape is off
      </MainButton>
    </Section>
  );
}

/** Kilometres on the road: cold use wears a layer. */
function RoadUse({ car }: { car: Car }) {
  const logbook = useLogbook();
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const { system, show } = useUnits();
  const [km, setKm] = useState('');
  const [sentence, setSentence] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    const driven = parseQuantity(km, 'distance', preferredUnit('distance', system));
    if (!driven.ok) return setSentence(quantityProblemText(driven));
    if (driven.value <= 0) return setSentence('Type the distance like 350 km or 220 mi.');
    setSentence(null);
    if (await saveFact({ kind: 'roadUse', carId: car.id, km: Math.round(driven.value * 10) / 10 }, today)) setKm('');
  };
  return (
    <Section title="Driven on the road">
      <Text as="small">
        {`Cold driving wears the layer: from ${show(logbook.shop.reBedAfterRoadKm, 'distance')} or ${counted(logbook.shop.reBedAfterDays, 'day')} on you are told to bed again.`}
      </Text>
      <View style={styles.row}>
        <View style={styles.grow}>
          <LineInput label="Since the last entry" value={km} onChange={setKm} placeholder={show(350, 'distance')} />
        </View>
        <MainButton mode="outlined" loading={saving} onPress={() => void save()}>
          Add
        </MainButton>
      </View>
      {(sentence ?? problem) ? (
        <Text tone="stop" live>
          {sentence ?? problem ?? ''}
        </Text>
      ) : null}
    </Section>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 6 },
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
});
