import { type Href, useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { Pressable, ScrollView, StyleSheet, View, useWindowDimensions } from 'react-native';
import { Button } from 'react-native-paper';
import { TARGET, WIDE } from '../theme/tokens';
import { WithDock } from './dock';
import { useTokens } from '../theme/use-tokens';
import { Icon, type IconName } from './icons';
import { onEnter } from './keyboard';
import { Text } from './text';

/** Whether list and detail stand side by side. */
export const useWide = (): boolean => useWindowDimensions().width >= WIDE;

/** A round target with an icon and a name for the ear. */
export function IconButton({
  icon,
  label,
  onPress,
  disabled = false,
}: {
  icon: IconName;
  label: string;
  onPress: () => void;
  disabled?: boolean;
}) {
  const t = useTokens();
  return (
    <Pressable
      role="button"
      aria-label={label}
      aria-disabled={disabled}
      disabled={disabled}
      onPress={onPress}
      style={[styles.icon, disabled && styles.faint]}
    >
      <Icon name={icon} color={t.ink} />
    </Pressable>
  );
}

export interface ScreenProps {
  title: string;
  /** A line above the title: where one is. */
  above?: string;
  /** Where the back arrow leads when there is no page to go back to; without it there is no arrow. */
  back?: Href;
  /** The arrow leads there even when there is a page to go back to. */
  isBackFixed?: boolean;
  actions?: ReactNode;
  /** The main action, in reach of the thumb. */
  footer?: ReactNode;
  /** Why something was not saved: it takes its room from what scrolls, and moves no key. */
  notice?: string | null;
  children: ReactNode;
  maxWidth?: number;
  /** Guided work: everything closer together, so that the keypad stands without scrolling. */
  dense?: boolean;
  /** Its keypad stands above the foot instead of among what scrolls. */
  isDocked?: boolean;
}

/** One page: a header, what scrolls, and the main action at the foot. */
export function Screen({
  title,
  above,
  back,
  actions,
  footer,
  notice,
  children,
  maxWidth = 720,
  dense = false,
  isDocked = dense,
  isBackFixed = false,
}: ScreenProps) {
  const t = useTokens();
  const router = useRouter();
  const goBack = (): void => {
    if (isBackFixed && back) router.replace(back);
    else if (router.canGoBack()) router.back();
    else if (back) router.replace(back);
  };
  const page = (dock: ReactNode): ReactNode => (
    <View style={[styles.screen, { backgroundColor: t.paper }]} role="main">
      <View style={[styles.header, { borderColor: t.rule }]} testID="page-head">
        {back ? <IconButton icon="back" label="Back" onPress={goBack} /> : null}
        <View style={styles.titles}>
          {above ? (
            <Text as="label" numberOfLines={1}>
              {above}
            </Text>
          ) : null}
          <Text as="title" headingLevel={1} numberOfLines={1}>
            {title}
          </Text>
        </View>
        {actions}
      </View>
      <ScrollView
        style={styles.scroll}
        contentContainerStyle={[styles.content, dense && styles.dense, { maxWidth }]}
        keyboardShouldPersistTaps="handled"
      >
        {children}
      </ScrollView>
      {notice ? (
        <View style={[styles.notice, { borderColor: t.stop, backgroundColor: t.stopWash }]} testID="notice">
          <Text tone="stop" live>
            {notice}
          </Text>
        </View>
      ) : null}
      {dock}
      {footer ? (
        <View style={[styles.footer, { borderColor: t.rule, backgroundColor: t.sheet }]} testID="page-foot">
          <View style={[styles.footerInner, { maxWidth }]}>{footer}</View>
        </View>
      ) : null}
    </View>
  );
  return isDocked ? <WithDock>{page}</WithDock> : page(null);
}

/** A ruled part of a page with its heading. */
export function Section({ title, aside, children }: { title?: string; aside?: ReactNode; children: ReactNode }) {
  const t = useTokens();
  return (
    <View style={styles.section}>
      {title ? (
        <View style={[styles.sectionHead, { borderColor: t.ink }]}>
          <Text as="heading" headingLevel={2}>
            {title}
          </Text>
          {aside}
        </View>
      ) : null}
      {children}
    </View>
  );
}

/** A row that leads somewhere. */
export function LinkRow({
  onPress,
  label,
  children,
  testID,
  selected = false,
}: {
  onPress: () => void;
  label: string;
  children: ReactNode;
  testID?: string;
  selected?: boolean;
}) {
  const t = useTokens();
  return (
    <Pressable
      role="link"
      aria-label={label}
      onPress={onPress}
      {...onEnter(onPress)}
      testID={testID}
      style={({ pressed }) => [
        styles.row,
        { borderColor: t.rule, backgroundColor: pressed || selected ? t.ironWash : 'transparent' },
      ]}
    >
      <View style={styles.rowBody}>{children}</View>
      <Icon name="right" size={20} color={t.inkSoft} />
    </Pressable>
  );
}

/** Nothing here yet: says why, and what to do next. */
export function Empty({ text, action, onPress }: { text: string; action?: string; onPress?: () => void }) {
  return (
    <View style={styles.empty}>
      <Text tone="inkSoft">{text}</Text>
      {action && onPress ? (
        <MainButton onPress={onPress} mode="outlined">
          {action}
        </MainButton>
      ) : null}
    </View>
  );
}

/** The button that does what the page is for. */
export function MainButton({
  children,
  onPress,
  mode = 'contained',
  disabled,
  loading,
  icon,
  danger = false,
  label,
}: {
  children: string;
  onPress: () => void;
  mode?: 'contained' | 'outlined' | 'text';
  disabled?: boolean;
  loading?: boolean;
  icon?: IconName;
  danger?: boolean;
  /** What is said aloud where the words alone do not say which. */
  label?: string;
}) {
  const t = useTokens();
  return (
    <Button
      mode={mode}
      accessibilityLabel={label}
      onPress={onPress}
      disabled={disabled}
      loading={loading}
      icon={icon}
      contentStyle={mode === 'text' ? styles.textButton : styles.button}
      style={styles.buttonShape}
      {...(danger
        ? {
            buttonColor: mode === 'contained' ? t.stop : undefined,
            textColor: mode === 'contained' ? t.onStop : t.stop,
          }
        : {})}
    >
      {children}
    </Button>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, minWidth: 0 },
  header: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: 60,
    paddingHorizontal: 8,
    borderBottomWidth: 1,
    gap: 2,
  },
  titles: { flex: 1, paddingHorizontal: 8, minWidth: 0 },
  icon: { width: TARGET, height: TARGET, alignItems: 'center', justifyContent: 'center', borderRadius: 24 },
  faint: { opacity: 0.4 },
  scroll: { flex: 1 },
  content: { padding: 16, paddingBottom: 32, gap: 24, width: '100%' },
  dense: { paddingTop: 10, gap: 14 },
  notice: { borderTopWidth: 2, paddingHorizontal: 16, paddingVertical: 6 },
  footer: { borderTopWidth: 1, paddingHorizontal: 16, paddingVertical: 10 },
  footerInner: { width: '100%', gap: 8 },
  section: { gap: 12 },
  sectionHead: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    alignItems: 'center',
    borderBottomWidth: 1.5,
    minHeight: 34,
  },
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    borderBottomWidth: 1,
    minHeight: 56,
    paddingVertical: 8,
    paddingHorizontal: 4,
  },
  rowBody: { flex: 1, minWidth: 0, gap: 2 },
  empty: { gap: 12, paddingVertical: 8, alignItems: 'flex-start' },
  button: { minHeight: 52 },
  textButton: { minHeight: 48 },
  buttonShape: { borderRadius: 4 },
});
