import { View } from 'react-native';
import { MainButton } from './screen';
import { Text } from './text';

/** The foot of a form: what is wrong, and the button that saves. */
export function SaveBar({
  problem,
  saving,
  onSave,
  label = 'Save',
}: {
  problem: string | null;
  saving: boolean;
  onSave: () => void;
  label?: string;
}) {
  return (
    <View style={{ gap: 6 }}>
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
      <MainButton onPress={onSave} loading={saving} disabled={saving}>
        {label}
      </MainButton>
    </View>
  );
}
