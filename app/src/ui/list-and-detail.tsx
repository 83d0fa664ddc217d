import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTokens } from '../theme/use-tokens';

/** The wide screen: a list that stays, and beside it whatever was opened from it. */
export function ListAndDetail({
  list,
  children,
  width = 360,
}: {
  list: ReactNode;
  children: ReactNode;
  width?: number;
}) {
  const t = useTokens();
  return (
    <View style={styles.sides}>
      <View style={{ width }}>{list}</View>
      <View style={[styles.detail, { borderColor: t.rule }]}>{children}</View>
    </View>
  );
}

const styles = StyleSheet.create({
  sides: { flex: 1, flexDirection: 'row', minHeight: 0 },
  detail: { flex: 1, minWidth: 0, borderLeftWidth: 1 },
});
