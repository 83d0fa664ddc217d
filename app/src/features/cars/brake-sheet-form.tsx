import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TextInput } from 'react-native-paper';
import {
  type BrakeSheet,
  type Car,
  type Fastener,
  type SchemaIssue,
  USUAL_MAX_PLAY_MM,
  brakeSheetOf,
  carLabel,
} from '@calvik/core';
import { recordSchemas } from '@calvik/core/model/schemas';
import { patternText, threadConditionNames } from '@calvik/words';
import { issueText, typingExample } from '@calvik/words/input';
import { useLogbook, useSync } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { LineInput } from '../../ui/line-input';
import { ChoiceChips, Chips } from '../../ui/chips';
import { useReadFigure } from '../../ui/figure-fields';
import { RecordChanges } from '../record-changes';
import { Gone } from '../gone';
import { otherWay, recordText } from '../../ui/quantity-text';
import { SaveBar } from '../../ui/save-bar';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { newRecord } from '../save-record';
import { useDraft } from '../../state/use-draft';
import { useSay } from '../../state/use-say';
import { routes } from '../routes';

interface Line {
  name: string;
  torque: string;
  count: string;
  diameter: string;
  angle: string;
  source: string;
  condition: Fastener['condition'];
  flags: ('isOneUse' | 'needsThreadLocker')[];
}
interface SheetForm {
  parkingBrake: BrakeSheet['parkingBrake'];
  rearPistons: BrakeSheet['rearPistons'];
  frontLimit: string;
  rearLimit: string;
  bearingPlay: string;
  has: ('hasWearSensors' | 'hasDucts')[];
  lines: Record<string, Line>;
}

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
  const text = (mm: number | null): string => recordText(mm, 'length', system);
  const { draft, change, clear } = useDraft<SheetForm>(`sheet.${car.id}.${sheet.version}`, {
    parkingBrake: sheet.parkingBrake,
    rearPistons: sheet.rearPistons,
    frontLimit: text(sheet.padLimitMm.front),
    rearLimit: text(sheet.padLimitMm.rear),
    bearingPlay: text(sheet.maxWheelBearingPlayMm),
    has: (['hasWearSensors', 'hasDucts'] as const).filter((k) => sheet[k]),
    lines: Object.fromEntries(
      sheet.fasteners.map((f): [string, Line] => [
        f.key,
        {
          name: f.name,
          torque: recordText(f.torqueNm, 'torque', system),
          count: String(f.perCorner),
          diameter: String(f.threadDiameterMm),
          angle: f.angleDeg === null ? '' : String(f.angleDeg),
          source: f.source,
          condition: f.condition,
          flags: (['isOneUse', 'needsThreadLocker'] as const).filter((k) => f[k]),
        },
      ]),
    ),
  });
  const [open, setOpen] = useState<string | null>(null);
  const [source, setSource] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [saving, setSaving] = useState(false);
  const set = (key: string, over: Partial<Line>): void =>
    change({ lines: { ...draft.lines, [key]: { ...draft.lines[key]!, ...over } } });

  const make = (): BrakeSheet | string => {
    const limit = (value: string): number | null => (value.trim() === '' ? null : read(value, 'length'));
    for (const [name, value] of [
      ['Pad limit, front', draft.frontLimit],
      ['Pad limit, rear', draft.rearLimit],
      ['Wheel-bearing play', draft.bearingPlay],
    ] as const)
      if (value.trim() !== '' && limit(value) === null)
        return `${name}: “${value}” is not a length. Type it like ${typingExample('length')}.`;
    const fasteners: Fastener[] = [];
    for (const f of sheet.fasteners) {
      const line = draft.lines[f.key]!;
      const torqueNm = line.torque.trim() === '' ? null : read(line.torque, 'torque');
      if (line.torque.trim() !== '' && torqueNm === null)
        return `${f.name}: “${line.torque}” is not a torque. Type it like 38 or 28 lbft.`;
      if (torqueNm !== null && line.source.trim() === '') return `${f.name}: say where the figure stands.`;
      const angle = line.angle.trim() === '' ? null : Number(line.angle);
      if (angle !== null && !Number.isFinite(angle))
        return `${f.name}: the angle of the second stage is a number of degrees.`;
      fasteners.push({
        ...f,
        name: line.name.trim() || f.name,
        torqueNm,
        perCorner: Number(line.count),
        threadDiameterMm: Number(line.diameter.replace(',', '.')),
        angleDeg: angle,
        source: line.source.trim(),
        condition: line.condition,
        isOneUse: line.flags.includes('isOneUse'),
        needsThreadLocker: line.flags.includes('needsThreadLocker'),
      });
    }
    return {
      ...(sheet.id === '' ? { ...sheet, ...newRecord() } : sheet),
      parkingBrake: draft.parkingBrake,
      rearPistons: draft.rearPistons,
      padLimitMm: { front: limit(draft.frontLimit), rear: limit(draft.rearLimit) },
      maxWheelBearingPlayMm: limit(draft.bearingPlay),
      hasWearSensors: draft.has.includes('hasWearSensors'),
      hasDucts: draft.has.includes('hasDucts'),
      fasteners,
    };
  };
  const save = async (): Promise<void> => {
    const made = make();
    if (typeof made === 'string') return setProblem(made);
    const checked = recordSchemas.brakeSheets.safeParse(made);
    if (!checked.success) {
      const issue = checked.error.issues[0];
      const at = typeof issue?.path[1] === 'number' ? `${made.fasteners[issue.path[1]]?.name}: ` : '';
      return setProblem(`${at}${issue ? issueText(issue as SchemaIssue, say) : 'This cannot be saved.'}`);
    }
    setSaving(true);
    const result = await sync.save('brakeSheets', checked.data);
    setSaving(false);
    if (result.state === 'refused') return setProblem(result.sentence);
    clear();
    router.replace(routes.car(car.id));
  };
  const small = (key: string, field: keyof Line, label: string, name: string) => (
    <TextInput
      mode="outlined"
      dense
      label={label}
      aria-label={`${label}, ${name}`}
      value={String(draft.lines[key]![field])}
      onChangeText={(value) => set(key, { [field]: value })}
      style={styles.grow}
    />
  );
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
        {sheet.fasteners.map((f) => {
          const line = draft.lines[f.key]!;
          return (
            <View key={f.key} style={styles.fastener} testID={`fastener-${f.key}`}>
              <View style={styles.row}>
                <Text as="strong" style={styles.grow}>
                  {f.name}
                </Text>
                <Text as="small">{otherWay(line.torque, 'torque', system) ?? 'no figure'}</Text>
              </View>
              <View style={styles.row}>
                {small(f.key, 'torque', 'Torque', f.name)}
                {small(f.key, 'source', 'Where it stands', f.name)}
              </View>
              {open === f.key ? (
                <View style={styles.gap}>
                  <View style={styles.row}>
                    {small(f.key, 'count', 'Per corner', f.name)}
                    {small(f.key, 'diameter', 'Thread, mm', f.name)}
                    {small(f.key, 'angle', 'Then, °', f.name)}
                  </View>
                  <Text as="small">{`Order: ${patternText({ group: f.group, perCorner: Number(line.count) || 1 })}. The figure is for a thread that is:`}</Text>
                  <ChoiceChips
                    label={`Thread of ${f.name.toLowerCase()}`}
                    columns={3}
                    value={line.condition}
                    onChange={(condition) => set(f.key, { condition })}
                    options={(['dry', 'lubricated', 'antiSeize'] as const).map((value) => ({
                      value,
                      label: threadConditionNames[value],
                    }))}
                  />
                  <Chips
                    label={f.name}
                    chosen={line.flags}
                    onChange={(flags) => set(f.key, { flags })}
                    options={[
                      { value: 'isOneUse', label: 'One-use bolts' },
                      { value: 'needsThreadLocker', label: 'Thread locker' },
                    ]}
                  />
                </View>
              ) : (
                <MainButton mode="text" onPress={() => setOpen(f.key)}>
                  {`${line.count} per corner, M${line.diameter}, ${threadConditionNames[line.condition].toLowerCase()}: change`}
                </MainButton>
              )}
            </View>
          );
        })}
      </Section>
      {sheet.version > 0 ? <RecordChanges collection="brakeSheets" id={sheet.id} /> : null}
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  gap: { gap: 8 },
  fastener: { gap: 4 },
});
