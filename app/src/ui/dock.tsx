import { type ReactNode, createContext, useCallback, useContext, useEffect, useId, useMemo, useState } from 'react';
import { createPortal } from 'react-dom';
import { StyleSheet, View } from 'react-native';
import { useTokens } from '../theme/use-tokens';

interface Dock {
  /** Where the keypad stands: above the foot of the page, in reach of the thumb. */
  place: Element | null;
  /** Whose keypad it is: of several lists of figures on a page one has it. */
  holder: string | null;
  take: (holder: string) => void;
  /** Takes it where nobody has it: the first list of a page. */
  takeFree: (holder: string) => void;
  leave: (holder: string) => void;
}
const DockContext = createContext<Dock | null>(null);

/** A page whose keypad is docked above its foot: what scrolls stands above it, and no verdict moves a key. */
export function WithDock({ children }: { children: (dock: ReactNode) => ReactNode }) {
  const t = useTokens();
  const [place, setPlace] = useState<Element | null>(null);
  const [holder, setHolder] = useState<string | null>(null);
  const leave = useCallback((id: string) => setHolder((now) => (now === id ? null : now)), []);
  const takeFree = useCallback((id: string) => setHolder((now) => now ?? id), []);
  const dock = useMemo(() => ({ place, holder, take: setHolder, takeFree, leave }), [place, holder, takeFree, leave]);
  return (
    <DockContext.Provider value={dock}>
      {children(
        <View
          ref={(view) => setPlace(view as unknown as Element | null)}
          style={[styles.dock, { borderColor: t.rule, backgroundColor: t.sheet }, holder === null && styles.none]}
          testID="dock"
        />,
      )}
    </DockContext.Provider>
  );
}

/**
 * Holds the dock while it is mounted, unless another list of figures has it.
 * @param isTaking whether it takes it by itself, or only when it is asked to
 * @returns whether this one has it, and how to take it
 */
export function useDock(isTaking = true): { isMine: boolean; take: () => void; leave: () => void; id: string } {
  const id = useId();
  const dock = useContext(DockContext);
  const { holder, take, takeFree, leave } = dock ?? {};
  useEffect(() => {
    if (isTaking && holder === null) takeFree?.(id);
  }, [isTaking, holder, takeFree, id]);
  useEffect(() => () => leave?.(id), [leave, id]);
  return { isMine: !dock || holder === id, take: () => take?.(id), leave: () => leave?.(id), id };
}

/** What stands in the dock; where a page has none, it stands where it is written. */
export function Docked({ children }: { children: ReactNode }) {
  const dock = useContext(DockContext);
  if (!dock) return <>{children}</>;
  return dock.place ? createPortal(children, dock.place) : null;
}

const styles = StyleSheet.create({
  dock: { borderTopWidth: 1, paddingHorizontal: 12, paddingVertical: 6, alignItems: 'center' },
  none: { display: 'none' },
});
