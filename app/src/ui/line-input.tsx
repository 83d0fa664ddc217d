import type { StyleProp, TextStyle } from 'react-native';
import { TextInput } from 'react-native-paper';

/** One line to type in, outside a form: its label is what is said aloud. */
export function LineInput({
  onChange,
  label,
  shown = label,
  ...rest
}: {
  label: string;
  /** The label on the screen, where it differs from what is said aloud. */
  shown?: string;
  value: string;
  onChange: (text: string) => void;
  maxLength?: number;
  dense?: boolean;
  style?: StyleProp<TextStyle>;
  placeholder?: string;
  onBlur?: () => void;
  onSubmitEditing?: () => void;
  error?: boolean;
}) {
  return <TextInput mode="outlined" label={shown} aria-label={label} onChangeText={onChange} {...rest} />;
}
