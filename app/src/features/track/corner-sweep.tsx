import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Corner, type LookCheck, corners, faultsByCheck, standingFaults } from '@calvik/core';
import { cornerNames, list } from '@calvik/words';
import { lookNames } from '@calvik/words/track';
import { useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { SayAll } from '../../ui/say-all';
import { Text } from '../../ui/text';
import { useSaveFact } from '../save-fact';
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
  const { draft, change, clear } = useDraft<{ clean: Corner[] }>(`look.${session.fact.id}.sweep`, { clean: [] });
  const [isSaved, setSaved] = useState(false);
  if (swept.length < 2 || isSaved) return null;
  const tap = async (corner: Corner): Promise<void> => {
    const isOn = draft.clean.includes(corner);
    const clean = isOn ? draft.clean.filter((c) => c !== corner) : [...draft.clean, corner];
    change({ clean });
    if (clean.length < corners.length || saving) return;
    const answers = swept.map((check) => ({
      draft: { kind: 'trackCheck' as const, carId: car.id, sessionId: session.fact.id, check, faults: [], done: '' },
    }));
    if (!(await saveFacts(answers, today))) return;
    clear();
    change({ clean: [] });
    setSaved(true);
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
