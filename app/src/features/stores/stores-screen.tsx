import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { bottleState, wasteCollectedMl } from '@calvik/core';
import { useLogbook, useToday, useUnits } from '../../store/hooks';
import { Empty, LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

/** Bottles on the shelf with what is left in them, the fluids that the shop knows, and the waste collected. */
export function StoresScreen() {
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
  const waste = useMemo(() => wasteCollectedMl(logbook), [logbook]);
  const full = bottles.filter((b) => b.leftMl > 0 && !b.bottle.archived);
  const shown = empties ? bottles : full;
  const fluids = [...logbook.fluids.values()].filter((f) => !f.archived).sort((a, b) => a.name.localeCompare(b.name));
  return (
    <Screen
      title="Stores"
      footer={
        <MainButton icon="plus" onPress={() => router.push('/stores/bottles/new' as never)}>
          New bottle
        </MainButton>
      }
    >
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
          <Empty
            text="No bottle on the shelf."
            action="New bottle"
            onPress={() => router.push('/stores/bottles/new' as never)}
          />
        ) : null}
        <View>
          {shown.map((state) => (
            <LinkRow
              key={state.bottle.id}
              label={`Bottle ${state.bottle.label}`}
              onPress={() => router.push(`/stores/bottles/${state.bottle.id}` as never)}
              testID={`bottle-${state.bottle.label}`}
            >
              <Text as="strong">{`${state.bottle.label}  ${state.fluid?.name ?? 'unknown fluid'}`}</Text>
              <Text as="small">{`${show(state.leftMl, 'volume')} left of ${show(state.bottle.sizeMl, 'volume')}, ${state.daysOpen === null ? 'sealed' : `open ${state.daysOpen} days`}`}</Text>
              {state.openTooLong && state.leftMl > 0 ? (
                <Text
                  as="small"
                  tone="amber"
                >{`Open longer than the ${logbook.shop.openBottleDays} days allowed: for the buffer under the hose only.`}</Text>
              ) : null}
            </LinkRow>
          ))}
        </View>
      </Section>
      <Section title="Used fluid">
        <Text as="figure" testID="waste">
          {show(waste, 'volume')}
        </Text>
        <Text as="small">
          In the labelled container, by the records. It goes to a disposal point, never down a drain.
        </Text>
      </Section>
      <Section
        title="Fluids"
        aside={
          <MainButton mode="text" icon="plus" onPress={() => router.push('/stores/fluids/new' as never)}>
            New fluid
          </MainButton>
        }
      >
        <View style={{ gap: 10 }}>
          {fluids.map((f) => (
            <View key={f.id}>
              <Text as="strong">{f.name}</Text>
              <Text as="small">{`${f.grade}, ${show(f.dryBoilingPointC, 'temperature')} dry, ${show(f.wetBoilingPointC, 'temperature')} wet${f.darkWhenNew ? ', dark when new' : ''}`}</Text>
            </View>
          ))}
        </View>
      </Section>
    </Screen>
  );
}
