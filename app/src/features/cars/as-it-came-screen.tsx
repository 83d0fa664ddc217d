import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type AsItCameEntry,
  type Axle,
  type Car,
  asItCame,
  axles,
  carLabel,
  flushElsewhere,
  isLocalDate,
} from '@calvik/core';
import { useCrewOnDuty, useLogbook, useSync, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { useSay } from '../../state/use-say';
import { DateInput } from '../../ui/date-input';
import { LineInput } from '../../ui/line-input';
import { PickList } from '../../ui/pick-list';
import { SaveBar } from '../../ui/save-bar';
import { MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { newId } from '../../state/new-record';
import { AsItCameAxle } from './as-it-came-axle';
import { type AsItCameForm, axleForm, firstRefused, onRecordText, readAxle } from './as-it-came-form';

export function AsItCameScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const car = useLogbook().cars.get(id);
  return car ? <CamePage key={car.id} car={car} /> : <Gone what="car" back="/cars" />;
}

/** What is on a car when it comes to the shop: pads and rotors with what is left of them, whether they are bedded, and who flushed it last. */
function CamePage({ car }: { car: Car }) {
  const router = useRouter();
  const wide = useWide();
  const logbook = useLogbook();
  const today = useToday();
  const sync = useSync();
  const crew = useCrewOnDuty();
  const { system } = useUnits();
  const say = useSay();
  const { draft, change, clear } = useDraft<AsItCameForm>(`came.${car.id}`, {
    front: axleForm(logbook, car, 'front', system),
    rear: axleForm(logbook, car, 'rear', system),
    flushedOn: '',
    flushedBy: '',
    flushedWith: '',
  });
  const [picking, setPicking] = useState<Axle | 'fluid' | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [saving, setSaving] = useState(false);
  const fluids = [...logbook.fluids.values()]
    .filter((f) => !f.archived)
    .map((f) => ({ value: f.id, label: `${f.name} (${f.grade})` }));

  /** Everything that is to be saved, in order; or what is wrong. */
  const make = (): AsItCameEntry[] | string => {
    if (!crew) return 'Say first who is on duty: in the settings.';
    const front = readAxle(draft.front, 'front', system);
    if (typeof front === 'string') return front;
    const rear = readAxle(draft.rear, 'rear', system);
    if (typeof rear === 'string') return rear;
    const now = new Date().toISOString();
    const entries = asItCame(logbook, car, { front, rear }, { by: crew.id, now, newId });
    if (draft.flushedOn === '' && (draft.flushedBy.trim() !== '' || draft.flushedWith !== ''))
      return 'Flush: give the day.';
    if (draft.flushedOn !== '' && !isLocalDate(draft.flushedOn))
      return `Flush: “${draft.flushedOn}” is not a date. Type it like 5 Jan 2027.`;
    if (draft.flushedOn > today) return 'Flush: this day has not come yet.';
    if (draft.flushedOn !== '')
      entries.push({
        collection: 'facts',
        body: flushElsewhere({
          id: newId(),
          carId: car.id,
          day: draft.flushedOn,
          now,
          timeZone: logbook.shop.timeZone,
          by: crew.id,
          doneBy: draft.flushedBy.trim(),
          fluidId: draft.flushedWith || null,
        }),
      });
    return entries.length > 0 ? entries : 'Nothing has been typed yet.';
  };
  const save = async (): Promise<void> => {
    const made = make();
    if (typeof made === 'string') return setProblem(made);
    // All of it or nothing: what is refused half way would leave parts that nobody has seen.
    const wrong = firstRefused(made, say);
    if (wrong !== null) return setProblem(wrong);
    setSaving(true);
    const result = await sync.saveAll(made);
    setSaving(false);
    if (result.state === 'refused') return setProblem(result.sentence);
    clear();
    router.replace(routes.car(car.id));
  };
  return (
    <Screen
      title="What is on it now"
      above={carLabel(logbook, car.id)}
      back={`/cars/${car.id}`}
      maxWidth={wide ? 1080 : 720}
      footer={<SaveBar problem={problem} saving={saving} onSave={() => void save()} label="Save what is on it" />}
    >
      <Text as="small">As far as it is known; what is left empty stays unknown and is asked for when it matters.</Text>
      <View style={wide ? styles.columns : styles.column}>
        {axles.map((axle) => (
          <View key={axle} style={wide ? styles.half : null}>
            <AsItCameAxle
              axle={axle}
              isDrum={car[axle].brake === 'drum'}
              onRecord={onRecordText(logbook, car, axle, readAxle(draft[axle], axle, system))}
              form={draft[axle]}
              onChange={(over) => change({ [axle]: { ...draft[axle], ...over } })}
              onPickCompound={() => setPicking(axle)}
            />
          </View>
        ))}
      </View>
      <Section title="Last flush, done elsewhere">
        <View style={styles.date}>
          <DateInput
            label="Flushed on"
            value={draft.flushedOn}
            onChange={(flushedOn) => change({ flushedOn })}
            invalid={draft.flushedOn > today}
            optional
          />
        </View>
        <LineInput
          label="Who did it"
          value={draft.flushedBy}
          onChange={(flushedBy) => change({ flushedBy })}
          maxLength={80}
        />
        <MainButton mode="outlined" onPress={() => setPicking('fluid')}>
          {draft.flushedWith === ''
            ? 'Fluid: not known'
            : `Fluid: ${logbook.fluids.get(draft.flushedWith)?.name ?? 'not known'}`}
        </MainButton>
      </Section>
      <PickList
        title={picking === 'fluid' ? 'Fluid' : 'Compound'}
        options={
          picking === 'fluid'
            ? [{ value: '', label: 'Not known' }, ...fluids]
            : [...logbook.compounds.values()].filter((c) => !c.archived).map((c) => ({ value: c.name, label: c.name }))
        }
        chosen={picking === 'fluid' ? draft.flushedWith : picking ? draft[picking].compound : ''}
        visible={picking !== null}
        onClose={() => setPicking(null)}
        onPick={(value) => {
          if (picking === 'fluid') change({ flushedWith: value });
          else if (picking) change({ [picking]: { ...draft[picking], compound: value } });
          setPicking(null);
        }}
      />
    </Screen>
  );
}

const styles = StyleSheet.create({
  columns: { flexDirection: 'row', gap: 32, alignItems: 'flex-start' },
  column: { gap: 24 },
  half: { flex: 1, minWidth: 0 },
  date: { minHeight: 56, flexDirection: 'row' },
});
