import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { useTokens } from '../theme/use-tokens';
import { Icon } from './icons';
import { PickList } from './pick-list';
import { Text } from './text';

/** One of many: shows what is chosen, and opens the list. */
export function Picker({
  label,
  shown = label,
  options,
  value,
  onPick,
  none = 'Choose …',
  invalid = false,
}: {
  label: string;
  /** The label on the screen, where it differs from what is said aloud. */
  shown?: string;
  options: readonly { value: string; label: string }[];
  value: string | undefined;
  onPick: (value: string) => void;
  /** Shown while nothing is chosen. */
  none?: string;
  invalid?: boolean;
}) {
  const t = useTokens();
  const [open, setOpen] = useState(false);
  const chosen = options.find((o) => o.value === value)?.label;
  return (
    <>
      <Pressable
        role="button"
        aria-label={`${label}: ${chosen ?? 'not chosen'}`}
        onPress={() => setOpen(true)}
        style={[styles.pick, { borderColor: invalid ? t.stop : t.inkSoft, backgroundColor: t.sheet }]}
      >
        <View style={styles.grow}>
          <Text as="small" tone={invalid ? 'stop' : 'inkSoft'} style={styles.label}>
            {shown}
          </Text>
          <Text tone={chosen ? 'ink' : 'inkSoft'}>{chosen ?? none}</Text>
        </View>
        <Icon name="down" color={t.inkSoft} />
      </Pressable>
      <PickList
        title={label}
        options={options}
        chosen={value}
        visible={open}
        onClose={() => setOpen(false)}
        onPick={(picked) => {
          onPick(picked);
          setOpen(false);
        }}
      />
    </>
  );
}

const styles = StyleSheet.create({
  grow: { flex: 1 },
  pick: {
    flexDirection: 'row',
    alignItems: 'center',
    borderWidth: 1,
    borderRadius: 4,
    minHeight: 58,
    paddingHorizontal: 14,
    paddingVertical: 4,
  },
  label: { fontSize: 13, lineHeight: 17 },
});
