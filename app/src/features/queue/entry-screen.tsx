import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type QueueEntry, type QueueProof, type TrackEvent, dateIn, timeIn } from '@calvik/core';
import { type QueueLine, isOver, queueName, thingsFor } from '@calvik/core/queue';
import { becomesText, moveText, queueStatusNames, thingNames, wantsText } from '@calvik/words/queue';
import { list } from '@calvik/words';
import { FirstFindings } from '../../facts/finding-line';
import { useSaveFact } from '../../facts/save-fact';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useLogbook, useSync } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { useTell } from '../../state/use-say';
import { IconButton, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { EditEntry } from './edit-entry';
import { PromisePanel } from './promise-panel';
import { BreaksDialog } from './queue-screen';
import { StartPanel, useStart } from './start-panel';
import { useOrder } from './use-order';
import { type Queue, useQueue } from './use-queue';
import { useQueueMove } from './use-queue-move';
import { WalkInRecord } from './walk-in-record';
import { FoundMorePanel, NotHerePanel, PausePanel, ShownPanel } from './work-panels';

export function QueueEntryScreen() {
  const { id, entry: entryId } = useLocalSearchParams<{ id: string; entry: string }>();
  const logbook = useLogbook();
  const event = logbook.events.get(id);
  const entry = logbook.queueEntries.get(entryId);
  if (!event) return <Gone what="event" back="/" />;
  if (!entry || entry.archived) return <Gone what="car in the queue" back="/" />;
  return <EntryPage event={event} entry={entry} />;
}

const noneShown: { shown: QueueProof[]; after: string } = { shown: [], after: '' };

function EntryPage({ event, entry }: { event: TrackEvent; entry: QueueEntry }) {
  const logbook = useLogbook();
  const queue = useQueue(event);
  const mover = useQueueMove();
  const order = useOrder(event, queue);
  const wide = useWide();
  const [isEditing, setEditing] = useState(false);
  const shownDraft = useDraft(`queue-shown.${entry.id}`, noneShown);
  const line = [...queue.at.lines, ...queue.at.over].find((l) => l.state.entry.id === entry.id);
  const start = useStart(line, queue.at, event, mover);
  if (!line) return <Gone what="car in the queue" back="/" />;
  const { state } = line;
  const over = isOver(state);
  // What was ticked before the last thing that happened to it was not shown of the car as it is now.
  const lastMove = state.moves.findLast((m) => m.move.move !== 'promised')?.id ?? '';
  const shown = shownDraft.draft.after === lastMove ? shownDraft.draft.shown : [];
  const panel = { entry, state, mover };
  const name = queueName(logbook, entry);
  const action =
    state.status === 'inHand' ? (
      <MainButton
        icon="check"
        loading={mover.saving}
        onPress={() => void mover.moveAll([{ entry, move: { move: 'done', shown } }])}
      >
        Done
      </MainButton>
    ) : start.who === '' ? null : (
      <MainButton mode={over ? 'outlined' : 'contained'} loading={mover.saving} onPress={() => void start.move()}>
        {`${state.status === 'waiting' ? 'Start' : state.status === 'paused' ? 'Go on' : 'Start again'}: ${logbook.crew.get(start.who)?.name ?? ''}`}
      </MainButton>
    );
  return (
    <Screen
      title={name}
      above={`${queueStatusNames[state.status]} · ${event.name}`}
      back={routes.queue(event.id)}
      isBackFixed
      maxWidth={wide ? 860 : 720}
      notice={mover.problem ?? queue.problem ?? order.problem}
      actions={<IconButton icon="edit" label={`Edit ${name} in the queue`} onPress={() => setEditing(!isEditing)} />}
      footer={isEditing ? undefined : action}
    >
      {isEditing ? (
        <EditEntry entry={entry} event={event} onSaved={() => setEditing(false)} />
      ) : (
        <>
          {over ? null : <PromisePanel line={line} mover={mover} />}
          <Wanted line={line} event={event} />
          {state.status === 'inHand' ? (
            <>
              <ShownPanel
                state={state}
                shown={shown}
                onChange={(to) => shownDraft.change({ shown: to, after: lastMove })}
              />
              <FoundMorePanel {...panel} />
              <PausePanel {...panel} />
            </>
          ) : null}
          <StartPanel line={line} start={start} mover={mover} />
          {state.status === 'waiting' || state.status === 'paused' ? (
            <Place line={line} queue={queue} onMove={(before) => void order.moveBefore(entry.id, before)} />
          ) : null}
          <Gate line={line} event={event} />
          {over && !state.referral ? null : <NotHerePanel {...panel} />}
          <Moves line={line} />
        </>
      )}
      {order.asked ? <BreaksDialog asked={order.asked} onMove={order.confirm} onClose={order.dismiss} /> : null}
    </Screen>
  );
}

/** What is wanted, what it takes, what it may turn into, and what speaks against it. */
function Wanted({ line, event }: { line: QueueLine; event: TrackEvent }) {
  const logbook = useLogbook();
  const { state, becomes, findings } = line;
  const { entry } = state;
  const things = thingsFor(logbook, event, state);
  const becoming = becomesText(becomes);
  const { timeZone } = logbook.shop;
  return (
    <Section title={wantsText(state.wants)}>
      {entry.words ? <Text>{`“${entry.words}”`}</Text> : null}
      <Text as="small">
        {[
          entry.walkIn && !state.car
            ? [entry.walkIn.driver, entry.walkIn.phone].filter(Boolean).join(', ')
            : (state.customer?.name ?? ''),
          `here since ${timeIn(entry.arrivedAt, timeZone)}`,
          state.crewId ? `${logbook.crew.get(state.crewId)?.name ?? ''} is at it` : '',
          state.pausedWhy ? `paused: ${state.pausedWhy}` : '',
        ]
          .filter(Boolean)
          .join(' · ')}
      </Text>
      {things.length > 0 ? <Text>{`Takes ${list(things.map((th) => thingNames[th]))}.`}</Text> : null}
      {becoming ? <Text>{becoming}</Text> : null}
      <FirstFindings findings={findings} />
    </Section>
  );
}

/** Earlier or later in the queue, by hand. */
function Place({ line, queue, onMove }: { line: QueueLine; queue: Queue; onMove: (beforeId: string | null) => void }) {
  const waiting = queue.at.lines.filter((l) => l.state.status !== 'inHand');
  const at = waiting.findIndex((l) => l.state.entry.id === line.state.entry.id);
  if (waiting.length < 2 || at < 0) return null;
  return (
    <Section title={`Number ${at + 1} of ${waiting.length}`}>
      <View style={styles.row}>
        <View style={styles.grow}>
          <MainButton
            mode="outlined"
            icon="up"
            disabled={at === 0}
            onPress={() => onMove(waiting[at - 1]!.state.entry.id)}
          >
            Earlier
          </MainButton>
        </View>
        <View style={styles.grow}>
          <MainButton
            mode="outlined"
            icon="down"
            disabled={at === waiting.length - 1}
            onPress={() => onMove(waiting[at + 2]?.state.entry.id ?? null)}
          >
            Later
          </MainButton>
        </View>
      </View>
    </Section>
  );
}

/** What the car's own record says; a car that is not on record can be put there. */
function Gate({ line, event }: { line: QueueLine; event: TrackEvent }) {
  const router = useRouter();
  const tell = useTell();
  const { state, gate } = line;
  if (!state.car) return <WalkInRecord entry={state.entry} />;
  const { car } = state;
  return (
    <Section title="Its own gate">
      <LinkRow
        label={`The car: ${gate ? tell(gate.headline) : ''}`}
        onPress={() => router.push(routes.car(car.id, { event: event.id }))}
      >
        {gate && gate.verdict !== 'inOrder' ? <VerdictMark verdict={gate.verdict} /> : null}
        <Text>{gate ? tell(gate.headline) : ''}</Text>
      </LinkRow>
      <Text as="small">What is done is written down in its look or its service; the queue only says who is at it.</Text>
    </Section>
  );
}

/** What has happened to it, newest first; the last can be taken back. */
function Moves({ line }: { line: QueueLine }) {
  const logbook = useLogbook();
  const router = useRouter();
  const sync = useSync();
  const { saveFact, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const { state } = line;
  const { entry } = state;
  const { timeZone } = logbook.shop;
  const moves = [...state.moves].reverse();
  const last = moves[0];
  const takeBack = (): void => {
    if (!last) return;
    const now = new Date().toISOString();
    void saveFact({ kind: 'withdrawal', ...(last.carId ? { carId: last.carId } : {}) }, dateIn(now, timeZone), {
      fact: last,
      because: 'Taken back in the queue',
    });
  };
  const takeOut = async (): Promise<void> => {
    const result = await sync.save('queueEntries', { ...entry, archived: true });
    if (result.state === 'refused') return setSentence(result.sentence);
    router.replace(routes.queue(entry.eventId));
  };
  return (
    <Section title="What happened">
      {moves.length === 0 ? <Text tone="inkSoft">Nothing yet.</Text> : null}
      {moves.map((m) => (
        <View key={m.id} style={styles.row}>
          <Text as="unit" style={styles.time}>
            {timeIn(m.at, timeZone)}
          </Text>
          <Text style={styles.grow}>{moveText(logbook, m)}</Text>
        </View>
      ))}
      {last ? (
        <MainButton mode="text" onPress={takeBack}>
          Take the last one back
        </MainButton>
      ) : (
        <MainButton mode="text" danger onPress={() => void takeOut()}>
          Put in by mistake: take it out
        </MainButton>
      )}
      {(sentence ?? problem) ? <Text tone="stop">{sentence ?? problem ?? ''}</Text> : null}
    </Section>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  grow: { flex: 1, minWidth: 0 },
  time: { width: 52 },
});
