import { useState } from 'react';
import { View } from 'react-native';
import { type Awaited as AwaitedGoods, receive, usuallyReceived } from '@calvik/core';
import { counted } from '@calvik/words';
import { useCrewOnDuty, useLogbook, useSync, useToday } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';

/** All that should be here by today has come: several lines at once, all of them or none. */
export function AllDue({ lines }: { lines: readonly AwaitedGoods[] }) {
  const logbook = useLogbook();
  const sync = useSync();
  const today = useToday();
  const onDuty = useCrewOnDuty();
  const { idFor, anew } = useOwnIds();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  if (lines.length < 2) return null;
  const came = lines.map((line) => ({ line, count: usuallyReceived(line, today) }));
  const pieces = came.reduce((n, { count }) => n + count, 0);
  const all = async (): Promise<void> => {
    if (!onDuty) return setProblem('Say first who is on duty: in the settings.');
    setBusy(true);
    const now = new Date().toISOString();
    const result = await sync.saveAll(receive(logbook, came, { idFor, by: onDuty.id, now, today }));
    setBusy(false);
    if (result.state === 'refused') return setProblem(result.sentence);
    setProblem(null);
    anew();
  };
  return (
    <View style={{ gap: 4 }}>
      <MainButton mode="outlined" onPress={() => void all()} loading={busy} disabled={busy}>
        {`All that was due has come: ${counted(lines.length, 'line')}, ${counted(pieces, 'piece')}`}
      </MainButton>
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
    </View>
  );
}
