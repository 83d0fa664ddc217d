import { type Href, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { counted } from '@calvik/words';
import { awaited } from '@calvik/core';
import { type UnknownGoods, shoppingLists, unknownGoods } from '@calvik/core/run-up';
import { useLogbook, useToday } from '../../state/hooks';
import { Empty, IconButton, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { FileLinks } from '../schedule/file-links';
import { SeasonOfShop } from '../wear/season';
import { useWorkLists } from '../work/use-work';
import { unknownGoodsText } from '@calvik/words/work';
import { routes } from '../../routes';
import { AllDue } from './all-due';
import { Coming } from './coming';
import { waitingFor } from './order-words';
import { SupplierList } from './supplier-list';

/** What to buy, from whom and by when; what is ordered; and what has come. */
export function OrdersScreen() {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const wide = useWide();
  const lists = useWorkLists();
  const shopping = useMemo(() => shoppingLists(logbook, [...lists.values()].flat(), today), [logbook, lists, today]);
  const unknown = useMemo(() => unknownGoods([...lists.values()].flat()), [lists]);
  const coming = awaited(logbook).sort((a, b) => a.arrivesOn.localeCompare(b.arrivesOn));
  return (
    <Screen title="Shopping list" above="Stock" back="/inventory" maxWidth={wide ? 960 : 720}>
      {shopping.length === 0 && unknown.length === 0 ? (
        <Empty text="Nothing is missing: what the work lists want is on the shelf or ordered." />
      ) : null}
      {unknown.length > 0 ? (
        <Section title="Not on record">
          <Text tone="amber">These are wanted, and nothing on record says what to buy.</Text>
          {unknown.map((u) => (
            <View key={[u.goods, u.axle, u.grade, ...u.bookingIds].join()} style={styles.row} testID="unknown-goods">
              <View style={styles.grow}>
                <Text as="strong">{unknownGoodsText(u)}</Text>
                <Text as="small">{`For ${waitingFor(logbook, u.bookingIds)}`}</Text>
              </View>
              <MainButton mode="outlined" onPress={() => router.push(entryOf(u))}>
                Enter it
              </MainButton>
            </View>
          ))}
        </Section>
      ) : null}
      {shopping.map((list) => (
        <SupplierList key={list.supplier?.id ?? ''} list={list} />
      ))}
      <SeasonOfShop />
      {coming.length > 0 ? (
        <Section title="Ordered">
          <AllDue
            lines={coming.filter(
              (a) => a.arrivesOn <= today || a.order.lines[a.line]!.deliveries.some((d) => d.on <= today),
            )}
          />
          <View>
            {coming.map((a) => (
              <Coming key={`${a.order.id} ${a.line}`} awaitedLine={a} />
            ))}
          </View>
        </Section>
      ) : null}
      <Section title="Suppliers">
        <View>
          {[...logbook.suppliers.values()]
            .filter((s) => !s.archived)
            .map((s) => (
              <View key={s.id} style={styles.row}>
                <View style={styles.grow}>
                  <Text as="strong">{s.name}</Text>
                  <Text as="small">{counted(s.leadDays, 'working day')}</Text>
                </View>
                <IconButton icon="edit" label={`Edit ${s.name}`} onPress={() => router.push(routes.supplier(s.id))} />
              </View>
            ))}
        </View>
        <MainButton mode="text" icon="plus" onPress={() => router.push(routes.supplier('new'))}>
          New supplier
        </MainButton>
        <FileLinks what="Shopping list" path="/api/shopping-list" />
        <Text as="small">Suppliers are simulated: they answer from this machine, and nothing is bought.</Text>
      </Section>
    </Screen>
  );
}

/** Where what is not on record is entered. */
const entryOf = (u: UnknownGoods): Href =>
  u.goods === 'bottle'
    ? routes.newFluid
    : u.goods === 'padSet'
      ? routes.newPadSet
      : u.goods === 'rotorPair'
        ? routes.newRotorPair
        : routes.wearPart('new');

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8, minHeight: 56, paddingVertical: 6 },
  grow: { flex: 1, minWidth: 0 },
});
