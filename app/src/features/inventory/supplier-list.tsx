import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type PartsOrder, isLocalDate, plusWorkingDays, shopIsShut, shortDate } from '@calvik/core';
import { type ShoppingLine, type ShoppingList, type SupplierAnswer, answerKind } from '@calvik/core/run-up';
import { counted } from '@calvik/words';
import { goodsName, shoppingBasisText, shoppingLineName } from '@calvik/words/work';
import * as api from '../../api/client';
import { useLogbook, useSync, useToday } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { useSay } from '../../state/use-say';
import { useTokens } from '../../theme/use-tokens';
import { DateInput } from '../../ui/date-input';
import { LineInput } from '../../ui/line-input';
import { IconButton, MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { useMoney } from '../../fields/money';
import { newRecord } from '../../state/new-record';
import { waitingFor } from './order-words';

/** What is to be bought of one supplier: how many, asked of it or told on the phone. */
export function SupplierList({ list: { supplier, lines: wanted } }: { list: ShoppingList }) {
  const sync = useSync();
  const { idFor, anew } = useOwnIds();
  const today = useToday();
  const [answers, setAnswers] = useState<{ of: string; list: SupplierAnswer[] } | null>(null);
  const [busy, setBusy] = useState(false);
  const [toldOn, setToldOn] = useState('');
  const [phoning, setPhoning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const money = useMoney();
  const logbook = useLogbook();
  // What somebody changed: how many, and the supplier's number for it. None leaves a line out.
  const [edits, setEdits] = useState<Record<string, { count?: number; partNumber?: string }>>({});
  const edit = (line: ShoppingLine, over: { count?: number; partNumber?: string }): void =>
    setEdits({ ...edits, [line.likeId]: { ...edits[line.likeId], ...over } });
  const lines = wanted
    .map((l) => ({ ...l, count: edits[l.likeId]?.count ?? l.count }))
    .filter((l) => l.count > 0 || !supplier);
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
  const promised = plusWorkingDays(today, supplier.leadDays, shopIsShut(logbook));
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
  /** @param by the page, with the supplier's answer; or the phone, with what was told there */
  const order = async (by: PartsOrder['placedBy']): Promise<void> => {
    if (by === 'page' && !known) return;
    if (by === 'phone' && !isLocalDate(toldOn || promised))
      return setProblem(`“${toldOn}” is not a date. Type it like 5 Jan 2027.`);
    setBusy(true);
    const record: PartsOrder = {
      ...newRecord(),
      id: idFor('order'),
      supplierId: supplier.id,
      placedOn: today,
      placedBy: by,
      currency: logbook.shop.currency,
      lines: lines.map((line, i) => ({
        goods: line.goods,
        likeId: line.likeId,
        // As it was ordered, whatever its record says later.
        name: goodsName(line.goods, line.name, line.axle),
        count: line.count,
        bookingIds: [...new Set(line.waiting.map((w) => w.bookingId))],
        ...(edits[line.likeId]?.partNumber ? { partNumber: edits[line.likeId]!.partNumber!.trim() } : {}),
        unitPriceMinor: by === 'page' ? known![i]!.unitPriceMinor : null,
        deliveries: by === 'page' ? known![i]!.deliveries : [{ on: toldOn || promised, count: line.count }],
      })),
    };
    const result = await sync.save('orders', record);
    if (result.state !== 'refused') anew();
    setProblem(result.state === 'refused' ? result.sentence : null);
    setBusy(false);
  };

  const total = known?.reduce((n, a, i) => n + a.unitPriceMinor * lines[i]!.count, 0) ?? null;
  return (
    <Section title={supplier.name} aside={<Text as="small">{counted(supplier.leadDays, 'working day')}</Text>}>
      <View testID={`supplier-${supplier.name}`}>
        {wanted.map((line) => {
          const at = lines.findIndex((l) => l.likeId === line.likeId);
          return (
            <Line
              key={line.likeId}
              line={lines[at] ?? { ...line, count: 0 }}
              answer={known?.[at] ?? null}
              promised={promised}
              partNumber={edits[line.likeId]?.partNumber ?? ''}
              onEdit={(over) => edit(line, over)}
            />
          );
        })}
      </View>
      {total !== null ? <Text as="strong">{`Sum ${money(total)}`}</Text> : null}
      {problem ? <Text tone="stop">{problem}</Text> : null}
      {phoning ? (
        <View style={styles.phone}>
          <View style={styles.date}>
            <DateInput
              label="Promised for"
              value={toldOn || promised}
              onChange={setToldOn}
              invalid={isLocalDate(toldOn) && toldOn < today}
            />
          </View>
          <MainButton mode="outlined" onPress={() => void order('phone')} disabled={busy || lines.length === 0}>
            Note the order
          </MainButton>
        </View>
      ) : null}
      <View style={styles.buttons}>
        {known ? (
          <MainButton onPress={() => void order('page')} loading={busy} disabled={busy}>
            {`Order from ${supplier.name}`}
          </MainButton>
        ) : (
          <MainButton mode="outlined" onPress={() => void ask()} loading={busy} disabled={busy}>
            {`Ask ${supplier.name}`}
          </MainButton>
        )}
        <MainButton mode="text" onPress={() => setPhoning(!phoning)}>
          Ordered on the phone
        </MainButton>
      </View>
    </Section>
  );
}

function Line({
  line,
  answer,
  promised,
  partNumber = '',
  onEdit,
}: {
  line: ShoppingLine;
  answer: SupplierAnswer | null;
  promised: string;
  partNumber?: string;
  /** Where it can be ordered: how many, by which number. */
  onEdit?: (over: { count?: number; partNumber?: string }) => void;
}) {
  const money = useMoney();
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
        <Text as="figure" tone={line.count === 0 ? 'inkSoft' : 'ink'}>{`${line.count}`}</Text>
        {onEdit ? (
          <View style={styles.steps}>
            <IconButton
              icon="up"
              label={`One more: ${line.name}`}
              onPress={() => onEdit({ count: Math.min(200, line.count + 1) })}
            />
            <IconButton
              icon="down"
              label={`One less: ${line.name}`}
              onPress={() => onEdit({ count: Math.max(0, line.count - 1) })}
            />
          </View>
        ) : null}
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
        {line.count === 0 ? <Text tone="amber">Left out of this order.</Text> : null}
        {onEdit ? (
          <LineInput
            label={`Part number, ${line.name || 'part'}`}
            value={partNumber}
            onChange={(text) => onEdit({ partNumber: text })}
            maxLength={60}
            dense
          />
        ) : null}
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

const styles = StyleSheet.create({
  grow: { flex: 1, minWidth: 0 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  line: { flexDirection: 'row', gap: 8, borderBottomWidth: 1, paddingVertical: 8 },
  count: { width: 52, alignItems: 'center' },
  steps: { alignItems: 'center' },
  answer: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' },
  phone: { gap: 8 },
  date: { minHeight: 56, flexDirection: 'row' },
});
