import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useWatch } from 'react-hook-form';
import { type DayOff, type FluidPolicy, type Shop, readTime } from '@calvik/core';
import { policyName } from '@calvik/words';
import { useLoaded, useLogbook } from '../../state/hooks';
import { useDraftForm } from '../../state/use-draft-form';
import { ChoiceField, DraftNotice, NumberField, PickField, QuantityField, TextField } from '../../ui/form';
import { recordText } from '../../ui/quantity-text';
import { SaveBar } from '../../ui/save-bar';
import { IconButton, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { DaysOffFields, type TypedDaysOff, noDaysTyped, readDaysOff } from '../days-off';
import { RecordChanges } from '../record-changes';
import { type PolicyForm, countLabel, policyOf, schoolOptions } from '../policy-fields';
import { RuleFields, type RulesForm, rulesForm, rulesOf } from '../rule-fields';
import { useQuantity, useSaveRecord } from '../save-record';
import { WeekFields, readWeek, weekText } from '../week-fields';

/** The shop's settings, a page each; one form, so that what is typed on one page is there on the next. */
export const shopPages = [
  { page: 'shop', title: 'Name and place', about: 'Name, time zone, altitude, currency' },
  { page: 'rules', title: 'Rules', about: 'Fluid, pads, ducts, the inspection form' },
  { page: 'week', title: 'Working week and planning', about: 'Hours, breaks, days shut, how work is planned' },
  { page: 'figures', title: 'Figures to judge by', about: 'Margins, limits, bottles, bedding' },
] as const;
export type ShopPage = (typeof shopPages)[number]['page'];

/** Breaks as typed, a line each. @returns them, or what is wrong */
function readBreaks(text: string): { breaks: Shop['breaks'] } | { message: string } {
  const breaks: Shop['breaks'] = [];
  for (const line of text.split('\n').filter((l) => l.trim() !== '')) {
    const [from, to] = line.split(/\s*(?:to|until|–|-)\s*/i).map((part) => readTime(part));
    if (!from || !to || to <= from)
      return { message: `Breaks: “${line.trim()}” is none. Type it like 12:00 to 12:30.` };
    breaks.push({ from, to });
  }
  return { breaks: breaks.sort((a, b) => a.from.localeCompare(b.from)) };
}

/** One page of the shop's settings. */
export function ShopSettingsScreen() {
  const { page } = useLocalSearchParams<{ page: string }>();
  const loaded = useLoaded();
  const { shop } = useLogbook();
  const found = shopPages.find((p) => p.page === page) ?? shopPages[0];
  return loaded ? <ShopForm key={`${shop.version} ${found.page}`} shop={shop} page={found.page} /> : null;
}

export interface ShopForm extends RulesForm {
  name: string;
  timeZone: string;
  margin: string;
  peak: string;
  certainty: string;
  uptake: string;
  openDays: string;
  altitude: string;
  padLimit: string;
  padStart: string;
  container: string;
  slackDays: string;
  afterDays: string;
  machineDays: string;
  reBedKm: string;
  reBedDays: string;
  lawful: string;
  week: string[];
  /** Like "12:00 to 12:30", a line each. */
  breaks: string;
  closed: DayOff[];
  off: TypedDaysOff;
  pace: Shop['planPace'];
  currency: string;
  /** A line each. */
  adapters: string;
  policies: FluidPolicy[];
  add: PolicyForm;
}

function ShopForm({ shop, page }: { shop: Shop; page: ShopPage }) {
  const { system } = useUnits();
  const quantity = useQuantity();
  const { form, restored, startOver, finished } = useDraftForm<ShopForm>(`shop.${shop.version}`, {
    name: shop.name,
    timeZone: shop.timeZone,
    margin: recordText(shop.demandedMarginC, 'temperatureDifference', system),
    peak: recordText(shop.defaultPeakFluidTempC, 'temperature', system),
    certainty: recordText(shop.peakCertaintyPercent, 'share', system),
    uptake: String(shop.defaultUptakePercentPerYear),
    openDays: recordText(shop.openBottleDays, 'days', system),
    altitude: recordText(shop.altitudeM, 'altitude', system),
    padLimit: recordText(shop.padLimitMm, 'length', system),
    padStart: String(shop.padTrackStartPercent),
    container: recordText(shop.wasteContainerMl, 'volume', system),
    slackDays: recordText(shop.slackDays, 'days', system),
    afterDays: recordText(shop.afterEventDays, 'days', system),
    machineDays: recordText(shop.machineBeddingDays, 'days', system),
    reBedKm: String(shop.reBedAfterRoadKm),
    reBedDays: recordText(shop.reBedAfterDays, 'days', system),
    lawful: recordText(shop.lawfulRoadKmh, 'speed', system),
    week: weekText(shop.hours),
    breaks: shop.breaks.map((b) => `${b.from} to ${b.to}`).join('\n'),
    closed: shop.closedDays,
    off: noDaysTyped,
    pace: shop.planPace,
    currency: shop.currency,
    adapters: shop.capAdapters.join('\n'),
    ...rulesForm(shop, system),
    policies: shop.fluidPolicies,
    add: { school: 'none', count: '' },
  });
  const { control, setValue } = form;
  const { saveRecord, saving, problem } = useSaveRecord('shops', form, finished);
  const policies = useWatch({ control, name: 'policies' });
  const add = useWatch({ control, name: 'add' });
  const policy = policyOf(add);
  const week = useWatch({ control, name: 'week' }) as string[];
  const closed = useWatch({ control, name: 'closed' }) as DayOff[];
  const off = useWatch({ control, name: 'off' }) as TypedDaysOff;
  const [refused, setRefused] = useState<string | null>(null);
  const save = form.handleSubmit((f) => {
    const read = readWeek(f.week);
    if ('message' in read) return setRefused(read.message);
    const breaks = readBreaks(f.breaks);
    if ('message' in breaks) return setRefused(breaks.message);
    const off = readDaysOff(f.off);
    if (off && 'message' in off) return setRefused(off.message);
    // A rule that was chosen and not added yet is meant too.
    const typed = policyOf(f.add);
    const policiesNow = typed ? [...f.policies.filter((p) => p.school !== typed.school), typed] : f.policies;
    setRefused(null);
    return saveRecord(
      {
        ...shop,
        ...rulesOf(f, quantity),
        hours: read.week,
        breaks: breaks.breaks,
        closedDays: off ? [...f.closed, off.day] : f.closed,
        planPace: f.pace,
        currency: f.currency.trim().toUpperCase(),
        capAdapters: f.adapters
          .split('\n')
          .map((line) => line.trim())
          .filter((line) => line !== ''),
        slackDays: Math.round(quantity(f.slackDays, 'days')),
        afterEventDays: Math.round(quantity(f.afterDays, 'days')),
        machineBeddingDays: Math.round(quantity(f.machineDays, 'days')),
        reBedAfterRoadKm: Math.round(Number(f.reBedKm.replace(',', '.'))),
        reBedAfterDays: Math.round(quantity(f.reBedDays, 'days')),
        lawfulRoadKmh: quantity(f.lawful, 'speed'),
        name: f.name,
        timeZone: f.timeZone.trim(),
        fluidPolicies: policiesNow,
        demandedMarginC: quantity(f.margin, 'temperatureDifference'),
        defaultPeakFluidTempC: quantity(f.peak, 'temperature'),
        peakCertaintyPercent: quantity(f.certainty, 'share'),
        defaultUptakePercentPerYear: quantity(f.uptake, 'share'),
        openBottleDays: Math.round(quantity(f.openDays, 'days')),
        altitudeM: quantity(f.altitude, 'altitude'),
        padLimitMm: quantity(f.padLimit, 'length'),
        padTrackStartPercent: quantity(f.padStart, 'share'),
        wasteContainerMl: quantity(f.container, 'volume'),
      },
      null,
    );
  });
  const wide = useWide();
  const saveBar = (
    <SaveBar problem={problem ?? refused} saving={saving} onSave={() => void save()} label="Save the shop’s settings" />
  );
  return (
    <Screen
      title={shopPages.find((p) => p.page === page)!.title}
      above={shop.name}
      back="/settings"
      maxWidth={wide ? 1080 : 720}
      footer={saveBar}
    >
      <DraftNotice restored={restored} startOver={startOver} />
      {page === 'shop' ? (
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
          <TextField
            control={control}
            name="currency"
            label="Currency of prices"
            hint="Three letters, like EUR"
            required
          />
          <TextField
            control={control}
            name="adapters"
            label="Cap adapters for the pressure bleeder, a line each"
            hint="As they are called with the cars"
            lines={3}
          />
        </Section>
      ) : null}
      {page === 'rules' ? (
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
                    setValue('policies', [...policies.filter((p) => p.school !== policy.school), policy], {
                      shouldDirty: true,
                    });
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
      ) : null}
      {page === 'week' ? (
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
              <QuantityField
                control={control}
                name="slackDays"
                label="Done this long before load-up"
                dimension="days"
              />
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
      ) : null}
      {page === 'figures' ? (
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
              <QuantityField
                control={control}
                name="openDays"
                label="Days an opened bottle may be used"
                dimension="days"
              />
              <QuantityField control={control} name="padLimit" label="A pad is out below" dimension="length" />
              <QuantityField
                control={control}
                name="padStart"
                label="Warn before a track start below (% of new)"
                dimension="share"
                hint="A thin pad passes heat to the fluid"
              />
              <QuantityField
                control={control}
                name="container"
                label="Container for used fluid holds"
                dimension="volume"
              />
            </Section>
          </View>
          <View style={wide ? styles.half : null}>
            <Section title="Bedding">
              <NumberField control={control} name="reBedKm" label="Bed again after so many km on the road" />
              <QuantityField
                control={control}
                name="reBedDays"
                label="Look at bedded faces again after"
                dimension="days"
              />
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
      ) : null}
      <RecordChanges collection="shops" id={shop.id} />
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
  columns: { flexDirection: 'row', gap: 32, alignItems: 'flex-start' },
  column: { gap: 24 },
  half: { flex: 1, minWidth: 0 },
});
