import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Axle,
  type Car,
  type Compound,
  type Job,
  type PadSet,
  type RotorPair,
  axleParts,
  axles,
  compoundName,
  cornersOf,
  flushElsewhere,
  usualSweptBandMm,
  recordDefaults,
} from '@calvik/core';
import { quantityProblemText } from '@calvik/words/input';
import { parseQuantity, preferredUnit } from '@calvik/core';
import type { Saved } from '../../api/client';
import { useCrewOnDuty, useLogbook, useSync, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { DateInput } from '../../ui/date-input';
import { LineInput } from '../../ui/line-input';
import { PickList } from '../../ui/pick-list';
import { recordText } from '../../ui/quantity-text';
import { SaveBar } from '../../ui/save-bar';
import { MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { Gone } from '../gone';
import { newCompound } from '../inventory/compound-form';
import { compoundByName, nextLabel } from '../inventory/labels';
import { routes } from '../routes';
import { newId, newRecord } from '../save-record';

interface AxleForm {
  compound: string;
  use: PadSet['use'];
  padNew: string;
  padNow: string;
  rotorNew: string;
  rotorDiscard: string;
  rotorNow: string;
  bedded: 'yes' | 'no' | 'unknown';
}
interface CameForm {
  front: AxleForm;
  rear: AxleForm;
  flushedOn: string;
  flushedBy: string;
  flushedWith: string;
}

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
  const mm = (value: number | null | undefined): string => recordText(value, 'length', system);
  const axleForm = (axle: Axle): AxleForm => {
    const { padSet, rotorPair } = axleParts(logbook, car, axle);
    return {
      compound: padSet ? compoundName(logbook, padSet) : '',
      use: padSet?.use ?? 'track',
      padNew: mm(padSet?.newThicknessMm ?? 12),
      padNow: '',
      rotorNew: mm(rotorPair?.newThicknessMm ?? null),
      rotorDiscard: mm(rotorPair?.discardThicknessMm ?? null),
      rotorNow: '',
      bedded: 'unknown',
    };
  };
  const { draft, change, clear } = useDraft<CameForm>(`came.${car.id}`, {
    front: axleForm('front'),
    rear: axleForm('rear'),
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

  /** Everything that is to be saved, in order; or what cannot be read. */
  const make = (): [collection: string, body: object][] | string => {
    if (!crew) return 'Say first who is on duty: in the settings.';
    const now = new Date().toISOString();
    const base = () => ({ id: newId(), at: now, recordedAt: now, by: crew.id });
    const out: [string, object][] = [];
    const read = (text: string, what: string): number | null | string => {
      if (text.trim() === '') return null;
      const parsed = parseQuantity(text, 'length', preferredUnit('length', system));
      return parsed.ok ? parsed.value : `${what}: ${quantityProblemText(parsed)}`;
    };
    // What was seen belongs to a job: looked over as it came.
    const job: Job = {
      ...newRecord(),
      ...recordDefaults.jobs,
      kind: 'errand',
      carId: car.id,
      eventId: null,
      crewId: crew.id,
      startAt: now,
      durationMin: 5,
      notes: 'As it came',
    };
    const facts: [string, object][] = [];
    const made: Compound[] = [];
    const taken = { pads: 0, rotors: 0 };
    for (const axle of axles) {
      const f = draft[axle];
      const where = axle === 'front' ? 'Front' : 'Rear';
      const figures = {
        padNew: read(f.padNew, `${where} pads new`),
        padNow: read(f.padNow, `${where} pads now`),
        rotorNew: read(f.rotorNew, `${where} rotors new`),
        rotorDiscard: read(f.rotorDiscard, `${where} discard thickness`),
        rotorNow: read(f.rotorNow, `${where} rotors now`),
      };
      const wrong = Object.values(figures).find((v) => typeof v === 'string');
      if (typeof wrong === 'string') return wrong;
      const { padNew, padNow, rotorNew, rotorDiscard, rotorNow } = figures as Record<
        keyof typeof figures,
        number | null
      >;
      const hasPads = f.compound.trim() !== '';
      const hasRotors = rotorNew !== null;
      if (!hasPads && padNow !== null) return `${where} pads: say which compound they are.`;
      if (hasPads && padNew === null) return `${where} pads: how thick are they new?`;
      if (!hasRotors && (rotorNow !== null || rotorDiscard !== null)) return `${where} rotors: how thick are they new?`;
      if (hasRotors && rotorDiscard === null) return `${where} rotors: which discard thickness is cast on the hat?`;
      if (!hasPads && !hasRotors) continue;
      let padSet: PadSet | null = null;
      let rotorPair: RotorPair | null = null;
      if (hasRotors) {
        rotorPair = {
          ...newRecord(),
          ...recordDefaults.rotorPairs,
          label: nextLabel('R', [...logbook.rotorPairs.values()], taken.rotors++),
          axle,
          carId: car.id,
          newThicknessMm: rotorNew,
          discardThicknessMm: rotorDiscard,
          sweptOuterDiameterMm: usualSweptBandMm[axle].outer,
          sweptInnerDiameterMm: usualSweptBandMm[axle].inner,
          isSizeAssumed: true,
          newMassKg: null,
          face: 'plain',
          hasCurvedVanes: false,
          isTwoPiece: false,
          notes: 'As the car came',
        };
        out.push(['rotorPairs', rotorPair]);
      }
      if (hasPads) {
        const known = compoundByName(logbook, f.compound) ?? made.find((c) => c.name === f.compound.trim());
        const compound = known ?? newCompound(f.compound.trim(), f.use);
        if (!known) {
          made.push(compound);
          out.push(['compounds', compound]);
        }
        padSet = {
          ...newRecord(),
          ...recordDefaults.padSets,
          label: nextLabel('P', [...logbook.padSets.values()], taken.pads++),
          compoundId: compound.id,
          axle,
          use: f.use,
          isLining: car[axle].brake === 'drum',
          carId: car.id,
          rotorPairId: rotorPair?.id ?? null,
          newThicknessMm: padNew!,
          limitMm: null,
          hasSensorSlot: false,
          isDirectional: false,
          notes: 'As the car came',
        };
        out.push(['padSets', padSet]);
      }
      const ofJob = { carId: car.id, jobId: job.id };
      facts.push([
        'facts',
        {
          ...base(),
          ...ofJob,
          kind: 'partsFitted',
          axle,
          padSetId: padSet?.id ?? null,
          rotorPairId: rotorPair?.id ?? null,
          changed: 'none',
        },
      ]);
      for (const corner of cornersOf(axle)) {
        const face = { thicknessMm: padNow, otherEndMm: null, conditions: [], isSeen: false };
        if (padNow !== null)
          facts.push([
            'facts',
            {
              ...base(),
              ...ofJob,
              kind: 'padMeasurement',
              corner,
              padSetId: padSet?.id ?? null,
              inner: face,
              outer: face,
              hatClearanceMm: null,
              instrument: 'byHand',
            },
          ]);
        if (rotorNow !== null)
          facts.push([
            'facts',
            {
              ...base(),
              ...ofJob,
              kind: 'rotorMeasurement',
              corner,
              rotorPairId: rotorPair?.id ?? null,
              thicknessesMm: [rotorNow],
              runoutMm: null,
              lipMm: null,
              massKg: null,
              crack: 'none',
              crackLengthMm: null,
              wearMarksGone: false,
              // Nobody has looked at the faces: what is not known counts as no layer.
              transferLayer: f.bedded === 'yes' ? 'even' : 'none',
              isSeen: false,
              instrument: 'byHand',
            },
          ]);
      }
      if (f.bedded === 'yes' && padSet && rotorPair)
        facts.push([
          'facts',
          {
            ...base(),
            jobId: job.id,
            kind: 'beddingLook',
            carId: car.id,
            runId: null,
            axle,
            padSetId: padSet.id,
            rotorPairId: rotorPair.id,
            faces: cornersOf(axle).flatMap((corner) =>
              (['inner', 'outer'] as const).map((side) => ({ corner, side, seen: ['even'] })),
            ),
            driverSays: [],
            decision: 'accept',
            reason: 'Bedded when the car came.',
            photoIds: [],
          },
        ]);
    }
    if (facts.length > 0) out.push(['jobs', job], ...facts);
    if (draft.flushedOn === '' && (draft.flushedBy.trim() !== '' || draft.flushedWith !== ''))
      return 'Flush: give the day.';
    if (draft.flushedOn > today) return 'Flush: this day has not come yet.';
    if (draft.flushedOn !== '')
      out.push([
        'facts',
        flushElsewhere({
          id: newId(),
          carId: car.id,
          day: draft.flushedOn,
          now,
          timeZone: logbook.shop.timeZone,
          by: crew.id,
          doneBy: draft.flushedBy.trim(),
          fluidId: draft.flushedWith || null,
        }),
      ]);
    return out.length > 0 ? out : 'Nothing has been typed yet.';
  };
  const save = async (): Promise<void> => {
    const made = make();
    if (typeof made === 'string') return setProblem(made);
    setSaving(true);
    for (const [collection, body] of made) {
      const result = await sync.save(collection as 'facts', body as Saved as never);
      if (result.state === 'refused') {
        setSaving(false);
        return setProblem(result.sentence);
      }
    }
    setSaving(false);
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
        {axles.map((axle) => {
          const f = draft[axle];
          const set = (over: Partial<AxleForm>): void => change({ [axle]: { ...f, ...over } });
          const word = axle === 'front' ? 'front' : 'rear';
          const line = (key: keyof AxleForm, label: string) => (
            <LineInput
              label={`${label}, ${word}`}
              value={f[key]}
              onChange={(text) => set({ [key]: text })}
              style={styles.grow}
            />
          );
          return (
            <View key={axle} style={wide ? styles.half : null}>
              <Section title={axle === 'front' ? 'Front' : 'Rear'}>
                <View style={styles.row}>
                  {line('compound', 'Pads, compound')}
                  <MainButton mode="text" onPress={() => setPicking(axle)}>
                    Pick
                  </MainButton>
                </View>
                <Segments
                  label={`Pads for, ${word}`}
                  value={f.use}
                  onChange={(use) => set({ use })}
                  options={[
                    { value: 'track', label: 'Track' },
                    { value: 'road', label: 'Road' },
                  ]}
                />
                <View style={styles.row}>
                  {line('padNew', 'Pads new')}
                  {line('padNow', 'Pads now, thinnest')}
                </View>
                {car[axle].brake === 'drum' ? null : (
                  <>
                    <View style={styles.row}>
                      {line('rotorNew', 'Rotors new')}
                      {line('rotorDiscard', 'Discard at')}
                      {line('rotorNow', 'Rotors now')}
                    </View>
                    <Text as="small">Bedded to each other</Text>
                    <Segments
                      label={`Bedded, ${word}`}
                      value={f.bedded}
                      onChange={(bedded) => set({ bedded })}
                      options={[
                        { value: 'yes', label: 'Yes' },
                        { value: 'no', label: 'No' },
                        { value: 'unknown', label: 'Not known' },
                      ]}
                    />
                  </>
                )}
              </Section>
            </View>
          );
        })}
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
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  date: { minHeight: 56, flexDirection: 'row' },
});
