import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { dateIn, timeIn } from '@calvik/core';
import { type QueueLine, SHAKY } from '@calvik/core/queue';
import { promiseNames } from '@calvik/words/queue';
import { useLogbook, useSync } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { useTell } from '../../state/use-say';
import { useTokens } from '../../theme/use-tokens';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { backText } from './queue-words';
import { messageOf } from './tell-them';
import type { OfEntry, useQueueMove } from './use-queue-move';

/** When the car is back, for which session that is in time, and what its driver is told. */
export function PromisePanel({ line, mover }: { line: QueueLine; mover: ReturnType<typeof useQueueMove> }) {
  const t = useTokens();
  const tell = useTell();
  const logbook = useLogbook();
  const sync = useSync();
  const { idFor, anew } = useOwnIds();
  const [told, setTold] = useState<string | null>(null);
  const { state, plan, gate } = line;
  const { timeZone } = logbook.shop;
  const { promise, entry } = state;
  const back = backText(logbook, line);
  const today = dateIn(new Date().toISOString(), timeZone);
  const holds = promise?.outcome === 'open' && plan?.keeps !== null && plan !== null && plan.keeps >= SHAKY;
  const offered = plan?.backBy ?? null;
  const canPromise = offered !== null && !holds && offered > new Date().toISOString();
  const message = (backBy: string | null) => {
    const against = gate && gate.verdict !== 'inOrder' && gate.verdict !== 'watch' ? tell(gate.headline) : null;
    return messageOf(logbook, line, backBy, against, idFor('message'));
  };
  /** What a driver is told is a promise, whether it is said or written. */
  const write = async (): Promise<void> => {
    const isPromised = promise?.outcome === 'open';
    if (isPromised || offered === null) {
      const result = await sync.save('messages', message(isPromised ? promise.backBy : null));
      if (result.state === 'refused') return setTold(result.sentence);
    } else if (!(await mover.moveAll([promised(offered)], [{ collection: 'messages', body: message(offered) }])))
      return;
    anew();
    setTold('In the messages: send it from there, or say it.');
  };
  const promised = (backBy: string): OfEntry => ({ entry, move: { move: 'promised', backBy } });
  const give = (): void => {
    if (offered !== null) void mover.moveAll([promised(offered)]);
  };
  return (
    <Section title="Back by">
      <View style={[styles.panel, { borderColor: t.ink, backgroundColor: t.sheet }]} testID="promise">
        <View style={styles.row}>
          <Text as="bigFigure">{back.time}</Text>
          <View style={styles.grow}>
            <Text as="strong">
              {promise?.outcome === 'open'
                ? `Promised. Holds ${typeof plan?.keeps === 'number' ? Math.round(plan.keeps * 100) : '…'} times in a hundred`
                : back.small === 'back by'
                  ? 'Holds four times in five'
                  : back.small}
            </Text>
            {promise && promise.outcome !== 'open' ? (
              <Text as="small">{`${promiseNames[promise.outcome]}: ${timeIn(promise.backBy, timeZone)}`}</Text>
            ) : null}
            {promise?.outcome === 'open' && offered && !holds ? (
              <Text as="small">{`Four times in five only ${timeIn(offered, timeZone)}`}</Text>
            ) : null}
          </View>
        </View>
        {(plan?.sessions ?? []).slice(0, 4).map((s) => (
          <View key={s.from} style={styles.row}>
            <Text style={styles.grow}>
              {`For ${dateIn(s.from, timeZone) === today ? '' : 'tomorrow '}${timeIn(s.from, timeZone)}`}
            </Text>
            <Text as={s.fits ? 'strong' : 'body'} tone={s.fits ? 'ink' : 'amber'}>
              {s.fits ? 'yes' : 'no'}
            </Text>
            <Text as="unit" style={styles.share}>{`${Math.round(s.share * 100)} %`}</Text>
          </View>
        ))}
      </View>
      <View style={styles.row}>
        {canPromise ? (
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={give} loading={mover.saving}>
              {`Promise ${timeIn(offered, timeZone)}`}
            </MainButton>
          </View>
        ) : null}
        <View style={styles.grow}>
          <MainButton mode="outlined" onPress={() => void write()} loading={mover.saving}>
            Text the driver
          </MainButton>
        </View>
      </View>
      {told ? (
        <Text tone="iron" live>
          {told}
        </Text>
      ) : null}
    </Section>
  );
}

const styles = StyleSheet.create({
  panel: { borderWidth: 1, borderRadius: 3, padding: 12, gap: 6 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  grow: { flex: 1, minWidth: 0 },
  share: { width: 52, textAlign: 'right' },
});
