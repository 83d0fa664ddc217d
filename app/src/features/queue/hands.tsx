import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Portal } from 'react-native-paper';
import { type CrewAway, type CrewMember, type TrackEvent, dateIn, timeIn } from '@calvik/core';
import { type QueueAt, awayAt, crewAt, queueName } from '@calvik/core/queue';
import { useLogbook } from '../../state/hooks';
import { useSaveFact } from '../../facts/save-fact';
import { ChoiceChips } from '../../ui/chips';
import { Dialog } from '../../ui/dialog';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

/** The page's clock goes by minutes: what begins within one has begun. */
const A_MINUTE = 60_000;
const breaks = ['15', '30', '60', '120'] as const;

/** Who is here, at what, and who is away until when. */
export function Hands({ event, at }: { event: TrackEvent; at: QueueAt }) {
  const logbook = useLogbook();
  const [away, setAway] = useState<CrewMember | null>(null);
  const { timeZone } = logbook.shop;
  const { saveFact, problem } = useSaveFact();
  /** Back before the time: the break ends now, or never was. */
  const back = (off: CrewAway): void => {
    const now = new Date().toISOString();
    const { crewId, eventId, from, why } = off;
    void saveFact(
      from < now ? { kind: 'crewAway', eventId, crewId, from, until: now, why } : { kind: 'withdrawal' },
      dateIn(now, timeZone),
      { fact: off, because: 'Back before the time' },
    );
  };
  const absences = awayAt(logbook, event.id).filter((a) => Date.parse(a.until) > Date.parse(at.now) + A_MINUTE);
  return (
    <Section title="Hands">
      {crewAt(logbook, event).map((m) => {
        const line = at.lines.find(
          (l) => l.state.status === 'inHand' && (l.state.crewId === m.id || l.state.helperId === m.id),
        );
        const off = absences.findLast((a) => a.crewId === m.id);
        return (
          <View key={m.id} style={styles.row}>
            <View style={styles.grow}>
              <Text as="strong">{m.name}</Text>
              <Text as="small">
                {[
                  line
                    ? `at ${queueName(logbook, line.state.entry)}${line.plan?.to ? ` until about ${timeIn(line.plan.to, timeZone)}` : ''}`
                    : 'free',
                  off
                    ? `${Date.parse(off.from) > Date.parse(at.now) + A_MINUTE ? `away ${timeIn(off.from, timeZone)} to` : 'away until'} ${timeIn(off.until, timeZone)}${off.why ? `: ${off.why}` : ''}`
                    : '',
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </Text>
            </View>
            {off ? (
              <MainButton mode="text" label={`${m.name} is back`} onPress={() => back(off)}>
                Back
              </MainButton>
            ) : (
              <MainButton mode="text" label={`${m.name} goes away`} onPress={() => setAway(m)}>
                Break
              </MainButton>
            )}
          </View>
        );
      })}
      {problem ? <Text tone="stop">{problem}</Text> : null}
      {away ? <BreakDialog key={away.id} event={event} member={away} onClose={() => setAway(null)} /> : null}
    </Section>
  );
}

function BreakDialog({ event, member, onClose }: { event: TrackEvent; member: CrewMember; onClose: () => void }) {
  const logbook = useLogbook();
  const { saveFact, saving, problem } = useSaveFact();
  const [minutes, setMinutes] = useState<(typeof breaks)[number]>('30');
  const [why, setWhy] = useState('');
  const save = async (): Promise<void> => {
    const from = new Date().toISOString();
    const isSaved = await saveFact(
      {
        kind: 'crewAway',
        eventId: event.id,
        crewId: member.id,
        from,
        until: new Date(Date.parse(from) + Number(minutes) * 60_000).toISOString(),
        why: why.trim(),
      },
      dateIn(from, logbook.shop.timeZone),
    );
    if (isSaved) onClose();
  };
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Dialog.Title>{`${member.name} is away`}</Dialog.Title>
        <Dialog.Content style={styles.body}>
          <ChoiceChips
            label="For"
            value={minutes}
            onChange={setMinutes}
            options={breaks.map((m) => ({ value: m, label: `${m} min` }))}
          />
          <LineInput label="Why" value={why} onChange={setWhy} maxLength={80} />
          {problem ? <Text tone="stop">{problem}</Text> : null}
        </Dialog.Content>
        <Dialog.Actions>
          <MainButton mode="text" onPress={onClose}>
            Close
          </MainButton>
          <MainButton onPress={() => void save()} loading={saving}>
            Away from now
          </MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', minHeight: 52 },
  grow: { flex: 1, minWidth: 0 },
  dialog: { maxWidth: 480, width: '92%', alignSelf: 'center' },
  body: { gap: 12 },
});
