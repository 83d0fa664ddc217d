import { type Href, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  compoundName,
  placeOf,
  type BottleState,
  type PadSet,
  type RotorPair,
  bottleState,
  judgeBottleAge,
  carLabel,
  minutesLeftOfSet,
} from '@calvik/core';
import { useTell } from '../../state/use-say';
import { useLogbook, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { Columns } from '../../ui/columns';
import { Empty, LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { placeWords } from './part-screen';
import { Waste } from './waste';
import { counted, reservedText, trackTime } from '@calvik/words';
import { routes } from '../../routes';
import { Compounds } from './compounds';
import { WearParts } from './wear-parts';
import { Wrenches } from './wrenches';

/** Bottles on the shelf with what is left in them, the fluids that the shop knows, and the waste collected. */
export function StockScreen() {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { show } = useUnits();
  const [empties, setEmpties] = useState(false);
  const bottles = useMemo(
    () =>
      [...logbook.bottles.values()]
        .map((b) => bottleState(logbook, b, today))
        .sort(
          (a, b) =>
            (a.fluid?.name ?? '').localeCompare(b.fluid?.name ?? '') ||
            Number(a.openedOn === null) - Number(b.openedOn === null) ||
            a.bottle.label.localeCompare(b.bottle.label),
        ),
    [logbook, today],
  );
  const full = bottles.filter((b) => b.leftMl > 0 && !b.bottle.archived);
  const shown = empties ? bottles : full;
  const fluids = [...logbook.fluids.values()].filter((f) => !f.archived).sort((a, b) => a.name.localeCompare(b.name));
  return (
    <Screen
      title="Stock"
      maxWidth={1500}
      footer={
        <View style={{ flexDirection: 'row', gap: 8 }}>
          <View style={{ flex: 1 }}>
            <MainButton onPress={() => router.push(routes.orders)}>Shopping list</MainButton>
          </View>
          <View style={{ flex: 1 }}>
            <MainButton mode="outlined" icon="plus" onPress={() => router.push(routes.newBottle)}>
              New bottle
            </MainButton>
          </View>
        </View>
      }
    >
      <Columns>
        <Section
          title="Bottles"
          aside={
            bottles.length > full.length ? (
              <MainButton mode="text" onPress={() => setEmpties(!empties)}>
                {empties ? 'Hide empty ones' : `${bottles.length - full.length} empty ones`}
              </MainButton>
            ) : undefined
          }
        >
          {shown.length === 0 ? (
            <Empty text="No bottle on the shelf." action="New bottle" onPress={() => router.push(routes.newBottle)} />
          ) : null}
          <View>
            {shown.map((state) => (
              <LinkRow
                key={state.bottle.id}
                label={`Bottle ${state.bottle.label}`}
                onPress={() => router.push(routes.bottle(state.bottle.id))}
                testID={`bottle-${state.bottle.label}`}
              >
                <Text as="strong">{`${state.bottle.label}  ${state.fluid?.name ?? 'unknown fluid'}`}</Text>
                <Text as="small">{`${show(state.leftMl, 'volume')} left of ${show(state.bottle.sizeMl, 'volume')}, ${state.daysOpen === null ? 'sealed' : `open ${counted(state.daysOpen, 'day')}`}${state.reservedFor ? `, ${reservedText(logbook, state.reservedFor)}` : ''}`}</Text>
                <BottleAge state={state} />
              </LinkRow>
            ))}
          </View>
        </Section>
        <Parts
          title="Pads and shoes"
          pages={{ create: routes.newPadSet, open: routes.padSet }}
          add="New pad set"
          parts={[...logbook.padSets.values()].map((p) => ({ ...p, words: `${p.label}  ${compoundName(logbook, p)}` }))}
        />
        <Parts
          title="Rotors"
          pages={{ create: routes.newRotorPair, open: routes.rotorPair }}
          add="New rotor pair"
          parts={[...logbook.rotorPairs.values()].map((r) => ({
            ...r,
            words: `${r.label}  ${show(r.newThicknessMm, 'length', 1)} new`,
          }))}
        />
        <Compounds />
        <WearParts />
        <Wrenches />
        <Section title="Used fluid">
          <Waste />
        </Section>
        <Section
          title="Fluids"
          aside={
            <MainButton mode="text" icon="plus" onPress={() => router.push(routes.newFluid)}>
              New fluid
            </MainButton>
          }
        >
          <View>
            {fluids.map((f) => (
              <LinkRow key={f.id} label={`Fluid ${f.name}`} onPress={() => router.push(routes.fluidOnRecord(f.id))}>
                <Text as="strong">{f.name}</Text>
                <Text as="small">{`${f.grade}, ${show(f.dryBoilingPointC, 'temperature')} dry, ${show(f.wetBoilingPointC, 'temperature')} wet${f.darkWhenNew ? ', dark when new' : ''}`}</Text>
              </LinkRow>
            ))}
          </View>
        </Section>
      </Columns>
    </Screen>
  );
}

type Part = (PadSet | RotorPair) & { words: string };

/** Labelled parts, those on the shelf first; of sets that were driven and read, those with most left. */
function Parts({
  title,
  pages,
  add,
  parts,
}: {
  title: string;
  pages: { create: Href; open: (id: string) => Href };
  add: string;
  parts: Part[];
}) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const listed = parts
    .filter((p) => !p.archived)
    .map((p) => ({
      ...p,
      place: placeWords(logbook, p, today),
      isOnShelf: placeOf(logbook, p.id).at === 'shelf',
      leftMin: 'compoundId' in p ? minutesLeftOfSet(logbook, p, today) : null,
    }))
    .sort(
      (a, b) =>
        Number(b.isOnShelf) - Number(a.isOnShelf) ||
        (b.leftMin ?? -1) - (a.leftMin ?? -1) ||
        b.label.localeCompare(a.label),
    );
  return (
    <Section
      title={title}
      aside={
        <MainButton mode="text" icon="plus" onPress={() => router.push(pages.create)}>
          {add}
        </MainButton>
      }
    >
      {listed.length === 0 ? <Text tone="inkSoft">None with a label yet.</Text> : null}
      <View>
        {listed.map((p) => (
          <LinkRow key={p.id} label={p.words} onPress={() => router.push(pages.open(p.id))}>
            <Text as="strong">{p.words}</Text>
            <Text as="small">{`${p.axle}${p.carId ? `, ${carLabel(logbook, p.carId) || 'a car'}’s` : ', stock'}, ${p.place}${p.leftMin === null ? '' : `; about ${trackTime(p.leftMin)} of track left`}`}</Text>
          </LinkRow>
        ))}
      </View>
    </Section>
  );
}

/** Said of a bottle that is open too long, by the same finding as on its own page. */
function BottleAge({ state }: { state: BottleState }) {
  const tell = useTell();
  const age = judgeBottleAge(useLogbook(), state);
  return age && state.leftMl > 0 ? (
    <Text as="small" tone="amber">
      {tell(age)}
    </Text>
  ) : null;
}
