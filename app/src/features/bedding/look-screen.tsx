import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Axle,
  type BeddingBegun,
  type BeddingDecision,
  type BeddingWord,
  type Car,
  type proposedDecision,
  carLabel,
  runState,
} from '@calvik/core';
import { beddingWordTexts, decisionNames, faceSeenTexts } from '@calvik/words/bedding';
import { FindingLine } from '../../facts/finding-line';
import { Picture, choosePicture } from '../../files/pictures';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useLogbook } from '../../state/hooks';
import { Chips, ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { SayAll } from '../../ui/say-all';
import { MainButton, Screen, Section } from '../../ui/screen';
import { SignButton } from '../../ui/sign-button';
import { Text } from '../../ui/text';
import { RotorFace } from './rotor-face';
import { useBeddingLook } from './use-bedding-look';

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
  const l = useBeddingLook(car, run, axle, cycle);
  const [openFace, setOpenFace] = useState<string | null>(null);
  // Until somebody opens one, the first that nobody has looked at is open.
  const open = openFace ?? l.faces.find((f) => f.seen.length === 0)?.key;
  const save = async (): Promise<void> => {
    if ((await l.save()) && isLast) router.replace(routes.beddingRun(car.id, run.id));
  };
  return (
    <Screen
      title={axle === 'front' ? 'Front rotors' : 'Rear rotors'}
      above={`The look, ${carLabel(logbook, car.id)}`}
      back={routes.beddingRun(car.id, run.id)}
      notice={l.problem}
      footer={
        l.decision === 'accept' ? (
          <SignButton onSign={() => void save()} disabled={l.saving}>
            {`Accept, signed ${l.signer}`}
          </SignButton>
        ) : (
          <MainButton onPress={() => void save()} loading={l.saving}>
            Save the look
          </MainButton>
        )
      }
    >
      <Text as="small">Both faces of each rotor, with a lamp and a mirror. Hot parts: wait.</Text>
      <SayAll
        label="All four even blue-grey"
        on={l.faces.every((f) => f.seen.length === 1 && f.seen[0] === 'even')}
        onPress={l.setAllEven}
      />
      {l.faces.map((face) => (
        <RotorFace
          key={face.key}
          face={face}
          isOpen={open === face.key}
          onOpen={(isOpen) => setOpenFace(isOpen ? face.key : '')}
          onChange={(seen) => {
            setOpenFace(face.key);
            l.setFace(face.key, seen);
          }}
        />
      ))}
      <Section
        title="Photos"
        aside={
          <MainButton mode="text" icon="camera" onPress={() => choosePicture((file) => void l.addPhoto(file))}>
            Take a photo
          </MainButton>
        }
      >
        <View style={styles.photos}>
          {l.photoIds.map((photoId, i) => (
            <Picture key={photoId} photoId={photoId} label={`Photo ${i + 1} of the faces`} ratio={1} />
          ))}
        </View>
      </Section>
      <Section title="The driver says">
        <Chips
          label="Driver"
          chosen={l.driverSays}
          onChange={(driverSays) => l.set({ driverSays })}
          options={(Object.keys(beddingWordTexts) as BeddingWord[]).map((w) => ({
            value: w,
            label: beddingWordTexts[w],
          }))}
        />
      </Section>
      <Section title="What follows">
        <View testID="proposed">
          <Text>{l.proposed ? proposedText(l.proposed) : 'Proposed once all four faces have been looked at.'}</Text>
        </View>
        {l.lacks ? <FindingLine finding={l.lacks} /> : null}
        <ChoiceChips
          label="Decision"
          columns={1}
          value={l.decision}
          onChange={(decision) => l.set({ decision })}
          options={(Object.keys(decisionNames) as BeddingDecision[]).map((d) => ({
            value: d,
            label: decisionNames[d],
          }))}
        />
        <LineInput label="Because" value={l.reason} onChange={(reason) => l.set({ reason })} maxLength={300} />
      </Section>
    </Screen>
  );
}

function proposedText({ decision, signs }: ReturnType<typeof proposedDecision>): string {
  const why =
    signs.length > 0
      ? signs.map((s) => faceSeenTexts[s].name.toLowerCase()).join(', ')
      : decision === 'accept'
        ? 'the faces are right'
        : 'by the driver’s words';
  return [`${decisionNames[decision]}: ${why}.`, ...signs.map((s) => faceSeenTexts[s].advice)].join(' ');
}

const styles = StyleSheet.create({
  photos: { flexDirection: 'row', alignItems: 'center', gap: 8, flexWrap: 'wrap' },
});
