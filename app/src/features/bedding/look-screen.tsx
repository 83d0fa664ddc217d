import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Axle,
  type BeddingBegun,
  type BeddingDecision,
  type BeddingWord,
  type Car,
  type Corner,
  type FaceSeen,
  acceptanceLacks,
  axleParts,
  contradicts,
  cornersOf,
  openJobsOfCar,
  proposedDecision,
  wantsReason,
  workKey,
  runState,
} from '@calvik/core';
import { cornerNames } from '@calvik/words';
import { beddingWordTexts, decisionNames, faceSeenTexts } from '@calvik/words/bedding';
import { useCrewOnDuty, useLogbook, useNow, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { Chips, ChoiceChips } from '../../ui/chips';
import { FaceDrawing } from '../../ui/face-drawing';
import { LineInput } from '../../ui/line-input';
import { SayAll } from '../../ui/say-all';
import { MainButton, Screen, Section } from '../../ui/screen';
import { SignButton } from '../../ui/sign-button';
import { Text } from '../../ui/text';
import { FindingLine } from '../../facts/finding-line';
import { Gone } from '../../records/not-found-page';
import { NOT_A_PICTURE, Picture, choosePicture, storePicture } from '../../files/pictures';
import { routes } from '../../routes';
import { type NewFact, type ToSave, useSaveFact } from '../../facts/save-fact';

export function BeddingLookScreen() {
  const { id, run: runId } = useLocalSearchParams<{ id: string; run: string }>();
  const logbook = useLogbook();
  const car = logbook.cars.get(id);
  const run = logbook.factsOfCar(id).find((f): f is BeddingBegun => f.kind === 'beddingBegun' && f.id === runId);
  if (!car || !run) return <Gone what="bedding run" back={`/cars/${id}`} />;
  const { cycles, left } = runState(logbook, run);
  const axle = left[0];
  if (!axle) return <Gone what="look" back={`/cars/${id}/bedding/${runId}`} />;
  const isLast = left.length === 1;
  return (
    <LookPage
      key={`${run.id} ${axle} ${cycles.length}`}
      car={car}
      run={run}
      axle={axle}
      cycle={cycles.length}
      isLast={isLast}
    />
  );
}

type Side = 'inner' | 'outer';
const sides: Side[] = ['inner', 'outer'];
const signs = Object.keys(faceSeenTexts) as FaceSeen[];
interface Looked {
  seen: Partial<Record<`${Corner}.${Side}`, FaceSeen[]>>;
  driverSays: BeddingWord[];
  decision: BeddingDecision | '';
  reason: string;
  photoIds: string[];
}
const nothing: Looked = { seen: {}, driverSays: [], decision: '', reason: '', photoIds: [] };

/** Both faces of both rotors of an axle, the driver's words, and what follows from them. */
function LookPage({
  car,
  run,
  axle,
  cycle,
  isLast,
}: {
  car: Car;
  run: BeddingBegun;
  axle: Axle;
  cycle: number;
  isLast: boolean;
}) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const now = useNow(60_000);
  const crew = useCrewOnDuty();
  const { saveFacts, saving, problem } = useSaveFact();
  const { draft: looked, change, clear } = useDraft<Looked>(`look.${run.id}.${axle}.${cycle}`, nothing);
  const [sentence, setSentence] = useState<string | null>(null);
  const [openFace, setOpenFace] = useState<string | null>(null);
  const places = cornersOf(axle).flatMap((corner) =>
    sides.map((side) => ({ corner, side, key: `${corner}.${side}` as const })),
  );
  const faces = places.map(({ corner, side, key }) => ({ corner, side, seen: looked.seen[key] ?? [] }));
  const isAllSeen = faces.every((f) => f.seen.length > 0);
  const proposed = isAllSeen ? proposedDecision({ faces, driverSays: looked.driverSays }) : null;
  // Said before it is accepted: the faces alone do not make a pair bedded.
  const { padSet, rotorPair } = axleParts(logbook, car, axle);
  const lacksNow = () =>
    acceptanceLacks(logbook, {
      carId: car.id,
      runId: run.id,
      axle,
      rotorPairId: rotorPair?.id ?? null,
      at: new Date().toISOString(),
    });
  const lacks = lacksNow();
  const set = (over: Partial<Looked>): void => {
    setSentence(null);
    change(over);
  };
  const photo = async (file: File): Promise<void> => {
    const stored = await storePicture(file);
    if (!stored) return setSentence(NOT_A_PICTURE);
    set({ photoIds: [...looked.photoIds, stored.photoId] });
  };
  /** Planned work that this look ends: ticked off with the time that it took. */
  const ticked = (): ToSave[] => {
    const key = workKey('bedding', axle);
    const job = openJobsOfCar(logbook, car.id).find((j) => j.covers.includes(key));
    if (!job) return [];
    const minutes = Math.max(1, Math.round((now - Date.parse(run.at)) / 60_000 / run.axles.length));
    const body = { kind: 'workDone' as const, carId: car.id, jobId: job.id, items: [key] };
    return [{ draft: { ...body, minutes: minutes > 600 ? null : minutes } }];
  };
  const save = async (): Promise<void> => {
    if (!isAllSeen) return setSentence('Say what each of the four faces looks like.');
    const odd = faces.find((f) => contradicts(f.seen));
    if (odd) return setSentence(`${cornerNames[odd.corner]}, ${odd.side}: a face is even, or it is not. Look again.`);
    if (looked.decision === '') return setSentence('Decide what follows.');
    const isMilder = wantsReason({ faces, driverSays: looked.driverSays, decision: looked.decision });
    if (isMilder && looked.decision === 'accept' && crew?.role !== 'lead')
      return setSentence('The faces ask for more than that: only a lead accepts them as they are.');
    if (isMilder && looked.reason.trim() === '')
      return setSentence('The faces ask for more than that: say why it is enough.');
    const look: NewFact = {
      kind: 'beddingLook',
      carId: car.id,
      runId: run.id,
      axle,
      padSetId: padSet?.id ?? null,
      rotorPairId: rotorPair?.id ?? null,
      faces,
      driverSays: looked.driverSays,
      decision: looked.decision,
      reason: looked.reason.trim(),
      photoIds: looked.photoIds,
    };
    // The pair is accepted and its work ticked off in one entry: none without the other.
    const isDone = looked.decision === 'accept' && !lacksNow();
    if (!(await saveFacts([{ draft: look }, ...(isDone ? ticked() : [])], today))) return;
    clear();
    if (isLast) router.replace(routes.beddingRun(car.id, run.id));
  };
  return (
    <Screen
      title={axle === 'front' ? 'Front rotors' : 'Rear rotors'}
      above={`The look, ${carLabel(logbook, car.id)}`}
      back={routes.beddingRun(car.id, run.id)}
      notice={sentence ?? problem}
      footer={
        looked.decision === 'accept' ? (
          <SignButton onSign={() => void save()} disabled={saving}>
            {`Accept, signed ${crew?.name ?? 'nobody yet'}`}
          </SignButton>
        ) : (
          <MainButton onPress={() => void save()} loading={saving}>
            Save the look
          </MainButton>
        )
      }
    >
      <Text as="small">Both faces of each rotor, with a lamp and a mirror. Hot parts: wait.</Text>
      <SayAll
        label="All four even blue-grey"
        on={faces.every((f) => f.seen.length === 1 && f.seen[0] === 'even')}
        onPress={() => set({ seen: Object.fromEntries(places.map(({ key }) => [key, ['even']])) as Looked['seen'] })}
      />
      {places.map(({ corner, side, key }) => {
        const seen = looked.seen[key] ?? [];
        const isOpen =
          openFace === key ||
          (openFace === null &&
            seen.length === 0 &&
            places.find((p) => (looked.seen[p.key] ?? []).length === 0)?.key === key);
        const name = `${cornerNames[corner]}, ${side} face`;
        return (
          <Section
            key={key}
            title={`${name[0]!.toUpperCase()}${name.slice(1)}`}
            aside={
              <MainButton
                mode="text"
                label={`${isOpen ? 'Close' : 'Open'} ${name}`}
                onPress={() => setOpenFace(isOpen ? '' : key)}
              >
                {isOpen ? 'Close' : 'Change'}
              </MainButton>
            }
          >
            {isOpen ? (
              <Chips
                label={name}
                columns={2}
                chosen={seen}
                onChange={(to) => {
                  setOpenFace(key);
                  set({ seen: { ...looked.seen, [key]: to } });
                }}
                options={signs.map((s) => ({
                  value: s,
                  label: faceSeenTexts[s].name,
                  drawing: <FaceDrawing seen={s} />,
                }))}
              />
            ) : (
              <View style={styles.shown}>
                {seen.map((s) => (
                  <FaceDrawing key={s} seen={s} size={40} />
                ))}
                <Text style={styles.grow} tone={seen.length === 0 ? 'inkSoft' : 'ink'}>
                  {seen.length === 0 ? 'Not looked at yet' : seen.map((s) => faceSeenTexts[s].name).join(', ')}
                </Text>
              </View>
            )}
            {isOpen
              ? seen.map((s) => (
                  <Text key={s} as="small">
                    {faceSeenTexts[s].advice}
                  </Text>
                ))
              : null}
          </Section>
        );
      })}
      <Section
        title="Photos"
        aside={
          <MainButton mode="text" icon="camera" onPress={() => choosePicture((file) => void photo(file))}>
            Take a photo
          </MainButton>
        }
      >
        <View style={styles.shown}>
          {looked.photoIds.map((photoId, i) => (
            <Picture key={photoId} photoId={photoId} label={`Photo ${i + 1} of the faces`} ratio={1} />
          ))}
        </View>
      </Section>
      <Section title="The driver says">
        <Chips
          label="Driver"
          chosen={looked.driverSays}
          onChange={(driverSays) => set({ driverSays })}
          options={(Object.keys(beddingWordTexts) as BeddingWord[]).map((w) => ({
            value: w,
            label: beddingWordTexts[w],
          }))}
        />
      </Section>
      <Section title="What follows">
        <View testID="proposed">
          <Text>
            {proposed
              ? `${decisionNames[proposed.decision]}${proposed.signs.length > 0 ? `: ${proposed.signs.map((s) => faceSeenTexts[s].name.toLowerCase()).join(', ')}` : proposed.decision === 'accept' ? ': the faces are right' : ': by the driver’s words'}. ${proposed.signs.map((s) => faceSeenTexts[s].advice).join(' ')}`
              : 'Proposed once all four faces have been looked at.'}
          </Text>
        </View>
        {lacks ? <FindingLine finding={lacks} /> : null}
        <ChoiceChips
          label="Decision"
          columns={1}
          value={looked.decision}
          onChange={(decision) => set({ decision })}
          options={(Object.keys(decisionNames) as BeddingDecision[]).map((d) => ({
            value: d,
            label: decisionNames[d],
          }))}
        />
        <LineInput label="Because" value={looked.reason} onChange={(reason) => set({ reason })} maxLength={300} />
      </Section>
    </Screen>
  );
}

const styles = StyleSheet.create({
  shown: { flexDirection: 'row', alignItems: 'center', gap: 8, flexWrap: 'wrap' },
  grow: { flex: 1, minWidth: 0 },
});
