import { StyleSheet, View } from 'react-native';
import { type Corner, type LookCheck, corners, faultsByCheck, standingFaults } from '@calvik/core';
import { cornerNames, list } from '@calvik/words';
import { lookNames } from '@calvik/words/track';
import { useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { SayAll } from '../../ui/say-all';
import { Text } from '../../ui/text';
import { useSaveFact } from '../../facts/save-fact';
import type { PanelProps } from './use-look';

/** What is gone round the car for, corner by corner; the pedal is pressed from the seat. */
const ofCorners: readonly LookCheck[] = ['leaks', 'wheelInside', 'hoses', 'faces', 'ducts', 'debris', 'wheelPlay'];

/** Lines that nobody has answered and that a walk round the car can: not those in which something was found before and stands. */
export function useSwept({ car, session, look }: Pick<PanelProps, 'car' | 'session' | 'look'>): LookCheck[] {
  const logbook = useLogbook();
  const standing = standingFaults(logbook, car, session.fact.eventId).filter((f) => f.cure === null);
  const isOpen = (check: LookCheck): boolean =>
    look.items.some((i) => i.kind === check && i.state === 'open') &&
    !standing.some((f) => (faultsByCheck[check] as readonly string[]).includes(f.kind));
  return ofCorners.filter(isOpen);
}

interface SweepDraft {
  clean: Corner[];
  /** The lines that stood over every tap so far; null before the first. */
  named: LookCheck[] | null;
}

/**
 * A walk round the car: one tap a corner where nothing was seen, felt or smelt. The fourth answers every line that is named; what was found somewhere has
 * its own line, before or after. None is on by itself.
 */
export function CornerSweep({
  car,
  session,
  swept,
}: Pick<PanelProps, 'car' | 'session'> & { swept: readonly LookCheck[] }) {
  const today = useToday();
  const { saveFacts, saving, problem } = useSaveFact();
  const { draft, change, clear } = useDraft<SweepDraft>(`look.${session.fact.id}.sweep`, { clean: [], named: null });
  if (swept.length < 2) return null;
  const tap = async (corner: Corner): Promise<void> => {
    if (saving) return;
    const isOn = draft.clean.includes(corner);
    const clean = isOn ? draft.clean.filter((c) => c !== corner) : [...draft.clean, corner];
    // A tap answers what was named when it was made: what has come since is a line of its own.
    const named = clean.length === 0 ? null : swept.filter((check) => draft.named?.includes(check) ?? true);
    change({ clean, named });
    if (clean.length < corners.length) return;
    const answers = (named ?? []).map((check) => ({
      draft: { kind: 'trackCheck' as const, carId: car.id, sessionId: session.fact.id, check, faults: [], done: '' },
    }));
    if (await saveFacts(answers, today)) clear();
    // What was refused is tapped again, not answered by three old taps.
    change({ clean: [], named: null });
  };
  return (
    <View role="listitem" style={styles.all} testID="corner-sweep">
      <Text as="strong">Nothing seen, felt or smelt here</Text>
      <Text as="small">{`Four corners answer: ${list(swept.map((c) => lookNames[c].toLowerCase()))}. What you find has its own line below.`}</Text>
      <View style={styles.row}>
        {corners.map((corner) => (
          <View key={corner} style={styles.half}>
            <SayAll
              label={`Nothing, ${cornerNames[corner]}`}
              on={draft.clean.includes(corner)}
              onPress={() => void tap(corner)}
            />
          </View>
        ))}
      </View>
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 8, paddingVertical: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  half: { flexBasis: '47%', flexGrow: 1, flexDirection: 'row' },
});
