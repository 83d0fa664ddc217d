import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Lift, corners, isSameName, recordDefaults } from '@calvik/core';
import { useAppDispatch, useAppSelector, useCrewOnDuty, useLogbook, useSync } from '../../state/hooks';
import { prefer, walkOf } from '../../state/preferences';
import { LineInput } from '../../ui/line-input';
import { IconButton, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { RadioList, Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { newRecord } from '../../state/new-record';
import { useBreaks } from '../../records/use-breaks';
import { routes } from '../../routes';
import { shopPages } from './shop-screen';

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
    const same = [...logbook.crew.values()].find((c) => isSameName(c.name, name));
    if (same)
      return setProblem(
        same.archived
          ? `${same.name} worked here before: open that page and say so.`
          : `${same.name} is there already.`,
      );
    const record = {
      ...newRecord(),
      ...recordDefaults.crew,
      name: name.trim(),
      role: crew.length === 0 ? ('lead' as const) : ('technician' as const),
    };
    // What is said meanwhile is of the next one: nothing is cleared when this one has been saved.
    setName('');
    setProblem(null);
    // The first one says where the shop is: by the clock of the device in hand, until somebody says otherwise.
    const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
    const isFirst = logbook.crew.size === 0 && logbook.shop.version === 0 && zone !== logbook.shop.timeZone;
    const result = await sync.saveAll([
      { collection: 'crew', body: record },
      ...(isFirst ? [{ collection: 'shops' as const, body: { ...logbook.shop, timeZone: zone } }] : []),
    ]);
    if (result.state === 'refused') {
      setName(name);
      return setProblem(result.sentence);
    }
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
        <LineInput
          label="New crew member"
          value={name}
          onChange={setName}
          onSubmitEditing={() => void add()}
          maxLength={80}
          style={styles.grow}
        />
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
  const { guarded, prompt } = useBreaks();
  const lifts = [...logbook.lifts.values()].filter((l) => !l.archived).sort((a, b) => a.name.localeCompare(b.name));
  const saveLift = async (lift: Lift): Promise<boolean> => {
    setProblem(null);
    const result = await sync.save('lifts', lift);
    if (result.state === 'refused') setProblem(result.sentence);
    return result.state !== 'refused';
  };
  const add = async (): Promise<void> => {
    if (name.trim() === '') return setProblem('Type the name first.');
    if (lifts.some((l) => isSameName(l.name, name))) return setProblem(`${name.trim()} is there already.`);
    // Emptied at once: what is typed while it is being saved is the next one.
    setName('');
    if (!(await saveLift({ ...newRecord(), name: name.trim() }))) setName(name);
  };
  return (
    <Section title="Lifts">
      {prompt}
      {lifts.length === 0 ? <Text as="small">None: plans take no lift into account.</Text> : null}
      {lifts.map((lift) => (
        <View key={lift.id} style={styles.row}>
          <Text style={styles.grow}>{lift.name}</Text>
          <IconButton
            icon="close"
            label={`Take ${lift.name} away`}
            onPress={() => {
              const gone = { ...lift, archived: true };
              guarded(
                [{ collection: 'lifts', body: gone }],
                () => void saveLift(gone),
                `Take ${lift.name} away all the same`,
              );
            }}
          />
        </View>
      ))}
      <View style={styles.row}>
        <LineInput
          label="New lift"
          value={name}
          onChange={setName}
          onSubmitEditing={() => void add()}
          maxLength={40}
          style={styles.grow}
        />
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
  const { units, theme, walkFrom, walkWay } = useAppSelector((s) => s.preferences);
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
      <Text as="small">Walk round the car, after a session: from</Text>
      <Segments
        label="Walk from"
        value={walkFrom}
        onChange={(v) => dispatch(prefer({ walkFrom: v }))}
        options={corners.map((value) => ({ value, label: value }))}
      />
      <Segments
        label="Walk"
        value={walkWay}
        onChange={(v) => dispatch(prefer({ walkWay: v }))}
        options={[
          { value: 'clockwise', label: 'Clockwise' },
          { value: 'anticlockwise', label: 'Anticlockwise' },
        ]}
      />
      <Text as="small">{`${walkOf({ walkFrom, walkWay }).join(', ')}.`}</Text>
    </Section>
  );
}

/** Who holds this device, how it shows things, and what the shop holds to. */
export function SettingsScreen() {
  const router = useRouter();
  const wide = useWide();
  return (
    <Screen title="On duty and settings" back="/" maxWidth={wide ? 1400 : 720}>
      <View style={wide ? styles.columns : styles.column}>
        <View style={wide ? styles.third : null}>
          <Crew />
        </View>
        <View style={[styles.column, wide ? styles.third : null]}>
          <Lifts />
          <Device />
        </View>
        <View style={wide ? styles.third : null}>
          <Section title="The shop">
            <View>
              {shopPages.map(({ page, title, about }) => (
                <LinkRow key={page} label={title} onPress={() => router.push(routes.shopSettings(page))}>
                  <Text as="strong">{title}</Text>
                  <Text as="small">{about}</Text>
                </LinkRow>
              ))}
              <LinkRow label="Archive" onPress={() => router.push(routes.archived)}>
                <Text as="strong">Archive</Text>
                <Text as="small">Cars, customers, events and parts that can be restored</Text>
              </LinkRow>
            </View>
          </Section>
        </View>
      </View>
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
  columns: { flexDirection: 'row', gap: 32, alignItems: 'flex-start' },
  column: { gap: 24 },
  third: { flex: 1, minWidth: 0 },
  members: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
