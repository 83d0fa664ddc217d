import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Awaited as AwaitedGoods, type PartsOrder, receive, shortDate, usuallyReceived } from '@calvik/core';
import { readCount } from '@calvik/core/units';
import { useCrewOnDuty, useLogbook, useSync, useToday } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useMoney } from '../../fields/money';
import { ChangeLine } from './change-line';
import { waitingFor } from './order-words';

/** A line that is on its way; at the door it becomes sets, pairs and bottles with labels of their own. */
export function Coming({ awaitedLine }: { awaitedLine: AwaitedGoods }) {
  const { order, line: at, left, arrivesOn, bookingIds } = awaitedLine;
  const logbook = useLogbook();
  const sync = useSync();
  const today = useToday();
  const onDuty = useCrewOnDuty();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { idFor, anew } = useOwnIds();
  const line = order.lines[at]!;
  const usual = usuallyReceived(awaitedLine, today);
  const [typed, setTyped] = useState('');
  const [cancelled, setCancelled] = useState<{ before: PartsOrder; after: PartsOrder } | null>(null);
  const [changing, setChanging] = useState(false);
  const count = typed.trim() === '' ? usual : (readCount(typed) ?? Number.NaN);
  const money = useMoney();
  const take = async (): Promise<void> => {
    if (!onDuty) return setProblem('Say first who is on duty: in the settings.');
    if (!Number.isInteger(count) || count < 1 || count > left) return setProblem(`How many came? 1 to ${left}.`);
    setBusy(true);
    // What is on the shelf and what says so are one entry: none without the other.
    const now = new Date().toISOString();
    const result = await sync.saveAll(
      receive(logbook, [{ line: awaitedLine, count }], { idFor, by: onDuty.id, now, today }),
    );
    setBusy(false);
    if (result.state === 'refused') return setProblem(result.sentence);
    setProblem(null);
    anew();
  };
  /** What has not come yet is not wanted any more; with nothing left the order goes. */
  const cancel = async (): Promise<void> => {
    const now = logbook.orders.get(order.id)!;
    const lines = now.lines.map((l, i) =>
      i === at ? { ...l, count: l.count - left, deliveries: l.count > left ? l.deliveries : [] } : l,
    );
    const isLast = now.lines.length === 1 && line.count === left;
    const after = isLast ? { ...now, archived: true } : { ...now, lines };
    const result = await sync.save('orders', after);
    if (result.state === 'refused') return setProblem(result.sentence);
    setCancelled({ before: now, after });
  };
  const undo = async (): Promise<void> => {
    if (!cancelled || !logbook.orders.has(order.id)) return;
    const result = await sync.save('orders', cancelled.before, cancelled.after);
    setProblem(result.state === 'refused' ? result.sentence : null);
    setCancelled(null);
  };
  return (
    <View style={styles.row} testID="ordered-line">
      <View style={styles.grow}>
        <Text as="strong">{`${left} × ${line.name}`}</Text>
        <Text tone={arrivesOn < today ? 'amber' : 'ink'}>
          {`${logbook.suppliers.get(order.supplierId)?.name ?? 'Supplier'}, ${arrivesOn < today ? 'was due' : 'due'} ${shortDate(line.deliveries[0]?.on ?? arrivesOn)}${line.deliveries.length > 1 ? `, the rest ${shortDate(arrivesOn)}` : ''}`}
        </Text>
        {bookingIds.length > 0 ? <Text as="small">{`For ${waitingFor(logbook, bookingIds)}`}</Text> : null}
        <Text as="small">
          {[
            line.partNumber ? `Part number ${line.partNumber}` : '',
            line.unitPriceMinor === null ? '' : `${money(line.unitPriceMinor, order.currency)} each`,
            order.placedBy === 'phone' ? 'ordered on the phone' : '',
          ]
            .filter(Boolean)
            .join(', ')}
        </Text>
        {problem ? <Text tone="stop">{problem}</Text> : null}
        <View style={styles.more}>
          {left > 1 ? (
            <LineInput
              label={`How many came, ${line.name}`}
              value={typed}
              onChange={setTyped}
              placeholder={String(usual)}
              dense
              style={styles.grow}
            />
          ) : null}
          {cancelled ? (
            <MainButton mode="text" onPress={() => void undo()}>
              Undo
            </MainButton>
          ) : (
            <MainButton mode="text" onPress={() => void cancel()}>
              Cancel the order
            </MainButton>
          )}
          {changing ? null : (
            <MainButton mode="text" label={`Change ${line.name}`} onPress={() => setChanging(true)}>
              Change
            </MainButton>
          )}
        </View>
        {changing ? <ChangeLine awaitedLine={awaitedLine} onDone={() => setChanging(false)} /> : null}
      </View>
      <MainButton mode="outlined" onPress={() => void take()} loading={busy} disabled={busy}>
        {count === left || !Number.isInteger(count) ? 'Received' : `${count} received`}
      </MainButton>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'flex-start', gap: 8, minHeight: 56, paddingVertical: 6 },
  grow: { flex: 1, minWidth: 0 },
  more: { flexDirection: 'row', alignItems: 'center', gap: 8 },
});
