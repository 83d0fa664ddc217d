import { createFocusTrap } from 'focus-trap';
import { useEffect, useRef } from 'react';
import { View } from 'react-native';
import { tabbable } from 'tabbable';

/** A finger on glass wants no keyboard that comes up by itself. */
const hasPointer = (): boolean => typeof matchMedia === 'function' && matchMedia('(hover: hover)').matches;
let named = 0;

/** Where the keys go first: what is chosen, the first that can be, the first field. */
function firstOf(layer: HTMLElement): HTMLElement {
  const option =
    layer.querySelector<HTMLElement>('[role="option"][aria-selected="true"]') ??
    layer.querySelector<HTMLElement>('[role="option"]');
  if (option) return option;
  const fields = tabbable(layer, { displayCheck: 'none' }).filter((e) => /^(INPUT|TEXTAREA)$/.test(e.tagName));
  return (hasPointer() ? (fields[0] as HTMLElement | undefined) : undefined) ?? layer;
}

/**
 * Put inside of anything that opens over the page, it makes a dialog of it by the pattern of WAI-ARIA: named by its heading, the keys go into it, stay in it,
 * and back to where they were when it closes.
 */
export function Layer() {
  const ref = useRef<View>(null);
  useEffect(() => {
    const own = ref.current as unknown as HTMLElement | null;
    const layer = own?.closest<HTMLElement>('[data-testid="modal"]') ?? own?.parentElement;
    if (!layer) return;
    layer.setAttribute('role', 'dialog');
    layer.setAttribute('aria-modal', 'true');
    layer.tabIndex = -1;
    layer.style.outline = 'none';
    const heading = layer.querySelector('[role="heading"], h1, h2, h3');
    if (heading) {
      heading.id ||= `layer-${(named += 1)}`;
      layer.setAttribute('aria-labelledby', heading.id);
    }
    const trap = createFocusTrap(layer, {
      initialFocus: () => firstOf(layer),
      fallbackFocus: layer,
      // Escape, and a tap beside it, are for whoever has opened it.
      escapeDeactivates: false,
      allowOutsideClick: true,
      tabbableOptions: { displayCheck: 'none' },
    });
    trap.activate();
    return () => void trap.deactivate();
  }, []);
  return <View ref={ref} style={{ display: 'none' }} />;
}
