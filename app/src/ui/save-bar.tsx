import type { ReactNode } from 'react';
import { View } from 'react-native';
import { MainButton } from './screen';
import { Text } from './text';

/** The foot of a form: what is wrong, what it would break, and the button that saves. */
export function SaveBar({
  problem,
  saving,
  onSave,
  label = 'Save',
  warning = null,
}: {
  problem: string | null;
  saving: boolean;
  onSave: () => void;
  label?: string;
  /** What saving would break; with it the button says that it is meant. */
  warning?: ReactNode;
}) {
  return (
    <View style={{ gap: 6 }}>
      {warning}
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
      <MainButton onPress={onSave} loading={saving} disabled={saving}>
        {warning ? 'Save all the same' : label}
      </MainButton>
    </View>
  );
}
