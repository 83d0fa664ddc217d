import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Booking,
  type Help,
  type HelpChange,
  type SessionPlan,
  type TrackEvent,
  type WorkChange,
  type WorkKind,
} from '@calvik/core';
import { usualMinutes } from '@calvik/core/run-up';
import { helpGain, helpTitle } from '@calvik/words/heat';
import { useLogbook, useSync } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useTokens } from '../../theme/use-tokens';
import { newId } from '../../state/new-record';

/** Shown at once; the rest comes on demand. */
const FIRST = 5;

/** What kind of work a change is; null where it is none of a booking. */
const kindOf: Record<HelpChange['change'], WorkKind | null> = {
  ductsOn: 'ducts',
  coolDownLap: null,
  shorterSession: null,
  newPads: 'pads',
  padSet: 'pads',
  rotorPair: 'rotors',
  biggerRotors: null,
  fluid: 'flush',
};

const sessionWith = (session: SessionPlan, change: HelpChange): SessionPlan | null =>
  change.change === 'coolDownLap'
    ? { ...session, coolDownLap: true }
    : change.change === 'shorterSession'
      ? { ...session, drivenMin: change.drivenMin }
      : null;

/** What would help, best first; one press takes it into the event's session or the car's work list. */
export function HelpList({
  help,
  session,
  event,
  booking,
  onSession,
}: {
  help: readonly Help[];
  session: SessionPlan;
  event: TrackEvent;
  booking: Booking | null;
  /** The event's session is another one now. */
  onSession: (session: SessionPlan) => void;
}) {
  const t = useTokens();
  const say = useSay();
  const sync = useSync();
  const { events } = useLogbook();
  const [all, setAll] = useState(false);
  const [told, setTold] = useState<string | null>(null);
  const take = async ({ change, ...gains }: Help): Promise<void> => {
    const title = helpTitle(change, say);
    const planned = sessionWith(session, change);
    if (planned) {
      const saved = await sync.save('events', { ...(events.get(event.id) ?? event), session: planned });
      if (saved.state !== 'refused') onSession(planned);
      return setTold(
        saved.state === 'refused'
          ? saved.sentence
          : `${title}: in the session of ${event.name} now, for every car there.`,
      );
    }
    const kind = kindOf[change.change];
    if (!kind || !booking) return;
    const added: WorkChange = {
      change: 'add',
      item: `extra.${newId()}`,
      title: title.slice(0, 80),
      durationMin: usualMinutes[kind],
      wheelsOff: true,
      reason: `Heat: ${helpGain({ change, ...gains }, say)}`.slice(0, 200),
      earliest: null,
      latest: null,
    };
    const reserved =
      'id' in change && change.change !== 'fluid'
        ? [...new Set([...booking.reservedIds, change.id])]
        : booking.reservedIds;
    const saved = await sync.save('bookings', {
      ...booking,
      workChanges: [...booking.workChanges, added],
      reservedIds: reserved,
    });
    setTold(saved.state === 'refused' ? saved.sentence : `${title}: on the work list of ${event.name}.`);
  };
  const action = (change: HelpChange): string | null =>
    sessionWith(session, change) ? 'Into the session' : kindOf[change.change] && booking ? 'Onto the work list' : null;
  return (
    <View style={styles.gap} testID="help">
      {told ? (
        <Text tone="iron" live>
          {told}
        </Text>
      ) : null}
      {(all ? help : help.slice(0, FIRST)).map((h) => {
        const title = helpTitle(h.change, say);
        const button = action(h.change);
        return (
          <View key={title} style={[styles.row, { borderColor: t.rule }]}>
            <View style={styles.grow}>
              <Text as="strong">{title}</Text>
              <Text as="small">{`${helpGain(h, say)}.`.replace(/^./, (c) => c.toUpperCase())}</Text>
            </View>
            {button ? (
              <MainButton mode="outlined" label={`${title}: ${button.toLowerCase()}`} onPress={() => void take(h)}>
                {button}
              </MainButton>
            ) : null}
          </View>
        );
      })}
      {help.length === 0 ? <Text tone="inkSoft">Nothing that can be changed here helps by a degree.</Text> : null}
      {help.length > FIRST && !all ? (
        <MainButton mode="text" onPress={() => setAll(true)}>{`${help.length - FIRST} more`}</MainButton>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 4 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8, borderBottomWidth: 1, paddingVertical: 8 },
  grow: { flex: 1, minWidth: 0 },
});
