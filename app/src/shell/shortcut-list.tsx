import { StyleSheet, View } from 'react-native';
import { Portal } from 'react-native-paper';
import { Dialog } from '../ui/dialog';
import { MainButton } from '../ui/screen';
import { Text } from '../ui/text';
import { shortcuts } from './shortcut-keys';

/** The keys of the wide screen, listed. */
export function ShortcutList({ onClose }: { onClose: () => void }) {
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Dialog.Title>Keys</Dialog.Title>
        <Dialog.Content>
          {shortcuts.map(({ key, text }) => (
            <View key={key} style={styles.row}>
              <Text as="figure" style={styles.key}>
                {key}
              </Text>
              <Text>{text}</Text>
            </View>
          ))}
          <View style={styles.row}>
            <Text as="figure" style={styles.key}>
              ?
            </Text>
            <Text>This list. Tab and Enter reach everything else.</Text>
          </View>
          <View style={styles.row}>
            <Text as="figure" style={styles.key}>
              ⏎
            </Text>
            <Text>In a step: the next figure. With Ctrl: save it and go on.</Text>
          </View>
        </Dialog.Content>
        <Dialog.Actions>
          <MainButton mode="outlined" onPress={onClose}>
            Close
          </MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

const styles = StyleSheet.create({
  dialog: { maxWidth: 420, alignSelf: 'center', width: '90%' },
  row: { flexDirection: 'row', alignItems: 'center', minHeight: 36 },
  key: { width: 40 },
});
