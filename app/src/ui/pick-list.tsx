import { useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Modal, Portal } from 'react-native-paper';
import { GUIDED_TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { Icon } from './icons';
import { Layer } from './layer';
import { nextOption, typedInto } from './list-keys';
import { IconButton } from './screen';
import { Text } from './text';

interface Keys {
  key: string;
  preventDefault: () => void;
  currentTarget: unknown;
}

/** One of many, on a sheet that comes up from the foot of the screen, in reach of the thumb. */
export function PickList({
  title,
  options,
  chosen,
  visible,
  onPick,
  onClose,
}: {
  title: string;
  options: readonly { value: string; label: string }[];
  chosen: string | undefined;
  visible: boolean;
  onPick: (value: string) => void;
  onClose: () => void;
}) {
  if (!visible) return null;
  return <Sheet {...{ title, options, chosen, onPick, onClose }} />;
}

function Sheet({
  title,
  options,
  chosen,
  onPick,
  onClose,
}: {
  title: string;
  options: readonly { value: string; label: string }[];
  chosen: string | undefined;
  onPick: (value: string) => void;
  onClose: () => void;
}) {
  const t = useTokens();
  const [typed] = useState(() => typedInto(() => Date.now()));
  // One stop for Tab: what is chosen, or the first; from there it goes by arrows and letters.
  const [stop, setStop] = useState(() =>
    Math.max(
      0,
      options.findIndex((o) => o.value === chosen),
    ),
  );
  const press = (event: Keys, at: number): void => {
    const word = typed(event);
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      return onPick(options[at]!.value);
    }
    const next = nextOption(
      event.key,
      at,
      options.map((o) => o.label),
      word,
    );
    if (next === null) return;
    event.preventDefault();
    setStop(next);
    (event.currentTarget as HTMLElement).parentElement?.querySelectorAll<HTMLElement>('[role="option"]')[next]?.focus();
  };
  return (
    <Portal>
      <Modal
        visible
        onDismiss={onClose}
        style={styles.modal}
        contentContainerStyle={[styles.sheet, { backgroundColor: t.sheet, borderColor: t.ink }]}
      >
        <View style={[styles.head, { borderColor: t.rule }]}>
          <Text as="heading" headingLevel={2} style={styles.grow}>
            {title}
          </Text>
          <IconButton icon="close" label="Close the list" onPress={onClose} />
        </View>
        <ScrollView>
          <View role={'listbox' as never} aria-label={title}>
            {options.map((option, at) => (
              <Pressable
                key={option.value}
                role="option"
                aria-selected={option.value === chosen}
                tabIndex={at === stop ? 0 : -1}
                onPress={() => onPick(option.value)}
                {...({ onKeyDown: (event: Keys) => press(event, at) } as object)}
                style={({ pressed }) => [
                  styles.row,
                  {
                    borderColor: t.rule,
                    backgroundColor: pressed || option.value === chosen ? t.ironWash : 'transparent',
                  },
                ]}
              >
                <Text style={styles.grow}>{option.label}</Text>
                {option.value === chosen ? <Icon name="check" color={t.iron} /> : null}
              </Pressable>
            ))}
          </View>
          {options.length === 0 ? (
            <View style={styles.row}>
              <Text tone="inkSoft">Nothing to choose from yet.</Text>
            </View>
          ) : null}
        </ScrollView>
        <Layer />
      </Modal>
    </Portal>
  );
}

const styles = StyleSheet.create({
  modal: { justifyContent: 'flex-end', alignItems: 'center' },
  sheet: { width: '100%', maxWidth: 560, maxHeight: '80%', borderTopWidth: 2, flexShrink: 1 },
  head: { flexDirection: 'row', alignItems: 'center', paddingLeft: 16, paddingRight: 4, borderBottomWidth: 1 },
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: GUIDED_TARGET,
    paddingHorizontal: 16,
    paddingVertical: 6,
    borderBottomWidth: 1,
    gap: 12,
  },
  grow: { flex: 1 },
});
