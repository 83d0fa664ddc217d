import { StyleSheet, View } from 'react-native';
import type { UseFormReturn } from 'react-hook-form';
import { type BleedStep, type BottleChoice, type Car, type Corner, type Finding, corners } from '@calvik/core';
import { capital, cornerNames, sequenceText } from '@calvik/words';
import { CornerMap } from '../../ui/corner-map';
import { PickField, QuantityField } from '../../ui/form';
import { Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { FindingLine } from '../../facts/finding-line';
import { useQuantity } from '../../records/save-record';
import { Tick } from '../../ui/tick';
import type { FlushForm } from './flush-form';

const flags = [
  ['clean', 'Clean'],
  ['bubbleFree', 'No bubbles'],
  ['nippleShut', 'Shut, capped'],
] as const;

/** "left front, inner nipple" */
export const nippleName = ({ corner, nipple }: BleedStep): string =>
  `${cornerNames[corner]}${nipple === 'single' ? '' : `, ${nipple} nipple`}`;
const shortName = ({ corner, nipple }: BleedStep): string => `${corner}${nipple === 'single' ? '' : ` ${nipple}`}`;

/** How far each corner is, for the map: what was drawn there, or its turn. */
function useCells(
  steps: readonly BleedStep[],
  lines: FlushForm['lines'],
): Record<Corner, { figure: string; note: string; done: boolean }> {
  const { show } = useUnits();
  const quantity = useQuantity();
  const turns = [...new Set(steps.map((s) => s.corner))];
  const cell = (corner: Corner) => {
    const own = steps.flatMap((s, i) => (s.corner === corner ? [lines[i]!] : []));
    const typed = own.filter((l) => l.volume.trim() !== '');
    const ml = typed.reduce((sum, l) => sum + (quantity(l.volume, 'volume') || 0), 0);
    const done = typed.length === own.length && own.every((l) => l.clean && l.bubbleFree && l.nippleShut);
    return {
      figure: typed.length > 0 ? show(ml, 'volume') : `${turns.indexOf(corner) + 1}.`,
      note: done ? 'done' : typed.length > 0 ? 'open points' : 'to do',
      done,
    };
  };
  return Object.fromEntries(corners.map((c) => [c, cell(c)])) as ReturnType<typeof useCells>;
}

/** What was drawn at each nipple in sequence, and what was seen there; a second bottle where the first does not hold enough. */
export function FlushCorners({
  title,
  car,
  steps,
  wantedMl,
  form: { control, setValue },
  values,
  shelf,
  short,
  wasteMl,
}: {
  title: string;
  car: Car;
  steps: readonly BleedStep[];
  wantedMl: readonly number[];
  form: UseFormReturn<FlushForm>;
  values: FlushForm;
  shelf: readonly BottleChoice[];
  short: Finding | null;
  wasteMl: number | null;
}) {
  const { show } = useUnits();
  const cells = useCells(steps, values.lines);
  return (
    <Section title={title}>
      <CornerMap cells={cells} driverSide={car.driverSide} />
      <Text as="small">{sequenceText(car)}</Text>
      {steps.map((step, i) => (
        <View key={`${step.corner} ${step.nipple} ${i}`} style={styles.line} testID={`step-${i}`}>
          <Text as="strong">{`${i + 1}  ${capital(nippleName(step))}`}</Text>
          <QuantityField
            control={control}
            name={`lines.${i}.volume`}
            label={`Drawn at ${shortName(step)}`}
            dimension="volume"
            optional
            hint={
              values.scope === 'full'
                ? `${show(wantedMl[i]!, 'volume')} gets nine tenths of the old fluid out`
                : `${show(wantedMl[i]!, 'volume')} is what got hot`
            }
          />
          <View style={styles.ticks}>
            {flags.map(([flag, label]) => (
              <Tick
                key={flag}
                label={label}
                name={`${label} at ${shortName(step)}`}
                on={values.lines[i]![flag]}
                onPress={() => setValue(`lines.${i}.${flag}`, !values.lines[i]![flag], { shouldDirty: true })}
              />
            ))}
          </View>
        </View>
      ))}
      {short ? <FindingLine finding={short} /> : null}
      {short || values.secondBottleId ? (
        <>
          <PickField
            control={control}
            name="secondBottleId"
            label="Second bottle"
            options={shelf
              .filter((s) => s.verdict !== 'stop' && s.state.bottle.id !== values.bottleId)
              .map(({ state: { bottle, fluid } }) => ({
                value: bottle.id,
                label: `${bottle.label} ${fluid?.name ?? ''}`,
              }))}
          />
          <PickField
            control={control}
            name="secondFrom"
            label="From which step on"
            options={steps.map((s, i) => ({ value: String(i), label: `${i + 1} ${nippleName(s)}` })).slice(1)}
          />
        </>
      ) : null}
      {wasteMl === null ? null : <Text>{`Old fluid to the waste container: ${show(wasteMl, 'volume')}.`}</Text>}
    </Section>
  );
}

const styles = StyleSheet.create({
  line: { gap: 4, paddingBottom: 8 },
  ticks: { flexDirection: 'row', gap: 6 },
});
