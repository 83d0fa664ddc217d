import { useRouter } from 'expo-router';
import { Pressable, StyleSheet, View } from 'react-native';
import { type TrackEvent, dateIn, timeIn } from '@calvik/core';
import { type QueueLine, queueName } from '@calvik/core/queue';
import { promiseNames, queueStatusNames, wantsText } from '@calvik/words/queue';
import { routes } from '../../routes';
import { useCrewOnDuty, useLogbook } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { useTokens } from '../../theme/use-tokens';
import { LinkRow, MainButton } from '../../ui/screen';
import { onEnter } from '../../ui/keyboard';
import { Text } from '../../ui/text';
import { HatchStrip, VerdictMark } from '../../ui/verdict';
import { backText } from './queue-words';

/** One car that waits or is worked on, and what to press now. */
export function QueueRow({
  line,
  event,
  now,
  onStart,
}: {
  line: QueueLine;
  now: string;
  event: TrackEvent;
  /** Begins it, or goes on with it, by whoever is on duty; null where that is to be asked. */
  onStart: (() => void) | null;
}) {
  const router = useRouter();
  const tell = useTell();
  const t = useTokens();
  const logbook = useLogbook();
  const crew = useCrewOnDuty();
  const { state, plan, findings, verdict } = line;
  const name = queueName(logbook, state.entry);
  const open = (): void => router.push(routes.queueEntry(event.id, state.entry.id));
  const hand = logbook.crew.get(state.crewId ?? plan?.handId ?? '')?.name ?? '';
  const back = backText(logbook, line);
  const { timeZone } = logbook.shop;
  const next = plan?.sessions[0];
  const first = findings.find((f) => f.verdict === 'stop' || f.verdict === 'needsWork');
  const isMine = state.status === 'inHand' && state.crewId === crew?.id;
  return (
    <View style={[styles.row, { borderColor: t.rule }]} testID={`queue-${state.entry.id}`}>
      {verdict === 'stop' ? <HatchStrip width={8} /> : null}
      <View style={styles.place}>
        <Text as="figure">{plan?.place ?? ''}</Text>
        {state.status === 'waiting' ? null : <Text as="label">{state.status === 'inHand' ? 'now' : 'paused'}</Text>}
      </View>
      <View style={styles.grow}>
        <Pressable
          role="link"
          aria-label={`${name}: ${queueStatusNames[state.status].toLowerCase()}, ${wantsText(state.wants).toLowerCase()}`}
          onPress={open}
          {...onEnter(open)}
          style={({ pressed }) => [styles.open, { backgroundColor: pressed ? t.ironWash : 'transparent' }]}
        >
          <Text as="strong" numberOfLines={1}>
            {name}
          </Text>
          <Text numberOfLines={1}>{wantsText(state.wants)}</Text>
          <Text as="small">
            {[
              hand ? (state.status === 'inHand' ? hand : `for ${hand}`) : '',
              plan?.putOff === 'evening'
                ? 'after its last session'
                : plan?.putOff === 'morning'
                  ? 'in the morning'
                  : '',
              next && dateIn(next.from, timeZone) === dateIn(now, timeZone) ? `out ${timeIn(next.from, timeZone)}` : '',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Text>
          {first ? (
            <Text as="small" tone={first.verdict === 'stop' ? 'stop' : 'amber'}>
              {tell(first)}
            </Text>
          ) : null}
        </Pressable>
      </View>
      <View style={styles.back}>
        <Text as="small">{back.small}</Text>
        <Text as="figure" testID="back-by" tone={first?.code === 'promiseBroken' ? 'stop' : 'ink'}>
          {back.time}
        </Text>
        {isMine ? (
          <MainButton label={`${name}: done`} onPress={open}>
            Done
          </MainButton>
        ) : state.status === 'inHand' ? null : (
          <MainButton
            mode={plan?.place === 1 ? 'contained' : 'outlined'}
            label={`${name}: ${state.status === 'paused' ? 'go on' : 'start'}`}
            onPress={onStart ?? open}
          >
            {state.status === 'paused' ? 'Go on' : 'Start'}
          </MainButton>
        )}
      </View>
    </View>
  );
}

/** One car that is done with: what became of it and of its promise, and what its own gate says. */
export function OverRow({ line, event }: { line: QueueLine; event: TrackEvent }) {
  const router = useRouter();
  const tell = useTell();
  const logbook = useLogbook();
  const { state, gate } = line;
  const name = queueName(logbook, state.entry);
  const { timeZone } = logbook.shop;
  const last = state.promises.at(-1);
  return (
    <LinkRow
      label={`${name}: ${queueStatusNames[state.status].toLowerCase()}`}
      onPress={() => router.push(routes.queueEntry(event.id, state.entry.id))}
    >
      <View style={styles.name}>
        <Text as="strong">{name}</Text>
        {gate && gate.verdict !== 'inOrder' && state.status === 'done' ? <VerdictMark verdict={gate.verdict} /> : null}
      </View>
      <Text as="small">
        {[
          `${queueStatusNames[state.status]} ${state.endedAt ? timeIn(state.endedAt, timeZone) : ''}`,
          last ? `${promiseNames[last.outcome].toLowerCase()}: ${timeIn(last.backBy, timeZone)}` : 'nothing promised',
          state.car ? '' : 'not on record',
        ]
          .filter(Boolean)
          .join(' · ')}
      </Text>
      {gate && gate.verdict !== 'inOrder' && state.status === 'done' ? (
        <Text as="small" tone="ink">
          {tell(gate.headline)}
        </Text>
      ) : null}
    </LinkRow>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'stretch', gap: 6, borderBottomWidth: 1 },
  place: { width: 40, alignItems: 'center', justifyContent: 'center' },
  grow: { flex: 1, minWidth: 0 },
  open: { paddingVertical: 8, minHeight: 64, justifyContent: 'center' },
  name: { flexDirection: 'row', alignItems: 'center', flexWrap: 'wrap', columnGap: 8, rowGap: 2 },
  back: { width: 96, alignItems: 'flex-end', justifyContent: 'center', gap: 2, paddingVertical: 6 },
});
