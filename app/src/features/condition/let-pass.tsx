import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Car, Fault } from '@calvik/core';
import { useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useEventFor } from '../fluid/use-fluid';
import { type NewFact, useSaveFact } from '../../facts/save-fact';

interface Draft {
  until: 'nextSession' | 'endOfEvent';
  reason: string;
}

/** The lead's word: with a reason and an end, never for ever. */
export function LetPass({ car, fault, onSaved }: { car: Car; fault: Fault; onSaved: () => void }) {
  const today = useToday();
  const event = useEventFor(car.id, undefined);
  const { saveFact, saving, problem } = useSaveFact();
  const { draft, change, clear } = useDraft<Draft>(`letPass.${fault.found.at(-1)!.id}.${fault.kind}`, {
    until: 'nextSession',
    reason: '',
  });
  // Kept from another event's day the end may be one that is no longer offered.
  const until = event ? draft.until : 'nextSession';
  const [sentence, setSentence] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    if (draft.reason.trim() === '') return setSentence('Give the reason.');
    setSentence(null);
    const body = {
      kind: 'faultLetPass',
      carId: car.id,
      fault: fault.kind,
      corner: fault.place.corner ?? null,
      axle: fault.place.axle ?? null,
      foundId: fault.found.at(-1)!.id,
      until,
      eventId: until === 'endOfEvent' ? (event?.id ?? null) : null,
      reason: draft.reason.trim(),
    };
    if (!(await saveFact(body as NewFact, today))) return;
    clear();
    onSaved();
  };
  return (
    <View style={styles.gap}>
      <ChoiceChips
        label="Let pass until"
        value={until}
        onChange={(to) => change({ until: to })}
        options={[
          { value: 'nextSession', label: 'After the next session' },
          ...(event ? [{ value: 'endOfEvent' as const, label: `End of ${event.name}` }] : []),
        ]}
      />
      <LineInput label="Why" value={draft.reason} onChange={(reason) => change({ reason })} maxLength={300} />
      {(sentence ?? problem) ? (
        <Text tone="stop" live>
          {sentence ?? problem ?? ''}
        </Text>
      ) : null}
      <MainButton onPress={() => void save()} loading={saving} disabled={saving}>
        Let it pass
      </MainButton>
    </View>
  );
}

const styles = StyleSheet.create({ gap: { gap: 10 } });
