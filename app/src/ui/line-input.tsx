import { useState } from 'react';
import type { StyleProp, TextStyle } from 'react-native';
import { TextInput } from 'react-native-paper';
import { TARGET } from '../theme/tokens';

/**
 * One line to type in, outside a form: its label is what is said aloud.
 * @param read what a text is understood as, for times and the like; null where it cannot be read. It is read when the line is left, so that what
 * stands there is what is saved; what cannot be read stays as it was typed, and is marked.
 */
export function LineInput({
  onChange,
  label,
  shown = label,
  read,
  value,
  error,
  onBlur,
  style,
  ...rest
}: {
  label: string;
  /** The label on the screen, where it differs from what is said aloud. */
  shown?: string;
  value: string;
  onChange: (text: string) => void;
  read?: (text: string) => string | null;
  maxLength?: number;
  dense?: boolean;
  style?: StyleProp<TextStyle>;
  placeholder?: string;
  onBlur?: () => void;
  onSubmitEditing?: () => void;
  error?: boolean;
}) {
  const [isTyping, setTyping] = useState(false);
  const isWrong = !isTyping && value.trim() !== '' && read?.(value) === null;
  return (
    <TextInput
      mode="outlined"
      label={shown}
      aria-label={label}
      value={value}
      onChangeText={onChange}
      error={error ?? isWrong}
      {...rest}
      // A gloved thumb finds a line that is close to others too.
      style={[rest.dense ? { height: TARGET } : null, style]}
      onFocus={() => setTyping(true)}
      onBlur={() => {
        setTyping(false);
        const understood = read?.(value) ?? value;
        if (understood !== value) onChange(understood);
        onBlur?.();
      }}
    />
  );
}
