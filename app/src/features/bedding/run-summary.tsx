import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { carLabel, type BeddingDriven, type Car, tapedRun } from '@calvik/core';
import { axleNames, cornerNames } from '@calvik/words';
import {
  applicationText,
  beddingWordTexts,
  countText,
  decisionNames,
  faceSeenTexts,
  speedSourceNames,
} from '@calvik/words/bedding';
import { useLogbook, useToday } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { useUnits } from '../../ui/units';
import { IconButton, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { FindingLine } from '../../facts/finding-line';
import { openFile } from '../../files/open-file';
import { Picture } from '../../files/pictures';
import { routes } from '../../routes';
import { useSaveFact } from '../../facts/save-fact';
import type { BeddingRunState } from '@calvik/core';

/** What has come of a run, and what comes next. */
export function RunSummary({
  car,
  state: { run, cycles, looks, lacks, next },
  onAnother,
}: {
  car: Car;
  state: BeddingRunState;
  onAnother: () => void;
}) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { system } = useUnits();
  const { saveFact, saving } = useSaveFact();
  const taped = tapedRun(logbook, car)?.id === run.id;
  const file = (name: string): void => openFile(`/api/bedding-runs/${run.id}/${name}`);
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={`Bedding, ${run.procedure.name}`}
      back={routes.bedding(car.id)}
      isBackFixed
      actions={<IconButton icon="print" label="Bedding sheet" onPress={() => file(`sheet.pdf?units=${system}`)} />}
      footer={
        next === 'look' ? (
          <MainButton onPress={() => router.push(routes.beddingLook(car.id, run.id))}>Look at the faces</MainButton>
        ) : next === 'again' ? (
          <MainButton onPress={onAnother}>{`Begin cycle ${cycles.length + 1}`}</MainButton>
        ) : taped ? (
          <MainButton
            loading={saving}
            onPress={() => void saveFact({ kind: 'ductsUntaped', carId: car.id, runId: run.id }, today)}
          >
            The tape is off the ducts
          </MainButton>
        ) : (
          <MainButton onPress={() => router.replace(routes.car(car.id))}>To the car</MainButton>
        )
      }
    >
      {next === 'look' ? (
        <Text>Let it cool, then look at both faces of each rotor. Hot: nobody touches it.</Text>
      ) : null}
      {lacks ? <FindingLine finding={lacks} /> : null}
      {next === 'over' ? <Text as="strong">Bedded: looked at and accepted.</Text> : null}
      {next === 'over' && taped ? (
        <Text tone="amber">The ducts are still taped. Take the tape off before the car goes out.</Text>
      ) : null}
      {next === 'again' ? (
        <Text tone="amber">
          {looks.at(-1)?.decision === 'turn'
            ? 'Turn the rotors first, then bed again.'
            : looks.at(-1)?.decision === 'cleanAndAgain'
              ? 'Clean the faces with coarse paper first, then drive another cycle.'
              : 'Another cycle, once it has cooled.'}
        </Text>
      ) : null}
      {looks.map((l) => (
        <Section key={l.id} title={`The look, ${axleNames[l.axle]}: ${decisionNames[l.decision].toLowerCase()}`}>
          {l.faces.map((f) => (
            <Text key={f.corner + f.side}>
              {`${cornerNames[f.corner]}, ${f.side}: ${f.seen.map((s) => faceSeenTexts[s].name.toLowerCase()).join(', ')}`}
            </Text>
          ))}
          {l.driverSays.length > 0 ? (
            <Text as="small">{`Driver: ${l.driverSays.map((w) => beddingWordTexts[w].toLowerCase()).join(', ')}`}</Text>
          ) : null}
          {l.reason ? <Text as="small">{`Because: ${l.reason}`}</Text> : null}
          <View style={styles.photos}>
            {l.photoIds.map((photoId, i) => (
              <Picture key={photoId} photoId={photoId} label={`Photo ${i + 1} of the faces`} ratio={1} />
            ))}
          </View>
        </Section>
      ))}
      {[...cycles].reverse().map((c) => (
        <CycleDriven key={c.id} c={c} />
      ))}
      <View style={styles.files}>
        <MainButton mode="text" onPress={() => file('applications.csv')}>
          Applications as CSV
        </MainButton>
        {cycles.some((c) => c.fileId) ? (
          <MainButton mode="text" onPress={() => file('drive.gpx')}>
            Drive as GPX
          </MainButton>
        ) : null}
      </View>
    </Screen>
  );
}

function CycleDriven({ c }: { c: BeddingDriven }) {
  const say = useSay();
  const counted = c.applications.filter((a) => a.isCounted).length;
  const min = (s: number): number => Math.round(s / 6) / 10;
  return (
    <Section title={`Cycle ${c.cycle}: ${countText(counted, c.wanted)}`}>
      <Text as="small">
        {`${speedSourceNames[c.speedFrom]}; cooled ${min(c.cooledS)} of ${min(c.coolingWantedS)} min${c.endedBecause ? `. Ended: ${c.endedBecause}` : ''}`}
      </Text>
      {c.hotStops > 0 ? (
        <Text tone="amber">{`Stopped on hot pads ${c.hotStops === 1 ? 'once' : `${c.hotStops} times`}: look for a pad outline.`}</Text>
      ) : null}
      {c.cooledS < c.coolingWantedS - 15 ? (
        <Text tone="amber">The cooling was cut short: let it cool before you look.</Text>
      ) : null}
      {c.applications.map((a, i) => (
        <View key={i} style={styles.line} testID="application">
          <Text as="label" style={styles.number}>
            {String(i + 1)}
          </Text>
          <View style={styles.grow}>
            <Text tone={a.isCounted ? 'ink' : 'inkSoft'}>{applicationText(a, say)}</Text>
            {a.faceC ? (
              <Text as="small">
                {`Face ${say.value(Math.round(a.faceC.front), 'temperature')} front, ${say.value(Math.round(a.faceC.rear), 'temperature')} rear`}
              </Text>
            ) : null}
          </View>
        </View>
      ))}
    </Section>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', gap: 8, alignItems: 'flex-start' },
  number: { width: 26, paddingTop: 3 },
  grow: { flex: 1, minWidth: 0 },
  files: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  photos: { flexDirection: 'row', gap: 8, flexWrap: 'wrap' },
});
