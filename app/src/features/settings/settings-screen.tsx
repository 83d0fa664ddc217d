import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useWatch } from 'react-hook-form';
import { type FluidPolicy, type Lift, type Shop, recordDefaults } from '@calvik/core';
import { policyName } from '@calvik/words';
import { useAppDispatch, useAppSelector, useCrewOnDuty, useLoaded, useLogbook, useSync } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { prefer } from '../../state/preferences';
import { LineInput } from '../../ui/line-input';
import { DraftNotice, PickField, NumberField, QuantityField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { SaveBar } from '../../ui/save-bar';
import { recordText } from '../../ui/quantity-text';
import { IconButton, MainButton, Screen, Section } from '../../ui/screen';
import { RadioList, Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { newRecord, useSaveRecord, useQuantity } from '../save-record';
import { RuleFields, type RulesForm, rulesForm, rulesOf } from '../rule-fields';
import { WeekFields, readWeek, weekText } from '../week-fields';
import { type PolicyForm, countLabel, policyOf, schoolOptions } from '../policy-fields';
import { routes } from '../routes';

function Crew() {
  const router = useRouter();
  const logbook = useLogbook();
  const dispatch = useAppDispatch();
  const sync = useSync();
  const onDuty = useCrewOnDuty();
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const crew = [...logbook.crew.values()].filter((c) => !c.archived).sort((a, b) => a.name.localeCompare(b.name));
  const add = async (): Promise<void> => {
    if (name.trim() === '') return setProblem('Type the name first.');
    const record = {
      ...newRecord(),
      ...recordDefaults.crew,
      name: name.trim(),
      role: crew.length === 0 ? ('lead' as const) : ('technician' as const),
    };
    const result = await sync.save('crew', record);
    if (result.state === 'refused') return setProblem(result.sentence);
    setProblem(null);
    setName('');
    if (!onDuty) dispatch(prefer({ crewId: record.id }));
  };
  return (
    <Section title="Who is on duty with this device">
      <RadioList
        label="On duty"
        value={onDuty?.id ?? ''}
        onChange={(crewId) => dispatch(prefer({ crewId }))}
        options={crew.map((c) => ({ value: c.id, label: `${c.name}${c.role === 'lead' ? ', lead' : ''}` }))}
      />
      <Text as="small">Hours, days off and skills</Text>
      <View style={styles.members}>
        {crew.map((c) => (
          <MainButton key={c.id} mode="outlined" onPress={() => router.push(routes.crewMember(c.id))}>
            {c.name}
          </MainButton>
        ))}
      </View>
      <View style={styles.row}>
        <LineInput label="New crew member" value={name} onChange={setName} maxLength={80} style={styles.grow} />
        <MainButton mode="outlined" onPress={() => void add()}>
          Add
        </MainButton>
      </View>
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </Section>
  );
}

function Lifts() {
  const logbook = useLogbook();
  const sync = useSync();
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const lifts = [...logbook.lifts.values()].filter((l) => !l.archived).sort((a, b) => a.name.localeCompare(b.name));
  const saveLift = async (lift: Lift): Promise<boolean> => {
    const result = await sync.save('lifts', lift);
    setProblem(result.state === 'refused' ? result.sentence : null);
    return result.state !== 'refused';
  };
  const add = async (): Promise<void> => {
    if (name.trim() === '') return setProblem('Type the name first.');
    if (await saveLift({ ...newRecord(), name: name.trim() })) setName('');
  };
  return (
    <Section title="Lifts">
      {lifts.length === 0 ? <Text as="small">None: plans take no lift into account.</Text> : null}
      {lifts.map((lift) => (
        <View key={lift.id} style={styles.row}>
          <Text style={styles.grow}>{lift.name}</Text>
          <IconButton
            icon="close"
            label={`Take ${lift.name} away`}
            onPress={() => void saveLift({ ...lift, archived: true })}
          />
        </View>
      ))}
      <View style={styles.row}>
        <LineInput label="New lift" value={name} onChange={setName} maxLength={40} style={styles.grow} />
        <MainButton mode="outlined" onPress={() => void add()}>
          Add lift
        </MainButton>
      </View>
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </Section>
  );
}

function Device() {
  const dispatch = useAppDispatch();
  const { units, theme } = useAppSelector((s) => s.preferences);
  return (
    <Section title="This device">
      <Text as="small">Units</Text>
      <Segments
        label="Units"
        value={units}
        onChange={(v) => dispatch(prefer({ units: v }))}
        options={[
          { value: 'metric', label: 'Metric' },
          { value: 'imperial', label: 'Imperial' },
        ]}
      />
      <Text as="small">Any unit may be typed, whatever is chosen here.</Text>
      <Text as="small">Theme</Text>
      <Segments
        label="Theme"
        value={theme}
        onChange={(v) => dispatch(prefer({ theme: v }))}
        options={[
          { value: 'system', label: 'Auto' },
          { value: 'light', label: 'Light' },
          { value: 'dark', label: 'Dark' },
        ]}
      />
    </Section>
  );
}

interface ShopForm extends RulesForm {
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
  policies: FluidPolicy[];
  add: PolicyForm;
}

function ShopSettings({ shop }: { shop: Shop }) {
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
  const [refused, setRefused] = useState<string | null>(null);
  const save = form.handleSubmit((f) => {
    const read = readWeek(f.week);
    if ('message' in read) return setRefused(read.message);
    setRefused(null);
    return saveRecord(
      {
        ...shop,
        ...rulesOf(f, quantity),
        hours: read.week,
        slackDays: Math.round(quantity(f.slackDays, 'days')),
        afterEventDays: Math.round(quantity(f.afterDays, 'days')),
        machineBeddingDays: Math.round(quantity(f.machineDays, 'days')),
        reBedAfterRoadKm: Math.round(Number(f.reBedKm.replace(',', '.'))),
        reBedAfterDays: Math.round(quantity(f.reBedDays, 'days')),
        lawfulRoadKmh: quantity(f.lawful, 'speed'),
        name: f.name,
        timeZone: f.timeZone.trim(),
        fluidPolicies: f.policies,
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
  return (
    <Section title="The shop">
      <DraftNotice restored={restored} startOver={startOver} />
      <TextField control={control} name="name" label="Name of the shop" required />
      <TextField
        control={control}
        name="timeZone"
        label="Time zone"
        hint="Like Europe/Berlin; dates and times are meant in it"
        required
      />
      <QuantityField control={control} name="altitude" label="Altitude of the shop" dimension="altitude" />
      <Text as="heading">Rules about fluid</Text>
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
      <Text as="heading">Rules about cars at events</Text>
      <RuleFields control={control} empty="Empty: the organiser’s and the customer’s rules only" />
      <Text as="heading">Working week</Text>
      <WeekFields week={week} onChange={(next) => setValue('week', next)} />
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
      <NumberField control={control} name="reBedKm" label="Bed again after so many km on the road" />
      <QuantityField control={control} name="reBedDays" label="Look at bedded faces again after" dimension="days" />
      <QuantityField
        control={control}
        name="lawful"
        label="Lawful on the roads around the shop"
        dimension="speed"
        hint="Bedding on a road goes no faster"
      />
      <Text as="heading">Figures to judge by</Text>
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
      <QuantityField control={control} name="container" label="Container for used fluid holds" dimension="volume" />
      <SaveBar
        problem={problem ?? refused}
        saving={saving}
        onSave={() => void save()}
        label="Save the shop’s settings"
      />
    </Section>
  );
}

/** Who holds this device, how it shows things, and what the shop holds to. */
export function SettingsScreen() {
  const loaded = useLoaded();
  const { shop } = useLogbook();
  return (
    <Screen title="On duty and settings" back="/">
      <Crew />
      <Lifts />
      <Device />
      {loaded ? <ShopSettings key={shop.version} shop={shop} /> : null}
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
  members: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
