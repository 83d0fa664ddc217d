import { type UseFormReturn, useWatch } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { policyName } from '@calvik/words';
import { ChoiceField, NumberField, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { IconButton, MainButton, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { DaysOffFields } from '../../fields/days-off-fields';
import { countLabel, policyOf, schoolOptions } from '../../fields/policy-fields';
import { RuleFields } from '../../fields/rule-fields';
import { WeekFields, spanAsRead } from '../../fields/week-fields';
import { type ShopForm, policiesOf } from './shop-form';

/** Name, time zone, altitude, currency, cap adapters. */
export function NameAndPlace({ form }: { form: UseFormReturn<ShopForm> }) {
  const { control } = form;
  return (
    <Section>
      <TextField control={control} name="name" label="Name of the shop" required />
      <TextField
        control={control}
        name="timeZone"
        label="Time zone"
        hint="Like Europe/Berlin; dates and times are meant in it"
        required
      />
      <QuantityField control={control} name="altitude" label="Altitude of the shop" dimension="altitude" />
      <TextField control={control} name="currency" label="Currency of prices" hint="Three letters, like EUR" required />
      <TextField
        control={control}
        name="labour"
        label="An hour of brake work"
        hint="Without tax. Empty: labour is not counted in what an hour costs"
      />
      <SwitchField control={control} name="costTold" label="Tell customers what an hour on track costs" />
      <TextField
        control={control}
        name="adapters"
        label="Cap adapters for the pressure bleeder, a line each"
        hint="As they are called with the cars"
        lines={3}
      />
      <NumberField
        control={control}
        name="bleeders"
        label="Pressure bleeders"
        hint="Plans give each to one car at a time. Empty: as many as it takes"
        optional
      />
      <NumberField
        control={control}
        name="trailers"
        label="Trailers"
        hint="Empty: events are not compared for them"
        optional
      />
    </Section>
  );
}

/** Rules about fluid, and about cars at events. */
export function ShopRules({ form }: { form: UseFormReturn<ShopForm> }) {
  const wide = useWide();
  const { control, setValue } = form;
  const policies = useWatch({ control, name: 'policies' });
  const add = useWatch({ control, name: 'add' });
  const policy = policyOf(add);
  return (
    <View style={wide ? styles.columns : styles.column}>
      <View style={wide ? styles.half : null}>
        <Section title="About fluid">
          {policies.map((p, i) => (
            <View key={policyName(p)} style={styles.row}>
              <Text style={styles.grow}>{policyName(p)}</Text>
              <IconButton
                icon="close"
                label={`Remove rule ${policyName(p)}`}
                onPress={() =>
                  setValue(
                    'policies',
                    policies.filter((_, j) => j !== i),
                    { shouldDirty: true },
                  )
                }
              />
            </View>
          ))}
          <PickField control={control} name="add.school" label="Another rule" options={schoolOptions} />
          {countLabel[add.school] ? (
            <TextField
              control={control}
              name="add.count"
              label={countLabel[add.school]!}
              hint="Left empty: the usual figure"
            />
          ) : null}
          {policy ? (
            <MainButton
              mode="outlined"
              onPress={() => {
                setValue('policies', policiesOf({ policies, add }), { shouldDirty: true });
                setValue('add', { school: 'none', count: '' });
              }}
            >
              {`Add ${policyName(policy)}`}
            </MainButton>
          ) : null}
        </Section>
      </View>
      <View style={wide ? styles.half : null}>
        <Section title="About cars at events">
          <RuleFields control={control} empty="Empty: the organiser’s and the customer’s rules only" />
        </Section>
      </View>
    </View>
  );
}

/** Breaks as they were understood; null while one of them cannot be. */
function breaksAsRead(text: string): string | null {
  const lines = text.split('\n').filter((line) => line.trim() !== '');
  const read = lines.flatMap((line) => spanAsRead(line) ?? []);
  return read.length === lines.length ? read.join('\n') : null;
}

/** Hours, breaks, days shut, and how work is planned. */
export function ShopWeek({ form }: { form: UseFormReturn<ShopForm> }) {
  const wide = useWide();
  const { control, setValue } = form;
  const week = useWatch({ control, name: 'week' });
  const closed = useWatch({ control, name: 'closed' });
  const off = useWatch({ control, name: 'off' });
  return (
    <View style={wide ? styles.columns : styles.column}>
      <View style={wide ? styles.half : null}>
        <Section title="Working week">
          <WeekFields week={week} onChange={(next) => setValue('week', next)} />
          <TextField
            control={control}
            name="breaks"
            label="Breaks, a line each"
            hint="Like 12:00 to 12:30"
            lines={2}
            read={breaksAsRead}
          />
        </Section>
      </View>
      <View style={[styles.column, wide ? styles.half : null]}>
        <Section title="Days on which the shop is shut">
          <DaysOffFields
            what="day shut"
            days={closed}
            onChange={(next) => setValue('closed', next, { shouldDirty: true })}
            typed={off}
            onType={(next) => setValue('off', next, { shouldDirty: true })}
          />
        </Section>
        <Section title="Planning">
          <ChoiceField
            control={control}
            name="pace"
            label="Plans put work"
            options={[
              { value: 'late', label: 'As late as is safe' },
              { value: 'early', label: 'As early as it goes' },
            ]}
          />
          <QuantityField control={control} name="slackDays" label="Done this long before load-up" dimension="days" />
          <QuantityField
            control={control}
            name="afterDays"
            label="After an event, ducts off and road pads back within"
            dimension="days"
          />
          <QuantityField
            control={control}
            name="machineDays"
            label="Bedding on a machine takes, door to door"
            dimension="days"
          />
        </Section>
      </View>
    </View>
  );
}

/** Figures that cars are judged by where nobody has measured. */
export function ShopFigures({ form }: { form: UseFormReturn<ShopForm> }) {
  const wide = useWide();
  const { control } = form;
  return (
    <View style={wide ? styles.columns : styles.column}>
      <View style={wide ? styles.half : null}>
        <Section title="Fluid, pads and heat">
          <Text as="small">Common practice where nobody has measured. Change them to what you know.</Text>
          <QuantityField
            control={control}
            name="margin"
            label="Demanded margin over peak temperature"
            dimension="temperatureDifference"
          />
          <QuantityField
            control={control}
            name="peak"
            label="Peak fluid temperature without a venue"
            dimension="temperature"
          />
          <QuantityField
            control={control}
            name="certainty"
            label="How sure a computed peak must be"
            dimension="share"
            hint="90: nine times in ten the fluid stays under it"
          />
          <QuantityField
            control={control}
            name="uptake"
            label="Water uptake without tests (% a year)"
            dimension="share"
            hint="For example 1.5"
          />
          <QuantityField control={control} name="openDays" label="Days an opened bottle may be used" dimension="days" />
          <QuantityField control={control} name="padLimit" label="A pad is out below" dimension="length" />
          <QuantityField
            control={control}
            name="padStart"
            label="Warn before a track start below (% of new)"
            dimension="share"
            hint="A thin pad passes heat to the fluid"
          />
          <NumberField
            control={control}
            name="padsEvery"
            label="Gauge pads after every … session"
            hint="1: after each. 2: a pad may wear two sessions’ worth before anybody sees it. Thin pads, and any complaint, are always gauged"
          />
          <SwitchField
            control={control}
            name="wheelAtOnce"
            label="Wheel nuts: one tap a wheel, once all have clicked"
          />
          <QuantityField
            control={control}
            name="suspects"
            label="Rule out suspects likelier than (%)"
            dimension="share"
            hint="Before a fault of unknown cause is over"
          />
          <QuantityField control={control} name="container" label="Container for used fluid holds" dimension="volume" />
        </Section>
      </View>
      <View style={wide ? styles.half : null}>
        <Section title="Bedding">
          <QuantityField
            control={control}
            name="reBedKm"
            label="Bed again after so far on the road"
            dimension="distance"
          />
          <QuantityField control={control} name="reBedDays" label="Look at bedded faces again after" dimension="days" />
          <QuantityField
            control={control}
            name="lawful"
            label="Lawful on the roads around the shop"
            dimension="speed"
            hint="Bedding on a road goes no faster"
          />
        </Section>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
  columns: { flexDirection: 'row', gap: 32, alignItems: 'flex-start' },
  column: { gap: 24 },
  half: { flex: 1, minWidth: 0 },
});
