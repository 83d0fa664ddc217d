import { useEffect, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import { type AssumedKey, type Corner, corners, grades, parseBores } from '@calvik/core';
import { readFigure } from '@calvik/core/units';
import { assumedNames, cornerNames } from '@calvik/words';
import { boresProblemText } from '@calvik/words/input';
import { ChoiceField, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { type CarForm, areUsualBores, usualBoresText } from './car-form-values';

export const yes = (value: string, label: string) => ({ value, label });
const sides = [yes('left', 'Left'), yes('right', 'Right')];

interface Props {
  form: UseFormReturn<CarForm>;
}

/** Said of figures that stand as usual ones, until somebody changes them or says that they are right. */
function Assumed({ form, keys }: Props & { keys: readonly AssumedKey[] }) {
  const assumed = useWatch({ control: form.control, name: 'assumed' });
  const open = keys.filter((k) => assumed.includes(k));
  if (open.length === 0) return null;
  return (
    <View style={styles.assumed} testID={`assumed-${open.join('-')}`}>
      <Text as="small" tone="amber" style={styles.grow}>
        {`Default, nobody has said it yet: ${open.map((k) => assumedNames[k].toLowerCase()).join(', ')}.`}
      </Text>
      <MainButton
        mode="text"
        onPress={() =>
          form.setValue(
            'assumed',
            assumed.filter((k) => !open.includes(k)),
            { shouldDirty: true },
          )
        }
      >
        It is right
      </MainButton>
    </View>
  );
}

/** Kind of brake and bores of one axle; another kind brings its own usual bores, unless somebody has typed some. */
export function AxleSection({
  form,
  axle,
  withNipples = true,
}: Props & { axle: 'front' | 'rear'; withNipples?: boolean }) {
  const { control, setValue, getValues } = form;
  const brake = useWatch({ control, name: `${axle}.brake` });
  const nipples = useWatch({ control, name: `${axle}.bleedNipplesPerCorner` });
  const was = useRef(brake);
  useEffect(() => {
    if (was.current === brake) return;
    was.current = brake;
    if (areUsualBores(axle, getValues(`${axle}.bores`))) setValue(`${axle}.bores`, usualBoresText(axle, brake));
    if (brake === 'drum') setValue(`${axle}.bleedNipplesPerCorner`, '1');
  }, [axle, brake, getValues, setValue]);
  const word = axle === 'front' ? 'Front' : 'Rear';
  return (
    <Section title={`${word} brakes`}>
      <Assumed form={form} keys={[axle]} />
      <ChoiceField
        control={control}
        name={`${axle}.brake`}
        label={`${word} brake`}
        options={[yes('fixedCaliper', 'Fixed'), yes('floatingCaliper', 'Floating'), yes('drum', 'Drum')]}
      />
      <TextField
        control={control}
        name={`${axle}.bores`}
        label={`Piston bores, ${axle}, mm`}
        hint={brake === 'fixedCaliper' ? '“4 × 40”, or “38, 34, 28 a side”, leading piston first' : '“54”, or “42, 38”'}
        required
        check={(text) => {
          const parsed = parseBores(text, brake);
          return parsed.ok ? null : boresProblemText(parsed);
        }}
      />
      {withNipples && brake !== 'drum' ? (
        <ChoiceField
          control={control}
          name={`${axle}.bleedNipplesPerCorner`}
          label={`Bleed nipples per ${axle} corner`}
          options={[yes('1', 'One'), yes('2', 'Two')]}
        />
      ) : null}
      {withNipples && nipples === '2' ? (
        <ChoiceField
          control={control}
          name={`${axle}.bleedNippleOrder`}
          label="Order of the two, by the caliper’s maker"
          options={[
            yes('innerFirst', 'Inner first'),
            yes('outerFirst', 'Outer first'),
            yes('outerInnerOuter', 'Out–in–out'),
          ]}
        />
      ) : null}
    </Section>
  );
}

export function FluidSection({ form }: Props) {
  const { control } = form;
  return (
    <Section title="Fluid and reservoir">
      <Assumed form={form} keys={['fluidGrade', 'driverSide', 'masterCylinderSide', 'reservoir']} />
      <PickField
        control={control}
        name="fluidGrade"
        label="Fluid grade by the maker"
        options={grades.map((g) => yes(g, g))}
      />
      <ChoiceField control={control} name="driverSide" label="Driver sits" options={sides} />
      <ChoiceField control={control} name="masterCylinderSide" label="Master cylinder, front" options={sides} />
      <QuantityField control={control} name="reservoirMaxMl" label="Reservoir volume at MAX" dimension="volume" />
      <QuantityField control={control} name="reservoirMinMl" label="Reservoir volume at MIN" dimension="volume" />
      <QuantityField
        control={control}
        name="reservoirDepthMm"
        label="Fluid depth for a test probe"
        dimension="length"
      />
      <SwitchField control={control} name="reservoirSharedWithClutch" label="Shares its reservoir with the clutch" />
      <SwitchField control={control} name="reservoirCanBeSuckedOut" label="Its reservoir can be emptied by syringe" />
      <QuantityField
        control={control}
        name="pressureCeilingKpa"
        label="Pressure bleeder ceiling"
        dimension="pressure"
        hint="The maker’s figure, where there is one"
        optional
      />
    </Section>
  );
}

export function LinesSection({ form, order }: Props & { order: readonly Corner[] }) {
  const { control } = form;
  const school = useWatch({ control, name: 'sequenceSchool' });
  return (
    <Section title="Lines and sequence">
      <Assumed form={form} keys={['circuitSplit', 'lines', 'sequence']} />
      <ChoiceField
        control={control}
        name="circuitSplit"
        label="Circuits"
        options={[yes('frontRear', 'Front and rear'), yes('diagonal', 'Diagonal')]}
      />
      {corners.map((c) => (
        <QuantityField
          key={c}
          control={control}
          name={`lineLengthMm.${c}`}
          label={`Line to ${cornerNames[c]}`}
          dimension="length"
        />
      ))}
      <QuantityField
        control={control}
        name="lineBoreMm"
        label="Line bore"
        dimension="length"
        hint="A 4.75 mm tube has about 3.3 mm"
      />
      <PickField
        control={control}
        name="sequenceSchool"
        label="Bleeding sequence"
        options={[
          yes('farthestFirst', 'Farthest line first'),
          yes('nearestFirst', 'Nearest line first'),
          yes('byCircuit', 'Circuit by circuit'),
          yes('makerSheet', 'As the maker’s sheet says'),
        ]}
      />
      {school === 'makerSheet' ? (
        <>
          <TextField
            control={control}
            name="makerSequence"
            label="The maker’s sequence"
            hint="For example RL RR FL FR"
            required
          />
          <TextField
            control={control}
            name="makerSequenceSource"
            label="Where that stands"
            hint="Sheet and page"
            required
          />
        </>
      ) : null}
      <Text tone="inkSoft">{`That makes: ${order.map((c) => cornerNames[c]).join(', ')}.`}</Text>
    </Section>
  );
}

const spanner = (text: string): string | null => {
  const mm = readFigure(text, ['mm']);
  return text === '' || (mm !== null && mm >= 5 && mm <= 24) ? null : 'A spanner size in mm, 5 to 24.';
};

/** What the car needs in tools: it goes onto the run sheet of each visit. */
export function ToolsSection({ form, adapters }: Props & { adapters: readonly string[] }) {
  const { control } = form;
  const adapter = useWatch({ control, name: 'tools.capAdapter' });
  const isThere =
    adapter.trim() === '' || adapters.some((a) => a.trim().toLowerCase() === adapter.trim().toLowerCase());
  return (
    <Section title="Tools for this car">
      <TextField
        control={control}
        name="tools.capAdapter"
        label="Cap adapter for the pressure bleeder"
        hint={
          isThere
            ? adapters.length > 0
              ? `In the shop: ${adapters.join(', ')}`
              : 'As it is listed in the settings of the shop'
            : 'Not among the adapters of the shop: the pedal is planned instead'
        }
      />
      <View style={styles.pair}>
        <View style={styles.grow}>
          <TextField control={control} name="spanner.front" label="Bleed spanner, front, mm" check={spanner} />
        </View>
        <View style={styles.grow}>
          <TextField control={control} name="spanner.rear" label="Bleed spanner, rear, mm" check={spanner} />
        </View>
      </View>
      <TextField control={control} name="tools.caliperSocket" label="Socket for the caliper" />
      <TextField control={control} name="tools.bracketSocket" label="Socket for the bracket" />
      <TextField control={control} name="tools.wheelSocket" label="Socket for the wheels" />
      <TextField control={control} name="tools.lockingWheelKey" label="Locking-wheel key" hint="Where it is" />
      <TextField control={control} name="tools.retractingTool" label="Retracting tool for the pistons" />
    </Section>
  );
}

const styles = StyleSheet.create({
  assumed: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  pair: { flexDirection: 'row', gap: 8 },
});
