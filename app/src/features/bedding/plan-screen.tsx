import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Axle,
  type BeddingCheck,
  type Car,
  type DrivenAt,
  type FollowedProcedure,
  type Procedure,
  compoundOnAxle,
  brakeSheetOf,
  disagreement,
  parseQuantity,
  preferredUnit,
  proposedProcedures,
  usualSession,
} from '@calvik/core';
import { beddingChecks, beginFindings } from '@calvik/core/track';
import {
  beddingCheckTexts,
  choiceReasonTexts,
  coolingText,
  drivenAtNames,
  placeCautions,
  placesText,
  seriesText,
} from '@calvik/words/bedding';
import { useLogbook, useSync, useCrewOnDuty, useToday } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { useSay } from '../../state/use-say';
import { Chips, ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { PickList } from '../../ui/pick-list';
import { quantityText } from '../../ui/quantity-text';
import { LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { FindingLine, FindingLines } from '../../facts/finding-line';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { PredictionChart, PredictionTable, usePrediction } from './prediction';
import { type BeddingCar, bandsFor, beddingCar, decidingAxle, useAxlesToBed } from './use-bedding';

export function PlanBeddingScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const car = useLogbook().cars.get(id);
  return car ? <PlanPage key={id} car={car} /> : <Gone what="car" back="/cars" />;
}

const axleSets = { both: ['front', 'rear'], front: ['front'], rear: ['rear'] } as const satisfies Record<
  string,
  Axle[]
>;
type AxleSet = keyof typeof axleSets;
const setOf = (axles: readonly Axle[]): AxleSet => (axles.length === 2 ? 'both' : axles[0]!);

/** A procedure as it is followed: kept with the run, whatever becomes of it. */
const followed = ({ id, version, archived: _archived, ...program }: Procedure): FollowedProcedure => ({
  procedureId: id,
  procedureVersion: version,
  ...program,
});

/** Which procedure, what it will do, what is gone through first; then the run begins. */
function PlanPage({ car }: { car: Car }) {
  const router = useRouter();
  const logbook = useLogbook();
  const sync = useSync();
  const { idFor } = useOwnIds();
  const crew = useCrewOnDuty();
  const today = useToday();
  const { system } = useUnits();
  const wanted = useAxlesToBed(logbook, car, today);
  const [axleSet, setAxleSet] = useState<AxleSet>(() => setOf(wanted));
  const axles = axleSets[axleSet];
  const compound = compoundOnAxle(logbook, car, decidingAxle(axles));
  const proposals = useMemo(() => proposedProcedures(logbook, compound), [logbook, compound]);
  const driven = proposals.filter((p) => !p.procedure.isMachine);
  const [procedureId, setProcedureId] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const [place, setPlace] = useState<DrivenAt | ''>('');
  const [air, setAir] = useState(() => quantityText(usualSession.airTempC, 'temperature', system));
  const hasDucts = brakeSheetOf(logbook, car).hasDucts;
  const [isTaped, setTaped] = useState(hasDucts);
  const [checks, setChecks] = useState<BeddingCheck[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const parsed = parseQuantity(air, 'temperature', preferredUnit('temperature', system));
  const airC = parsed.ok ? Math.max(-30, Math.min(60, parsed.value)) : usualSession.airTempC;
  const chosen = driven.find((p) => p.procedure.id === procedureId) ?? driven[0];
  const heated = useMemo(() => beddingCar(logbook, car, airC, isTaped), [logbook, car, airC, isTaped]);
  if (!chosen)
    return (
      <Screen title={carLabel(logbook, car.id)} above="Bedding" back={routes.bedding(car.id)}>
        <Text>There is no on-car procedure yet. Enter one first.</Text>
        <MainButton onPress={() => router.push(routes.newProcedure())}>New procedure</MainButton>
      </Screen>
    );
  const { procedure } = chosen;
  const held = beginFindings(
    logbook,
    car,
    {
      procedure,
      proposed: driven[0]!.procedure,
      reason,
      place: place || null,
      checks,
      hasTapedDucts: isTaped,
    },
    today,
  );
  const begin = async (): Promise<void> => {
    if (place === '') return setProblem('Say where it is driven.');
    if (!parsed.ok) return setProblem('The air temperature cannot be read.');
    if (held.length > 0) return setProblem('See what is still open above.');
    if (!crew) return setProblem('Choose who is on duty first, so that this run carries a name.');
    const now = new Date().toISOString();
    const run = {
      id: idFor('run'),
      at: now,
      recordedAt: now,
      by: crew.id,
      kind: 'beddingBegun' as const,
      carId: car.id,
      axles: [...axles],
      procedure: followed(procedure),
      reason: reason.trim(),
      place,
      airTempC: airC,
      hasTapedDucts: isTaped,
      checks,
    };
    const saved = await sync.save('facts', run);
    if (saved.state === 'refused') return setProblem(saved.sentence);
    router.replace(routes.beddingRun(car.id, run.id));
  };
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above="Bed the pads"
      back={routes.bedding(car.id)}
      notice={problem}
      footer={<MainButton onPress={() => void begin()}>Open the run</MainButton>}
    >
      <Section title="What is bedded">
        <Segments
          label="Axles"
          value={axleSet}
          onChange={setAxleSet}
          options={[
            { value: 'both', label: 'Both axles' },
            { value: 'front', label: 'Front' },
            { value: 'rear', label: 'Rear' },
          ]}
        />
        <Text as="small">
          {compound
            ? `${compound.name}, ${compound.use === 'race' ? 'for racing' : `for the ${compound.use}`}.`
            : 'Nobody has said what these pads are made of: the figures of road pads are used.'}
        </Text>
      </Section>
      <Choice
        proposals={driven}
        chosen={procedure}
        onChoose={(id) => {
          setProcedureId(id);
          setProblem(null);
        }}
        reason={reason}
        onReason={setReason}
        disagrees={disagreement(logbook, compound)}
      />
      <Section title="Where, and how the car stands">
        <ChoiceChips
          label="Place"
          columns={1}
          value={place}
          onChange={(to) => {
            setPlace(to);
            setProblem(null);
          }}
          options={(['closedCourse', 'privateGround', 'road'] as const).map((p) => ({
            value: p,
            label: drivenAtNames[p],
          }))}
        />
        {place ? <Text as="small">{placeCautions[place]}</Text> : null}
        <View style={styles.row}>
          <View style={styles.grow}>
            <LineInput label="Air" value={air} onChange={setAir} />
          </View>
          <View style={styles.wide}>
            <Segments
              label="Ducts"
              value={isTaped ? 'taped' : 'open'}
              onChange={(to) => setTaped(to === 'taped')}
              options={[
                { value: 'taped', label: 'Taped' },
                { value: 'open', label: hasDucts ? 'Open' : 'None' },
              ]}
            />
          </View>
        </View>
        {parsed.ok ? null : <Text tone="stop">The air temperature cannot be read: type it like 18 or 64F.</Text>}
      </Section>
      <Outlook car={heated} carRecord={car} procedure={procedure} axles={axles} airC={airC} place={place || null} />
      <Section title="Before the run">
        <Chips
          label="Before"
          columns={1}
          chosen={checks}
          onChange={(to) => {
            setChecks(to);
            setProblem(null);
          }}
          options={beddingChecks(isTaped).map((c) => ({ value: c, label: beddingCheckTexts[c] }))}
        />
        <FindingLines findings={held.filter((f) => f.code !== 'checksMissing')} />
        <Text as="small">Hot parts: nobody touches them. The makers’ sheets of pads and rotors come first.</Text>
      </Section>
    </Screen>
  );
}

/** The proposed procedure, why, and the others; another one wants a reason. */
function Choice({
  proposals,
  chosen,
  onChoose,
  reason,
  onReason,
  disagrees,
}: {
  proposals: ReturnType<typeof proposedProcedures>;
  chosen: Procedure;
  onChoose: (id: string) => void;
  reason: string;
  onReason: (text: string) => void;
  disagrees: ReturnType<typeof disagreement>;
}) {
  const router = useRouter();
  const say = useSay();
  const [open, setOpen] = useState(false);
  const first = proposals[0]!;
  const isProposed = first.procedure.id === chosen.id;
  const why = proposals.find((p) => p.procedure.id === chosen.id)!.why;
  return (
    <Section
      title="Procedure"
      aside={
        <MainButton mode="text" onPress={() => setOpen(true)}>
          Choose another
        </MainButton>
      }
    >
      <LinkRow
        label={`Procedure ${chosen.name}`}
        onPress={() => router.push(routes.procedure(chosen.id))}
        testID="chosen-procedure"
      >
        <Text as="strong">{chosen.name}</Text>
        <Text as="small">
          {isProposed ? `Proposed: ${choiceReasonTexts[why]}.` : `Chosen; ${choiceReasonTexts[why]}.`}
        </Text>
        {chosen.series.map((s, i) => (
          <Text key={i} as="small">
            {seriesText(s, say)}
          </Text>
        ))}
        <Text as="small">{`${coolingText(chosen, say)}; allowed on ${placesText(chosen.places)}`}</Text>
      </LinkRow>
      {disagrees ? <FindingLine finding={disagrees} /> : null}
      {isProposed ? null : <LineInput label="Why this one" value={reason} onChange={onReason} maxLength={300} />}
      <PickList
        title="Procedure"
        options={proposals.map((p) => ({ value: p.procedure.id, label: p.procedure.name }))}
        chosen={chosen.id}
        visible={open}
        onClose={() => setOpen(false)}
        onPick={(id) => {
          onChoose(id);
          setOpen(false);
        }}
      />
    </Section>
  );
}

/** What the procedure will do on this car, stop by stop. */
function Outlook({
  car,
  carRecord,
  procedure,
  axles,
  airC,
  place,
}: {
  car: BeddingCar;
  carRecord: Car;
  procedure: Procedure;
  axles: readonly Axle[];
  airC: number;
  place: DrivenAt | null;
}) {
  const logbook = useLogbook();
  const { show } = useUnits();
  const [isOpen, setOpen] = useState(false);
  const bands = useMemo(() => bandsFor(logbook, carRecord, axles, procedure), [logbook, carRecord, axles, procedure]);
  const along = useMemo(() => {
    const other = axles.length === 2 ? 'rear' : null;
    return other ? { axle: other as Axle, layerC: bandsFor(logbook, carRecord, [other], procedure).layerC } : null;
  }, [logbook, carRecord, axles, procedure]);
  const found = usePrediction(car, procedure, bands, {
    airC,
    axle: decidingAxle(axles),
    place,
    lawfulKmh: logbook.shop.lawfulRoadKmh,
    along,
  });
  if (!found) return null;
  return (
    <Section title="What it will do on this car">
      <View style={styles.gap} testID="prediction">
        <FindingLines findings={found.findings} />
      </View>
      <PredictionChart outlook={found.outlook} bands={bands} axles={axles} />
      <Text as="small">
        {`Layer from ${show(bands.layerC, 'temperature')}${bands.isLayerKnown ? '' : ' (usual for such pads)'}, fade from ${show(bands.fadeC, 'temperature')}${bands.isFadeKnown ? '' : ' (usual for such pads)'}; aims at ${show(bands.aimC, 'temperature')} at the ${decidingAxle(axles)} faces. ${car.isKnown ? '' : 'Weight or rotors are not on record: the figures are of a usual car, and the count does not follow them by itself.'}`}
      </Text>
      <MainButton mode="text" onPress={() => setOpen(!isOpen)}>
        {isOpen ? 'Hide the table' : 'Stop by stop, as a table'}
      </MainButton>
      {isOpen ? <PredictionTable outlook={found.outlook} bands={bands} /> : null}
    </Section>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  wide: { flex: 2, minWidth: 0 },
});
