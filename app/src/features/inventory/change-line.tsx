import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Awaited as AwaitedGoods, type OrderLine, isLocalDate } from '@calvik/core';
import { readCount } from '@calvik/core/units';
import { useLogbook, useSync } from '../../state/hooks';
import { DateInput } from '../../ui/date-input';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { priceMinor, priceText } from '../../fields/money';
import { RecordChanges } from '../../records/record-changes';

/** An ordered line as it really is: how many are still to come, when, by which number and for how much. */
export function ChangeLine({ awaitedLine, onDone }: { awaitedLine: AwaitedGoods; onDone: () => void }) {
  const { order, line: at, left, arrivesOn } = awaitedLine;
  const logbook = useLogbook();
  const sync = useSync();
  const line = order.lines[at]!;
  const [count, setCount] = useState(String(left));
  const [on, setOn] = useState(arrivesOn);
  const [partNumber, setPartNumber] = useState(line.partNumber ?? '');
  const currency = order.currency ?? logbook.shop.currency;
  const [price, setPrice] = useState(line.unitPriceMinor === null ? '' : priceText(line.unitPriceMinor, currency));
  const [problem, setProblem] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    const toCome = readCount(count) ?? Number.NaN;
    const unitPriceMinor = priceMinor(price, currency);
    if (!Number.isInteger(toCome) || toCome < 1 || toCome > 200)
      return setProblem('How many are still to come? 1 to 200.');
    if (!isLocalDate(on)) return setProblem('Give the day on which they come.');
    if (Number.isNaN(unitPriceMinor)) return setProblem(`“${price}” is not a price. Type it like 84.50.`);
    const isAsBefore = toCome === left && on === arrivesOn;
    const { partNumber: _old, ...rest } = line;
    const changed: OrderLine = {
      ...rest,
      count: line.count - left + toCome,
      unitPriceMinor,
      deliveries: isAsBefore ? line.deliveries : [{ on, count: toCome }],
      ...(partNumber.trim() ? { partNumber: partNumber.trim() } : {}),
    };
    const now = logbook.orders.get(order.id)!;
    const result = await sync.save('orders', { ...now, lines: now.lines.map((l, i) => (i === at ? changed : l)) });
    if (result.state === 'refused') return setProblem(result.sentence);
    onDone();
  };
  return (
    <View style={styles.fields} testID="change-line">
      <View style={styles.row}>
        <LineInput
          label={`Still to come, ${line.name}`}
          shown="Still to come"
          value={count}
          onChange={setCount}
          dense
          style={styles.grow}
        />
        <LineInput
          label={`Price each, ${line.name}`}
          shown="Price each"
          value={price}
          onChange={setPrice}
          dense
          style={styles.grow}
        />
      </View>
      <LineInput
        label={`Part number, ${line.name}`}
        shown="Part number"
        value={partNumber}
        onChange={setPartNumber}
        maxLength={60}
        dense
      />
      <View style={styles.date}>
        <DateInput label="Comes on" value={on} onChange={setOn} invalid={!isLocalDate(on)} />
      </View>
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
      <View style={styles.row}>
        <MainButton mode="outlined" onPress={() => void save()}>
          Save the line
        </MainButton>
        <MainButton mode="text" onPress={onDone}>
          Leave it
        </MainButton>
      </View>
      <RecordChanges collection="orders" id={order.id} />
    </View>
  );
}

const styles = StyleSheet.create({
  fields: { gap: 8 },
  row: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  date: { minHeight: 56, flexDirection: 'row' },
});
