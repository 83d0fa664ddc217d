import { useState } from 'react';
import { View } from 'react-native';
import { useToday } from '../../state/hooks';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useSaveFact } from '../../facts/save-fact';

/** For a car stopped by a wrong mix: takes down which workshop has put the system right. */
export function ClearedBy({ carId }: { carId: string }) {
  const today = useToday();
  const [open, setOpen] = useState(false);
  const [workshop, setWorkshop] = useState('');
  const { saveFact, saving, problem } = useSaveFact();
  if (!open) {
    return (
      <MainButton mode="outlined" onPress={() => setOpen(true)}>
        A workshop has cleared it
      </MainButton>
    );
  }
  return (
    <View style={{ gap: 8 }}>
      <Text>
        Seals, hoses and the ABS unit may be spoiled. Only a licensed workshop clears this, and fresh fluid goes in
        after.
      </Text>
      <LineInput label="Workshop, and what was done" value={workshop} onChange={setWorkshop} maxLength={120} />
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
      <MainButton loading={saving} onPress={() => void saveFact({ kind: 'systemCleared', carId, workshop }, today)}>
        Save this
      </MainButton>
    </View>
  );
}
