import { Slot, usePathname } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { CarsScreen } from '../../features/cars/cars-screen';
import { useTokens } from '../../theme/use-tokens';
import { useWide } from '../../ui/screen';

/** On the wide screen the list of cars stays beside whatever is opened from it. */
export default function CarsLayout() {
  const wide = useWide();
  const path = usePathname();
  const t = useTokens();
  if (!wide || path === '/cars') return <Slot />;
  return (
    <View style={styles.sides}>
      <View style={styles.list}>
        <CarsScreen />
      </View>
      <View style={[styles.detail, { borderColor: t.rule }]}>
        <Slot />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  sides: { flex: 1, flexDirection: 'row', minHeight: 0 },
  list: { width: 360 },
  detail: { flex: 1, minWidth: 0, borderLeftWidth: 1 },
});
