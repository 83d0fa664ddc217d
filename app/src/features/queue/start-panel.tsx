import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { TrackEvent } from '@calvik/core';
import { type QueueAt, type QueueLine, ableFor, crewAt, queueName } from '@calvik/core/queue';
import { useCrewOnDuty, useLogbook } from '../../state/hooks';
import { ChoiceChips } from '../../ui/chips';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import type { OfEntry, useQueueMove } from './use-queue-move';

const NOBODY = 'nobody';

/** Who begins, or takes over; what they leave for it is said, and paused with it. */
export function StartPanel({
  line,
  at,
  event,
  mover,
}: {
  line: QueueLine;
  at: QueueAt;
  event: TrackEvent;
  mover: ReturnType<typeof useQueueMove>;
}) {
  const logbook = useLogbook();
  const duty = useCrewOnDuty();
  const { state, plan } = line;
  const crew = crewAt(logbook, event);
  const able = ableFor(crew, state);
  const planned = duty && able.some((m) => m.id === duty.id) ? duty.id : (plan?.handId ?? able[0]?.id ?? '');
  const [who, setWho] = useState(planned);
  const [helper, setHelper] = useState(NOBODY);
  const isInHand = state.status === 'inHand';
  const busyAt = (id: string): QueueLine | undefined =>
    at.lines.find(
      (l) => l !== line && l.state.status === 'inHand' && (l.state.crewId === id || l.state.helperId === id),
    );
  const other = busyAt(who);
  const isHelper = other !== undefined && other.state.helperId === who;
  const move = async (): Promise<void> => {
    const helperId = helper === NOBODY || helper === who ? null : helper;
    // One car in hand at a time: the other is paused with it, or goes on without its helper.
    const first: OfEntry[] =
      other && !isHelper
        ? [
            {
              entry: other.state.entry,
              move: {
                move: 'paused',
                why: `${logbook.crew.get(who)?.name ?? 'They'} went to ${queueName(logbook, state.entry)}`,
              },
            },
          ]
        : [];
    const own: OfEntry = isInHand
      ? { entry: state.entry, move: { move: 'handedOver', crewId: who, why: '' } }
      : { entry: state.entry, move: { move: 'started', crewId: who, helperId, wants: state.wants } };
    await mover.moveAll([...first, own]);
  };
  if (able.length === 0) return null;
  return (
    <Section title={isInHand ? 'Hand it over' : state.status === 'paused' ? 'Go on' : 'Who does it'}>
      <ChoiceChips
        label={isInHand ? 'Hand over to' : 'Hands'}
        value={who}
        onChange={setWho}
        options={able
          .filter((m) => !isInHand || m.id !== state.crewId)
          .map((m) => ({
            value: m.id,
            label: busyAt(m.id) ? `${m.name}, at ${queueName(logbook, busyAt(m.id)!.state.entry)}` : m.name,
          }))}
      />
      {isInHand || crew.length < 2 ? null : (
        <ChoiceChips
          label="Helping"
          value={helper}
          onChange={setHelper}
          options={[
            { value: NOBODY, label: 'Alone' },
            ...crew.filter((m) => m.id !== who && !busyAt(m.id)).map((m) => ({ value: m.id, label: `With ${m.name}` })),
          ]}
        />
      )}
      {other && !isHelper ? (
        <Text as="small" tone="amber">{`${queueName(logbook, other.state.entry)} is paused with it.`}</Text>
      ) : null}
      {isInHand && (who === '' || who === state.crewId) ? null : (
        <View style={styles.row}>
          <MainButton mode={isInHand ? 'outlined' : 'contained'} onPress={() => void move()} loading={mover.saving}>
            {isInHand ? 'Hand it over' : state.status === 'paused' ? 'Go on' : 'Start'}
          </MainButton>
        </View>
      )}
    </Section>
  );
}

const styles = StyleSheet.create({ row: { alignItems: 'flex-start' } });
