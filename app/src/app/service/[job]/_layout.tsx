import { Slot, usePathname } from 'expo-router';
import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { serviceScreen } from '../../../features/service-code';
import { LAST_STEP_KEY } from '../../../features/work/resume';
import { write } from '../../../store/storage';
import { useTokens } from '../../../theme/use-tokens';
import { useWide } from '../../../ui/screen';

const Overview = serviceScreen('ServiceScreen');

/** On the wide screen the steps stay beside the one that is worked on. */
export default function ServiceLayout() {
  const wide = useWide();
  const path = usePathname();
  const t = useTokens();
  const isStep = /^\/service\/[^/]+\/(?!sheet$)[^/]+$/.test(path);
  useEffect(() => {
    if (isStep) write(LAST_STEP_KEY, path);
  }, [isStep, path]);
  if (!wide || !isStep) return <Slot />;
  return (
    <View style={styles.sides}>
      <View style={styles.list}>
        <Overview />
      </View>
      <View style={[styles.detail, { borderColor: t.rule }]}>
        <Slot />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  sides: { flex: 1, flexDirection: 'row', minHeight: 0 },
  list: { width: 380 },
  detail: { flex: 1, minWidth: 0, borderLeftWidth: 1 },
});
