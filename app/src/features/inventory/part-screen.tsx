import { useLocalSearchParams, useRouter } from 'expo-router';
import { rotorLimitText } from './labels';
import { View } from 'react-native';
import {
  awayForBedding,
  type Logbook,
  type PadSet,
  type RotorPair,
  type LocalDate,
  compoundHistory,
  compoundName,
  corners,
  dateIn,
  lastPadReadings,
  lastRotorReadings,
  longDate,
  placeOf,
  reservationOf,
  bookingReserving,
  carLabel,
} from '@calvik/core';
import { cornerNames } from '@calvik/words';
import { useLogbook, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { Gone } from '../../records/not-found-page';
import { RecordFoot } from '../../records/record-foot';
import { IconButton, LinkRow, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { reservedText } from '@calvik/words';
import { MachineBedding } from '../bedding/machine';
import { GoodFor } from '../wear/good-for';
import { routes } from '../../routes';

/** Where a part is, in words: on a car, promised, or on the shelf. */
export function placeWords(logbook: Logbook, part: PadSet | RotorPair, today: LocalDate): string {
  const place = placeOf(logbook, part.id);
  if (place.at === 'car') {
    return `on ${carLabel(logbook, place.carId) || 'a car'}, ${place.axle}, since ${longDate(dateIn(place.since, logbook.shop.timeZone))}`;
  }
  if (place.at === 'scrapped') return `scrapped on ${longDate(dateIn(place.since, logbook.shop.timeZone))}`;
  const away = awayForBedding(logbook, part.id);
  if (away) return `with ${away.to} to be bedded, back on ${longDate(away.backOn)}`;
  const promise = reservationOf(logbook, part.id);
  if (promise) return `on the shelf, reserved for ${carLabel(logbook, promise.carId) || 'a car'}`;
  const kept = bookingReserving(logbook, part.id, today);
  if (kept) return `on the shelf, ${reservedText(logbook, kept)}`;
  return 'on the shelf';
}

function Owner({ part }: { part: PadSet | RotorPair }) {
  const router = useRouter();
  const logbook = useLogbook();
  const car = logbook.cars.get(part.carId ?? '');
  return car ? (
    <LinkRow label={carLabel(logbook, car.id)} onPress={() => router.push(routes.car(car.id))}>
      <Text as="strong">{carLabel(logbook, car.id)}</Text>
      <Text as="small">The car that it belongs to</Text>
    </LinkRow>
  ) : (
    <Text>Stock: it belongs to no car yet.</Text>
  );
}

export function PadSetScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { show } = useUnits();
  const set = logbook.padSets.get(id);
  if (!set) return <Gone what="pad set" back="/inventory" />;
  const readings = lastPadReadings(logbook, set.id);
  const pair = logbook.rotorPairs.get(set.rotorPairId ?? '');
  return (
    <Screen
      title={`${set.label}  ${compoundName(logbook, set)}`}
      above={set.isLining ? 'Shoes' : 'Pad set'}
      back="/inventory"
      actions={<IconButton icon="edit" label="Edit pad set" onPress={() => router.push(routes.editPadSet(set.id))} />}
    >
      <Text>{`${set.axle === 'front' ? 'Front' : 'Rear'} axle, ${set.use} use, ${show(set.newThicknessMm, 'length')} new. It is ${placeWords(logbook, set, today)}.`}</Text>
      <Section title="Last readings, inner and outer">
        {corners.filter((c) => readings[c]).length === 0 ? <Text tone="inkSoft">Not measured yet.</Text> : null}
        {corners.map((c) => {
          const m = readings[c];
          return m ? (
            <View key={c}>
              <Text as="strong">
                {m.isThinnestOnly
                  ? `${cornerNames[c]}: ${show(m.inner.thicknessMm, 'length')} at the thinnest`
                  : `${cornerNames[c]}: ${show(m.inner.thicknessMm, 'length')} and ${show(m.outer.thicknessMm, 'length')}`}
              </Text>
              <Text as="small">{longDate(dateIn(m.at, logbook.shop.timeZone))}</Text>
            </View>
          ) : null;
        })}
      </Section>
      <GoodFor set={set} />
      <Section title="Belongs with">
        <Owner part={set} />
        {pair ? (
          <LinkRow label={`Rotors ${pair.label}`} onPress={() => router.push(routes.rotorPair(pair.id))}>
            <Text as="strong">{`Rotors ${pair.label}`}</Text>
          </LinkRow>
        ) : (
          <Text as="small">Tied to no rotors.</Text>
        )}
      </Section>
      {pair ? <MachineBedding padSet={set} rotorPair={pair} /> : null}
      <RecordFoot collection="padSets" record={set} name={set.label} />
    </Screen>
  );
}

export function RotorPairScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { show, system } = useUnits();
  const digits = system === 'metric' ? 2 : 4;
  const pair = logbook.rotorPairs.get(id);
  if (!pair) return <Gone what="rotor pair" back="/inventory" />;
  const readings = lastRotorReadings(logbook, pair.id);
  const compounds = compoundHistory(logbook, pair.id);
  return (
    <Screen
      title={pair.label}
      above="Rotor pair"
      back="/inventory"
      actions={
        <IconButton icon="edit" label="Edit rotor pair" onPress={() => router.push(routes.editRotorPair(pair.id))} />
      }
    >
      <Text>{`${pair.axle === 'front' ? 'Front' : 'Rear'} axle, ${show(pair.newThicknessMm, 'length', digits)} new, ${rotorLimitText(pair, show, digits)}. It is ${placeWords(logbook, pair, today)}.`}</Text>
      <Section title="Last readings">
        {corners.filter((c) => readings[c]).length === 0 ? <Text tone="inkSoft">Not measured yet.</Text> : null}
        {corners.map((c) => {
          const m = readings[c];
          return m ? (
            <View key={c}>
              <Text as="strong">{`${cornerNames[c]}: ${show(Math.min(...m.thicknessesMm), 'length', digits)} at the thinnest`}</Text>
              <Text as="small">{longDate(dateIn(m.at, logbook.shop.timeZone))}</Text>
            </View>
          ) : null;
        })}
      </Section>
      {pair.isSizeAssumed ? (
        <Text tone="amber">Its diameters are usual ones: measure the swept band, and enter it under the pencil.</Text>
      ) : null}
      <Section title="Compounds it has met">
        <Text>{compounds.length > 0 ? compounds.map((c) => c.name).join(', then ') : 'None on record.'}</Text>
      </Section>
      <Section title="Belongs to">
        <Owner part={pair} />
      </Section>
      <RecordFoot collection="rotorPairs" record={pair} name={pair.label} />
    </Screen>
  );
}
