import { type Control, useFieldArray, useWatch } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import type { BeddingSeries, DrivenAt, Procedure, UnitSystem } from '@calvik/core';
import { readFigure } from '@calvik/core/units';
import { NumberField, QuantityField, SwitchField } from '../../ui/form';
import { recordText } from '../../ui/quantity-text';
import { IconButton, MainButton, Section } from '../../ui/screen';

export interface ProcedureForm {
  name: string;
  author: Procedure['author'];
  source: string;
  compoundId: string;
  use: Procedure['use'];
  isMachine: boolean;
  series: SeriesForm[];
  coolingMin: string;
  coolingSpeed: string;
  cycles: string;
  places: DrivenAt[];
  aimsAt: string;
  notes: string;
}

/** One series as it is typed. */
export interface SeriesForm {
  count: string;
  fromKmh: string;
  toKmh: string;
  decelG: string;
  restS: string;
  isDrag: boolean;
  dragS: string;
}

export const seriesForm = (s: BeddingSeries, system: UnitSystem): SeriesForm => ({
  count: String(s.count),
  fromKmh: recordText(s.fromKmh, 'speed', system),
  toKmh: recordText(s.toKmh, 'speed', system),
  decelG: String(s.decelG),
  restS: String(s.restS),
  isDrag: s.dragS !== null,
  dragS: String(s.dragS ?? 4),
});

export const emptySeries: SeriesForm = {
  count: '10',
  fromKmh: '',
  toKmh: '',
  decelG: '0.7',
  restS: '0',
  isDrag: false,
  dragS: '4',
};

const figure = (text: string): number => readFigure(text) ?? Number.NaN;

/** A series out of what was typed. */
export const seriesOf = (f: SeriesForm, kmh: (text: string) => number): BeddingSeries => ({
  count: figure(f.count),
  fromKmh: kmh(f.fromKmh),
  toKmh: f.isDrag ? kmh(f.fromKmh) : kmh(f.toKmh),
  decelG: figure(f.decelG),
  restS: figure(f.restS),
  dragS: f.isDrag ? figure(f.dragS) : null,
});

function OneSeries({
  control,
  index,
  onDrop,
}: {
  control: Control<ProcedureForm>;
  index: number;
  onDrop: (() => void) | null;
}) {
  const isDrag = useWatch({ control, name: `series.${index}.isDrag` });
  return (
    <Section
      title={`Series ${index + 1}`}
      aside={onDrop ? <IconButton icon="close" label={`Remove series ${index + 1}`} onPress={onDrop} /> : undefined}
    >
      <View style={styles.row}>
        <View style={styles.narrow}>
          <NumberField control={control} name={`series.${index}.count`} label="Count" />
        </View>
        <View style={styles.grow}>
          <QuantityField
            control={control}
            name={`series.${index}.fromKmh`}
            label={isDrag ? 'Speed held' : 'From'}
            dimension="speed"
          />
        </View>
        {isDrag ? null : (
          <View style={styles.grow}>
            <QuantityField control={control} name={`series.${index}.toKmh`} label="To" dimension="speed" />
          </View>
        )}
      </View>
      <View style={styles.row}>
        <View style={styles.grow}>
          <NumberField
            control={control}
            name={`series.${index}.decelG`}
            label="Effort, g"
            hint="0.8 is just under ABS on a road tyre"
          />
        </View>
        <View style={styles.grow}>
          <NumberField
            control={control}
            name={`series.${index}.restS`}
            label="Held before each, s"
            hint="0: at once again"
          />
        </View>
      </View>
      <SwitchField control={control} name={`series.${index}.isDrag`} label="Dragged against the engine, speed held" />
      {isDrag ? <NumberField control={control} name={`series.${index}.dragS`} label="Each drag, s" /> : null}
    </Section>
  );
}

/** The series of a procedure, in the order in which they are driven. Any unit may be typed in any field. */
export function SeriesFields({ control }: { control: Control<ProcedureForm> }) {
  const { fields, append, remove } = useFieldArray({ control, name: 'series' });
  return (
    <>
      {fields.map((field, i) => (
        <OneSeries key={field.id} control={control} index={i} onDrop={fields.length > 1 ? () => remove(i) : null} />
      ))}
      {fields.length < 12 ? (
        <MainButton mode="outlined" icon="plus" onPress={() => append(emptySeries)}>
          Add a series
        </MainButton>
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8, alignItems: 'flex-start' },
  grow: { flex: 1, minWidth: 0 },
  narrow: { width: 84 },
});
