import { usePathname, useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Dialog, Portal } from 'react-native-paper';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { routes } from '../routes';

const keys = [
  { key: '1', to: routes.runUp, text: 'Run-up' },
  { key: '2', to: routes.cars, text: 'Cars' },
  { key: '3', to: routes.work, text: 'Work' },
  { key: '4', to: routes.bench, text: 'Bench' },
  { key: '5', to: routes.inventory, text: 'Stock' },
  { key: 'e', to: routes.newEvent, text: 'New event' },
  { key: 'c', to: routes.newCar(), text: 'New car' },
  { key: 'b', to: routes.newBottle, text: 'New bottle' },
  { key: 'd', to: routes.settings, text: 'On duty and settings' },
];

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Keys for the wide screen, listed under "?". They are quiet while somebody is typing. */
export function Shortcuts() {
  const router = useRouter();
  // In guided work a digit is a figure, wherever the cursor is.
  const isGuided = usePathname().startsWith('/service/');
  const [shown, setShown] = useState(false);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === '?') setShown(true);
      const found = keys.find((k) => k.key === event.key && !(isGuided && /\d/.test(k.key)));
      if (!found) return;
      event.preventDefault();
      setShown(false);
      router.navigate(found.to);
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  }, [router, isGuided]);
  return (
    <Portal>
      <Dialog visible={shown} onDismiss={() => setShown(false)} style={styles.dialog}>
        <Dialog.Title>Keys</Dialog.Title>
        <Dialog.Content>
          {keys.map(({ key, text }) => (
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
          <MainButton mode="outlined" onPress={() => setShown(false)}>
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
