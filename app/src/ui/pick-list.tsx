import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Modal, Portal } from 'react-native-paper';
import { GUIDED_TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { Icon } from './icons';
import { IconButton } from './screen';
import { Text } from './text';

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
  const t = useTokens();
  if (!visible) return null;
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
        <ScrollView role="menu" aria-label={title}>
          {options.map((option) => (
            <Pressable
              key={option.value}
              role="menuitem"
              onPress={() => onPick(option.value)}
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
          {options.length === 0 ? (
            <View style={styles.row}>
              <Text tone="inkSoft">Nothing to choose from yet.</Text>
            </View>
          ) : null}
        </ScrollView>
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
