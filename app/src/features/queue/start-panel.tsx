import { useState } from 'react';
import type { CrewMember, TrackEvent } from '@calvik/core';
import { type QueueAt, type QueueLine, ableFor, crewAt, queueName } from '@calvik/core/queue';
import { useCrewOnDuty, useLogbook } from '../../state/hooks';
import { ChoiceChips } from '../../ui/chips';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import type { OfEntry, useQueueMove } from './use-queue-move';

const NOBODY = 'nobody';

export interface Start {
  able: CrewMember[];
  crew: CrewMember[];
  who: string;
  setWho: (id: string) => void;
  helper: string;
  setHelper: (id: string) => void;
  /** The car that whoever was chosen has in hand. */
  leaves: QueueLine | null;
  busyAt: (id: string) => QueueLine | undefined;
  /** Begins it, goes on with it, or hands it over. */
  move: () => Promise<boolean>;
}

/** Who begins, or takes over: whoever is on duty where they can, else who it is planned for. */
export function useStart(
  line: QueueLine | undefined,
  at: QueueAt,
  event: TrackEvent,
  mover: ReturnType<typeof useQueueMove>,
): Start {
  const logbook = useLogbook();
  const duty = useCrewOnDuty();
  const crew = crewAt(logbook, event);
  const isInHand = line?.state.status === 'inHand';
  const able = (line ? ableFor(crew, line.state) : []).filter((m) => !isInHand || m.id !== line.state.crewId);
  const [chosen, setWho] = useState('');
  const [helper, setHelper] = useState(NOBODY);
  const can = (id: string | null | undefined): boolean => able.some((m) => m.id === id);
  const who = can(chosen)
    ? chosen
    : isInHand
      ? ''
      : can(duty?.id)
        ? duty!.id
        : can(line?.plan?.handId)
          ? line!.plan!.handId!
          : (able[0]?.id ?? '');
  const busyAt = (id: string): QueueLine | undefined =>
    at.lines.find(
      (l) => l !== line && l.state.status === 'inHand' && (l.state.crewId === id || l.state.helperId === id),
    );
  const other = busyAt(who);
  // Whoever only helps leaves that car to the one who is at it.
  const leaves = other && other.state.crewId === who ? other : null;
  const move = async (): Promise<boolean> => {
    if (!line || who === '') return false;
    const { entry, wants } = line.state;
    const helperId = helper === NOBODY || helper === who ? null : helper;
    const pause: OfEntry[] = leaves
      ? [
          {
            entry: leaves.state.entry,
            move: {
              move: 'paused',
              why: `${logbook.crew.get(who)?.name ?? 'They'} went to ${queueName(logbook, entry)}`.slice(0, 200),
            },
          },
        ]
      : [];
    return mover.moveAll([
      ...pause,
      {
        entry,
        move: isInHand
          ? { move: 'handedOver', crewId: who, why: '' }
          : { move: 'started', crewId: who, helperId, wants },
      },
    ]);
  };
  return { able, crew, who, setWho, helper, setHelper, leaves, busyAt, move };
}

/** Who begins, or takes over; what they leave for it is said, and paused with it. */
export function StartPanel({
  line,
  start,
  mover,
}: {
  line: QueueLine;
  start: Start;
  mover: ReturnType<typeof useQueueMove>;
}) {
  const logbook = useLogbook();
  const isInHand = line.state.status === 'inHand';
  const { able, crew, who, leaves, busyAt, helper } = start;
  const free = crew.filter((m) => m.id !== who && !busyAt(m.id));
  if (able.length === 0) return null;
  return (
    <Section title={isInHand ? 'Hand it over' : line.state.status === 'paused' ? 'Who goes on' : 'Who does it'}>
      <ChoiceChips
        label={isInHand ? 'Hand over to' : 'Hands'}
        value={who}
        onChange={start.setWho}
        options={able.map((m) => {
          const busy = busyAt(m.id);
          return { value: m.id, label: busy ? `${m.name}, at ${queueName(logbook, busy.state.entry)}` : m.name };
        })}
      />
      {isInHand || free.length === 0 ? null : (
        <ChoiceChips
          label="Helping"
          value={helper}
          onChange={start.setHelper}
          options={[{ value: NOBODY, label: 'Alone' }, ...free.map((m) => ({ value: m.id, label: `With ${m.name}` }))]}
        />
      )}
      {leaves ? (
        <Text as="small" tone="amber">{`${queueName(logbook, leaves.state.entry)} is paused with it.`}</Text>
      ) : null}
      {isInHand && who !== '' ? (
        <MainButton mode="outlined" onPress={() => void start.move()} loading={mover.saving}>
          Hand it over
        </MainButton>
      ) : null}
    </Section>
  );
}
