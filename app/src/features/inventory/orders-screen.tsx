import { type Href, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Logbook, type PartsOrder, shortDate } from '@calvik/core';
import { counted } from '@calvik/words';
import {
  type ShoppingLine,
  type ShoppingList,
  type SupplierAnswer,
  type UnknownGoods,
  answerKind,
  shoppingLists,
  unknownGoods,
} from '@calvik/core/run-up';
import { type Awaited as AwaitedGoods, awaited, plusWorkingDays } from '@calvik/core';
import * as api from '../../api/client';
import { useCrewOnDuty, useLogbook, useSync, useToday } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { Empty, IconButton, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { FileLinks } from '../schedule/file-links';
import { newId, newRecord } from '../save-record';
import { nextLabel } from './labels';
import { useWorkLists } from '../work/use-work';
import { goodsName, shoppingBasisText, shoppingLineName, unknownGoodsText } from '@calvik/words/work';
import { useSay } from '../../state/use-say';
import { routes } from '../routes';

const money = (minor: number): string => (minor / 100).toLocaleString('en', { minimumFractionDigits: 2 });

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
      {coming.length > 0 ? (
        <Section title="Ordered">
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

const waitingFor = (logbook: Logbook, bookingIds: readonly string[]): string =>
  [...new Set(bookingIds.map((id) => logbook.cars.get(logbook.bookings.get(id)?.carId ?? '')?.name ?? ''))]
    .filter(Boolean)
    .join(', ');

function SupplierList({ list: { supplier, lines } }: { list: ShoppingList }) {
  const sync = useSync();
  const today = useToday();
  const [answers, setAnswers] = useState<{ of: string; list: SupplierAnswer[] } | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  // An answer is to these very lines: others want asking anew.
  const key = lines.map((l) => `${l.likeId}×${l.count}`).join();
  const known = answers?.of === key ? answers.list : null;
  if (!supplier)
    return (
      <Section title="No supplier">
        <Text tone="amber">Nobody on record sells these. Enter a supplier below.</Text>
        {lines.map((line) => (
          <Line key={line.likeId} line={line} answer={null} promised={today} />
        ))}
      </Section>
    );
  const ask = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      const { answers: list } = await api.askSupplier(
        supplier.id,
        lines.map(({ goods, likeId, count }) => ({ goods, likeId, count })),
      );
      setAnswers({ of: key, list });
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
    setBusy(false);
  };
  const order = async (): Promise<void> => {
    if (!known) return;
    setBusy(true);
    const record: PartsOrder = {
      ...newRecord(),
      supplierId: supplier.id,
      placedOn: today,
      lines: lines.map((line, i) => ({
        goods: line.goods,
        likeId: line.likeId,
        // As it was ordered, whatever its record says later.
        name: goodsName(line.goods, line.name, line.axle),
        count: line.count,
        bookingIds: [...new Set(line.waiting.map((w) => w.bookingId))],
        unitPriceMinor: known[i]!.unitPriceMinor,
        deliveries: known[i]!.deliveries,
      })),
    };
    const result = await sync.save('orders', record);
    setProblem(result.state === 'refused' ? result.sentence : null);
    setBusy(false);
  };
  const promised = plusWorkingDays(today, supplier.leadDays);
  const total = known?.reduce((n, a, i) => n + a.unitPriceMinor * lines[i]!.count, 0) ?? null;
  return (
    <Section title={supplier.name} aside={<Text as="small">{counted(supplier.leadDays, 'working day')}</Text>}>
      <View testID={`supplier-${supplier.name}`}>
        {lines.map((line, i) => (
          <Line key={line.likeId} line={line} answer={known?.[i] ?? null} promised={promised} />
        ))}
      </View>
      {total !== null ? <Text as="strong">{`Sum ${money(total)}`}</Text> : null}
      {problem ? <Text tone="stop">{problem}</Text> : null}
      <View style={styles.buttons}>
        {known ? (
          <MainButton onPress={() => void order()} loading={busy} disabled={busy}>
            {`Order from ${supplier.name}`}
          </MainButton>
        ) : (
          <MainButton mode="outlined" onPress={() => void ask()} loading={busy} disabled={busy}>
            {`Ask ${supplier.name}`}
          </MainButton>
        )}
      </View>
    </Section>
  );
}

function Line({ line, answer, promised }: { line: ShoppingLine; answer: SupplierAnswer | null; promised: string }) {
  const t = useTokens();
  const logbook = useLogbook();
  const today = useToday();
  const waiting = waitingFor(
    logbook,
    line.waiting.map((w) => w.bookingId),
  );
  const say = useSay();
  const basis = shoppingBasisText(line.basis, line, say);
  const words = answer && answerKind(answer, line.count, promised);
  const isTooLate = answer !== null && line.neededOn !== null && answer.deliveries.some((d) => d.on > line.neededOn!);
  return (
    <View style={[styles.line, { borderColor: t.rule }]} testID="shopping-line">
      <View style={styles.count}>
        <Text as="figure">{`${line.count}`}</Text>
      </View>
      <View style={styles.grow}>
        <Text as="strong">{shoppingLineName(line, say)}</Text>
        {line.orderBy ? (
          <Text tone={line.isLate || line.orderBy === today ? 'amber' : 'ink'}>
            {line.isLate
              ? `Should have been ordered by ${shortDate(line.orderBy)}; needed ${shortDate(line.neededOn!)}`
              : line.orderBy === today
                ? `Order today; needed ${shortDate(line.neededOn!)}`
                : `Order by ${shortDate(line.orderBy)}; needed ${shortDate(line.neededOn!)}`}
          </Text>
        ) : (
          <Text>Low on the shelf</Text>
        )}
        {waiting ? <Text as="small">{`For ${waiting}`}</Text> : null}
        {basis ? <Text as="small">{basis}</Text> : null}
        {answer && words ? (
          <View style={styles.answer}>
            <Text tone="iron">
              {`${money(answer.unitPriceMinor)} each; ${answer.deliveries.map((d) => `${d.count} on ${shortDate(d.on)}`).join(', ')}`}
            </Text>
            {words === 'inFull' ? null : (
              <VerdictMark verdict="watch" word={words === 'inParts' ? 'In two parts' : 'Back-order'} />
            )}
            {isTooLate ? <VerdictMark verdict="needsWork" word="Too late" /> : null}
          </View>
        ) : null}
      </View>
    </View>
  );
}

/** A line that is on its way; at the door it becomes sets, pairs and bottles with labels of their own. */
function Coming({ awaitedLine: { order, line: at, left, arrivesOn, bookingIds } }: { awaitedLine: AwaitedGoods }) {
  const logbook = useLogbook();
  const sync = useSync();
  const today = useToday();
  const onDuty = useCrewOnDuty();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const line = order.lines[at]!;
  const due = line.deliveries.find((d) => d.on <= today);
  const count = Math.min(left, due?.count ?? left);
  const receive = async (): Promise<void> => {
    if (!onDuty) return setProblem('Say first who is on duty: in the settings.');
    setBusy(true);
    const refused = (await stock(count)) ?? (await note());
    setProblem(refused);
    setBusy(false);
  };
  const note = async (): Promise<string | null> => {
    const now = new Date().toISOString();
    const result = await sync.save('facts', {
      id: newId(),
      kind: 'goodsReceived',
      at: now,
      recordedAt: now,
      by: onDuty!.id,
      orderId: order.id,
      line: at,
      count,
      wearPartId: line.goods === 'wearPart' ? line.likeId : null,
    });
    return result.state === 'refused' ? result.sentence : null;
  };
  const stock = async (pieces: number): Promise<string | null> => {
    for (let i = 0; i < pieces; i++) {
      const refused = await stockOne(i);
      if (refused) return refused;
    }
    return null;
  };
  const stockOne = async (i: number): Promise<string | null> => {
    const set = logbook.padSets.get(line.likeId);
    const pair = logbook.rotorPairs.get(line.likeId);
    const fluid = logbook.fluids.get(line.likeId);
    const booking = logbook.bookings.get(bookingIds[i] ?? bookingIds[0] ?? '');
    const carId = booking?.carId ?? set?.carId ?? pair?.carId ?? null;
    const result =
      line.goods === 'padSet' && set
        ? await sync.save('padSets', {
            ...set,
            ...newRecord(),
            label: nextLabel('P', [...logbook.padSets.values()], i),
            carId,
            use: 'track',
            rotorPairId: null,
            notes: '',
          })
        : line.goods === 'rotorPair' && pair
          ? await sync.save('rotorPairs', {
              ...pair,
              ...newRecord(),
              label: nextLabel('R', [...logbook.rotorPairs.values()], i),
              carId,
              notes: '',
            })
          : line.goods === 'bottle' && fluid
            ? await sync.save('bottles', {
                ...newRecord(),
                label: nextLabel('B', [...logbook.bottles.values()], i),
                fluidId: fluid.id,
                sizeMl: [...logbook.bottles.values()].filter((b) => b.fluidId === fluid.id).at(-1)?.sizeMl ?? 1000,
                batch: '',
                receivedOn: today,
              })
            : null;
    return result?.state === 'refused' ? result.sentence : null;
  };
  return (
    <View style={styles.row} testID="ordered-line">
      <View style={styles.grow}>
        <Text as="strong">{`${left} × ${line.name}`}</Text>
        <Text tone={arrivesOn < today ? 'amber' : 'ink'}>
          {`${logbook.suppliers.get(order.supplierId)?.name ?? 'Supplier'}, ${arrivesOn < today ? 'was due' : 'due'} ${shortDate(line.deliveries[0]?.on ?? arrivesOn)}${line.deliveries.length > 1 ? `, the rest ${shortDate(arrivesOn)}` : ''}`}
        </Text>
        {bookingIds.length > 0 ? <Text as="small">{`For ${waitingFor(logbook, bookingIds)}`}</Text> : null}
        {problem ? <Text tone="stop">{problem}</Text> : null}
      </View>
      <MainButton mode="outlined" onPress={() => void receive()} loading={busy} disabled={busy}>
        {count === left ? 'Received' : `${count} received`}
      </MainButton>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8, minHeight: 56, paddingVertical: 6 },
  grow: { flex: 1, minWidth: 0 },
  buttons: { flexDirection: 'row' },
  line: { flexDirection: 'row', gap: 8, borderBottomWidth: 1, paddingVertical: 8 },
  count: { width: 34 },
  answer: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' },
});
