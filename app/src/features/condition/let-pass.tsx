import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Car, Fault } from '@calvik/core';
import { useToday } from '../../state/hooks';
import { ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useEventFor } from '../fluid/use-fluid';
import { type NewFact, useSaveFact } from '../save-fact';

/** The lead's word: with a reason and an end, never for ever. */
export function LetPass({ car, fault, onSaved }: { car: Car; fault: Fault; onSaved: () => void }) {
  const today = useToday();
  const event = useEventFor(car.id, undefined);
  const { saveFact, saving, problem } = useSaveFact();
  const [until, setUntil] = useState<'nextSession' | 'endOfEvent'>('nextSession');
  const [reason, setReason] = useState('');
  const [sentence, setSentence] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    if (reason.trim() === '') return setSentence('Give the reason.');
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
      reason: reason.trim(),
    };
    if (await saveFact(body as NewFact, today)) onSaved();
  };
  return (
    <View style={styles.gap}>
      <ChoiceChips
        label="Let pass until"
        value={until}
        onChange={setUntil}
        options={[
          { value: 'nextSession', label: 'After the next session' },
          ...(event ? [{ value: 'endOfEvent' as const, label: `End of ${event.name}` }] : []),
        ]}
      />
      <LineInput label="Why" value={reason} onChange={setReason} maxLength={300} />
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
