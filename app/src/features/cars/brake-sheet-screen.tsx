import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type BrakeSheet, type Car, USUAL_MAX_PLAY_MM, brakeSheetOf, carLabel } from '@calvik/core';
import { useLogbook, useSync } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { useSay } from '../../state/use-say';
import { ChoiceChips, Chips } from '../../ui/chips';
import { useReadFigure } from '../../ui/figure-fields';
import { LineInput } from '../../ui/line-input';
import { SaveBar } from '../../ui/save-bar';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { Gone } from '../../records/not-found-page';
import { RecordChanges } from '../../records/record-changes';
import { routes } from '../../routes';
import { type SheetForm, sheetForm, sheetOf, sheetRefused } from './brake-sheet-form';
import { FastenerFields } from './fastener-fields';

export function BrakeSheetScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const car = useLogbook().cars.get(id);
  return car ? <SheetPage key={car.id} car={car} /> : <Gone what="car" back="/cars" />;
}

/** The maker's sheet of a car: limits, parking brake, and the torque figure of every fastener with where it stands. */
function SheetPage({ car }: { car: Car }) {
  const router = useRouter();
  const logbook = useLogbook();
  const sync = useSync();
  const say = useSay();
  const read = useReadFigure();
  const { system, show } = useUnits();
  const sheet = brakeSheetOf(logbook, car);
  const {
    draft,
    change,
    clear,
    openedAs = sheet,
  } = useDraft<SheetForm, BrakeSheet>(`sheet.${car.id}`, sheetForm(sheet, system), sheet);
  const [source, setSource] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [saving, setSaving] = useState(false);
  const save = async (): Promise<void> => {
    const made = sheetOf(draft, openedAs, read);
    if (typeof made === 'string') return setProblem(made);
    const wrong = sheetRefused(made, say);
    if (wrong !== null) return setProblem(wrong);
    setSaving(true);
    // The car had none yet, and somebody has saved one meanwhile: it is one sheet.
    const onto = openedAs.id === '' && sheet.id !== '' ? { id: sheet.id, version: sheet.version } : {};
    const base = sheet.id === '' ? undefined : { ...openedAs, ...onto };
    const result = await sync.save('brakeSheets', { ...made, ...onto }, base);
    setSaving(false);
    if (result.state === 'refused') return setProblem(result.sentence);
    clear();
    router.replace(routes.car(car.id));
  };
  return (
    <Screen
      title="Brake sheet"
      above={carLabel(logbook, car.id)}
      back={`/cars/${car.id}`}
      footer={<SaveBar problem={problem} saving={saving} onSave={() => void save()} label="Save the sheet" />}
    >
      <Text as="small">
        By the maker’s manual. A fastener without a figure may stand here: a car that had it undone is not released
        until somebody finds the figure.
      </Text>
      <Section title="Brakes">
        <ChoiceChips
          label="Parking brake"
          value={draft.parkingBrake}
          onChange={(parkingBrake) => change({ parkingBrake })}
          options={[
            { value: 'cable', label: 'Cable' },
            { value: 'drumInHat', label: 'Drum in hat' },
            { value: 'electric', label: 'Electric' },
            { value: 'none', label: 'None' },
          ]}
        />
        <Segments
          label="Rear pistons"
          value={draft.rearPistons}
          onChange={(rearPistons) => change({ rearPistons })}
          options={[
            { value: 'push', label: 'Push back' },
            { value: 'screwIn', label: 'Turn in' },
          ]}
        />
        <Chips
          label="Has"
          chosen={draft.has}
          onChange={(has) => change({ has })}
          options={[
            { value: 'hasWearSensors', label: 'Wear sensors' },
            { value: 'hasDucts', label: 'Brake ducts' },
          ]}
        />
        <View style={styles.row}>
          <LineInput
            label="Pad limit, front"
            value={draft.frontLimit}
            onChange={(frontLimit) => change({ frontLimit })}
            dense
            style={styles.grow}
          />
          <LineInput
            label="Pad limit, rear"
            value={draft.rearLimit}
            onChange={(rearLimit) => change({ rearLimit })}
            dense
            style={styles.grow}
          />
        </View>
        <LineInput
          label={`Bearing play at the rim; empty: ${show(USUAL_MAX_PLAY_MM.rim, 'length')}`}
          value={draft.bearingPlay}
          onChange={(bearingPlay) => change({ bearingPlay })}
          dense
        />
      </Section>
      <Section title="Fasteners">
        <View style={styles.row}>
          <LineInput
            label="Where the figures stand, for all"
            value={source}
            onChange={setSource}
            maxLength={200}
            dense
            style={styles.grow}
          />
          <MainButton
            mode="outlined"
            onPress={() =>
              change({
                lines: Object.fromEntries(
                  Object.entries(draft.lines).map(([key, line]) => [
                    key,
                    line.torque.trim() !== '' && line.source.trim() === '' ? { ...line, source: source.trim() } : line,
                  ]),
                ),
              })
            }
          >
            Set where empty
          </MainButton>
        </View>
        {openedAs.fasteners.map((f) => (
          <FastenerFields
            key={f.key}
            fastener={f}
            line={draft.lines[f.key]!}
            onChange={(over) => change({ lines: { ...draft.lines, [f.key]: { ...draft.lines[f.key]!, ...over } } })}
          />
        ))}
      </Section>
      {sheet.version > 0 ? <RecordChanges collection="brakeSheets" id={sheet.id} /> : null}
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
});
