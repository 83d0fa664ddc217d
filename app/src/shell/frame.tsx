import { counted } from '@calvik/words';
import { type Href, usePathname, useRouter } from 'expo-router';
import { type ReactNode, useEffect, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { useAppSelector, useCrewOnDuty } from '../state/hooks';
import { selectShop } from '../state/logbook';
import { useTokens } from '../theme/use-tokens';
import { Icon, type IconName } from '../ui/icons';
import { onEnter } from '../ui/keyboard';
import { useWide } from '../ui/screen';
import { guardTouches } from '../ui/touch-guard';
import { Shortcuts } from './shortcuts';
import { Text } from '../ui/text';
import { routes } from '../routes';
import { TwoVersions } from './two-versions';

const rooms: { path: string; to: Href; name: string; icon: IconName; also: string[] }[] = [
  { path: '/', to: routes.runUp, name: 'Run-up', icon: 'calendar', also: ['/events', '/venues'] },
  { path: '/cars', to: routes.cars, name: 'Cars', icon: 'car', also: ['/customers'] },
  { path: '/work', to: routes.work, name: 'Work', icon: 'work', also: ['/work-done'] },
  { path: '/bench', to: routes.bench, name: 'Bench', icon: 'bench', also: [] },
  { path: '/inventory', to: routes.inventory, name: 'Stock', icon: 'stores', also: ['/procedures'] },
];

function isIn(room: (typeof rooms)[number], path: string): boolean {
  return [room.path, ...room.also].some((p) => (p === '/' ? path === '/' : path === p || path.startsWith(`${p}/`)));
}

function NavItem({ room, wide, on }: { room: (typeof rooms)[number]; wide: boolean; on: boolean }) {
  const t = useTokens();
  const router = useRouter();
  return (
    <Pressable
      role="link"
      aria-label={room.name}
      {...(on ? { 'aria-current': 'page' } : {})}
      onPress={() => router.navigate(room.to)}
      {...onEnter(() => router.navigate(room.to))}
      style={[wide ? styles.railItem : styles.barItem, on && { backgroundColor: t.ironWash }]}
    >
      <Icon name={room.icon} color={on ? t.iron : t.inkSoft} />
      <Text as="label" tone={on ? 'ink' : 'inkSoft'} style={styles.navText}>
        {room.name}
      </Text>
    </Pressable>
  );
}

/** What the phone has not been able to send, or that there is no connection. Silent when all is well. */
function Connection() {
  const t = useTokens();
  const router = useRouter();
  const online = useAppSelector((s) => s.logbook.online);
  const unsent = useAppSelector((s) => s.logbook.unsent);
  // What is saved together waits as one.
  const count = (of: typeof unsent): number => new Set(of.map((u) => u.batch ?? u.order)).size;
  const refused = count(unsent.filter((u) => u.refused));
  const waiting = count(unsent) - refused;
  if (refused > 0) {
    return (
      <Pressable
        role="link"
        onPress={() => router.navigate(routes.unsent)}
        {...onEnter(() => router.navigate(routes.unsent))}
        style={[styles.banner, { backgroundColor: t.stopWash, borderColor: t.stop }]}
      >
        <Icon name="alert" size={18} color={t.stop} />
        <Text>{`${refused === 1 ? 'One entry was' : `${refused} entries were`} not accepted. Open to see why.`}</Text>
      </Pressable>
    );
  }
  if (online) return null;
  return (
    <View style={[styles.banner, { backgroundColor: t.amberWash, borderColor: t.amber }]} role="status">
      <Icon name="alert" size={18} color={t.amber} />
      <Text>
        {waiting > 0
          ? `No connection. ${counted(waiting, 'entry waits', 'entries wait')} on this device.`
          : 'No connection. You can go on; what you enter waits on this device.'}
      </Text>
    </View>
  );
}

/** The first stop of Tab: past the rooms to the page itself. Seen only while the keys are on it. */
function ToThePage() {
  const t = useTokens();
  const [isOn, setOn] = useState(false);
  const go = (): void => {
    const page = document.querySelector<HTMLElement>('[role="main"], main');
    if (!page) return;
    page.tabIndex = -1;
    page.style.outline = 'none';
    page.focus();
  };
  return (
    <Pressable
      role="link"
      onPress={go}
      {...onEnter(go)}
      onFocus={() => setOn(true)}
      onBlur={() => setOn(false)}
      style={[styles.skip, { backgroundColor: t.sheet, borderColor: t.iron }, isOn ? null : styles.unseen]}
    >
      <Text as="strong">To the page</Text>
    </Pressable>
  );
}

/** The guided service, and a bedding run: the phone belongs to what is done there. */
const isGuided = (path: string): boolean =>
  path.startsWith('/service/') || /^\/cars\/[^/]+\/bedding\/(?!plan$)/.test(path);

/**
 * The rooms of the house around the page: a bar under the thumb on the phone, a rail on the wide screen. In guided work the phone belongs
 * to the step.
 */
export function Frame({ children }: { children: ReactNode }) {
  const t = useTokens();
  const wide = useWide();
  const path = usePathname();
  const router = useRouter();
  useEffect(guardTouches, []);
  const shop = useAppSelector(selectShop);
  const crew = useCrewOnDuty();
  const nav = rooms.map((room) => <NavItem key={room.path} room={room} wide={wide} on={isIn(room, path)} />);
  return (
    <View style={[styles.frame, { flexDirection: wide ? 'row' : 'column', backgroundColor: t.paper }]}>
      {wide ? <ToThePage /> : null}
      {wide ? (
        <View style={[styles.rail, { borderColor: t.rule }]} role="navigation">
          <View style={styles.brand}>
            <Text as="title">Calvik</Text>
            <Text as="small" numberOfLines={2}>
              {shop.name}
            </Text>
          </View>
          {nav}
          <View style={styles.fill} />
          <Pressable
            role="link"
            aria-label="On duty and settings"
            onPress={() => router.navigate(routes.settings)}
            {...onEnter(() => router.navigate(routes.settings))}
            style={styles.railItem}
          >
            <Icon name="person" color={t.inkSoft} />
            <Text as="small">{crew?.name ?? 'Who are you?'}</Text>
          </Pressable>
        </View>
      ) : null}
      <View style={styles.page}>
        <Connection />
        {children}
      </View>
      <TwoVersions />
      {wide ? <Shortcuts /> : null}
      {wide || isGuided(path) ? null : (
        <View style={[styles.bar, { borderColor: t.rule, backgroundColor: t.sheet }]} role="navigation">
          {nav}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  skip: {
    position: 'absolute',
    top: 8,
    left: 8,
    zIndex: 20,
    paddingHorizontal: 16,
    paddingVertical: 12,
    borderWidth: 2,
  },
  unseen: { left: -9999 },
  frame: { flex: 1, minHeight: 0 },
  page: { flex: 1, minWidth: 0, minHeight: 0 },
  bar: { flexDirection: 'row', borderTopWidth: 1 },
  barItem: { flex: 1, minHeight: 58, alignItems: 'center', justifyContent: 'center', gap: 2 },
  navText: { fontSize: 13 },
  rail: { width: 168, borderRightWidth: 1, padding: 8, gap: 4 },
  brand: { paddingHorizontal: 10, paddingVertical: 12, gap: 2 },
  railItem: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    minHeight: 48,
    paddingHorizontal: 10,
    borderRadius: 4,
  },
  fill: { flex: 1 },
  banner: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    paddingHorizontal: 16,
    paddingVertical: 8,
    borderBottomWidth: 1,
  },
});
